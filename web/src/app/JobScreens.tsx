import { t } from "@lingui/core/macro";
import { Outlet, useOutletContext, useParams } from "react-router";
import type { Job } from "../api/client";
import { useJob } from "../api/queries";
import { OthersContext, useLive } from "./live";
import { Shown } from "./Shown";
import { type JobChange, useJobChange } from "./useJobChange";
import { useUndoKeys } from "./useUndoKeys";
import { WordsProvider } from "./words";

/** The job a screen is about, and the way to change it. */
interface OpenJob {
  job: Job;
  change: JobChange;
}

/** Every screen of a job: the job, its undo keys and its crew's words are there before the screen is. */
export function JobScreens() {
  const { job = "" } = useParams();
  return <Opened key={job} id={job} />;
}

export function useOpenJob(): OpenJob {
  return useOutletContext<OpenJob>();
}

function Opened({ id }: { id: string }) {
  const query = useJob(id);
  const change = useJobChange(id);
  const others = useLive(id);
  useUndoKeys(change);
  return (
    <Shown query={query} what={t`Opening the job`} trouble={t`This job could not be opened`}>
      {(job) => (
        <WordsProvider words={job.words}>
          <OthersContext value={others}>
            <Outlet context={{ job, change } satisfies OpenJob} />
          </OthersContext>
        </WordsProvider>
      )}
    </Shown>
  );
}
