import { t } from "@lingui/core/macro";
import { useState } from "react";
import look from "./Bars.module.css";
import { PlainButton } from "./PlainButton";
import { useNewer } from "./worker";

/** Says that a newer Bluff is here, and changes over to it when somebody says so. */
export function NewerBar() {
  const change = useNewer();
  // A browser lets the program before go once that has answered all it was asked.
  const [isChanging, setChanging] = useState(false);
  if (!change) return null;
  return (
    <div role="status" className={look.newer}>
      <p>{isChanging ? t`Updating…` : t`A newer version of Bluff is ready. Your work is saved.`}</p>
      {!isChanging && (
        <PlainButton
          size="lg"
          onClick={() => {
            setChanging(true);
            change();
          }}
        >{t`Update`}</PlainButton>
      )}
    </div>
  );
}
