import { Button, chakra, Flex, Input, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { ChevronLeft, ChevronRight, Eraser } from "lucide-react";
import { type FormEvent, type ReactNode, useState } from "react";
import type { Exercise } from "../api/client";
import { Figure } from "../app/Figure";
import { asKeyed } from "../app/figures";
import { capital } from "../app/words";
import { READING } from "./places";
import { FINEST, type OnPlates, type Pencil, typedLine } from "./sheet";

const PLATES: readonly { on: OnPlates; label: string }[] = [
  { on: "both", label: t`Both plates` },
  { on: "bottom", label: t`Bottom` },
  { on: "top", label: t`Top` },
];

/** The pencil: where it is, which plates it is on, on which side the letter goes, and what it writes. */
export function PencilBar({
  letters,
  pencil,
  onPencil,
  onDraw,
  onRub,
  reading,
  onReading,
}: {
  letters: Exercise["letters"];
  pencil: Pencil;
  onPencil: (part: Partial<Pencil>) => void;
  onDraw: (symbol: string) => void;
  onRub: () => void;
  /** Where a typed reading is, in inches. */
  reading: (typed: string) => Promise<number>;
  /** A typed reading, and the letter that was typed behind it. */
  onReading: (inches: number, symbol: string | null) => void;
}) {
  const step = (by: number) => onPencil({ inches: pencil.inches + by });
  return (
    <Flex direction="column" gap="2" px="4" py="3" borderYWidth="1px" bg="bench" flexShrink="0">
      <Flex align="center" gap="2" wrap="wrap">
        <Figure
          data-reading
          text={asKeyed(pencil.inches)}
          fontSize="40px"
          fontWeight="800"
          lineHeight="1"
          minW="128px"
          aria-live="polite"
        />
        <Flex gap="1">
          <Step label={t`1 back`} onStep={() => step(-1)}>
            <ChevronLeft />1
          </Step>
          <Step label={t`1/16 back`} onStep={() => step(-FINEST)}>
            <ChevronLeft />
            <Figure text="1/16" />
          </Step>
          <Step label={t`1/16 on`} onStep={() => step(FINEST)}>
            <Figure text="1/16" />
            <ChevronRight />
          </Step>
          <Step label={t`1 on`} onStep={() => step(1)}>
            1<ChevronRight />
          </Step>
        </Flex>
        <TypedReading letters={letters.map(({ symbol }) => symbol)} reading={reading} onReading={onReading} />
        <Choice label={t`On`}>
          {PLATES.map(({ on, label }) => (
            <Pick key={on} isOn={pencil.on === on} onPick={() => onPencil({ on })}>
              {label}
            </Pick>
          ))}
        </Choice>
        <Choice label={t`Letter`}>
          <Pick isOn={!pencil.ahead} onPick={() => onPencil({ ahead: false })}>{t`Behind`}</Pick>
          <Pick isOn={pencil.ahead} onPick={() => onPencil({ ahead: true })}>{t`Ahead`}</Pick>
        </Choice>
      </Flex>
      <Flex gap="2" wrap="wrap" role="group" aria-label={t`Draw a line with`}>
        {letters.map(({ symbol, names }) => (
          <Button
            key={symbol}
            variant="outline"
            minW="64px"
            h="52px"
            px="3"
            flexDirection="column"
            gap="0"
            title={capital(names.join(", "))}
            onClick={() => onDraw(symbol)}
          >
            <Text
              as="span"
              fontFamily="figure"
              fontSize={symbol.length > 2 ? "18px" : "24px"}
              fontWeight="800"
              lineHeight="1"
            >
              {symbol}{" "}
            </Text>
            <chakra.span fontSize="11px" color="faint" fontWeight="500">
              {capital(names[0] ?? "")}
              {names.length > 1 && " …"}
            </chakra.span>
          </Button>
        ))}
        <Button variant="plain" h="52px" onClick={onRub}>
          <Eraser /> {t`Erase`}
        </Button>
      </Flex>
    </Flex>
  );
}

function Step({ label, onStep, children }: { label: string; onStep: () => void; children: ReactNode }) {
  return (
    <Button variant="outline" minW="44px" h="44px" px="1" gap="0" aria-label={label} onClick={onStep}>
      {children}
    </Button>
  );
}

function Choice({ label, children }: { label: string; children: ReactNode }) {
  return (
    <Flex role="group" aria-label={label} gap="1" align="center">
      {children}
    </Flex>
  );
}

function Pick({ isOn, onPick, children }: { isOn: boolean; onPick: () => void; children: ReactNode }) {
  return (
    <Button variant={isOn ? "solid" : "outline"} h="44px" aria-pressed={isOn} onClick={onPick}>
      {children}
    </Button>
  );
}

/** A reading that is typed: the pencil goes there, and draws where a letter stands behind it. */
function TypedReading({
  letters,
  reading,
  onReading,
}: {
  letters: readonly string[];
  reading: (typed: string) => Promise<number>;
  onReading: (inches: number, symbol: string | null) => void;
}) {
  const [typed, type] = useState("");
  const [refusal, refuse] = useState<string | null>(null);
  function go(event: FormEvent) {
    event.preventDefault();
    const { reading: typedReading, symbol } = typedLine(typed, letters);
    if (!typedReading) return;
    reading(typedReading).then(
      (inches) => {
        onReading(inches, symbol);
        // An answer to what was typed before is dropped.
        type((now) => (now === typed ? "" : now));
        refuse(null);
      },
      (error: Error) => refuse(error.message),
    );
  }
  return (
    <Flex as="form" onSubmit={go} direction="column">
      <Input
        id={READING}
        size="md"
        w="120px"
        h="44px"
        aria-label={t`Reading`}
        aria-invalid={refusal !== null}
        placeholder="15 1/4"
        autoComplete="off"
        value={typed}
        onChange={(event) => type(event.target.value)}
      />
      {refusal && (
        <Text role="alert" color="crayon" fontSize="13px" maxW="300px">
          {refusal}
        </Text>
      )}
    </Flex>
  );
}
