import { queryOptions, type UseQueryResult, useQuery } from "@tanstack/react-query";
import { answered, client, type SignedIn } from "../api/client";

/** What somebody may do with the jobs of their crew. */
export type Right = SignedIn["may"][number];

export const sessionQuery = queryOptions({
  queryKey: ["session"],
  queryFn: () => answered<SignedIn>(client.GET("/api/session")),
  staleTime: Number.POSITIVE_INFINITY,
});

/** Who is signed in; waits until somebody is. */
export function useSession(): UseQueryResult<SignedIn> {
  return useQuery(sessionQuery);
}

/** Whether the signed-in account may do something. */
export function useMay(right: Right): boolean {
  return useSession().data?.may.includes(right) ?? false;
}
