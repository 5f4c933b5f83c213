import { useOpenJob } from "../app/JobScreens";
import { LogView } from "./LogView";
import { SiteBar } from "./SiteBar";
import { useOpenWall } from "./WallScreen";

/** The log of a job, of all its walls. */
export function LogScreen() {
  const { job } = useOpenJob();
  return (
    <>
      <SiteBar job={job} title="Log" back={{ to: `/jobs/${job.id}/site`, name: "All walls" }} />
      <LogView job={job} />
    </>
  );
}

/** The log of one wall. */
export function WallLogScreen() {
  return <LogView {...useOpenWall()} />;
}
