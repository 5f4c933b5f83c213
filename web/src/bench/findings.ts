import type { Finding } from "../api/client";

/** Findings of one kind, never none. */
export type Group = readonly [Finding, ...Finding[]];

/** So many more of one kind are put behind the first. */
export const MANY = 2;

/** Findings by kind, each kind where its first one stood. */
export function alike(findings: readonly Finding[]): Group[] {
  const groups = new Map<string, [Finding, ...Finding[]]>();
  for (const finding of findings) {
    const kind = `${finding.severity} ${finding.code}`;
    const group = groups.get(kind);
    if (group) group.push(finding);
    else groups.set(kind, [finding]);
  }
  return [...groups.values()];
}

/** What tells a finding from the others of its wall. */
export function keyOf({ code, at, text }: Finding): string {
  return `${code} ${at} ${text}`;
}
