import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [react(), tailwindcss()],
  // Keeps .gitkeep: the Go binary embeds dist, which must exist before a build.
  build: { emptyOutDir: false, assetsInlineLimit: 0 },
  server: { proxy: { "/api": "http://127.0.0.1:4170" } },
});
