import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { answered, client, type Poles } from "../api/client";

/** The story poles at a revision; the last ones stay in view while the next are on their way. */
export function usePoles(job: string, revision: number) {
  return useQuery({
    queryKey: ["poles", job, revision],
    queryFn: () =>
      answered<Poles>(client.GET("/api/jobs/{job_id}/poles", { params: { path: { job_id: job } } })),
    placeholderData: keepPreviousData,
  });
}

/** What is asked about some openings: what their head or header could be. */
export interface WhatIf {
  marks: string[];
  column: "head" | "rough" | "header";
  text: string;
}

/** The poles as another head or header would leave them; nothing is changed. */
export function useWhatIf(job: string, revision: number, proposed: WhatIf | null) {
  return useQuery({
    queryKey: ["what-if", job, revision, proposed],
    queryFn: () => {
      const { marks, column, text } = proposed as WhatIf;
      return answered<Poles>(
        client.POST("/api/jobs/{job_id}/poles/what-if", {
          params: { path: { job_id: job } },
          body: { changes: marks.map((mark) => ({ mark, [column]: text })) },
        }),
      );
    },
    enabled: proposed !== null,
    retry: false,
    gcTime: 10_000,
  });
}
