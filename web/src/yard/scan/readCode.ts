/** What a browser that reads codes by itself has (Barcode Detection API). */
interface Detector {
  detect(from: ImageBitmapSource): Promise<{ rawValue: string }[]>;
}

interface DetectorKind {
  new (options: { formats: string[] }): Detector;
  getSupportedFormats(): Promise<string[]>;
}

type Picture = HTMLVideoElement | ImageBitmap;

/** Reads the QR code in a picture; null where it shows none. */
export type ReadCode = (picture: Picture) => Promise<string | null>;

/** What reads codes here: the browser itself, or a library where it can't. */
export async function reader(): Promise<ReadCode> {
  const kind = (globalThis as { BarcodeDetector?: DetectorKind }).BarcodeDetector;
  if (kind && (await kind.getSupportedFormats().catch((): string[] => [])).includes("qr_code")) {
    const detector = new kind({ formats: ["qr_code"] });
    return async (picture) => (await detector.detect(picture))[0]?.rawValue ?? null;
  }
  const { default: read } = await import("jsqr");
  const canvas = document.createElement("canvas");
  return (picture) => {
    const pixels = pixelsOf(picture, canvas);
    return Promise.resolve((pixels && read(pixels.data, pixels.width, pixels.height)?.data) || null);
  };
}

// Larger than this a code is found no better, only later.
const LONGEST = 1000;

function pixelsOf(picture: Picture, canvas: HTMLCanvasElement): ImageData | null {
  const [width, height] =
    picture instanceof HTMLVideoElement
      ? [picture.videoWidth, picture.videoHeight]
      : [picture.width, picture.height];
  const scale = Math.min(1, LONGEST / Math.max(width, height, 1));
  canvas.width = Math.round(width * scale);
  canvas.height = Math.round(height * scale);
  const on = canvas.getContext("2d", { willReadFrequently: true });
  if (!on || canvas.width === 0 || canvas.height === 0) return null;
  on.drawImage(picture, 0, 0, canvas.width, canvas.height);
  return on.getImageData(0, 0, canvas.width, canvas.height);
}
