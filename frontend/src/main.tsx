import "@fontsource-variable/bricolage-grotesque/wght.css";
import "@fontsource-variable/literata/wght.css";
import { ChakraProvider } from "@chakra-ui/react";
import createCache from "@emotion/cache";
import { CacheProvider } from "@emotion/react";
import { QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter } from "react-router";
import { App } from "./App";
import { queryClient } from "./api/queries";
import { shown } from "./look/dark";
import { system } from "./look/system";

// The page's Content-Security-Policy lets only styles with this nonce in.
const nonce = document.querySelector<HTMLMetaElement>("meta[property=csp-nonce]")?.nonce;
const cache = createCache({ key: "rheum", nonce });
shown();
const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <CacheProvider value={cache}>
        <ChakraProvider value={system}>
          <QueryClientProvider client={queryClient}>
            <BrowserRouter>
              <App />
            </BrowserRouter>
          </QueryClientProvider>
        </ChakraProvider>
      </CacheProvider>
    </StrictMode>,
  );
}
