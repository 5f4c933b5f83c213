import { plural, t } from "@lingui/core/macro";
import { CloudOff } from "lucide-react";
import { useAway } from "../api/away";
import look from "./Bars.module.css";

/** Says, above everything, that the server does not answer, and that nothing is lost by it. */
export function AwayBar() {
  const { says, waiting } = useAway();
  if (says === null) return null;
  const kept =
    waiting > 0
      ? plural(waiting, {
          one: "Your change is kept and is sent by itself.",
          other: "Your # changes are kept and are sent by themselves.",
        })
      : t`This page continues as soon as it does.`;
  return (
    <div role="alert" className={look.away}>
      <CloudOff aria-hidden />
      <p>
        <b>{says}</b> {kept}
      </p>
    </div>
  );
}
