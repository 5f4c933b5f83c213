/**
 * The first script of the page, small and there at once: what the screens at this address are made of, and what they
 * ask the server for, is fetched beside the program that shows them, not after it.
 */
import "virtual:look.css";
import "@fontsource-variable/sofia-sans/wght.css";
import "@fontsource-variable/sofia-sans-condensed/wght.css";
import { settleLanguage } from "./language/language";
import { SCREENS, type ScreenName, screensAt } from "./screens";
import { addresses } from "./site/addresses";
import { heldNow } from "./site/held";

const { pathname } = window.location;
const screens = screensAt(pathname);
for (const href of [addresses.session, ...askedAt(pathname, screens)]) {
  // The answer is kept until the program asks the same.
  const link = Object.assign(document.createElement("link"), { rel: "preload", as: "fetch", href });
  link.crossOrigin = "anonymous";
  document.head.append(link);
}

// Text stands in the modules below, put into words as they are loaded.
void settleLanguage().then(() => {
  void import("./main");
  for (const screen of screens) {
    // What does not come now is asked for again by the router, which says so.
    void SCREENS[screen]().catch(() => undefined);
  }
});

/** What the screens at an address ask first: the job they are of, its walls on the site, or the marks of one that is called. */
function askedAt(address: string, screens: ScreenName[]): string[] {
  if (screens[0] !== "job") return [];
  const [, , job = "", , , wall = ""] = address.split("/");
  const opened = addresses.job(job);
  if (screens.at(-1) === "siteWalls") return [opened, addresses.site(job)];
  if (screens.at(-1) !== "siteMarks") return [opened];
  return [opened, addresses.stops(job, decodeURIComponent(wall), heldNow())];
}
