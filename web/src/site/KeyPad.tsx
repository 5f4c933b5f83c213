import { Box, Button, Flex, Grid, Input, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Trans } from "@lingui/react/macro";
import { Delete } from "lucide-react";
import { type FormEvent, useState } from "react";
import { Figure } from "../app/Figure";
import { reduced } from "../app/figures";
import { isReading } from "./reading";

const DIGITS = ["7", "8", "9", "4", "5", "6", "1", "2", "3"];
const MOST_DIGITS = 5;
/** As tall as lets all of them be seen on a phone, below what is measured. */
const KEY = "48px";

/** The fractions of a tape of so many parts an inch, in their order on it and as it says them. */
function fractions(parts: 16 | 32): string[] {
  return Array.from({ length: parts - 1 }, (_, index) => reduced(index + 1, parts));
}

/** A reading on big keys: whole inches, then the fraction, which takes it over. */
export function KeyPad({
  name,
  planned,
  onRead,
}: {
  name: string;
  planned: string | null;
  onRead: (value: string) => void;
}) {
  const [text, setText] = useState("");
  const [isRefused, setRefused] = useState(false);
  const [, whole = "", fraction = ""] = /^(\d*)\s*(\d+\/\d+)?$/.exec(text) ?? [];
  function put(inches: string, part: string) {
    setText([inches, part].filter(Boolean).join(" "));
    setRefused(false);
  }
  function press(digit: string) {
    put((whole + digit).replace(/^0+(?=\d)/, "").slice(0, MOST_DIGITS), fraction);
  }
  function enter(event: FormEvent) {
    event.preventDefault();
    if (!text.trim()) return;
    // It stays where it was typed: kept and refused later, nobody would know which tape it came from.
    if (!isReading(text)) return setRefused(true);
    onRead(text.trim());
    setText("");
  }
  return (
    <Box as="form" aria-label={t`${name}, keys`} onSubmit={enter}>
      <Flex align="baseline" justify="space-between" gap="3" mb="1">
        <Text fontSize="17px" fontWeight="600">
          {name}
        </Text>
        {planned && (
          <Text color="faint" whiteSpace="nowrap">
            <Trans>
              plan <Figure text={planned} fontSize="19px" />
            </Trans>
          </Text>
        )}
      </Flex>
      <Flex align="center" bg="tape" borderWidth="2px" borderColor="ink" ps="2" h="56px" mb="2">
        {/* No keyboard comes up for it on a phone; where there is one, it is typed on. */}
        <Input
          inputMode="none"
          aria-label={name}
          placeholder={t`inches, then the fraction`}
          value={text}
          maxLength={20}
          onChange={(event) => {
            setText(event.target.value);
            setRefused(false);
          }}
          aria-invalid={isRefused || undefined}
          aria-describedby={isRefused ? "no-reading" : undefined}
          flex="1"
          minW="0"
          h="full"
          border="none"
          bg="transparent"
          fontFamily="figure"
          fontSize="40px"
          fontWeight="800"
          _placeholder={{ fontSize: "18px", fontWeight: 500, color: "faint" }}
        />
        <Button
          size="lg"
          variant="plain"
          aria-label={t`Backspace`}
          disabled={!text}
          onClick={() => (fraction ? put(whole, "") : setText(text.slice(0, -1)))}
        >
          <Delete />
        </Button>
      </Flex>
      {isRefused && (
        <Text
          id="no-reading"
          role="alert"
          color="crayon"
          fontSize="17px"
          mb="2"
        >{t`“${text}” is not a reading. Type inches and a fraction, like 43 1/4.`}</Text>
      )}
      <Keys onDigit={press} fraction={fraction} onFraction={(one) => put(whole, one)} canRead={text !== ""} />
    </Box>
  );
}

/** Digits, the fractions of a tape of sixteenths or of thirty-seconds, and the key that reads what is put together. */
function Keys({
  onDigit,
  fraction,
  onFraction,
  canRead,
}: {
  onDigit: (digit: string) => void;
  fraction: string;
  /** The fraction that was pressed, empty where the one there is was pressed again. */
  onFraction: (fraction: string) => void;
  canRead: boolean;
}) {
  const [parts, setParts] = useState<16 | 32>(16);
  return (
    <>
      <Grid templateColumns="repeat(3, 1fr)" gap="1.5">
        {DIGITS.map((digit) => (
          <Key key={digit} onPress={() => onDigit(digit)}>
            {digit}
          </Key>
        ))}
        <Key
          onPress={() => setParts(parts === 16 ? 32 : 16)}
          label={parts === 16 ? t`Show 32nds` : t`Show 16ths`}
        >
          <Text as="span" fontSize="18px">
            {parts === 16 ? t`32nds` : t`16ths`}
          </Text>
        </Key>
        <Key onPress={() => onDigit("0")}>0</Key>
        <Button
          variant="solid"
          size="lg"
          h={KEY}
          fontSize="22px"
          type="submit"
          disabled={!canRead}
        >{t`Read`}</Button>
      </Grid>
      <Grid templateColumns={`repeat(${parts === 16 ? 5 : 6}, 1fr)`} gap="1.5" mt="2">
        {fractions(parts).map((one) => (
          <Key key={one} isPicked={one === fraction} onPress={() => onFraction(one === fraction ? "" : one)}>
            <Figure text={one} fontSize="24px" fontWeight="700" />
          </Key>
        ))}
      </Grid>
    </>
  );
}

function Key({
  onPress,
  label,
  isPicked,
  children,
}: {
  onPress: () => void;
  label?: string;
  isPicked?: boolean;
  children: React.ReactNode;
}) {
  return (
    <Button
      size="lg"
      h={KEY}
      px="0"
      fontSize="26px"
      variant={isPicked ? "solid" : "outline"}
      {...(label && { "aria-label": label })}
      {...(isPicked !== undefined && { "aria-pressed": isPicked })}
      onClick={onPress}
    >
      {children}
    </Button>
  );
}
