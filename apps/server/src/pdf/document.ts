import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import PDFDocument from 'pdfkit';
import { unpackWoff } from './woff.js';

const require = createRequire(import.meta.url);
/** The file of the font that papers are set in. */
export const fontFile = (weight: 400 | 600): string =>
  require.resolve(`@fontsource/barlow-semi-condensed/files/barlow-semi-condensed-latin-${weight}-normal.woff`);
const font = (weight: 400 | 600): Buffer => unpackWoff(readFileSync(fontFile(weight)));
let fonts: readonly [body: Buffer, strong: Buffer] | null = null;

/** Sheets of paper that papers are made for. */
export type PaperSize = 'letter' | 'a4';

/**
 * Opens a tagged PDF with the application's own font, `body` and `strong`; `done` gives its bytes once it is ended.
 * Its pages stay open until then, so that each can say how many there are.
 */
export function openPdf(
  title: string,
  layout: 'portrait' | 'landscape' = 'portrait',
  size: PaperSize = 'a4',
): { readonly doc: PDFKit.PDFDocument; readonly done: Promise<Buffer> } {
  const doc = new PDFDocument({
    size: size === 'a4' ? 'A4' : 'LETTER',
    layout,
    bufferPages: true,
    margin: 48,
    tagged: true,
    pdfVersion: '1.7',
    lang: 'en',
    displayTitle: true,
    info: { Title: title, Creator: 'Hephaist' },
  });
  fonts ??= [font(400), font(600)];
  doc.registerFont('body', fonts[0]).registerFont('strong', fonts[1]);
  const chunks: Buffer[] = [];
  doc.on('data', (c: Buffer) => chunks.push(c));
  const done = new Promise<Buffer>((resolve, reject) => {
    doc.on('end', () => resolve(Buffer.concat(chunks)));
    doc.on('error', reject);
  });
  return { doc, done };
}
