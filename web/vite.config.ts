import locales from "@react-aria/optimize-locales-plugin";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

export default defineConfig({
  // The screens speak English only: what the controls say in thirty other languages need not be fetched.
  plugins: [react(), { ...locales.vite({ locales: ["en-US"] }), enforce: "pre" }],
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
