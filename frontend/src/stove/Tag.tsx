/** Whose it is: a batch's number in its own colour, the same on its card, its pot and its clock. */
import { Box } from "@chakra-ui/react";

export const batchColor = (number: string): string => `batch.${(Number(number.split("-")[1] ?? 0) % 5) + 1}`;

export function Tag({ number, large }: { number: string; large?: boolean }) {
  return (
    <Box
      as="span"
      bg={batchColor(number)}
      color="whey.50"
      px="2"
      py="0.5"
      borderRadius="sm"
      fontWeight="700"
      fontSize={large ? "lg" : "sm"}
      fontVariantNumeric="tabular-nums"
      whiteSpace="nowrap"
    >
      {number}
    </Box>
  );
}
