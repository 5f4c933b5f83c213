import type { UseQueryResult } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { Empty } from "./Empty";
import { Loading } from "./Loading";

/** What the server was asked for, once it is there; until then that it is coming, or why it cannot. */
export function Shown<Data>({
  query,
  what,
  trouble,
  children,
}: {
  query: Pick<UseQueryResult<Data>, "data" | "error">;
  /** What is being done, for the wait. */
  what: string;
  trouble: string;
  children: (data: Data) => ReactNode;
}) {
  if (query.data !== undefined) return children(query.data);
  if (query.error) return <Empty title={trouble}>{query.error.message}</Empty>;
  return <Loading what={what} />;
}
