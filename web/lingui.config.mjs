import { readdirSync } from "node:fs";
import { fileURLToPath } from "node:url";
import { formatter } from "@lingui/format-po";

const CATALOGS = fileURLToPath(new URL("src/language/catalogs", import.meta.url));
const named = (file) => file.slice(0, -".po".length);

/** English stands in the code; every other language is a catalog, and there is none without one. */
export default {
  sourceLocale: "en",
  locales: [
    "en",
    ...readdirSync(CATALOGS)
      .filter((file) => file.endsWith(".po"))
      .map(named),
  ],
  catalogs: [
    {
      path: "<rootDir>/src/language/catalogs/{locale}",
      include: ["<rootDir>/src"],
      exclude: ["**/*.test.*", "**/*.gen.ts"],
    },
  ],
  format: formatter({ lineNumbers: false }),
};
