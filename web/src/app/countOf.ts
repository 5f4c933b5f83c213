/** How many of something there are, in words: `1 error`, `2 errors`. */
export function countOf(count: number, one: string, many: string): string {
  return `${count} ${count === 1 ? one : many}`;
}
