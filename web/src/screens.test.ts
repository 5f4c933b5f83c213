import { matchRoutes, type RouteObject } from "react-router";
import { expect, test } from "vitest";
import { PLACES, type Place, screensAt } from "./screens";

const routes = (places: Place[]): RouteObject[] =>
  places.map(({ path, screen, children }) =>
    children
      ? { ...(path && { path }), handle: screen, children: routes(children) }
      : path === ""
        ? { index: true, handle: screen }
        : { path, handle: screen },
  );

const WORDS = [
  "7",
  "site",
  "walls",
  "day",
  "log",
  "marks",
  "checks",
  "bench",
  "plan",
  "crew",
  "jobs",
  "elsewhere",
];

/** Every way on from an address of at most so many words. */
const below = (address: string, words: number): string[] =>
  words === 0
    ? [address]
    : [address, ...WORDS.flatMap((word) => below(`${address.replace(/\/$/, "")}/${word}`, words - 1))];

test.each([
  ["/", ["chakra", "jobs"]],
  ["/jobs/7", ["job", "chakra", "plan"]],
  ["/jobs/7/bench", ["job", "chakra", "bench"]],
  ["/jobs/7/bench/Wall%20A", ["job", "chakra", "bench"]],
  ["/jobs/7/site", ["job", "site", "siteWalls"]],
  ["/jobs/7/site/day", ["job", "site", "chakra", "siteDay"]],
  ["/jobs/7/site/walls/A", ["job", "site", "siteWall", "siteMarks"]],
  ["/jobs/7/site/walls/day/checks", ["job", "site", "siteWall", "chakra", "siteChecks"]],
  ["/jobs/7/site/walls/A/checks/more", []],
  ["/elsewhere", []],
])("the screens at %s", (address, screens) => {
  expect(screensAt(address)).toEqual(screens);
});

test("what is fetched ahead is what the router shows", () => {
  const all = routes(PLACES);
  for (const address of [
    ...below("/", 2),
    ...below("/jobs/7", 2),
    ...below("/jobs/7/site", 2),
    ...below("/jobs/7/site/walls", 3),
  ]) {
    const shown = matchRoutes(all, address)?.map(({ route }) => route.handle) ?? [];
    expect(screensAt(address), address).toEqual(shown);
  }
  // Two thousand addresses, on a machine that does something else as well.
}, 30_000);
