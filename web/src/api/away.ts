import { t } from "@lingui/core/macro";
import { create } from "zustand";
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

const GONE = t`Bluff does not answer. Is it still running where it was started?`;
const FIRST_PAUSE = 500;
const LONGEST_PAUSE = 4_000;

const useStore = create<Away>(() => ({ says: null, isOut: false, waiting: 0 }));
/** Requests that wait until somebody signs in. */
let outside: (() => void)[] = [];
let kept = 0;

/** Every answer tells how the server is: what shows it is drawn again only where that is news. */
function tell(next: Partial<Away>) {
  const now = useStore.getState();
  const all = { ...now, ...next };
  if (all.says !== now.says || all.isOut !== now.isOut || all.waiting !== now.waiting) useStore.setState(all);
}

/** Somebody signed in: whatever waited for that is sent again. */
export function signedIn() {
  tell({ isOut: false });
  const waited = outside;
  outside = [];
  for (const enter of waited) enter();
}

/**
 * As `fetch`, but never gives up on a server that is away, or that asks who this is: it asks again until it answers.
 *
 * So nothing that was typed is lost: the caller goes on waiting, and a change has a key by which it is made
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
      tell({ says: null, waiting: away().waiting - (isWaiting && isChange ? 1 : 0) });
      return response;
    }
    tell({
      says: isOut ? null : says,
      isOut,
      waiting: away().waiting + (!isWaiting && isChange ? 1 : 0),
    });
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

/** Whether the server is away, for screens that show it. */
export function useAway(): Away {
  return useStore();
}

/** How many answers so far were what this device had kept, in place of the server's. */
export function keptAnswers(): number {
  return kept;
}

/** As `useAway`, at this moment. */
export function away(): Away {
  return useStore.getState();
}
