import { create } from "zustand";
import { holdStill } from "../outbox/outbox";

/** A browser changes over within two seconds, or only after minutes. */
const SOON = 5_000;

/** Changes over to a newer program that waits for it; null while there is none. */
const useUpdate = create<{ newer: (() => void) | null }>(() => ({ newer: null }));

/**
 * Keep the program on this device, so that it starts without a signal.
 *
 * The first time it is fetched once the first screen is shown, which it would hold up otherwise. A newer one is fetched
 * beside at any time, and takes over when somebody presses Update: never while they mark or measure.
 */
export async function keepProgram(shown: Promise<void>) {
  if (!("serviceWorker" in navigator) || import.meta.env.DEV) return;
  if (!navigator.serviceWorker.controller) await shown;
  // A browser that keeps nothing goes on as any page does.
  const kept = await navigator.serviceWorker.register("/sw.js").catch(() => null);
  if (!kept) return;
  // The browser looks for a newer one by itself, and may be at any point of it by now.
  const look = () => {
    if (kept.waiting && navigator.serviceWorker.controller) offer(kept, kept.waiting);
    kept.installing?.addEventListener("statechange", look);
  };
  kept.addEventListener("updatefound", look);
  look();
}

function offer(kept: ServiceWorkerRegistration, waiting: ServiceWorker) {
  const newer = () => {
    let isStuck = true;
    navigator.serviceWorker.addEventListener(
      "controllerchange",
      () => {
        isStuck = false;
        window.location.reload();
      },
      { once: true },
    );
    holdStill();
    waiting.postMessage({ type: "SKIP_WAITING" });
    window.setTimeout(async () => {
      if (isStuck && (await serverAnswers()) && isStuck) await startOver(kept);
    }, SOON);
  };
  useUpdate.setState({ newer });
}

/**
 * Forget the program that is kept, and start from the server's as on a first visit.
 *
 * A browser waits until the program before has answered all that it was asked. Now and then a page that was reloaded in
 * the middle of a question leaves one open for good, and the browser gives up on it after five minutes. What jobs were
 * saved for offline, and the entries on this device, are kept apart from the program. Without a signal there would be
 * nothing to start from: then the browser's five minutes are waited for.
 */
async function startOver(kept: ServiceWorkerRegistration): Promise<void> {
  await kept.unregister();
  window.location.reload();
}

async function serverAnswers(): Promise<boolean> {
  return fetch("/healthz", { cache: "no-store" }).then(
    ({ ok }) => ok,
    () => false,
  );
}

export function useNewer(): (() => void) | null {
  return useUpdate(({ newer }) => newer);
}
