import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [react()],
  // The server puts a fresh nonce in its place on every page.
  html: { cspNonce: "__CSP_NONCE__" },
  build: { outDir: "../rheum/web", emptyOutDir: true, assetsInlineLimit: 0, chunkSizeWarningLimit: 900 },
});
