/**
 * Where the server has what the site asks for. The page's first script asks before the program is there, and a phone
 * keeps answers by these: both must be what the program asks for later, to the letter.
 */
import { type Held, walkAsked } from "./held";

const ofJob = (job: string) => `/api/jobs/${job}`;
const ofSite = (job: string) => `${ofJob(job)}/site`;
const ofWall = (job: string, wall: string) => `${ofSite(job)}/walls/${encodeURIComponent(wall)}`;

/** What is asked for besides an address, as the client writes it. */
export function search(params: Record<string, boolean | number | string>): string {
  return Object.entries(params)
    .map(([name, value]) => `${name}=${encodeURIComponent(value)}`)
    .join("&");
}

export const addresses = {
  session: "/api/session",
  jobs: "/api/jobs",
  job: ofJob,
  marked: (job: string) => `${ofJob(job)}/marked`,
  cutting: (job: string, wall?: string) =>
    `${ofJob(job)}/cutting${wall === undefined ? "" : `?${search({ wall })}`}`,
  site: ofSite,
  day: (job: string) => `${ofSite(job)}/day`,
  log: (job: string, wall?: string) =>
    `${ofSite(job)}/log${wall === undefined ? "" : `?${search({ wall })}`}`,
  /** The core's files, which a phone runs by itself. */
  core: (job: string) => `${ofSite(job)}/core`,
  /** What the core works on here: a wall or, where there is none, a job as its crew is at it. */
  packed: (job: string, wall: string | null) => `${wall === null ? ofSite(job) : ofWall(job, wall)}/packed`,
  checks: (job: string, wall: string) => `${ofWall(job, wall)}/checks`,
  work: (job: string, wall: string) => `${ofWall(job, wall)}/work`,
  /** A wall's walks however a tape is held. */
  walks: (job: string, wall: string, { figures, reach }: Pick<Held, "figures" | "reach">) =>
    `${ofWall(job, wall)}/walks?${search({ figures, ...(reach !== null && { reach }) })}`,
  /** A wall's stops as a tape is held. */
  stops: (job: string, wall: string, held: Omit<Held, "isAloud">) => {
    const { over: _, ...params } = walkAsked(held);
    return `${ofWall(job, wall)}/stops?${search(params)}`;
  },
};
