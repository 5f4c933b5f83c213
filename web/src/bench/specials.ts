import type { Wall } from "../api/client";

/** The wall without the post or backing a member belongs to; null where it belongs to neither. */
export function withoutSpecial(wall: Wall, member: string): Wall | null {
  const [, what, id] = member.split("/");
  if (what === "post" && wall.posts?.some((post) => post.id === id))
    return { ...wall, posts: wall.posts.filter((post) => post.id !== id) };
  if (what === "backing" && wall.backing?.some((board) => board.id === id))
    return { ...wall, backing: wall.backing.filter((board) => board.id !== id) };
  return null;
}
