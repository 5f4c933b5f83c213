import { create } from "zustand";
import { holdStill } from "../outbox/outbox";

/** Changes over to a newer program that waits for it; null while there is none. */
const useUpdate = create<{ newer: (() => void) | null }>(() => ({ newer: null }));

/**
 * Keep the program on this device, so that it starts without a signal.
 *
 * The first time it is fetched once the first screen is shown, which it would hold up otherwise. A newer one is fetched
 * beside at any time, and takes over when somebody says so: never under a hand that marks or measures.
 */
export async function keepProgram(shown: Promise<void>) {
  if (!("serviceWorker" in navigator) || import.meta.env.DEV) return;
  if (!navigator.serviceWorker.controller) await shown;
  // A browser that keeps nothing goes on as any page does.
  const kept = await navigator.serviceWorker.register("/sw.js").catch(() => null);
  if (!kept) return;
  // The browser looks for a newer one by itself, and may be at any point of it by now.
  const look = () => {
    if (kept.waiting && navigator.serviceWorker.controller) offer(kept.waiting);
    kept.installing?.addEventListener("statechange", look);
  };
  kept.addEventListener("updatefound", look);
  look();
}

function offer(waiting: ServiceWorker) {
  const newer = () => {
    const { serviceWorker } = navigator;
    serviceWorker.addEventListener("controllerchange", () => window.location.reload(), { once: true });
    holdStill();
    waiting.postMessage({ type: "SKIP_WAITING" });
  };
  useUpdate.setState({ newer });
}

export function useNewer(): (() => void) | null {
  return useUpdate(({ newer }) => newer);
}
