// @vitest-environment happy-dom

import { QueryClient, QueryObserver } from "@tanstack/react-query";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { AS_OF } from "../device/kept";

const onArrival = vi.hoisted(() => vi.fn());
const renewSoon = vi.hoisted(() => vi.fn());
vi.mock("../outbox/outbox", () => ({ onArrival }));
vi.mock("./offlineCopy", () => ({ renewSoon }));

const { lookOnArrival } = await import("./arrivals");
const { patientFetch } = await import("../api/away");

const JOB = "job-1";

/** What the server, or this device in its place, answers. */
let answer: () => Response;
let queries: QueryClient;

/** Asks as the screens do: of the server, through what never gives up on it. */
async function ask(): Promise<string> {
  return (await patientFetch(new Request("http://bluff/api/site"), async () => answer())).json();
}

/** A screen that shows the site of a job. */
function look(key: string, job = JOB) {
  const seen: (string | undefined)[] = [];
  const observer = new QueryObserver(queries, { queryKey: [key, job, "walls"], queryFn: ask });
  const leave = observer.subscribe(({ data }) => seen.push(data));
  return { seen, leave };
}

beforeEach(() => {
  queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  answer = () => Response.json("new");
  vi.stubGlobal("fetch", async () => answer());
  lookOnArrival(queries);
});

afterEach(() => {
  queries.clear();
  vi.clearAllMocks();
  vi.unstubAllGlobals();
});

const arrived = () => onArrival.mock.lastCall?.[0](JOB, ["A"]);

describe("once the server has this device's entries", () => {
  it("every screen that shows it reads it again, and what is saved of its walls is read again soon", async () => {
    answer = () => Response.json("old");
    const screens = ["site", "marked", "cutting"].map((key) => look(key));
    await vi.waitFor(() => expect(screens.map(({ seen }) => seen.at(-1))).toEqual(["old", "old", "old"]));
    answer = () => Response.json("new");
    expect(await arrived()).toBe(true);
    expect(screens.map(({ seen }) => seen.at(-1))).toEqual(["new", "new", "new"]);
    expect(renewSoon).toHaveBeenCalledWith(JOB, ["A"]);
    for (const { leave } of screens) leave();
  });

  it("a screen that waits for its first answer asks again after it, which may be from before", async () => {
    let give = (_: Response) => {};
    let requests = 0;
    const observer = new QueryObserver(queries, {
      queryKey: ["site", JOB, "walls"],
      queryFn: async () => {
        requests += 1;
        if (requests > 1) return "new";
        return (await new Promise<Response>((resolve) => (give = resolve))).json();
      },
    });
    const leave = observer.subscribe(() => {});
    await vi.waitFor(() => expect(requests).toBe(1));
    const read = arrived();
    give(Response.json("old"));
    expect(await read).toBe(true);
    expect(observer.getCurrentResult().data).toBe("new");
    leave();
  });

  it("another job's screens are left as they are", async () => {
    answer = () => Response.json("old");
    const other = look("site", "job-2");
    await vi.waitFor(() => expect(other.seen.at(-1)).toBe("old"));
    answer = () => Response.json("new");
    await arrived();
    expect(other.seen.at(-1)).toBe("old");
    other.leave();
  });

  it("it stays on this device where this device answered in place of the server", async () => {
    const screen = look("site");
    await vi.waitFor(() => expect(screen.seen.at(-1)).toBe("new"));
    answer = () => Response.json("kept", { headers: { [AS_OF]: "yesterday" } });
    expect(await arrived()).toBe(false);
    screen.leave();
  });
});
