import { useSyncExternalStore } from "react";

/** That the server, or its database, does not answer, and what waits for it. */
export interface Away {
  /** What is the matter; null while it answers. */
  says: string | null;
  /** How many changes wait to go in. */
  waiting: number;
}

const GONE = "Bluff does not answer. Is it still running where it was started?";
const FIRST_PAUSE = 500;
const LONGEST_PAUSE = 4_000;
const HERE: Away = { says: null, waiting: 0 };

let now: Away = HERE;
const listeners = new Set<() => void>();

function become(next: Away) {
  now = next.says === null && next.waiting === 0 ? HERE : next;
  for (const listener of listeners) listener();
}

/**
 * As `fetch`, but never gives up on a server that is away: it asks again until it answers.
 *
 * So nothing that was typed is lost: whoever sent it goes on waiting, and a change has a key by which it is made
 * once, however often it is sent.
 */
export async function patientFetch(
  request: Request,
  send: (request: Request) => Promise<Response> = fetch,
  pause: (milliseconds: number) => Promise<void> = sleep,
): Promise<Response> {
  const isChange = request.method !== "GET";
  let isWaiting = false;
  for (let wait = FIRST_PAUSE; ; wait = Math.min(2 * wait, LONGEST_PAUSE)) {
    const { response, says } = await attempt(request, send);
    if (response) {
      become({ says: null, waiting: now.waiting - (isWaiting && isChange ? 1 : 0) });
      return response;
    }
    become({ says, waiting: now.waiting + (!isWaiting && isChange ? 1 : 0) });
    isWaiting = true;
    await pause(wait);
  }
}

async function attempt(
  request: Request,
  send: (request: Request) => Promise<Response>,
): Promise<{ response: Response | null; says: string }> {
  try {
    const response = await send(request.clone());
    if (response.status !== 503) return { response, says: "" };
    const body: unknown = await response.json().catch(() => null);
    const isSaid = typeof body === "object" && body !== null && "message" in body;
    return { response: null, says: isSaid ? String(body.message) : GONE };
  } catch (error) {
    // A question nobody waits for any more is not asked again.
    if (request.signal.aborted) throw error;
    return { response: null, says: GONE };
  }
}

function sleep(milliseconds: number): Promise<void> {
  return new Promise((resolve) => setTimeout(resolve, milliseconds));
}

/** Whether the server is away, for whoever shows it. */
export function useAway(): Away {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => now,
  );
}

/** For tests. */
export function away(): Away {
  return now;
}
