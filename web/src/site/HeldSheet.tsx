import { t } from "@lingui/core/macro";
import { ChevronDown, ChevronUp, Volume2, VolumeX } from "lucide-react";
import { useId, useState, useSyncExternalStore } from "react";
import type { Stop, Walk } from "../api/client";
import { PlainButton } from "../app/PlainButton";
import { useWords } from "../app/words";
import look from "./HeldSheet.module.css";
import { type Held, hold } from "./held";
import { PickOne } from "./PickOne";
import { hasVoice, onVoices } from "./voice";

const REACHES = [
  { value: "", label: t`Long enough` },
  { value: "16", label: t`16 ft` },
  { value: "25", label: t`25 ft` },
  { value: "30", label: t`30 ft` },
  { value: "35", label: t`35 ft` },
];

interface HeldSheetProps {
  walk: Walk;
  held: Held;
  stop: Stop;
  over: readonly string[];
  onOver: (over: readonly string[]) => void;
}

/** How the tape is held and the plates are walked, in a line; opened, everything about it can be chosen. */
export function HeldSheet({ walk, held, stop, over, onOver }: HeldSheetProps) {
  const [isOpen, setOpen] = useState(false);
  const id = useId();
  const { piece } = useWords();
  const canSpeak = useSyncExternalStore(onVoices, hasVoice);
  const plates = held.on === "both" ? t`both plates` : piece(`${held.on}_plate`);
  const tape =
    walk.hook === "start"
      ? held.burn
        ? t`Tape on the left end, burned an inch`
        : t`Tape on the left end`
      : held.burn
        ? t`Tape on the right end, burned an inch`
        : t`Tape on the right end`;
  return (
    <div className={look.sheet}>
      <div className={look.line}>
        <PlainButton
          variant="plain"
          size="lg"
          className={look.held}
          aria-expanded={isOpen}
          aria-controls={id}
          onClick={() => setOpen(!isOpen)}
        >
          <span>
            {tape} · {plates}
          </span>
          {isOpen ? <ChevronUp aria-hidden /> : <ChevronDown aria-hidden />}
        </PlainButton>
        {canSpeak && (
          <PlainButton
            variant="plain"
            size="lg"
            aria-label={held.isAloud ? t`Mute` : t`Call aloud`}
            aria-pressed={held.isAloud}
            onClick={() => hold({ isAloud: !held.isAloud })}
          >
            {held.isAloud ? <Volume2 /> : <VolumeX />}
          </PlainButton>
        )}
      </div>
      {isOpen && <Choices id={id} walk={walk} held={held} stop={stop} over={over} onOver={onOver} />}
    </div>
  );
}

/** Everything about how the tape is held and the plates are walked. */
function Choices({ id, walk, held, stop, over, onOver }: HeldSheetProps & { id: string }) {
  const { piece } = useWords();
  return (
    <div id={id} className={look.choices}>
      <PickOne
        label={t`The tape hooks on`}
        value={walk.hook}
        choices={[
          { value: "start", label: t`Left end` },
          { value: "end", label: t`Right end` },
        ]}
        onPick={(hook) => hold({ hook: hook === walk.usual_hook ? null : hook })}
      />
      <PickOne
        label={t`Held at`}
        value={held.burn ? "burn" : "end"}
        choices={[
          { value: "end", label: t`Its end` },
          { value: "burn", label: t`Burn an inch` },
        ]}
        onPick={(how) => hold({ burn: how === "burn" })}
      />
      <PickOne
        label={t`Plates`}
        value={held.on}
        choices={[
          { value: "both", label: t`Both at once` },
          { value: "bottom", label: piece("Bottom_plate") },
          { value: "top", label: piece("Top_plate") },
        ]}
        onPick={(on) => hold({ on })}
      />
      <PickOne
        label={t`Order`}
        value={held.walk}
        choices={[
          { value: "by-turn", label: t`Layout last` },
          { value: "along", label: t`Along the plate` },
        ]}
        onPick={(how) => hold({ walk: how })}
      />
      <PickOne
        label={t`Figures`}
        value={held.figures}
        choices={[
          { value: "inches", label: t`Inches` },
          { value: "feet", label: t`Feet and inches` },
        ]}
        onPick={(figures) => hold({ figures })}
      />
      <PickOne
        label={t`Tape length`}
        value={held.reach === null ? "" : String(held.reach)}
        choices={REACHES}
        onPick={(reach) => hold({ reach: reach === "" ? null : Number(reach) })}
      />
      <div className={look.over}>
        <PlainButton size="lg" onClick={() => onOver([...over, stop.id])} disabled={over.includes(stop.id)}>
          {t`Start the tape over at ${stop.symbol} ${stop.at.text}`}
        </PlainButton>
        {over.length > 0 && (
          <PlainButton size="lg" variant="plain" onClick={() => onOver([])}>
            {walk.hook === "start" ? t`All from the left end` : t`All from the right end`}
          </PlainButton>
        )}
      </div>
    </div>
  );
}
