/** Something folded away behind a line of words; it may come unfolded. What is folded is not drawn. */
import { Box, type BoxProps } from "@chakra-ui/react";
import { type ReactNode, useState } from "react";

interface Props extends Omit<BoxProps, "title"> {
  title: ReactNode;
  unfolded?: boolean;
}

export function Fold({ title, unfolded, children, ...rest }: Props) {
  const [open, setOpen] = useState(Boolean(unfolded));
  return (
    <Box asChild {...rest}>
      <details open={unfolded || undefined} onToggle={(event) => setOpen(event.currentTarget.open)}>
        <Box as="summary" cursor="pointer" textDecoration="underline" textUnderlineOffset="3px">
          {title}
        </Box>
        {open || unfolded ? children : null}
      </details>
    </Box>
  );
}
