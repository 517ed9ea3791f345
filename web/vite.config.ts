import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

export default defineConfig({
  plugins: [react(), tailwindcss()],
  test: { setupFiles: ["src/testing/requests.ts"] },
  server: { proxy: { "/api": "http://127.0.0.1:8090" } },
});
