// The least page that uses the component library: what bench/first_load.py measures Rheum's first load against.
import { Button, ChakraProvider, defaultSystem } from "@chakra-ui/react";
import { createRoot } from "react-dom/client";

const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <ChakraProvider value={defaultSystem}>
      <Button>Bare</Button>
    </ChakraProvider>,
  );
}
