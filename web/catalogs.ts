import { basename } from "node:path";
import { createCompiledCatalog } from "@lingui/cli/api";
import { formatter } from "@lingui/format-po";
import type { Plugin } from "vite";

/** Catalogs of languages other than English, as modules. */
export const catalogs: Plugin = {
  name: "catalogs",
  async transform(source, id) {
    if (!id.endsWith(".po")) return null;
    return { code: await compiled(source, basename(id, ".po")), map: null };
  },
};

/**
 * A catalog as a module; a message without a translation is left out and stays English.
 *
 * @throws A translation whose fields or plurals cannot be read, with which one it is.
 */
export async function compiled(source: string, language: string): Promise<string> {
  const entries = await formatter().parse(source, {
    locale: language,
    sourceLocale: "en",
    filename: language,
  });
  const translated = Object.entries(entries).flatMap(([key, { translation }]) =>
    translation ? [[key, translation]] : [],
  );
  const { source: module, errors } = createCompiledCatalog(language, Object.fromEntries(translated), {
    namespace: "es",
  });
  const [error] = errors;
  if (error) throw new Error(`${language}.po, “${error.source}”: ${error.error.message}`);
  return module;
}
