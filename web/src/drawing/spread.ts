/**
 * Places moved apart until each two are at least a gap from each other, as near to where they were as can be.
 * The places come in order, and stay in it.
 */
export function spread(places: number[], gap: number, low: number, high: number): number[] {
  const room = Math.min(gap, (high - low) / Math.max(places.length - 1, 1));
  const clusters: number[][] = [];
  for (const place of places) {
    clusters.push([place]);
    for (;;) {
      const last = clusters.at(-1);
      const before = clusters.at(-2);
      if (!last || !before) break;
      const end = first(before, room, low, high) + room * (before.length - 1);
      if (first(last, room, low, high) >= end + room) break;
      clusters.splice(-2, 2, [...before, ...last]);
    }
  }
  return clusters.flatMap((cluster) => {
    const start = first(cluster, room, low, high);
    return cluster.map((_, index) => start + room * index);
  });
}

function first(cluster: number[], gap: number, low: number, high: number): number {
  const reach = gap * (cluster.length - 1);
  const middle = cluster.reduce((sum, place) => sum + place, 0) / cluster.length;
  return Math.min(Math.max(middle - reach / 2, low), high - reach);
}
