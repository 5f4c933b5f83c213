import { t } from "@lingui/core/macro";
import { FolderDown } from "lucide-react";
import { useEffect, useState } from "react";
import type { Job, SiteWall } from "../api/client";
import { PlainButton } from "../app/PlainButton";
import { dateTime } from "../language/when";
import look from "./OfflineCard.module.css";
import { canSaveOffline, lookWhatIsLeft, saveOffline, useOfflineCopy, useSaving } from "./offlineCopy";
import { useHeld } from "./useSite";

/** Saving a job along: one press, how far it is, how old and how large what is on this device is. */
export function OfflineCard({ job, walls }: { job: Job; walls: readonly SiteWall[] }) {
  const along = useOfflineCopy(job.id);
  const saving = useSaving(job.id);
  const held = useHeld();
  const [isCleared, setCleared] = useState(false);
  const isOlder = along !== null && along.revision !== job.revision;
  const names = walls.map(({ wall }) => wall);
  useEffect(() => {
    void lookWhatIsLeft().then((gone) => setCleared(gone.some((one) => one.job === job.id)));
  }, [job.id]);
  if (!canSaveOffline) return null;
  const isTaking = saving !== null && saving.trouble === null;
  return (
    <section aria-label={t`On this device`} className={look.along}>
      <PlainButton
        size="lg"
        disabled={isTaking}
        onClick={() => void saveOffline(job.id, job.revision, names, held)}
      >
        <FolderDown /> {along ? t`Update offline copy` : t`Save for offline`}
      </PlainButton>
      <div role="status" className={look.says}>
        {isTaking ? (
          <p>{t`${saving.done} of ${saving.of} downloaded`}</p>
        ) : along ? (
          <p data-is-trouble={isOlder || undefined}>
            {isOlder
              ? t`Saved ${when(along.at)}, ${size(along.bytes)}. The plan changed since.`
              : t`Saved ${when(along.at)}, ${size(along.bytes)}`}
          </p>
        ) : (
          <p className={look.faint}>{t`Works here without a signal once saved.`}</p>
        )}
        {saving?.trouble && <p data-is-trouble>{saving.trouble}</p>}
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
