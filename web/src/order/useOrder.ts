import { t } from "@lingui/core/macro";
import { keepPreviousData, useMutation, useQuery } from "@tanstack/react-query";
import {
  answered,
  client,
  type Edit,
  type EditReading,
  type Job,
  type Order,
  type Refused,
} from "../api/client";
import { useNotices } from "../app/notices";
import type { JobChange } from "../app/useJobChange";

/** What is ordered at a revision, on so many trucks, or as many as the crew has set; the last order stays in view while the next is on its way. */
export function useOrder(job: string, revision: number, trucks: number | null) {
  return useQuery({
    // Boards are cut and planned again without a revision: looked at again, it is asked for again.
    queryKey: ["order", job, revision, trucks],
    staleTime: 0,
    queryFn: () =>
      answered<Order>(
        client.GET("/api/jobs/{job_id}/order", {
          params: { path: { job_id: job }, query: { ...(trucks !== null && { trucks }) } },
        }),
      ),
    placeholderData: keepPreviousData,
  });
}

/** The boards there are, as an edit says them. */
export type Stock = Extract<Edit, { edit: "set-stock" }>["stock"];

const KEYS = [
  "stock",
  "grades",
  "on_site",
  "kerf",
  "keep",
  "crooked",
  "nails_a_box",
  "spare_nails",
  "currency",
] as const;

function stockOf({ job }: Job): Stock {
  return Object.fromEntries(KEYS.map((key) => [key, job[key] ?? null]));
}

function setting(job: Job, changed: Stock): Edit {
  return { edit: "set-stock", stock: { ...stockOf(job), ...changed } };
}

/** The grades with one of them changed, or left out where it is empty. */
function graded(grades: Record<string, string>, section: string, grade: string) {
  const { [section]: _, ...others } = grades;
  return grade ? { ...others, [section]: grade } : others;
}

/** Changes of the stock: the server reads what was typed when its turn comes. */
export function useStock(job: string, change: JobChange) {
  const params = { path: { job_id: job } };
  const { tell } = useNotices();
  const crews = () => answered<EditReading>(client.POST("/api/jobs/{job_id}/stock/take", { params }));
  const entered = (read: () => Promise<EditReading>) => change.enter(async () => (await read()).edit);
  return {
    price: (section: string, length: number, price: string) =>
      entered(() =>
        answered(client.POST("/api/jobs/{job_id}/stock/price", { params, body: { section, length, price } })),
      ),
    /** A price list, pasted or from a file. */
    list: (text: string) =>
      entered(() => answered(client.POST("/api/jobs/{job_id}/stock/read", { params, body: { text } }))),
    onSite: (text: string) =>
      entered(() => answered(client.POST("/api/jobs/{job_id}/stock/on-site", { params, body: { text } }))),
    /** The boards of the crew's yard, in place of the job's. */
    take: () =>
      crews().then(
        ({ warns }) => {
          if (!warns) return entered(crews);
          // Boards that go are a loss nobody may have meant: it is made once that was read.
          tell({
            text: warns,
            tone: "trouble",
            actions: [
              {
                label: t`Use the crew’s stock`,
                act: () => void change.make(async () => (await crews()).edit),
              },
              { label: t`Cancel`, act: () => undefined },
            ],
          });
          return null;
        },
        ({ message }: Refused) => message,
      ),
    grade: (section: string, grade: string) =>
      change.enter((now) => setting(now, { grades: graded(now.job.grades ?? {}, section, grade) })),
    set: (changed: Stock) => change.enter((now) => setting(now, changed)),
  };
}

/** Keep a job's boards as those of the crew's yard. */
export function useKeepStock(job: string) {
  const { tell } = useNotices();
  return useMutation<undefined, Refused>({
    mutationFn: () => answered(client.PUT("/api/stock", { body: { job } })),
    onSuccess: () => tell({ text: t`Saved. New jobs start with these boards and prices.`, tone: "plain" }),
    onError: ({ message }) => tell({ text: message, tone: "trouble" }),
  });
}
