/** What the page and what runs beside it (`sw.ts`) both know of jobs that are saved for offline. */

/** What is kept of each job is in a cache of this name, which devices have had from the start, and the job's id. */
export const OFFLINE = "bluff-along-";
/** What Python is made of is in this cache, one for all jobs. */
export const PYTHON = "bluff-python";
/** Where the server has it. */
export const PYTHON_FILES = "/assets/python-";
/** Says in an answer that was kept when it was given. */
export const AS_OF = "x-bluff-as-of";
/** Says which program made the core, or packed something for it, in an answer of the server. */
export const EDITION = "x-bluff-edition";
/** How long the server is waited for while there is something kept, in milliseconds. */
export const PATIENCE = 4_000;

/** An answer that says when it was given. */
export async function dated(answer: Response): Promise<Response> {
  const headers = new Headers(answer.headers);
  headers.set(AS_OF, new Date().toISOString());
  return new Response(await answer.blob(), { status: answer.status, headers });
}
