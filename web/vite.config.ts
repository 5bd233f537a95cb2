import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [react()],
  build: { target: "es2022", assetsInlineLimit: 0, chunkSizeWarningLimit: 1200 },
  worker: { format: "es", rollupOptions: { external: [/^\/engine\//] } },
  // For work on the interface: the server of ./fretsaw demo answers everything else.
  server: {
    proxy: {
      "/api": "http://127.0.0.1:5391",
      "/engine": "http://127.0.0.1:5391",
      "/live": { target: "http://127.0.0.1:5391", ws: true },
    },
  },
});
