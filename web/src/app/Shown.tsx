import type { UseQueryResult } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { Empty } from "./Empty";
import { Loading } from "./Loading";

/** What the server was asked for, once it is there; until then that it is coming, or why it cannot. */
export function Shown<Data>({
  asked,
  what,
  trouble,
  children,
}: {
  asked: Pick<UseQueryResult<Data>, "data" | "error">;
  /** What is being done, for the wait. */
  what: string;
  trouble: string;
  children: (data: Data) => ReactNode;
}) {
  if (asked.data !== undefined) return children(asked.data);
  if (asked.error) return <Empty title={trouble}>{asked.error.message}</Empty>;
  return <Loading what={what} />;
}
