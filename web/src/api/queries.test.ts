// @vitest-environment happy-dom
import { QueryClient } from "@tanstack/react-query";
import { expect, it, vi } from "vitest";
import { jobKey, jobQuery } from "./queries";

const at = (revision: number) => ({ id: "7", revision });

/** What is known of a job at revision 2 once it was asked for, where something is done before the answer comes. */
async function asked(answer: object, meanwhile: (queries: QueryClient) => void) {
  const queries = new QueryClient();
  queries.setQueryData(jobKey("7"), at(2));
  vi.stubGlobal("fetch", async () => {
    meanwhile(queries);
    return Response.json(answer);
  });
  await queries.fetchQuery(jobQuery("7"));
  vi.unstubAllGlobals();
  return queries.getQueryData(jobKey("7"));
}

it("an answer from before a change that was made meanwhile does not undo it", async () => {
  const changed = await asked(at(2), (queries) => queries.setQueryData(jobKey("7"), at(3)));
  expect(changed).toEqual(at(3));
});

it("what somebody else changed on top of it is shown", async () => {
  const changed = await asked(at(4), (queries) => queries.setQueryData(jobKey("7"), at(3)));
  expect(changed).toEqual(at(4));
});

it("a server that was set back is believed", async () => {
  expect(await asked(at(1), () => undefined)).toEqual(at(1));
});
