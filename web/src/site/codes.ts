const JOB = /^\/jobs\/([0-9a-f-]{36})(?:\/bench\/([^/]+))?/;

/** Where a code on a sheet or a label leads on the site: its job, wall or piece. Null for a code that is none of ours. */
export function placeOf(text: string): string | null {
  if (!URL.canParse(text)) return null;
  // Whatever the server was called when it was printed: it is this one that is asked.
  const { pathname, searchParams } = new URL(text);
  const [, job, wall] = JOB.exec(pathname) ?? [];
  if (!job) return null;
  if (!wall) return `/jobs/${job}/site`;
  const piece = searchParams.get("piece");
  return `/jobs/${job}/site/walls/${wall}/build${piece ? `?piece=${encodeURIComponent(piece)}` : ""}`;
}
