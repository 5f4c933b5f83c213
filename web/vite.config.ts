/// <reference types="vitest/config" />
import { readFile, writeFile } from "node:fs/promises";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { promisify } from "node:util";
import { brotliCompress, constants } from "node:zlib";
import babel from "@rolldown/plugin-babel";
import react, { reactCompilerPreset } from "@vitejs/plugin-react";
import { defineConfig, type Plugin } from "vite";
import { VitePWA } from "vite-plugin-pwa";
import { catalogs } from "./catalogs";
import { look } from "./look";

const compress = promisify(brotliCompress);
/** In bytes. */
const LARGE = 1_000_000;

/**
 * What a phone needs to see the walls and call their marks is one file, and the other screens of the site with all that they are made of are
 * another: on a phone each file costs a way there and back, however small it is. What fetches a file, and what the
 * first script asks for, stays out of both, since that script waits for nothing else.
 */
const HELPER = {
  name: "helper",
  test: /preload-helper|\/site\/(held|addresses)|keptStore|zustand\/esm\/vanilla|\/src\/language\/|@lingui\/(core|message-utils)|@messageformat|\/moo\//,
  priority: 2,
};
const CALLER = {
  name: "caller",
  test: /\/src\/site\/(arrivals|SiteFrame|SiteScreen|WallScreen|Caller)\.tsx?/,
  priority: 1,
};
const SITE = { name: "site", test: /\/src\/site\// };

/** Scripts and styles once more, as small as they get, beside themselves: clients that accept them are sent those. */
const packed: Plugin = {
  name: "packed",
  apply: "build",
  async writeBundle({ dir = "" }, bundle) {
    const files = Object.keys(bundle).filter((name) => /\.(m?js|css|wasm)$/.test(name));
    const pack = async (name: string) => {
      const path = join(dir, name);
      const file = await readFile(path);
      // The last percents of something large take longer than anybody saves by them.
      const quality = file.length > LARGE ? 6 : constants.BROTLI_MAX_QUALITY;
      const params = { [constants.BROTLI_PARAM_QUALITY]: quality };
      await writeFile(`${path}.br`, await compress(file, { params }));
    };
    await Promise.all(files.map(pack));
  },
};

/** What the first script fetches first is asked for by the page already. */
const program: Plugin = {
  name: "program",
  apply: "build",
  transformIndexHtml: {
    order: "post",
    handler: (_html, { bundle = {} }) => {
      const scripts = Object.values(bundle).filter((file) => file.type === "chunk");
      const main = scripts.find((chunk) => chunk.facadeModuleId?.endsWith("/src/main.tsx"));
      const wanted = main ? [main.fileName, ...main.imports] : [];
      return wanted.map((file) => ({
        tag: "link",
        attrs: { rel: "modulepreload", crossorigin: true, href: `/${file}` },
        injectTo: "head" as const,
      }));
    },
  },
};

/** What the browser's own Python is made of, as it looks for it; `src/site/core` runs the core in it. */
const python: Plugin = {
  name: "python",
  apply: "build",
  async buildStart() {
    const home = dirname(fileURLToPath(import.meta.resolve("pyodide/package.json")));
    const { version } = JSON.parse(await readFile(join(home, "package.json"), "utf8"));
    for (const name of ["pyodide.asm.mjs", "pyodide.asm.wasm", "python_stdlib.zip", "pyodide-lock.json"]) {
      const source = await readFile(join(home, name));
      this.emitFile({ type: "asset", fileName: `assets/python-${version}/${name}`, source });
    }
  },
};

/** The program as a browser keeps it, to start without a net; `src/sw.ts` says how. */
const kept = VitePWA({
  strategies: "injectManifest",
  srcDir: "src",
  filename: "sw.ts",
  injectRegister: false,
  injectManifest: {
    globPatterns: ["**/*.{js,css,html,svg,wav,wasm,woff2}"],
    // Taken along with the first job, not with the program.
    globIgnores: ["assets/python-*/**"],
  },
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
    babel({
      // The English text stays in the code; catalogs of other languages are looked up by it.
      plugins: [["@lingui/babel-plugin-lingui-macro", { descriptorFields: "message" }]],
      presets: [reactCompilerPreset({ panicThreshold: "all_errors" })],
    }),
    look,
    catalogs,
    program,
    python,
    kept,
    packed,
  ],
  worker: { format: "es" },
  test: { setupFiles: ["src/language/forTests.ts"] },
  build: {
    target: "es2023",
    assetsInlineLimit: 0,
    manifest: true,
    rolldownOptions: { output: { codeSplitting: { groups: [HELPER, CALLER, SITE] } } },
  },
  // For work on the front end: ./bluff start in one terminal, npm run dev in another.
  server: { host: "127.0.0.1", proxy: { "/api": "http://127.0.0.1:8460" } },
});
