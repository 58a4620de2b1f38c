import { create } from 'qrcode';
import { INK, type Sheet } from './sheet.js';

/** The dark squares of a code, at a place and of a side, points. */
export function drawQr(sheet: Sheet, text: string, x: number, y: number, side: number): void {
  const { modules } = create(text, { errorCorrectionLevel: 'M' });
  const dot = side / modules.size;
  for (let j = 0; j < modules.size; j++)
    for (let i = 0; i < modules.size; i++) if (modules.get(j, i)) sheet.doc.rect(x + i * dot, y + j * dot, dot, dot);
  sheet.doc.fill(INK);
}
