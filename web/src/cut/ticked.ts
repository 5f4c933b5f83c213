import type { Board, BoardCut, Cutting, CuttingSection } from "../api/client";
import type { Waiting } from "../outbox/outbox";

/** The boards with what was ticked on this device since they were asked for. */
export function withTicks(cutting: Cutting, waiting: readonly Waiting[]): Cutting {
  const last = new Map<string, { isDone: boolean; by: string; at: string }>();
  for (const { entry, refused, by } of waiting)
    if (entry.kind === "cut" && refused === null)
      last.set(`${entry.board} ${entry.name}`, { isDone: entry.is_done, by: by?.name ?? "", at: entry.at });
  if (last.size === 0) return cutting;
  let more = 0;
  const sections = cutting.sections.map((section) => {
    const changed: [Board, BoardCut, number][] = [];
    const boards = section.boards.map((board) => ({
      ...board,
      cuts: board.cuts.map((cut) => {
        const tick = last.get(`${board.number} ${cut.name}`);
        if (!tick || tick.isDone === (cut.cut !== null)) return cut;
        changed.push([board, cut, tick.isDone ? 1 : -1]);
        return { ...cut, cut: tick.isDone ? { by: tick.by, at: tick.at } : null };
      }),
    }));
    more += changed.reduce((sum, [, , one]) => sum + one, 0);
    return { ...section, boards, stops: section.stops.map((stop) => counted(stop, changed)) };
  });
  return { ...cutting, cut: cutting.cut + more, sections };
}

type Stop = CuttingSection["stops"][number];

/** A stop with what is cut at it counted again. */
function counted(stop: Stop, changed: readonly (readonly [Board, BoardCut, number])[]): Stop {
  const more = changed
    .filter(([board, cut]) => stop.boards.includes(board.number) && isAt(cut, stop))
    .reduce((sum, [, , one]) => sum + one, 0);
  return more ? { ...stop, cut: stop.cut + more } : stop;
}

function isAt(cut: BoardCut, stop: Stop): boolean {
  return (
    cut.length.inches === stop.length.inches &&
    cut.bevel === stop.bevel &&
    cut.short?.inches === stop.short?.inches
  );
}
