/** A digital tape or laser that sends what it reads. */
import { t } from "@lingui/core/macro";

export type TapeEvent =
  | { kind: "connected"; battery: number }
  /** In inches, as fine as the device has it. */
  | { kind: "reading"; inches: number }
  /** Its button was pressed and nothing came back: too far, too bright, not held still. */
  | { kind: "missed" }
  /** In percent. */
  | { kind: "battery"; percent: number }
  | { kind: "lost" };

/** What any such device is to the screens; a real one is one more of these in `TAPES`. */
export interface DigitalTape {
  name: string;
  /** Listen to it; returns how to let it go. */
  connect: (tell: (event: TapeEvent) => void) => () => void;
  /** Only of a device that is not there: press its button while it is held to so many inches. */
  press?: (inches: number) => void;
}

const LOW = 20;

export function isLow(percent: number): boolean {
  return percent <= LOW;
}

/**
 * A tape that is not there, for practice: its readings are off by a little, every fifth press reads nothing, its
 * battery goes down, and when that is empty it is lost. Connected again it has a new one.
 */
export function practiceTape(): DigitalTape {
  let tell: ((event: TapeEvent) => void) | null = null;
  let battery = 0;
  let presses = 0;
  return {
    name: t`Practice tape`,
    connect(listen) {
      tell = listen;
      battery = 60;
      presses = 0;
      tell({ kind: "connected", battery });
      return () => {
        tell = null;
      };
    },
    press(inches) {
      if (!tell) return;
      presses += 1;
      battery -= 5;
      if (battery <= 0) {
        tell({ kind: "lost" });
        tell = null;
        return;
      }
      tell({ kind: "battery", percent: battery });
      if (presses % 5 === 0) tell({ kind: "missed" });
      // Off by a 32nd or less, to and fro.
      else tell({ kind: "reading", inches: inches + Math.sin(presses * 2.4) / 32 });
    },
  };
}

export const TAPES: readonly DigitalTape[] = [practiceTape()];
