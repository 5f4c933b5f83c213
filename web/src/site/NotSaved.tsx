import { t } from "@lingui/core/macro";
import { useEffect, useState } from "react";
import type { Job } from "../api/client";
import { PlainButton } from "../app/PlainButton";
import { discard, retry, retryWithoutPhoto, useWaiting, type Waiting } from "../outbox/outbox";
import { shownAtOnce } from "./photo";
import look from "./SiteFrame.module.css";

/** What is not saved and why; it stays on this device until somebody discards it. */
export function NotSaved({ job }: { job: Job }) {
  const refused = useWaiting(job.id).filter(({ refused }) => refused !== null);
  if (refused.length === 0) return null;
  return (
    <div role="alert" className={look.alert}>
      <h2>{t`Not saved`}</h2>
      {refused.map((one) => (
        <div key={one.number} className={look.refused}>
          <p>
            {inWords(one)}: {one.refused}
          </p>
          {one.photo && <Photo photo={one.photo} />}
          <PlainButton size="lg" onClick={() => void retry(one.number)}>{t`Try again`}</PlainButton>
          {one.photo && (
            <PlainButton
              size="lg"
              onClick={() => void retryWithoutPhoto(one.number)}
            >{t`Save without the photo`}</PlainButton>
          )}
          <PlainButton size="lg" onClick={() => void discard(one.number)}>{t`Discard`}</PlainButton>
        </div>
      ))}
    </div>
  );
}

/** The photograph itself, to be kept elsewhere. */
function Photo({ photo }: { photo: Blob }) {
  const [shown, setShown] = useState<string | null>(null);
  useEffect(() => {
    let isGone = false;
    void shownAtOnce(photo).then((url) => !isGone && setShown(url));
    return () => {
      isGone = true;
    };
  }, [photo]);
  if (!shown) return null;
  return (
    <a href={shown} download="photo.jpg" title={t`Download this photo`}>
      <img src={shown} alt={t`Not saved yet`} className={look.photo} />
    </a>
  );
}

/** An entry in words: the wall it is of, and what was entered. */
export function inWords(waiting: Waiting): string {
  const { entry } = waiting;
  const what = entryInWords(waiting);
  return "wall" in entry && entry.wall ? t`Wall ${entry.wall}, ${what}` : what;
}

function entryInWords({ entry: one, named }: Waiting): string {
  switch (one.kind) {
    case "mark":
      if (one.plate === "top") return one.is_done ? t`top plate marked` : t`top plate struck`;
      return one.is_done ? t`bottom plate marked` : t`bottom plate struck`;
    case "tick": {
      const work = named ?? one.work;
      return one.is_done ? work : t`${work}: undone`;
    }
    case "reading":
      return t`${one.check} read ${one.value}`;
    case "cut":
      return one.is_done
        ? t`${one.name} cut off board ${one.board}`
        : t`${one.name} not cut off board ${one.board}`;
    case "note":
      return [one.piece, t`“${one.words}”`].filter(Boolean).join(", ");
  }
}
