/** A list to take along: on the screen, saved as text, or on paper with nothing else on it. */
import { Box, Flex, Heading } from "@chakra-ui/react";
import { Tap } from "./Tap";

interface Props {
  title: string;
  lines: readonly string[];
  /** What stands there while there is nothing to get. */
  none: React.ReactNode;
  /** The same as text, where it says more than the lines. */
  text?: string;
}

export function ToBuy({ title, lines, none, text }: Props) {
  const save = () => {
    const link = document.createElement("a");
    link.href = URL.createObjectURL(new Blob([text ?? `${lines.join("\n")}\n`], { type: "text/plain" }));
    link.download = "to-buy.txt";
    link.click();
    setTimeout(() => URL.revokeObjectURL(link.href), 1000);
  };
  return (
    <Box mt="5" data-to-buy="" data-paper="">
      <Heading as="h2" fontFamily="recipe" fontStyle="italic" fontWeight="500" fontSize="xl">
        {title}
      </Heading>
      {lines.length === 0 && none}
      <Box as="ul" pl="5">
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </Box>
      {lines.length > 0 && (
        <Flex gap="2" mt="2">
          <Tap size="sm" onClick={save}>
            Save the list
          </Tap>
          <Tap size="sm" onClick={() => window.print()}>
            Print it
          </Tap>
        </Flex>
      )}
    </Box>
  );
}
