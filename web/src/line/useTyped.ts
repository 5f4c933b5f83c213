import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { type FormEvent, useEffect, useState } from "react";
import {
  answered,
  client,
  type Edit,
  type EditReading,
  type LineCompletions,
  type LineReading,
} from "../api/client";
import { useDraft } from "../app/drafts";
import type { JobChange } from "../app/useJobChange";
import { leftOf } from "./parts";
import { remember } from "./recentLines";

const SOON = 120;
/** Typed alone, it asks for everything that can be typed. */
export const HELP = "?";

export interface TypedLine {
  job: string;
  revision: number;
  /** The wall an opening goes into when the line names none. */
  wall: string | null;
  /** The opening that is selected, which “it” means. */
  opening?: string | null;
  label: string;
  change: JobChange;
  /** What was understood so far, null while nothing is. */
  onReading?: (edit: Edit | null) => void;
  onDone?: (reading: EditReading) => void;
}

/** What is typed, what the server understands of it once it stands still, and how it is entered. */
export function useTyped(
  { job, revision, wall, opening = null, label, change, onReading, onDone }: TypedLine,
  onEntered: () => void,
) {
  const [text, setText] = useDraft<string>(`line-${job}-${label}`, "");
  const settled = useSettled(text.trim(), SOON);
  const [sent, setSent] = useState<string | null>(null);
  const isAsked = settled !== "" && settled !== HELP;
  const reading = useQuery({
    queryKey: ["phrase", job, revision, wall, opening, settled],
    queryFn: () => answered<LineReading>(understand(job, { text: settled, wall, opening })),
    // Sent, it is not read again at the revision it makes.
    enabled: isAsked && settled !== sent,
    retry: false,
    placeholderData: keepPreviousData,
  });
  const isUnderstood = !reading.error && !reading.isPlaceholderData;
  const understood = isAsked && isUnderstood ? reading.data && (reading.data.read?.edit ?? null) : null;
  useEffect(() => {
    if (understood !== undefined) onReading?.(understood);
  }, [understood, onReading]);

  /** What the line as it stands was understood as, once it is. */
  const read = settled === text.trim() && isUnderstood ? (reading.data ?? null) : null;

  async function submit(event: FormEvent) {
    event.preventDefault();
    const line = text.trim();
    if (!line || line === HELP) return;
    // What was typed last may not have been understood yet: ask for exactly that.
    const latest =
      read ?? (await answered<LineReading>(understand(job, { text: line, wall, opening })).catch(() => null));
    const sure = latest?.read;
    if (!latest || !sure) return;
    setSent(line);
    await change.make(sure.edit, () => {
      remember(line);
      setText(leftOf(latest.unread));
      onDone?.(sure);
      onEntered();
    });
  }

  function put(line: string) {
    setText(line);
    setSent(null);
  }

  return { text, settled, put, reading, read, submit };
}

/** How the line may go on, each as the line it would be then; nothing while it is not known. */
export function useCompletions({ job, revision, wall, opening = null }: TypedLine, text: string): string[] {
  const settled = useSettled(text, SOON);
  const found = useQuery({
    queryKey: ["completions", job, revision, wall, opening, settled],
    queryFn: () =>
      answered<LineCompletions>(
        client.POST("/api/jobs/{job_id}/phrase/completions", {
          params: { path: { job_id: job } },
          body: { text: settled, wall, opening },
        }),
      ),
    enabled: settled.trim() !== "" && settled.trim() !== HELP,
    retry: false,
  });
  return settled === text ? (found.data?.lines ?? NONE) : NONE;
}

const NONE: string[] = [];

function understand(job: string, body: { text: string; wall: string | null; opening: string | null }) {
  return client.POST("/api/jobs/{job_id}/phrase", { params: { path: { job_id: job } }, body });
}

/** A value once it has stood still for a moment. */
function useSettled(value: string, milliseconds: number): string {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), milliseconds);
    return () => clearTimeout(timer);
  }, [value, milliseconds]);
  return settled;
}
