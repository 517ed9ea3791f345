import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

export default defineConfig({
  plugins: [react(), tailwindcss()],
  test: {
    projects: [
      // what computes shares one world: making one for each file costs most of the time
      { extends: true, test: { name: "words", include: ["src/**/*.test.ts"], isolate: false } },
      { extends: true, test: { name: "pages", include: ["src/**/*.test.tsx"] } },
    ],
    setupFiles: ["src/testing/requests.ts"],
  },
  // the manual is read from the folder beside
  server: { proxy: { "/api": "http://127.0.0.1:8090" }, fs: { allow: [".."] } },
});
