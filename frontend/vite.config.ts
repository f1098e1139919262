import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [react()],
  css: { modules: { localsConvention: "camelCaseOnly" } },
  build: {
    outDir: "../public",
    emptyOutDir: true,
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 370,
    rolldownOptions: {
      output: {
        // The first load alone; then what several screens take of the kit of components and of our own parts, each in one piece.
        codeSplitting: {
          groups: [
            { name: "first", tags: ["$initial"], priority: 1 },
            { name: "kit", test: /node_modules[\\/](@mui|@emotion|@popperjs|react-transition-group|@dnd-kit)/, minShareCount: 2 },
            { name: "shared", test: /src[\\/](parts|reading|rule|condition|look|api)[\\/]/, minShareCount: 3 },
          ],
        },
      },
    },
  },
  server: { proxy: { "/api": "http://127.0.0.1:4567" } },
});
