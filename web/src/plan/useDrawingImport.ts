import { t } from "@lingui/core/macro";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { AS_IT_IS, answered, client, type Drawing, type Edit, type InLine } from "../api/client";
import { useNotices } from "../app/notices";
import type { JobChange } from "../app/useJobChange";

/** Answers to what a reading guessed, by its key; a drawing's parts may be several. */
export type Answers = Readonly<Record<string, readonly string[]>>;

/** A drawing being looked at before it is taken in. */
export interface Brought {
  file: File;
  drawing: Drawing;
  answers: Answers;
}

/** Files brought to the plan: pictures are laid under it at once, drawings are shown first. */
export function useDrawingImport(job: string, change: JobChange) {
  const [brought, setBrought] = useState<Brought | null>(null);
  const [pointed, point] = useState<number | null>(null);
  const { tell } = useNotices();
  // What is asked for now; an answer to anything else comes too late and is dropped.
  const latest = useRef(0);
  const read = useMutation({
    mutationFn: async ({ file, answers }: { file: File; answers: Answers; turn: number }) => {
      if (!isDrawing(file)) return { picture: await sendPicture(job, file) };
      return { drawing: await sendDrawing(job, file, answers), file, answers };
    },
    onSuccess: (answer, { turn }) => {
      if (turn !== latest.current) return;
      if ("picture" in answer) change.make(answer.picture);
      else setBrought(answer);
    },
    onError: (error, { file }) => tell({ text: `${file.name}: ${error.message}`, tone: "trouble" }),
  });
  function ask(file: File, answers: Answers) {
    latest.current += 1;
    read.mutate({ file, answers, turn: latest.current });
  }
  const line = useQuery({
    queryKey: ["line"],
    queryFn: () => answered<InLine>(client.GET("/api/line")),
    enabled: read.isPending,
    refetchInterval: 1_500,
    staleTime: 0,
  });
  const waiting = line.data?.waiting ?? 0;
  return {
    brought,
    /** Which of what was left of a drawing is pointed out on it. */
    pointed,
    point,
    isBusy: read.isPending,
    /** What is being read, and whether it has to wait; null when nothing is. */
    says: read.isPending
      ? waiting > 0
        ? t`Reading ${read.variables.file.name} … ${waiting} in line`
        : t`Reading ${read.variables.file.name} …`
      : null,
    bring: (file: File) => ask(file, {}),
    answer: (key: string, values: readonly string[]) =>
      brought && ask(brought.file, { ...brought.answers, [key]: values }),
    leave: () => {
      latest.current += 1;
      setBrought(null);
    },
  };
}

function isDrawing({ name }: File): boolean {
  return /\.(dxf|ifc)$/i.test(name);
}

async function sendDrawing(job: string, file: File, answers: Answers): Promise<Drawing> {
  const choice = Object.entries(answers).flatMap(([key, values]) => values.map((value) => `${key}=${value}`));
  return answered<Drawing>(
    client.POST("/api/jobs/{job_id}/drawing", {
      params: { path: { job_id: job }, query: { choice } },
      body: file as unknown as string,
      ...AS_IT_IS,
    }),
  );
}

async function sendPicture(job: string, file: File): Promise<Edit> {
  const { edit } = await answered<{ edit: Edit }>(
    client.POST("/api/jobs/{job_id}/pictures", {
      params: { path: { job_id: job } },
      body: file as unknown as string,
      ...AS_IT_IS,
    }),
  );
  return edit;
}
