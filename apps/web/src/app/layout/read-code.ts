/** Longest side that a picture is read at, pixels: larger ones only take longer. */
const MOST_SIDE = 1600;

/** The code in a picture of the camera or of a file, read on this device; null where none is seen. */
export async function readCode(source: CanvasImageSource, width: number, height: number): Promise<string | null> {
  if (!width || !height) return null;
  const { default: jsQR } = await import('jsqr');
  const scale = Math.min(1, MOST_SIDE / Math.max(width, height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(width * scale));
  canvas.height = Math.max(1, Math.round(height * scale));
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) return null;
  context.drawImage(source, 0, 0, canvas.width, canvas.height);
  const { data } = context.getImageData(0, 0, canvas.width, canvas.height);
  return jsQR(data, canvas.width, canvas.height)?.data ?? null;
}
