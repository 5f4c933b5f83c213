import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { answered, type Compare, client } from "../api/client";
import { type Considered, editOf } from "./considered";

/** A way of framing the job that others are set beside. */
export interface OneWay {
  name: string;
  /** What would be changed; null for the job as it is. */
  considered: Considered | null;
}

/** How many ways are read across. */
export const MOST_WAYS = 4;

const bodyOf = (ways: readonly OneWay[], wall: string | null) => ({
  wall,
  ways: ways.map(({ name, considered }) => ({
    name: name.slice(0, 120),
    edit: considered && editOf(considered),
  })),
});

/** What the job, or one wall of it, would be made of by each way; nothing is changed. */
export function useCompare(job: string, revision: number, ways: readonly OneWay[], wall: string | null) {
  const body = bodyOf(ways, wall);
  return useQuery({
    queryKey: ["compare", job, revision, body],
    queryFn: () =>
      answered<Compare>(
        client.POST("/api/jobs/{job_id}/compare", { params: { path: { job_id: job } }, body }),
      ),
    enabled: ways.length > 1,
    placeholderData: keepPreviousData,
    retry: false,
    gcTime: 10_000,
  });
}

/** The same on paper, kept where downloads go. */
export async function comparePaper(job: string, ways: readonly OneWay[], wall: string | null) {
  const paper = await answered<Blob>(
    client.POST("/api/jobs/{job_id}/compare.pdf", {
      params: { path: { job_id: job } },
      body: bodyOf(ways, wall),
      parseAs: "blob",
    }),
  );
  const href = URL.createObjectURL(paper);
  Object.assign(document.createElement("a"), { href, download: "ways-compared.pdf" }).click();
  URL.revokeObjectURL(href);
}
