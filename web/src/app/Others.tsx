import { t } from "@lingui/core/macro";
import { use } from "react";
import { OthersContext } from "./live";
import look from "./Others.module.css";

/** Who else looks at the job. */
export function Others() {
  const others = use(OthersContext);
  if (others.length === 0) return null;
  return (
    <ul aria-label={t`Also here`} className={look.others}>
      {others.map(({ name, initials }) => (
        <li key={name} title={t`${name} is viewing this job too`}>
          {initials}
        </li>
      ))}
    </ul>
  );
}
