import type { Member, Wall } from "../api/client";

/** The wall without a bay that is kept clear. */
export function withoutClear(wall: Wall, id: string): Wall {
  return { ...wall, clear: wall.clear?.filter((bay) => bay.id !== id) ?? null };
}

/** The wall without the post or backing a member belongs to; null where it belongs to neither. */
export function withoutSpecial(wall: Wall, { of }: Pick<Member, "of">): Wall | null {
  if (of?.part === "post" && wall.posts?.some((post) => post.id === of.mark))
    return { ...wall, posts: wall.posts.filter((post) => post.id !== of.mark) };
  if (of?.part === "backing" && wall.backing?.some((board) => board.id === of.mark))
    return { ...wall, backing: wall.backing.filter((board) => board.id !== of.mark) };
  return null;
}
