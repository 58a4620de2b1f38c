import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import type { Test } from 'supertest';

/** Takes the answer's bytes as they are. */
export const asBytes = (test: Test): Test =>
  test.buffer(true).parse((res, done) => {
    const chunks: Buffer[] = [];
    res.on('data', (c: Buffer) => chunks.push(c));
    res.on('end', () => done(null, Buffer.concat(chunks)));
  });

/** A PDF's pages and words, as a library that did not write it reads them. */
export async function readPdf(pdf: Buffer): Promise<{ pages: number; words: string }> {
  const doc = await getDocument({ data: new Uint8Array(pdf), useSystemFonts: false }).promise;
  const pages = await Promise.all(
    Array.from({ length: doc.numPages }, async (_, i) => (await doc.getPage(i + 1)).getTextContent()),
  );
  return {
    pages: doc.numPages,
    words: pages.flatMap((p) => p.items.map((x) => ('str' in x ? x.str : ''))).join(' '),
  };
}
