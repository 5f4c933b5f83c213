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
  { value: "", label: "It reaches" },
  { value: "16", label: "16 ft" },
  { value: "25", label: "25 ft" },
  { value: "30", label: "30 ft" },
  { value: "35", label: "35 ft" },
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
  const { say } = useWords();
  const canSpeak = useSyncExternalStore(onVoices, hasVoice);
  const plates = held.on === "both" ? "both plates" : `${held.on} plate`;
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
            Tape on the {endOf(walk)}
            {held.burn && ", burned an inch"} · {say(plates)}
          </span>
          {isOpen ? <ChevronUp aria-hidden /> : <ChevronDown aria-hidden />}
        </PlainButton>
        {canSpeak && (
          <PlainButton
            variant="plain"
            size="lg"
            aria-label={held.isAloud ? "Be quiet" : "Call aloud"}
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
  const { say } = useWords();
  return (
    <div id={id} className={look.choices}>
      <PickOne
        label="The tape hooks on"
        value={walk.hook}
        choices={[
          { value: "start", label: "Left end" },
          { value: "end", label: "Right end" },
        ]}
        onPick={(hook) => hold({ hook: hook === walk.usual_hook ? null : hook })}
      />
      <PickOne
        label="Held at"
        value={held.burn ? "burn" : "end"}
        choices={[
          { value: "end", label: "Its end" },
          { value: "burn", label: "Burn an inch" },
        ]}
        onPick={(how) => hold({ burn: how === "burn" })}
      />
      <PickOne
        label="Plates"
        value={held.on}
        choices={[
          { value: "both", label: "Both at once" },
          { value: "bottom", label: say("{Bottom_plate}") },
          { value: "top", label: say("{Top_plate}") },
        ]}
        onPick={(on) => hold({ on })}
      />
      <PickOne
        label="Order"
        value={held.walk}
        choices={[
          { value: "by-turn", label: "Layout last" },
          { value: "along", label: "Straight along" },
        ]}
        onPick={(how) => hold({ walk: how })}
      />
      <PickOne
        label="Figures"
        value={held.figures}
        choices={[
          { value: "inches", label: "Inches" },
          { value: "feet", label: "Feet and inches" },
        ]}
        onPick={(figures) => hold({ figures })}
      />
      <PickOne
        label="The tape is"
        value={held.reach === null ? "" : String(held.reach)}
        choices={REACHES}
        onPick={(reach) => hold({ reach: reach === "" ? null : Number(reach) })}
      />
      <div className={look.over}>
        <PlainButton size="lg" onClick={() => onOver([...over, stop.id])} disabled={over.includes(stop.id)}>
          Start the tape over at {stop.symbol} {stop.at.text}
        </PlainButton>
        {over.length > 0 && (
          <PlainButton size="lg" variant="plain" onClick={() => onOver([])}>
            All from the {endOf(walk)}
          </PlainButton>
        )}
      </div>
    </div>
  );
}

const endOf = ({ hook }: Walk) => (hook === "start" ? "left end" : "right end");
