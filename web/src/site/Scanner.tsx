import { Box, Button, chakra, Flex, Text } from "@chakra-ui/react";
import { ScanQrCode, X } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { placeOf } from "./codes";
import { decode } from "./decode";

/** Milliseconds between two looks through the camera. */
const LOOKED_EVERY = 200;

const canScan = Boolean(navigator.mediaDevices?.getUserMedia);

/** A button that looks for the code of a sheet or a label through the camera, and opens what it stands for. */
export function ScanButton() {
  const [isOpen, open] = useState(false);
  if (!canScan) return null;
  return (
    <>
      <Button variant="plain" size="lg" px="2" aria-label="Scan a code" onClick={() => open(true)}>
        <ScanQrCode />
      </Button>
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
    void look(video.current, ending.signal, (text) => {
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
    <Flex
      role="dialog"
      aria-modal
      aria-label="Scan a code"
      position="fixed"
      inset="0"
      zIndex="modal"
      bg="ground"
      direction="column"
      p="3"
      gap="3"
    >
      <Flex justify="space-between" align="center" gap="3">
        <Text role="status" fontSize="18px">
          {trouble ??
            (isOurs
              ? "Hold a sheet’s or a label’s code before the camera."
              : "This code is none of Bluff’s sheets or labels.")}
        </Text>
        <Button size="lg" aria-label="Close" onClick={onClose}>
          <X />
        </Button>
      </Flex>
      <Box flex="1" minH="0" bg="ink" hidden={trouble !== null}>
        <chakra.video ref={video} muted playsInline w="full" h="full" objectFit="contain" />
      </Box>
    </Flex>
  );
}

/** Show what the camera sees, and give every code in it, until one is taken or nobody looks any more. */
async function look(
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
    return "The camera is not allowed to this page; allow it beside the address.";
  if (name === "NotFoundError") return "This device has no camera; pick the wall from the list.";
  return "The camera could not be opened; pick the wall from the list.";
}
