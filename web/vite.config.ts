import { readFile, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { promisify } from "node:util";
import { brotliCompress } from "node:zlib";
import babel from "@rolldown/plugin-babel";
import react, { reactCompilerPreset } from "@vitejs/plugin-react";
import { defineConfig, type Plugin } from "vite";
import { VitePWA } from "vite-plugin-pwa";

const compress = promisify(brotliCompress);

/** Scripts and styles once more, as small as they get, beside themselves: whoever takes them so is sent those. */
const packed: Plugin = {
  name: "packed",
  apply: "build",
  async writeBundle({ dir = "" }, bundle) {
    const files = Object.keys(bundle).filter((name) => /\.(js|css)$/.test(name));
    const pack = async (name: string) => {
      const path = join(dir, name);
      await writeFile(`${path}.br`, await compress(await readFile(path)));
    };
    await Promise.all(files.map(pack));
  },
};

/** The program as a browser keeps it, to start without a net; `src/sw.ts` says how. */
const kept = VitePWA({
  strategies: "injectManifest",
  srcDir: "src",
  filename: "sw.ts",
  injectRegister: false,
  injectManifest: { globPatterns: ["**/*.{js,css,html,svg,woff2}"] },
  manifest: {
    name: "Bluff",
    short_name: "Bluff",
    description: "Lay out wall plates and frame walls.",
    display: "standalone",
    start_url: "/",
    background_color: "#f5f0e6",
    theme_color: "#f5f0e6",
    icons: [192, 512].flatMap((size) =>
      ["any", "maskable"].map((purpose) => ({
        src: `/bluff-${size}.png`,
        sizes: `${size}x${size}`,
        type: "image/png",
        purpose,
      })),
    ),
  },
});

export default defineConfig({
  // What did not change is not drawn anew: the compiler keeps it. What breaks a rule of React fails the build.
  plugins: [
    react(),
    babel({ presets: [reactCompilerPreset({ panicThreshold: "all_errors" })] }),
    kept,
    packed,
  ],
  build: { target: "es2023", assetsInlineLimit: 0, manifest: true },
  // For work on the front end: ./bluff start in one terminal, npm run dev in another.
  server: { host: "127.0.0.1", proxy: { "/api": "http://127.0.0.1:8460" } },
});
