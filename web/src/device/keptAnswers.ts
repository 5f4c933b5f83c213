import { dated, OFFLINE, PATIENCE } from "./kept";

/**
 * Answer a question of the page: the server does where it can in time, and what was kept of its answer otherwise. An
 * answer that the server gives takes the place of what was kept, also where it came too late for this question.
 */
export async function answerTo(request: Request): Promise<Response> {
  const kept = await keptAnswer(request);
  if (!kept) return fetch(request);
  const answer = await inTime(request);
  if (answer && answer.status < 500) return answer;
  return kept;
}

/** What was kept of an answer when a job was saved for offline, or the last one since. */
async function keptAnswer(request: Request): Promise<Response | undefined> {
  for (const name of await caches.keys()) {
    if (!name.startsWith(OFFLINE)) continue;
    const found = await (await caches.open(name)).match(request, alike(request));
    if (found) return found;
  }
  return undefined;
}

/** The server's answer, if it comes before anybody gives up. */
async function inTime(request: Request): Promise<Response | null> {
  const answer = fetch(request).catch(() => null);
  const late = new Promise<null>((resolve) => setTimeout(() => resolve(null), PATIENCE));
  const first = await Promise.race([answer, late]);
  void answer.then(async (it) => {
    if (it?.ok) await renew(request, it.clone());
  });
  return first?.clone() ?? null;
}

async function renew(request: Request, answer: Response): Promise<void> {
  for (const name of await caches.keys()) {
    if (!name.startsWith(OFFLINE)) continue;
    const cache = await caches.open(name);
    const [kept] = await cache.keys(request, alike(request));
    if (kept) await cache.put(kept, await dated(answer.clone()));
  }
}

/** What is taken for the same question: the day is asked for from now on, and what was planned before is better than none. */
function alike(request: Request): CacheQueryOptions {
  return { ignoreVary: true, ignoreSearch: new URL(request.url).pathname.endsWith("/site/day") };
}
