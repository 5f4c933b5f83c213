import { useSyncExternalStore } from "react";
import { Workbox } from "workbox-window";

/** A newer program that waits until somebody changes over to it; null while there is none. */
let newer: (() => void) | null = null;
const listeners = new Set<() => void>();

/**
 * Keep the program on this device, so that it starts without a signal.
 *
 * A newer one is fetched beside, and takes over when somebody says so: never under a hand that marks or measures.
 */
export function keepProgram() {
  if (!("serviceWorker" in navigator) || import.meta.env.DEV) return;
  const worker = new Workbox("/sw.js");
  worker.addEventListener("waiting", () => {
    newer = () => {
      worker.addEventListener("controlling", () => window.location.reload());
      worker.messageSkipWaiting();
    };
    for (const listener of listeners) listener();
  });
  void worker.register().catch(() => {
    // A browser that keeps nothing goes on as any page does.
  });
}

export function useNewer(): (() => void) | null {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => newer,
  );
}
