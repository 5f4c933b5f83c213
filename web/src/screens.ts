import type { ComponentType } from "react";

/** Every screen, each in a file of its own, and what is around several. */
export const SCREENS = {
  chakra: async () => (await import("./app/InChakra")).ChakraScreens,
  jobs: async () => (await import("./jobs/JobsScreen")).JobsScreen,
  job: async () => (await import("./app/JobScreens")).JobScreens,
  plan: async () => (await import("./plan/PlanScreen")).PlanScreen,
  openings: async () => (await import("./openings/OpeningsScreen")).OpeningsScreen,
  bench: async () => (await import("./bench/BenchScreen")).BenchScreen,
  pole: async () => (await import("./pole/PoleScreen")).PoleScreen,
  cut: async () => (await import("./cut/CutScreen")).CutScreen,
  order: async () => (await import("./order/OrderScreen")).OrderScreen,
  crew: async () => (await import("./crew/CrewScreen")).CrewScreen,
  enter: async () => (await import("./crew/EnterScreen")).EnterScreen,
  site: async () => (await import("./site/SiteFrame")).SiteFrame,
  siteWalls: async () => (await import("./site/SiteScreen")).SiteScreen,
  siteDay: async () => (await import("./site/DayScreen")).DayScreen,
  siteLog: async () => (await import("./site/LogScreen")).LogScreen,
  siteWall: async () => (await import("./site/WallScreen")).WallScreen,
  siteMarks: async () => (await import("./site/Caller")).Caller,
  siteBuild: async () => (await import("./site/WorkView")).BuildView,
  siteRaise: async () => (await import("./site/WorkView")).RaiseView,
  siteChecks: async () => (await import("./site/ChecksView")).ChecksView,
  siteWallLog: async () => (await import("./site/LogScreen")).WallLogScreen,
  history: async () => (await import("./history/HistoryScreen")).HistoryScreen,
  practice: async () => (await import("./practice/PracticeScreen")).PracticeScreen,
  questions: async () => (await import("./practice/QuestionsScreen")).QuestionsScreen,
  exercise: async () => (await import("./practice/ExerciseScreen")).ExerciseScreen,
  lesson: async () => (await import("./practice/LessonScreen")).LessonScreen,
  standards: async () => (await import("./standards/StandardsScreen")).StandardsScreen,
} satisfies Record<string, () => Promise<ComponentType>>;

export type ScreenName = keyof typeof SCREENS;

/**
 * A screen and the addresses below it, written as the router writes them: `:wall` is any word, `:wall?` may be left out.
 */
export interface Place {
  path: string;
  screen: ScreenName;
  children?: Place[];
}

/** Places whose screens are made of Chakra's components, which are fetched with the first of them. */
const inChakra = (...children: Place[]): Place => ({ path: "", screen: "chakra", children });

export const PLACES: Place[] = [
  {
    path: "jobs/:job",
    screen: "job",
    children: [
      {
        path: "site",
        screen: "site",
        children: [
          { path: "", screen: "siteWalls" },
          inChakra({ path: "day", screen: "siteDay" }, { path: "log", screen: "siteLog" }),
          {
            path: "walls/:wall",
            screen: "siteWall",
            children: [
              { path: "", screen: "siteMarks" },
              { path: "marks", screen: "siteMarks" },
              inChakra(
                { path: "build", screen: "siteBuild" },
                { path: "checks", screen: "siteChecks" },
                { path: "raise", screen: "siteRaise" },
                { path: "log", screen: "siteWallLog" },
              ),
            ],
          },
        ],
      },
      inChakra(
        { path: "", screen: "plan" },
        { path: "plan", screen: "plan" },
        { path: "openings", screen: "openings" },
        { path: "bench/:wall?", screen: "bench" },
        { path: "pole", screen: "pole" },
        { path: "cut", screen: "cut" },
        { path: "order", screen: "order" },
        { path: "history", screen: "history" },
        { path: "standards", screen: "standards" },
      ),
    ],
  },
  inChakra(
    { path: "", screen: "jobs" },
    { path: "crew", screen: "crew" },
    { path: "enter", screen: "enter" },
    { path: "practice", screen: "practice" },
    { path: "practice/questions", screen: "questions" },
    { path: "practice/:level/:number", screen: "exercise" },
    { path: "class/:place?", screen: "lesson" },
  ),
];

/**
 * The screens one above the other at an address; none where it leads nowhere.
 *
 * The router finds the same, but is itself a large part of what must be fetched first.
 */
export function screensAt(address: string, places = PLACES): ScreenName[] {
  const words = address.split("/").filter(Boolean);
  for (const { path, screen, children } of places) {
    const rest = after(path, words);
    if (rest === null) continue;
    if (rest.length === 0 && !children) return [screen];
    const below = screensAt(rest.join("/"), children ?? []);
    if (below.length > 0) return [screen, ...below];
  }
  return [];
}

/** What follows a path in an address, null where the address is not on it. */
function after(path: string, words: string[]): string[] | null {
  const parts = path.split("/").filter(Boolean);
  const fits = (part: string, word: string | undefined) =>
    word === undefined ? part.endsWith("?") : part.startsWith(":") || part === word;
  return parts.every((part, at) => fits(part, words[at])) ? words.slice(parts.length) : null;
}
