import { create } from 'qrcode';

/** A text as a QR code: an SVG path of its dark squares on a grid of `size` by `size`, without the quiet border. */
export function qrPath(text: string): { readonly size: number; readonly path: string } {
  const { modules } = create(text, { errorCorrectionLevel: 'M' });
  let path = '';
  for (let y = 0; y < modules.size; y++)
    for (let x = 0; x < modules.size; x++) if (modules.get(y, x)) path += `M${x} ${y}h1v1h-1z`;
  return { size: modules.size, path };
}
