/** What `src/app/theme.ts` makes of the page itself and of buttons, as a style sheet: no script has to run for it. */
import { serializeStyles } from "@emotion/serialize";
import { compile, serialize, stringify } from "stylis";
import type { Plugin } from "vite";
import { system } from "./src/app/theme";

const NAME = "virtual:look.css";
const RESOLVED = `\0${NAME}`;

/** A button's classes: `button`, and `button-` with each of its variants and sizes. */
function buttons() {
  const { base, variants } = system.getRecipe("button");
  const looks = Object.values<Record<string, object>>(variants).flatMap((of) => Object.entries(of));
  const named = [["button", base], ...looks.map(([name, look]) => [`button-${name}`, look])];
  return named.map(([name, look]) => ({ "@layer recipes": { [`.${name}`]: system.css(look) } }));
}

/** The page's own styles, every token, and buttons, in the layers Chakra puts them in. */
function styleSheet(): string {
  const styles = [
    system.layers.atRule,
    system.getPreflightCss(),
    system.getGlobalCss(),
    system.getTokenCss(),
    ...buttons(),
  ] as Parameters<typeof serializeStyles>[0];
  return serialize(compile(serializeStyles(styles).styles), stringify);
}

/** `virtual:look.css`, to import where the page begins. */
export const look: Plugin = {
  name: "look",
  resolveId: (id) => (id === NAME ? RESOLVED : undefined),
  load: (id) => (id === RESOLVED ? styleSheet() : undefined),
};
