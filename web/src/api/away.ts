import { useSyncExternalStore } from "react";
import { heardFrom } from "../device/deviceClock";
import { AS_OF } from "../device/kept";

/** That the server, or its database, does not answer, or asks who this is; and what waits for it. */
export interface Away {
  /** What is the matter; null while it answers. */
  says: string | null;
  /** Whether nobody is signed in. */
  isOut: boolean;
  /** How many changes wait to go in. */
  waiting: number;
}

const GONE = "Bluff does not answer. Is it still running where it was started?";
const FIRST_PAUSE = 500;
const LONGEST_PAUSE = 4_000;
const HERE: Away = { says: null, isOut: false, waiting: 0 };

let now: Away = HERE;
const listeners = new Set<() => void>();
/** Whoever waits for somebody to sign in. */
let outside: (() => void)[] = [];
let kept = 0;

function become(next: Partial<Away>) {
  const all = { ...now, ...next };
  now = all.says === null && !all.isOut && all.waiting === 0 ? HERE : all;
  for (const listener of listeners) listener();
}

/** Somebody signed in: whatever waited for that is sent again. */
export function signedIn() {
  become({ isOut: false });
  const waited = outside;
  outside = [];
  for (const enter of waited) enter();
}

/**
 * As `fetch`, but never gives up on a server that is away, or that asks who this is: it asks again until it answers.
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
    const isOut = response?.status === 401 && !isSigningIn(request);
    if (response && !isOut) {
      if (response.headers.has(AS_OF)) kept += 1;
      become({ says: null, waiting: now.waiting - (isWaiting && isChange ? 1 : 0) });
      return response;
    }
    become({ says: isOut ? null : says, isOut, waiting: now.waiting + (!isWaiting && isChange ? 1 : 0) });
    isWaiting = true;
    await (isOut ? new Promise<void>((enter) => outside.push(enter)) : pause(wait));
  }
}

/** Signing in is answered that it failed by the same number as everything that needs it. */
function isSigningIn(request: Request): boolean {
  return request.method !== "GET" && new URL(request.url).pathname.startsWith("/api/session");
}

async function attempt(
  request: Request,
  send: (request: Request) => Promise<Response>,
): Promise<{ response: Response | null; says: string }> {
  try {
    const response = await send(request.clone());
    heardFrom(response);
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

/** How many answers so far were what this device had kept, in place of the server's. */
export function keptAnswers(): number {
  return kept;
}

/** For tests. */
export function away(): Away {
  return now;
}
