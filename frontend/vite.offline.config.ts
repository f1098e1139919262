import { defineConfig } from "vite";

/** What keeps the page for a device that is out of reach: a script by itself at the root, or it would not hold for all of the page. */
export default defineConfig({
  publicDir: false,
  build: {
    outDir: "../public",
    emptyOutDir: false,
    rolldownOptions: { input: "src/offline/worker.ts", output: { entryFileNames: "offline.js" } },
  },
});
