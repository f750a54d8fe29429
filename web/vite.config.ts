import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

export default defineConfig({
  plugins: [react()],
  build: {
    outDir: "dist",
    assetsInlineLimit: 0,
    reportCompressedSize: true,
  },
  // Each test clears up after itself, so that files may share what they have loaded.
  test: { pool: "threads", isolate: false, testTimeout: 120_000 },
  server: {
    host: "127.0.0.1",
    proxy: { "/api": "http://127.0.0.1:5070", "/health": "http://127.0.0.1:5070" },
  },
});
