// @vitest-environment happy-dom

import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { keptStore } from "./keptStore";

const KEY = "kept";
const open = () => keptStore<number>(KEY, (stored) => (typeof stored === "number" ? stored : 16));

beforeEach(() => localStorage.clear());
afterEach(() => vi.unstubAllGlobals());

describe("a value that stays on this device", () => {
  it("is the usual one the first time, and the next time what it was set to", () => {
    const first = open();
    expect(first.getState().value).toBe(16);
    first.setState({ value: 24 });
    expect(open().getState().value).toBe(24);
  });

  it.each(['{"value":', "null", '"24"', "yes"])("is the usual one where %s is stored", (text) => {
    localStorage.setItem(KEY, text);
    expect(open().getState().value).toBe(16);
  });

  it("is handed what an older version stored as bare text", () => {
    localStorage.setItem(KEY, "yes");
    expect(keptStore(KEY, (stored) => stored === "yes").getState().value).toBe(true);
  });

  it("lasts as long as the page is open where nothing can be stored", () => {
    vi.stubGlobal("localStorage", {
      getItem: () => null,
      setItem() {
        throw new DOMException("full", "QuotaExceededError");
      },
    });
    const store = open();
    store.setState({ value: 24 });
    expect(store.getState().value).toBe(24);
    expect(open().getState().value).toBe(16);
  });
});
