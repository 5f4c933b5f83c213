import type { Job } from "../api/client";
import { PlainButton } from "../app/PlainButton";
import { letGo, useWaiting, type Waiting } from "./outbox";
import look from "./SiteFrame.module.css";

/** What was said here and the server would not keep, with why; it stays until somebody lets go of it. */
export function NotKept({ job }: { job: Job }) {
  const refused = useWaiting(job.id).filter(({ refused }) => refused !== null);
  if (refused.length === 0) return null;
  return (
    <div role="alert" className={look.alert}>
      <h2>Said here and not kept</h2>
      {refused.map((one) => (
        <div key={one.number} className={look.refused}>
          <p>
            {inWords(one)}: {one.refused}
          </p>
          <PlainButton size="lg" onClick={() => void letGo(one.number)}>
            Let go
          </PlainButton>
        </div>
      ))}
    </div>
  );
}

/** What was said here, in words. */
export function inWords({ said: one }: Waiting): string {
  const of = "wall" in one && one.wall ? `Wall ${one.wall}, ` : "";
  switch (one.kind) {
    case "mark":
      return `${of}${one.plate} plate ${one.is_done ? "marked" : "struck"}`;
    case "tick":
      return `${of}${one.work}${one.is_done ? "" : ", not after all"}`;
    case "reading":
      return `${of}${one.check} ${one.value}`;
    case "cut":
      return `${of}${one.name} ${one.is_done ? "cut" : "not cut"} off board ${one.board}`;
    case "note":
      return `${of}${one.piece ? `${one.piece}, ` : ""}“${one.words}”`;
  }
}
