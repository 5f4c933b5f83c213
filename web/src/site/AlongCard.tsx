import { t } from "@lingui/core/macro";
import { FolderDown } from "lucide-react";
import { useEffect, useState } from "react";
import type { Job, SiteWall } from "../api/client";
import { PlainButton } from "../app/PlainButton";
import { dateTime } from "../language/when";
import look from "./AlongCard.module.css";
import { canTakeAlong, lookWhatIsLeft, takeAlong, useAlong, useTaking } from "./along";
import { useHeld } from "./useSite";

/** Taking a job along: one press, how far it is, how old and how large what is on this device is. */
export function AlongCard({ job, walls }: { job: Job; walls: readonly SiteWall[] }) {
  const along = useAlong(job.id);
  const taking = useTaking(job.id);
  const held = useHeld();
  const [isCleared, setCleared] = useState(false);
  const isOlder = along !== null && along.revision !== job.revision;
  const names = walls.map(({ wall }) => wall);
  useEffect(() => {
    void lookWhatIsLeft().then((gone) => setCleared(gone.some((one) => one.job === job.id)));
  }, [job.id]);
  if (!canTakeAlong) return null;
  const isTaking = taking !== null && taking.trouble === null;
  return (
    <section aria-label={t`On this device`} className={look.along}>
      <PlainButton
        size="lg"
        disabled={isTaking}
        onClick={() => void takeAlong(job.id, job.revision, names, held)}
      >
        <FolderDown /> {along ? t`Update offline copy` : t`Save for offline`}
      </PlainButton>
      <div role="status" className={look.says}>
        {isTaking ? (
          <p>{t`${taking.done} of ${taking.of} downloaded`}</p>
        ) : along ? (
          <p data-is-trouble={isOlder || undefined}>
            {isOlder
              ? t`Saved ${when(along.at)}, ${size(along.bytes)}. The plan changed since.`
              : t`Saved ${when(along.at)}, ${size(along.bytes)}`}
          </p>
        ) : (
          <p className={look.faint}>{t`Works here without a signal once saved.`}</p>
        )}
        {taking?.trouble && <p data-is-trouble>{taking.trouble}</p>}
        {isCleared && !along && (
          <p
            data-is-trouble
          >{t`This device deleted the offline copy to make room. Your entries are kept.`}</p>
        )}
      </div>
    </section>
  );
}

function when(at: number): string {
  return dateTime(at);
}

function size(bytes: number): string {
  return t`${(bytes / 1_000_000).toFixed(1)} MB`;
}
