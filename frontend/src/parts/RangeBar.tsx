/** A range as a dark stroke under whatever is drawn to the same scale: what the jars may take, what is left in a pan. */
import { Box } from "@chakra-ui/react";
import type { ReactNode } from "react";

interface Props {
  /** What the whole width stands for. */
  most: number;
  low: number;
  high: number;
  /** Drawn above the stroke; `at` gives a share of the width. */
  children: (at: (value: number) => string) => ReactNode;
}

export function RangeBar({ most, low, high, children }: Props) {
  const at = (value: number) => `${((value / most) * 100).toFixed(1)}%`;
  return (
    <Box position="relative" h="34px" mt="1" aria-hidden="true">
      <Box position="absolute" inset="0" bottom="14px">
        {children(at)}
      </Box>
      <Box
        position="absolute"
        bottom="2px"
        h="8px"
        left={at(low)}
        w={at(Math.max(high - low, most * 0.01))}
        bg="ink"
        borderRadius="full"
      />
    </Box>
  );
}
