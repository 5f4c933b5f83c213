import { useEffect, useState } from "react";
import type { Job } from "../api/client";
import { PlainButton } from "../app/PlainButton";
import { discard, retry, retryWithoutPhoto, useWaiting, type Waiting } from "../outbox/outbox";
import { shownAtOnce } from "./photo";
import look from "./SiteFrame.module.css";

/** What is not saved and why; it stays on this device until somebody discards it. */
export function NotKept({ job }: { job: Job }) {
  const refused = useWaiting(job.id).filter(({ refused }) => refused !== null);
  if (refused.length === 0) return null;
  return (
    <div role="alert" className={look.alert}>
      <h2>Not saved</h2>
      {refused.map((one) => (
        <div key={one.number} className={look.refused}>
          <p>
            {inWords(one)}: {one.refused}
          </p>
          {one.photo && <Photo photo={one.photo} />}
          <PlainButton size="lg" onClick={() => void retry(one.number)}>
            Try again
          </PlainButton>
          {one.photo && (
            <PlainButton size="lg" onClick={() => void retryWithoutPhoto(one.number)}>
              Save without the photo
            </PlainButton>
          )}
          <PlainButton size="lg" onClick={() => void discard(one.number)}>
            Discard
          </PlainButton>
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
    <a href={shown} download="photo.jpg" title="Download this photo">
      <img src={shown} alt="Not saved yet" className={look.photo} />
    </a>
  );
}

/** An entry in words. */
export function inWords({ said: one }: Waiting): string {
  const of = "wall" in one && one.wall ? `Wall ${one.wall}, ` : "";
  switch (one.kind) {
    case "mark":
      return `${of}${one.plate} plate ${one.is_done ? "marked" : "struck"}`;
    case "tick":
      return `${of}${one.work}${one.is_done ? "" : ", not after all"}`;
    case "reading":
      return `${of}${one.check} ${one.value}`;
    case "cut":
      return `${of}${one.name} ${one.is_done ? "cut" : "not cut"} off board ${one.board}`;
    case "note":
      return `${of}${one.piece ? `${one.piece}, ` : ""}“${one.words}”`;
  }
}
