import { setupI18n } from "@lingui/core";
import { generateMessageId } from "@lingui/message-utils/generateMessageId";
import { expect, test } from "vitest";
import { compiled } from "./catalogs";

const CATALOG = `
msgid ""
msgstr ""
"Language: es\\n"

msgid "Jobs"
msgstr "Trabajos"

msgid "Wall {0}"
msgstr "Muro {0}"

msgid "{count, plural, one {# wall} other {# walls}}"
msgstr "{count, plural, one {# muro} other {# muros}}"

msgid "Not translated yet"
msgstr ""
`;

/** The messages of a catalog that was made a module. */
async function loaded(source: string): Promise<Record<string, never>> {
  const module = await compiled(source, "es");
  const { messages } = await import(`data:text/javascript,${encodeURIComponent(module)}`);
  return messages;
}

test("a translation is found by its English, and what has none stays English", async () => {
  const i18n = setupI18n({ locale: "es", messages: { es: await loaded(CATALOG) } });
  const say = (message: string, values = {}) => i18n._(generateMessageId(message), values, { message });
  expect(say("Jobs")).toBe("Trabajos");
  expect(say("Wall {0}", { 0: "B" })).toBe("Muro B");
  expect(say("{count, plural, one {# wall} other {# walls}}", { count: 3 })).toBe("3 muros");
  expect(say("Not translated yet")).toBe("Not translated yet");
});

test("a translation that cannot be read is named", async () => {
  const broken = CATALOG.replace('msgstr "Muro {0}"', 'msgstr "Muro {0"');
  await expect(compiled(broken, "es")).rejects.toThrow(/es\.po.*Muro \{0/);
});
