/** Something folded away behind a line of words; it may come unfolded. */
import { Box, type BoxProps } from "@chakra-ui/react";
import type { ReactNode } from "react";

interface Props extends Omit<BoxProps, "title"> {
  title: ReactNode;
  unfolded?: boolean;
}

export function Fold({ title, unfolded, children, ...rest }: Props) {
  return (
    <Box asChild {...rest}>
      <details open={unfolded || undefined}>
        <Box as="summary" cursor="pointer" textDecoration="underline" textUnderlineOffset="3px">
          {title}
        </Box>
        {children}
      </details>
    </Box>
  );
}
