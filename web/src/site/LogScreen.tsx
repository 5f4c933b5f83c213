import { t } from "@lingui/core/macro";
import { useOpenJob } from "../app/JobScreens";
import { LogView } from "./LogView";
import { SiteBar } from "./SiteBar";
import { useOpenWall } from "./WallScreen";

/** The log of a job, of all its walls. */
export function LogScreen() {
  const { job } = useOpenJob();
  return (
    <>
      <SiteBar job={job} title={t`Site log`} back={{ to: `/jobs/${job.id}/site`, name: t`All walls` }} />
      <LogView job={job} />
    </>
  );
}

/** The log of one wall. */
export function WallLogScreen() {
  return <LogView {...useOpenWall()} />;
}
