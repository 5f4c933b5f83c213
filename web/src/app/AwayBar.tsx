import { CloudOff } from "lucide-react";
import { useAway } from "../api/away";
import look from "./Bars.module.css";

/** Says, above everything, that the server does not answer, and that nothing is lost by it. */
export function AwayBar() {
  const { says, waiting } = useAway();
  if (says === null) return null;
  const kept =
    waiting > 0
      ? `${waiting === 1 ? "What you typed is kept and goes" : `${waiting} changes are kept and go`} in by itself.`
      : "This page goes on by itself as soon as it does.";
  return (
    <div role="alert" className={look.away}>
      <CloudOff aria-hidden />
      <p>
        <b>{says}</b> {kept}
      </p>
    </div>
  );
}
