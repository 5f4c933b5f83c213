import type { ReactNode } from "react";
import look from "./Changes.module.css";
import { type Right, useMay } from "./session";

/** Controls that change something: a viewer finds them disabled, never refused. */
export function Changes({ right = "change", children }: { right?: Right; children: ReactNode }) {
  const may = useMay(right);
  return (
    <fieldset disabled={!may} className={look.changes}>
      {children}
    </fieldset>
  );
}
