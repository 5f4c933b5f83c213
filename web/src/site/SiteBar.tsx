import { plural, t } from "@lingui/core/macro";
import { Trans } from "@lingui/react/macro";
import { ArrowLeft, CloudUpload, WifiOff } from "lucide-react";
import { type ReactNode, useSyncExternalStore } from "react";
import { Link } from "react-router";
import type { Job } from "../api/client";
import { Others } from "../app/Others";
import { buttonLook } from "../app/PlainButton";
import { useUnwritten, useWaiting } from "../outbox/outbox";
import { ScanButton } from "./Scanner";
import look from "./SiteBar.module.css";
import frame from "./SiteFrame.module.css";

/** That this device is full, for as long as something is kept by the open page alone. */
export function Full() {
  const unwritten = useUnwritten();
  if (unwritten === 0) return null;
  const entries = plural(unwritten, {
    one: "# entry is not saved yet",
    other: "# entries are not saved yet",
  });
  return (
    <p role="alert" className={frame.alert}>
      <Trans>
        This device is full: <b>{entries}</b>. Keep this page open, and make room on the device or go where
        there is a signal.
      </Trans>
    </p>
  );
}

/** The head of every screen of the site: where one is, the way back, and what waits on this device. */
export function SiteBar({
  job,
  title,
  back,
  children,
}: {
  job: Job;
  title: string;
  /** Where the arrow leads; none at the first screen. */
  back?: { to: string; name: string };
  children?: ReactNode;
}) {
  return (
    <div className={look.bar}>
      {back && (
        <Link to={back.to} aria-label={back.name} className={buttonLook("plain", "lg", look.square)}>
          <ArrowLeft />
        </Link>
      )}
      <h1>{title}</h1>
      <OnThisDevice job={job} />
      <ScanButton />
      <Others />
      {children}
    </div>
  );
}

/** Whether this device has a signal at all. */
function useSignal(): boolean {
  return useSyncExternalStore(
    (listener) => {
      for (const event of ["online", "offline"]) window.addEventListener(event, listener);
      return () => {
        for (const event of ["online", "offline"]) window.removeEventListener(event, listener);
      };
    },
    () => navigator.onLine,
  );
}

/** Entries of this device that are not on the server yet. */
function OnThisDevice({ job }: { job: Job }) {
  const count = useWaiting(job.id).filter(({ hasLanded, isNew }) => !hasLanded && !isNew).length;
  const hasSignal = useSignal();
  if (count === 0 && hasSignal) return null;
  return (
    <div role="status" className={look.waiting}>
      {hasSignal ? <CloudUpload size={18} aria-hidden /> : <WifiOff size={18} aria-hidden />}
      <p>
        {!hasSignal && t`no signal`}
        {!hasSignal && count > 0 && ", "}
        {count > 0 && (
          <Trans>
            <b>{count}</b> on this device
          </Trans>
        )}
      </p>
    </div>
  );
}
