import { useMutation } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { AS_IT_IS, answered, client, type Drawing, type Edit } from "../api/client";
import { useNotices } from "../app/notices";
import type { JobChange } from "../app/useJobChange";

/** A drawing being looked at before it is taken in. */
export interface Brought {
  file: File;
  drawing: Drawing;
  layer: string | null;
}

/** Files brought to the plan: pictures are laid under it at once, drawings are shown first. */
export function useBringIn(job: string, change: JobChange) {
  const [brought, setBrought] = useState<Brought | null>(null);
  const { tell } = useNotices();
  // What is asked for now; an answer to anything else comes too late and is dropped.
  const asked = useRef(0);
  const read = useMutation({
    mutationFn: async ({ file, layer }: { file: File; layer: string | null; turn: number }) => {
      if (!isDrawing(file)) return { picture: await sendPicture(job, file) };
      return { drawing: await sendDrawing(job, file, layer), file, layer };
    },
    onSuccess: (answer, { turn }) => {
      if (turn !== asked.current) return;
      if ("picture" in answer) change.make(answer.picture);
      else setBrought(answer);
    },
    onError: (error, { file }) => tell({ text: `${file.name}: ${error.message}`, tone: "trouble" }),
  });
  function ask(file: File, layer: string | null) {
    asked.current += 1;
    read.mutate({ file, layer, turn: asked.current });
  }
  return {
    brought,
    isBusy: read.isPending,
    bring: (file: File) => ask(file, null),
    onLayer: (layer: string) => brought && ask(brought.file, layer),
    leave: () => {
      asked.current += 1;
      setBrought(null);
    },
  };
}

function isDrawing({ name }: File): boolean {
  return /\.(dxf|ifc)$/i.test(name);
}

async function sendDrawing(job: string, file: File, layer: string | null): Promise<Drawing> {
  return answered<Drawing>(
    client.POST("/api/jobs/{job_id}/drawing", {
      params: { path: { job_id: job }, query: layer ? { layer } : {} },
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
