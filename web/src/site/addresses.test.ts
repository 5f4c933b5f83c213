// @vitest-environment happy-dom

import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { answered, client } from "../api/client";
import { addresses } from "./addresses";
import { walkAsked } from "./held";

const HELD = {
  hook: "end",
  burn: true,
  on: "both",
  walk: "along",
  figures: "feet",
  reach: 25,
  isAloud: false,
} as const;

let requested: string[];

beforeEach(() => {
  requested = [];
  vi.stubGlobal("fetch", async (request: Request) => {
    const { pathname, search } = new URL(request.url);
    requested.push(pathname + search);
    return Response.json({});
  });
});

afterEach(() => vi.unstubAllGlobals());

const JOB = { params: { path: { job_id: "job-1" } } };
const wall = (wall_id: string) => ({ params: { path: { job_id: "job-1", wall_id } } });

describe("an address of the site", () => {
  it.each([
    ["the job", addresses.job("job-1"), () => client.GET("/api/jobs/{job_id}", JOB)],
    ["its walls", addresses.site("job-1"), () => client.GET("/api/jobs/{job_id}/site", JOB)],
    [
      "the log of a wall",
      addresses.log("job-1", "A 2"),
      () => client.GET("/api/jobs/{job_id}/site/log", { params: { ...JOB.params, query: { wall: "A 2" } } }),
    ],
    [
      "a wall's checks",
      addresses.checks("job-1", "Ä/1"),
      () => client.GET("/api/jobs/{job_id}/site/walls/{wall_id}/checks", wall("Ä/1")),
    ],
    [
      "a wall's stops, held somehow",
      addresses.stops("job-1", "A", HELD),
      () =>
        client.GET("/api/jobs/{job_id}/site/walls/{wall_id}/stops", {
          params: { path: { job_id: "job-1", wall_id: "A" }, query: walkAsked(HELD) },
        }),
    ],
    [
      "a wall's stops from its own end",
      addresses.stops("job-1", "A", { ...HELD, hook: null, reach: null, burn: false }),
      () =>
        client.GET("/api/jobs/{job_id}/site/walls/{wall_id}/stops", {
          params: {
            path: { job_id: "job-1", wall_id: "A" },
            query: walkAsked({ ...HELD, hook: null, reach: null, burn: false }),
          },
        }),
    ],
  ])("of %s is what the program asks, to the letter", async (_, address, ask) => {
    await answered(ask() as never);
    expect(requested).toEqual([address]);
  });
});
