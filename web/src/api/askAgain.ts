import type { QueryClient, QueryKey } from "@tanstack/react-query";

const LOOK_AGAIN = 50;

/**
 * Ask the server again for what is shown under some keys, since it has something new.
 *
 * An answer under way for the first time may be from before that. The query library would wait for it instead of
 * asking again, so it is let through first.
 */
export async function askAgain(queries: QueryClient, queryKeys: readonly QueryKey[]): Promise<void> {
  await Promise.all(
    queryKeys.map(async (queryKey) => {
      const isFirst = () =>
        queries.isFetching({ queryKey, predicate: ({ state }) => state.data === undefined }) > 0;
      while (isFirst()) await new Promise((resolve) => setTimeout(resolve, LOOK_AGAIN));
      await queries.invalidateQueries({ queryKey });
    }),
  );
}
