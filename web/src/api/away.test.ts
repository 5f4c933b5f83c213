import { describe, expect, it } from "vitest";
import { away, patientFetch } from "./away";

const change = () => new Request("http://127.0.0.1/api/jobs", { method: "POST", body: "typed" });
const refused = () =>
  new Response(JSON.stringify({ message: "The database does not answer.", faults: [] }), { status: 503 });

/** Answers one after the other, and what was known while each was waited for. */
function server(...answers: (() => Response)[]) {
  const sent: string[] = [];
  const seen: ReturnType<typeof away>[] = [];
  return {
    sent,
    seen,
    send: async (request: Request) => {
      sent.push(await request.text());
      const answer = answers.shift();
      if (!answer) throw new TypeError("failed to fetch");
      return answer();
    },
    pause: async () => {
      seen.push(away());
    },
  };
}

describe("a server that is away", () => {
  it("is asked again until it answers, with what was typed", async () => {
    const { send, pause, sent, seen } = server(
      refused,
      () => {
        throw new TypeError("failed to fetch");
      },
      () => new Response("{}", { status: 201 }),
    );
    const answer = await patientFetch(change(), send, pause);
    expect(answer.status).toBe(201);
    expect(sent).toEqual(["typed", "typed", "typed"]);
    expect(seen[0]).toEqual({ says: "The database does not answer.", waiting: 1 });
    expect(seen[1]?.says).toContain("Is it still running");
    expect(away()).toEqual({ says: null, waiting: 0 });
  });

  it("is no excuse for an answer that refuses", async () => {
    const { send, pause, sent } = server(() => new Response("{}", { status: 422 }));
    expect((await patientFetch(change(), send, pause)).status).toBe(422);
    expect(sent).toHaveLength(1);
  });

  it("is not asked again when nobody waits", async () => {
    const { send, pause } = server();
    const gone = new AbortController();
    gone.abort();
    const asked = new Request("http://127.0.0.1/api/jobs", { signal: gone.signal });
    await expect(patientFetch(asked, send, pause)).rejects.toThrow();
    expect(away()).toEqual({ says: null, waiting: 0 });
  });
});
