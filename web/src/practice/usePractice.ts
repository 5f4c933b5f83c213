import { useQuery } from "@tanstack/react-query";
import {
  answered,
  type ClassResults,
  type CrewClass,
  type CrewStandard,
  client,
  type Lesson,
  type Practice,
  type PracticeLevel,
} from "../api/client";

/** How one gets on. */
export function usePractice() {
  return useQuery({ queryKey: ["practice"], queryFn: () => answered<Practice>(client.GET("/api/practice")) });
}

/** The standards exercises may be framed by. */
export function useStandards() {
  return useQuery({
    queryKey: ["standards"],
    queryFn: () => answered<CrewStandard[]>(client.GET("/api/standards")),
  });
}

/** The crew's classes, for an account that may teach. */
export function useClasses(mayTeach: boolean) {
  return useQuery({
    queryKey: ["classes"],
    queryFn: () => answered<CrewClass[]>(client.GET("/api/practice/classes")),
    enabled: mayTeach,
  });
}

/** What came of a class. */
export function useClassResults(id: string) {
  return useQuery({
    queryKey: ["classes", id],
    queryFn: () =>
      answered<ClassResults>(
        client.GET("/api/practice/classes/{class_id}", { params: { path: { class_id: id } } }),
      ),
  });
}

/** A class by its link, and what a pupil did of it. */
export function useLesson(token: string, pupil: string) {
  return useQuery({
    queryKey: ["lesson", token, pupil],
    queryFn: () =>
      answered<Lesson>(client.GET("/api/classes/{token}", { params: { path: { token }, query: { pupil } } })),
    enabled: token !== "",
    retry: false,
  });
}

/** Whose ways exercises are framed by: a crew's standard, a job's, or the usual ones. */
export interface Whose {
  standard: string | null;
  job: string | null;
}

export function whoseOf(search: URLSearchParams): Whose {
  return { standard: search.get("standard"), job: search.get("job") };
}

const HIGHEST = 999;

/** Another exercise than the last one. */
export function anyNumber(last = "0"): number {
  const found = 1 + Math.floor(Math.random() * HIGHEST);
  return String(found) === last ? (found % HIGHEST) + 1 : found;
}

/** Where an exercise is done. */
export function addressOf(level: PracticeLevel["level"], number: number, search: URLSearchParams): string {
  const whose = search.toString();
  return `/practice/${level}/${number}${whose && `?${whose}`}`;
}

/** How long something took, as one says it. */
export function lasted(seconds: number): string {
  const minutes = Math.round(seconds / 60);
  return seconds < 60 ? `${seconds} s` : `${minutes} min`;
}
