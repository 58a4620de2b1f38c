import { REPORT_TYPE } from '@hephaist/contracts/records/strip-marks';
import { ContractError } from '@hephaist/contracts/schemas/parse';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { type FileFacts, pictureFacts } from './picture.js';

const MOST_PAGES = 200;
const no = (says: string): ContractError => new ContractError([{ field: 'picture', says }]);

/** Whether the bytes call themselves a PDF; its head may stand a little way in. */
export const isPdf = (bytes: Buffer): boolean => bytes.subarray(0, 1024).includes('%PDF-');

/**
 * Reads a PDF as far as its first page. A report is paper: one that is locked, broken, or does something when it is
 * opened is not taken in.
 * @throws ContractError at `picture`
 */
export async function reportFacts(bytes: Buffer): Promise<FileFacts> {
  const task = getDocument({ data: new Uint8Array(bytes), stopAtErrors: true, useSystemFonts: false, verbosity: 0 });
  try {
    const doc = await task.promise;
    if (doc.numPages > MOST_PAGES) throw no(`at most ${MOST_PAGES} pages`);
    const opens: unknown = await doc.getOpenAction();
    if ((await doc.hasJSActions()) || (opens && !Array.isArray(opens)) || (await doc.getAttachments()))
      throw no('a plain PDF: this one runs something or carries other files');
    const { width, height } = (await doc.getPage(1)).getViewport({ scale: 1 });
    return { type: REPORT_TYPE, width: Math.round(width), height: Math.round(height) };
  } catch (e) {
    if (e instanceof ContractError) throw e;
    throw no((e as Error).name === 'PasswordException' ? 'a PDF without a password' : 'this is not a whole PDF');
  } finally {
    await task.destroy();
  }
}

/** What a file is by its bytes: a photograph, or a report as PDF. @throws ContractError at `picture` */
export const fileFacts = (bytes: Buffer): Promise<FileFacts> =>
  isPdf(bytes) ? reportFacts(bytes) : pictureFacts(bytes);
