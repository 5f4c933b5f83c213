import babel from "@rolldown/plugin-babel";
import react, { reactCompilerPreset } from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  // What did not change is not drawn anew: the compiler keeps it, no component says so itself.
  plugins: [react(), babel({ presets: [reactCompilerPreset({ panicThreshold: "all_errors" })] })],
  build: { target: "es2023", assetsInlineLimit: 0 },
  // For work on the front end: ./bluff start in one terminal, npm run dev in another.
  server: { host: "127.0.0.1", proxy: { "/api": "http://127.0.0.1:8460" } },
});
