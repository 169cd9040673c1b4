/** A sentence that says what is wrong and what to do about it. */
import { Box, type BoxProps } from "@chakra-ui/react";

export function Sentence({ children, ...rest }: BoxProps) {
  return (
    <Box
      role="alert"
      bg="mustard.100"
      borderWidth="2px"
      borderStyle="dashed"
      borderColor="mustard.700"
      px="4"
      py="3"
      borderRadius="sm"
      {...rest}
    >
      {children}
    </Box>
  );
}
