/**
 * Whether a text is something a tape reads: inches with a fraction or a decimal point, or feet and inches. What it comes
 * to is for the server to say; this is what can be told without a signal, before it is kept.
 */
export function isReading(text: string): boolean {
  const found =
    /^(?:\d{1,3}\s*(?:'\s*-?|ft\.?|-)\s*)?(?:\d{1,5}(?:\.\d{1,6})?)?(?:\s*(?<part>\d{1,2})\/(?<of>\d{1,2}))?\s*"?$/.exec(
      text.trim().replace(/[′’]/g, "'").replace(/[″”]/g, '"'),
    );
  if (!found || !/\d/.test(text)) return false;
  const { part, of } = found.groups ?? {};
  return of === undefined || (["2", "4", "8", "16", "32", "64"].includes(of) && Number(part) < Number(of));
}
