import { describe, expect, it } from "vitest";
import { away, patientFetch, signedIn } from "./away";

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
  it("is tried again until it answers, with what was typed", async () => {
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
    expect(seen[0]).toEqual({ says: "The database does not answer.", isOut: false, waiting: 1 });
    expect(seen[1]?.says).toContain("Is it still running");
    expect(away()).toEqual({ says: null, isOut: false, waiting: 0 });
  });

  it("is no excuse for an answer that refuses", async () => {
    const { send, pause, sent } = server(() => new Response("{}", { status: 422 }));
    expect((await patientFetch(change(), send, pause)).status).toBe(422);
    expect(sent).toHaveLength(1);
  });

  it("is not tried again when nobody waits", async () => {
    const { send, pause } = server();
    const gone = new AbortController();
    gone.abort();
    const request = new Request("http://127.0.0.1/api/jobs", { signal: gone.signal });
    await expect(patientFetch(request, send, pause)).rejects.toThrow();
    expect(away()).toEqual({ says: null, isOut: false, waiting: 0 });
  });

  it("waits for somebody to sign in when it asks who this is, and then goes on", async () => {
    const unknown = () => new Response("{}", { status: 401 });
    const { send, pause, sent, seen } = server(unknown, () => new Response("{}", { status: 201 }));
    const request = patientFetch(change(), send, pause);
    await expect.poll(() => away().isOut).toBe(true);
    expect(away()).toEqual({ says: null, isOut: true, waiting: 1 });
    signedIn();
    expect((await request).status).toBe(201);
    expect(sent).toEqual(["typed", "typed"]);
    // It does not ask again by itself meanwhile.
    expect(seen).toEqual([]);
    expect(away()).toEqual({ says: null, isOut: false, waiting: 0 });
  });

  it("tells a person who signs in that it failed", async () => {
    const { send, pause } = server(() => new Response("{}", { status: 401 }));
    const enter = new Request("http://127.0.0.1/api/session", { method: "POST", body: "{}" });
    expect((await patientFetch(enter, send, pause)).status).toBe(401);
    expect(away().isOut).toBe(false);
  });
});
