import { createStore, type StoreApi } from "zustand/vanilla";

/**
 * A store whose value stays on this device, in local storage under a key.
 *
 * `read` makes the value of what was stored: `null` the first time, and anything at all where another version stored
 * it, text that is no JSON as it is. It knows nothing of React, since the page's first script reads such values too and
 * waits for no more than it must; screens read it with `useStore`. A device that stores nothing keeps the value as long as the page is open.
 */
export function keptStore<T>(key: string, read: (stored: unknown) => T): StoreApi<{ value: T }> {
  const store = createStore(() => ({ value: read(stored(key)) }));
  store.subscribe(({ value }) => {
    try {
      localStorage.setItem(key, JSON.stringify(value));
    } catch {
      // Full, or nothing may be stored here.
    }
  });
  return store;
}

function stored(key: string): unknown {
  let text: string | null = null;
  try {
    text = localStorage.getItem(key);
    return JSON.parse(text ?? "null");
  } catch {
    return text;
  }
}
