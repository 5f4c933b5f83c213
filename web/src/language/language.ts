/**
 * The language this page speaks. It is settled in the first script, before any other module is loaded, so that text may
 * stand wherever it is used, in tables of a module too; another language is chosen by loading the page again.
 *
 * English stands in the code. Any other language is a catalog in `src/language/catalogs`, named by its tag.
 */
import { i18n } from "@lingui/core";
import { compileMessage } from "@lingui/message-utils/compileMessage";

const ENGLISH = "en";
/** English with accents and half as long again, for tests of what stands in the code and of what fits. */
const MADE_UP = "en-XA";
/** A region whose dates look like none in English. */
const FAR_AWAY = "el";
/** A cookie, so that files fetched by a link are asked for in that language too. */
const CHOSEN = "bluff_language";

type Messages = Parameters<typeof i18n.loadAndActivate>[0]["messages"];

const CATALOGS = Object.fromEntries(
  Object.entries(import.meta.glob<{ messages: Messages }>(["./catalogs/*.po", "!./catalogs/en.po"])).map(
    ([path, load]) => [path.slice(path.lastIndexOf("/") + 1, -".po".length), load],
  ),
);

/** The languages there are, by their tags. */
export const LANGUAGES: readonly string[] = [ENGLISH, ...Object.keys(CATALOGS).sort()];

/** The language its person has chosen, as the server keeps it on this device; null where it is the browser's. */
export function chosenLanguage(): string | null {
  const kept = document.cookie.split("; ").find((cookie) => cookie.startsWith(`${CHOSEN}=`));
  return kept ? decodeURIComponent(kept.slice(CHOSEN.length + 1)) : null;
}

function preferred(): readonly string[] {
  const chosen = chosenLanguage();
  return chosen ? [chosen, ...navigator.languages] : navigator.languages;
}

/** The first of the tags somebody prefers that there is a language for, and the tag itself for its dates. */
export function bestOf(
  preferred: readonly string[],
  languages = LANGUAGES,
): { language: string; region: string } {
  for (const region of preferred) {
    if (region === MADE_UP) return { language: MADE_UP, region: FAR_AWAY };
    const language =
      languages.find((one) => one === region) ?? languages.find((one) => one === region.split("-")[0]);
    if (language) return { language, region };
  }
  return { language: ENGLISH, region: "en-US" };
}

/** Whether this page speaks another language than is chosen by now, and must be loaded again to follow. */
export function isInAnotherLanguage(): boolean {
  return i18n.locale !== bestOf(preferred()).language;
}

/** Loads the language of this page; nothing is put into words before. */
export async function settleLanguage(): Promise<void> {
  const { language, region } = bestOf(preferred());
  document.documentElement.lang = language;
  const catalog = CATALOGS[language];
  const mapped = language === MADE_UP ? (await import("./madeUp")).madeUp : undefined;
  const parsed = new Map<string, ReturnType<typeof compileMessage>>();
  i18n.setMessagesCompiler((text) => {
    const known = parsed.get(text) ?? compileMessage(text, mapped);
    parsed.set(text, known);
    return known;
  });
  const { messages } = catalog ? await catalog() : { messages: {} };
  i18n.load(language, messages);
  i18n.activate(language, [region]);
}
