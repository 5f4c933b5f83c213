/** Pixels on the longer side; the server makes it no larger either. */
const LARGEST = 1600;
const QUALITY = 0.8;

/** A photograph made small before it is kept here or sent: upright, and without where and when it was taken. */
export async function small(file: File): Promise<Blob> {
  const picture = await createImageBitmap(file, { imageOrientation: "from-image" });
  const scale = Math.min(1, LARGEST / Math.max(picture.width, picture.height));
  const canvas = document.createElement("canvas");
  canvas.width = Math.round(picture.width * scale);
  canvas.height = Math.round(picture.height * scale);
  canvas.getContext("2d")?.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  return new Promise((resolve, reject) => {
    canvas.toBlob(
      (blob) =>
        blob ? resolve(blob) : reject(new Error("This picture could not be made small; take it again.")),
      "image/jpeg",
      QUALITY,
    );
  });
}

/** A picture as it can be shown at once. */
export function shownAtOnce(blob: Blob): Promise<string> {
  return new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.addEventListener("load", () => resolve(String(reader.result)));
    reader.addEventListener("error", () => reject(reader.error));
    reader.readAsDataURL(blob);
  });
}
