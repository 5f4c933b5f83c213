import type { ReactNode } from "react";
import look from "./Empty.module.css";

/** A screen with nothing on it yet, or nothing to show: what is the matter and what to do. */
export function Empty({ title, children }: { title: string; children?: ReactNode }) {
  return (
    <div className={look.empty}>
      <h2>{title}</h2>
      {children}
    </div>
  );
}
