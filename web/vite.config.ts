/// <reference types="vitest/config" />
import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [react(), tailwindcss()],
  build: { target: "es2022", assetsInlineLimit: 0 },
  server: { proxy: { "/api": "http://127.0.0.1:4310" } },
  test: {
    // A busy machine is slow, not wrong: a test that hangs still ends.
    testTimeout: 60_000,
    // Only what draws needs a document: building one takes longer than most tests.
    projects: [
      {
        extends: true,
        test: { name: "plain", include: ["src/**/*.test.ts"], environment: "node" },
      },
      {
        extends: true,
        test: { name: "drawn", include: ["src/**/*.test.tsx"], environment: "jsdom" },
      },
    ],
  },
});
