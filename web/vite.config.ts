import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [react()],
  build: { target: "es2023", assetsInlineLimit: 0 },
  // For work on the front end: ./bluff start in one terminal, npm run dev in another.
  server: { host: "127.0.0.1", proxy: { "/api": "http://127.0.0.1:8460" } },
});
