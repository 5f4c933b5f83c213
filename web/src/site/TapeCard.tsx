import { Button, Flex, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { BatteryLow, Bluetooth, BluetoothOff } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import type { Measure } from "../api/client";
import { asKeyed } from "../app/figures";
import { inPercent } from "../language/numbers";
import { type DigitalTape, isLow, TAPES } from "./tape";

/** A digital tape beside the keys: connected, what it reads is read; what is wrong with it is shown. */
export function TapeCard({ measure, onRead }: { measure: Measure; onRead: (value: string) => void }) {
  const [tape, setTape] = useState<DigitalTape | null>(null);
  const [battery, setBattery] = useState<number | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  // A listener is told of a reading for the measure that is held to by then.
  const read = useRef(onRead);
  useEffect(() => {
    read.current = onRead;
  });
  useEffect(() => {
    return tape?.connect((event) => {
      setTrouble(null);
      if (event.kind === "reading") read.current(asKeyed(event.inches));
      if (event.kind === "missed") setTrouble(t`No reading. Hold it still, out of the sun, and press again.`);
      if (event.kind === "connected") setBattery(event.battery);
      if (event.kind === "battery") setBattery(event.percent);
      if (event.kind === "lost") {
        setTape(null);
        setTrouble(t`Tape disconnected. Type the readings, or connect it again.`);
      }
    });
  }, [tape]);
  return (
    <Flex direction="column" gap="1">
      <Flex gap="2" wrap="wrap" align="center">
        {tape ? (
          <>
            <Button size="lg" onClick={() => setTape(null)}>
              <BluetoothOff /> {t`Disconnect ${tape.name}`}
            </Button>
            {tape.press && (
              <Button
                size="lg"
                onClick={() => tape.press?.(measure.planned?.value.inches ?? 2)}
              >{t`Press its button`}</Button>
            )}
          </>
        ) : (
          TAPES.map((one) => (
            <Button key={one.name} size="lg" variant="plain" px="1" onClick={() => setTape(one)}>
              <Bluetooth /> {one.name}
            </Button>
          ))
        )}
        {tape && battery !== null && isLow(battery) && (
          <Flex align="center" gap="1" color="warn" fontWeight="600">
            <BatteryLow aria-hidden /> {t`${inPercent(battery)} left`}
          </Flex>
        )}
      </Flex>
      {trouble && (
        <Text role="alert" color="crayon" fontSize="16px">
          {trouble}
        </Text>
      )}
    </Flex>
  );
}
