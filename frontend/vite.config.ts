import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [react()],
  css: { modules: { localsConvention: "camelCaseOnly" } },
  build: { outDir: "../public", emptyOutDir: true, assetsInlineLimit: 0, chunkSizeWarningLimit: 350 },
  server: { proxy: { "/api": "http://127.0.0.1:4567" } },
});
