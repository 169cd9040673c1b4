/** Where sound sources differ, what this kitchen does: named with each batch, chosen in Kitchen. */
import { Box, Link, Text } from "@chakra-ui/react";
import { Link as RouterLink } from "react-router";
import { Fold } from "../parts/Fold";
import { useVerdict } from "./verdict";

export function PracticeHere() {
  const practice = useVerdict((verdict) => verdict.practice);
  if (!practice || practice.length === 0) return null;
  const chosen = practice.some((one) => one.chosen);
  return (
    <Fold title="Practice in this kitchen" unfolded={chosen} mt="2" fontSize="sm" color="ink.soft">
      <Box as="ul" listStyleType="none" mt="1">
        {practice.map((one) => (
          <Text as="li" key={one.matter} py="0.5">
            <b>{one.matter}</b>: {one.says}
            {one.chosen ? " (your choice)" : ""}.
          </Text>
        ))}
      </Box>
      <Link asChild textDecoration="underline">
        <RouterLink to="/kitchen">Choose otherwise</RouterLink>
      </Link>
    </Fold>
  );
}
