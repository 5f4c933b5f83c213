import { t } from "@lingui/core/macro";
import { ScanQrCode, X } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { PlainButton } from "../app/PlainButton";
import { placeOf } from "./codes";
import { decode } from "./decode";
import look from "./Scanner.module.css";
import bar from "./SiteBar.module.css";

/** Milliseconds between two looks through the camera. */
const LOOKED_EVERY = 200;

const canScan = Boolean(navigator.mediaDevices?.getUserMedia);

/** A button that looks for the code of a sheet or a label through the camera, and opens what it stands for. */
export function ScanButton() {
  const [isOpen, open] = useState(false);
  if (!canScan) return null;
  return (
    <>
      <PlainButton
        variant="plain"
        size="lg"
        className={bar.square}
        aria-label={t`Scan a code`}
        onClick={() => open(true)}
      >
        <ScanQrCode />
      </PlainButton>
      {isOpen && <Scanner onClose={() => open(false)} />}
    </>
  );
}

function Scanner({ onClose }: { onClose: () => void }) {
  const navigate = useNavigate();
  const video = useRef<HTMLVideoElement>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [isOurs, setOurs] = useState(true);

  useEffect(() => {
    const ending = new AbortController();
    void watch(video.current, ending.signal, (text) => {
      const place = placeOf(text);
      setOurs(place !== null);
      if (place === null) return false;
      onClose();
      void navigate(place);
      return true;
    }).catch((error: unknown) => {
      if (!ending.signal.aborted) setTrouble(why(error));
    });
    return () => ending.abort();
  }, [navigate, onClose]);

  return (
    <div role="dialog" aria-modal aria-label={t`Scan a code`} className={look.scanner}>
      <div className={look.head}>
        <p role="status">
          {trouble ??
            (isOurs
              ? t`Hold a sheet’s or a label’s code before the camera.`
              : t`This code is not from a Bluff sheet or label.`)}
        </p>
        <PlainButton size="lg" aria-label={t`Close`} onClick={onClose}>
          <X />
        </PlainButton>
      </div>
      <div className={look.camera} hidden={trouble !== null}>
        <video ref={video} muted playsInline />
      </div>
    </div>
  );
}

/** Show what the camera sees, and give every code in it, until one is taken or nobody looks any more. */
async function watch(
  video: HTMLVideoElement | null,
  ending: AbortSignal,
  take: (text: string) => boolean,
): Promise<void> {
  if (!video) return;
  const camera = await navigator.mediaDevices.getUserMedia({ video: { facingMode: "environment" } });
  const stop = () => {
    for (const track of camera.getTracks()) track.stop();
  };
  if (ending.aborted) return stop();
  ending.addEventListener("abort", stop);
  video.srcObject = camera;
  await video.play();
  while (!ending.aborted) {
    const text = await decode(video);
    if (text !== null && !ending.aborted && take(text)) return;
    await new Promise((resolve) => setTimeout(resolve, LOOKED_EVERY));
  }
}

function why(error: unknown): string {
  const name = error instanceof DOMException ? error.name : "";
  if (name === "NotAllowedError")
    return t`This page may not use the camera. Allow it next to the address bar.`;
  if (name === "NotFoundError") return t`This device has no camera; pick the wall from the list.`;
  return t`The camera could not be opened; pick the wall from the list.`;
}
