import { readFile, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { promisify } from "node:util";
import { brotliCompress } from "node:zlib";
import babel from "@rolldown/plugin-babel";
import react, { reactCompilerPreset } from "@vitejs/plugin-react";
import { defineConfig, type Plugin } from "vite";

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

export default defineConfig({
  // What did not change is not drawn anew: the compiler keeps it. What breaks a rule of React fails the build.
  plugins: [react(), babel({ presets: [reactCompilerPreset({ panicThreshold: "all_errors" })] }), packed],
  build: { target: "es2023", assetsInlineLimit: 0, manifest: true },
  // For work on the front end: ./bluff start in one terminal, npm run dev in another.
  server: { host: "127.0.0.1", proxy: { "/api": "http://127.0.0.1:8460" } },
});
