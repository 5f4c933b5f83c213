import decoder from "zxing-wasm/reader/zxing_reader.wasm?url";

/** Pixels on the longer side of what is looked at; more only takes longer. */
const LARGEST = 960;

const canvas = document.createElement("canvas");

/** The text of a code in what a camera sees, null where there is none. */
export async function decode(video: HTMLVideoElement): Promise<string | null> {
  const scale = Math.min(1, LARGEST / Math.max(video.videoWidth, video.videoHeight));
  if (!(scale > 0)) return null;
  canvas.width = Math.round(video.videoWidth * scale);
  canvas.height = Math.round(video.videoHeight * scale);
  const drawn = canvas.getContext("2d", { willReadFrequently: true });
  if (!drawn) return null;
  drawn.drawImage(video, 0, 0, canvas.width, canvas.height);
  const { prepareZXingModule, readBarcodes } = await import("zxing-wasm/reader");
  prepareZXingModule({ overrides: { locateFile: () => decoder } });
  const [found] = await readBarcodes(drawn.getImageData(0, 0, canvas.width, canvas.height), {
    formats: ["QRCode"],
    maxNumberOfSymbols: 1,
  });
  return found?.isValid ? found.text : null;
}
