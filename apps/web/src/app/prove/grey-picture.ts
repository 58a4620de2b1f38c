import { MOST_PICTURE_BYTES, PICTURE_TYPES } from '@hephaist/contracts/records/strip-marks';
import type { GreyPicture } from '@hephaist/core/coupons/strip-trace';

/** Longest side that is looked at, pixels: larger pictures are looked at smaller. */
const LONGEST = 3000;

export interface LoadedPicture {
  readonly file: Blob;
  readonly url: string;
  readonly grey: GreyPicture;
  /** Pixels of the picture as taken for one looked at. */
  readonly factor: number;
}

/** Grey of one pixel by ITU-R BT.709. */
export const greyOf = (r: number, g: number, b: number): number => 0.2126 * r + 0.7152 * g + 0.0722 * b;

/** Reads a photograph. @throws Error with words for the person when it is none */
export async function loadPicture(file: Blob): Promise<LoadedPicture> {
  if (!(PICTURE_TYPES as readonly string[]).includes(file.type))
    throw new Error('Take a JPEG, PNG or WebP photograph.');
  if (file.size > MOST_PICTURE_BYTES) throw new Error('The photograph is larger than 12 MB.');
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(file);
  } catch {
    throw new Error('This photograph cannot be read.');
  }
  const factor = Math.max(1, Math.max(bitmap.width, bitmap.height) / LONGEST);
  const [width, height] = [Math.round(bitmap.width / factor), Math.round(bitmap.height / factor)];
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('This browser cannot read pictures.');
  context.drawImage(bitmap, 0, 0, width, height);
  const { data } = context.getImageData(0, 0, width, height);
  const grey = new Uint8ClampedArray(width * height);
  for (let i = 0; i < grey.length; i++) grey[i] = greyOf(data[4 * i]!, data[4 * i + 1]!, data[4 * i + 2]!);
  return { file, url: URL.createObjectURL(file), grey: { width, height, grey }, factor };
}
