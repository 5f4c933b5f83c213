import type { Member } from "../api/client";
import { color } from "../app/colors";

type Role = Member["role"];

/** How each kind of piece is hatched, so that none is known by its color alone. */
const HATCH: Record<Role, "plain" | "grain" | "rising" | "falling" | "dots"> = {
  bottom_plate: "grain",
  top_plate: "grain",
  cap_plate: "grain",
  stud: "plain",
  end_stud: "plain",
  king: "rising",
  jack: "falling",
  header: "grain",
  sill: "grain",
  top_cripple: "dots",
  bottom_cripple: "dots",
  corner_stud: "plain",
  corner_backing: "falling",
  intersection_stud: "plain",
  intersection_backing: "falling",
  block: "grain",
  backing: "falling",
  post: "rising",
  pad_plate: "grain",
};

export function fillOf(role: string): string {
  return `url(#hatch-${HATCH[role as Role] ?? "plain"})`;
}

/** The hatches, once in every drawing that shows wood. */
export function Hatches() {
  const line = { stroke: color("grain"), strokeWidth: 1.4 };
  return (
    <defs>
      <Hatch name="plain" size={8} />
      <Hatch name="grain" size={7}>
        <path d="M0 3.5H7" {...line} strokeWidth={0.8} />
      </Hatch>
      <Hatch name="rising" size={6}>
        <path d="M-1 7L7 -1M-1 1L1 -1M5 7L7 5" {...line} />
      </Hatch>
      <Hatch name="falling" size={6}>
        <path d="M-1 -1L7 7M-1 5L1 7M5 -1L7 1" {...line} />
      </Hatch>
      <Hatch name="dots" size={4}>
        <circle cx={2} cy={2} r={0.9} fill={color("grain")} />
      </Hatch>
    </defs>
  );
}

function Hatch({ name, size, children }: { name: string; size: number; children?: React.ReactNode }) {
  return (
    <pattern id={`hatch-${name}`} width={size} height={size} patternUnits="userSpaceOnUse">
      <rect width={size} height={size} fill={color("pine")} />
      {children}
    </pattern>
  );
}
