import { Button, Flex, Heading, Text } from "@chakra-ui/react";
import { ArrowLeft, CloudUpload, WifiOff } from "lucide-react";
import { type ReactNode, useSyncExternalStore } from "react";
import { Link } from "react-router";
import type { Job } from "../api/client";
import { Others } from "../app/Others";
import { useHomeless, useWaiting } from "./outbox";
import { ScanButton } from "./Scanner";

/** That this device is full, for as long as something is kept by the open page alone. */
export function Full() {
  const homeless = useHomeless();
  if (homeless === 0) return null;
  return (
    <Text role="alert" bg="crayonWash" borderWidth="2px" borderColor="crayon" p="3">
      This device is full: <b>{homeless}</b> of what was said is kept only while this page is open. Make room
      on it, or go where there is a signal, before you close it.
    </Text>
  );
}

/** The head of every screen of the site: where one is, the way back, and what waits on this device. */
export function SiteBar({
  job,
  title,
  back,
  children,
}: {
  job: Job;
  title: string;
  /** Where the arrow leads; none at the first screen. */
  back?: { to: string; name: string };
  children?: ReactNode;
}) {
  return (
    <Flex
      align="center"
      gap="2"
      px="2"
      minH="52px"
      borderBottomWidth="1px"
      bg="bench"
      flexShrink="0"
      wrap="wrap"
    >
      {back && (
        <Button asChild variant="plain" size="lg" px="2">
          <Link to={back.to} aria-label={back.name}>
            <ArrowLeft />
          </Link>
        </Button>
      )}
      <Heading as="h1" fontFamily="heading" fontWeight="800" fontSize="22px" flex="1" minW="0" truncate>
        {title}
      </Heading>
      <OnThisDevice job={job} />
      <ScanButton />
      <Others />
      {children}
    </Flex>
  );
}

/** Whether this device has a signal at all. */
function useSignal(): boolean {
  return useSyncExternalStore(
    (listener) => {
      for (const event of ["online", "offline"]) window.addEventListener(event, listener);
      return () => {
        for (const event of ["online", "offline"]) window.removeEventListener(event, listener);
      };
    },
    () => navigator.onLine,
  );
}

/** What was said here and is not on the server yet. */
function OnThisDevice({ job }: { job: Job }) {
  const count = useWaiting(job.id).filter(({ hasLanded }) => !hasLanded).length;
  const hasSignal = useSignal();
  if (count === 0 && hasSignal) return null;
  return (
    <Flex role="status" align="center" gap="1" fontSize="15px" color="faint" whiteSpace="nowrap">
      {hasSignal ? <CloudUpload size={18} aria-hidden /> : <WifiOff size={18} aria-hidden />}
      <Text>
        {!hasSignal && "no signal"}
        {!hasSignal && count > 0 && ", "}
        {count > 0 && (
          <>
            <b>{count}</b> on this device
          </>
        )}
      </Text>
    </Flex>
  );
}
