/**
 * The first script of the page, small and there at once: what the screens at this address are made of, and what they
 * ask the server for, is fetched beside the program that shows them, not after it.
 */
import "@fontsource-variable/sofia-sans/wght.css";
import "@fontsource-variable/sofia-sans-condensed/wght.css";
import { SCREENS, screensAt } from "./screens";

void import("./main");
const { pathname } = window.location;
const screens = screensAt(pathname);
for (const screen of screens) {
  // What does not come now is asked for again by the router, which says so.
  void SCREENS[screen]().catch(() => undefined);
}
const asked = ["/api/session"];
if (screens[0] === "job") asked.push(`/api${pathname.split("/").slice(0, 3).join("/")}`);
for (const href of asked) {
  // The answer is kept until the program asks the same.
  const link = Object.assign(document.createElement("link"), { rel: "preload", as: "fetch", href });
  link.crossOrigin = "anonymous";
  document.head.append(link);
}
