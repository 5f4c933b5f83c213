import { keptStore } from "../device/keptStore";

const MOST = 30;

/** Lines entered on this device, the latest first. */
export const recentLines = keptStore("bluff-recent-lines", (stored) =>
  Array.isArray(stored)
    ? stored.filter((line): line is string => typeof line === "string").slice(0, MOST)
    : [],
);

/** Remember a line that was entered; one that is there already comes to the front. */
export function remember(line: string): void {
  const { value } = recentLines.getState();
  recentLines.setState({ value: [line, ...value.filter((other) => other !== line)].slice(0, MOST) });
}

/**
 * The line so many before the one that is typed: 0 is that one itself, as it stands.
 *
 * Only lines that begin as it does count, so that what is typed already says which of them is looked for.
 */
export function recalled(typed: string, back: number): { line: string; back: number } {
  const fitting = recentLines.getState().value.filter((line) => line !== typed && line.startsWith(typed));
  const at = Math.max(0, Math.min(back, fitting.length));
  return { line: at === 0 ? typed : (fitting[at - 1] ?? typed), back: at };
}
