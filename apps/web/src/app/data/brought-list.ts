import { Injectable, signal } from '@angular/core';
import { saysOf } from '@hephaist/core/words/says-of';
import { fileTooLarge } from './import-job';

/** A list of joints as it was brought: CSV, or the first sheet of a workbook as CSV. */
export interface JointList {
  readonly name: string;
  readonly text: string;
}

/** Whether a file is a workbook by its name. */
const isWorkbook = (file: { readonly name: string }): boolean => /\.xlsx$/i.test(file.name);

/** Whether a file is a list of joints by its name. */
export const isJointList = (file: { readonly name: string }): boolean => isWorkbook(file) || /\.csv$/i.test(file.name);

/** Reads a list of joints. @throws Error that says what is wrong with the file */
export async function readJointList(file: File): Promise<JointList> {
  const large = fileTooLarge(file);
  if (large) throw new Error(large);
  try {
    if (!isWorkbook(file)) return { name: file.name, text: await file.text() };
    const { sheetAsCsv } = await import('./spreadsheet');
    return { name: file.name, text: await sheetAsCsv(file) };
  } catch (e) {
    throw new Error(`${file.name}: ${saysOf(e)}`, { cause: e });
  }
}

/** The list that a job was begun with, until its schedule takes it up. */
@Injectable({ providedIn: 'root' })
export class BroughtList {
  private readonly waiting = signal<(JointList & { readonly jobId: string }) | null>(null);

  leave(jobId: string, list: JointList): void {
    this.waiting.set({ ...list, jobId });
  }

  /** The list that waits for a job, once. */
  take(jobId: string): JointList | null {
    const list = this.waiting();
    if (list?.jobId !== jobId) return null;
    this.waiting.set(null);
    return list;
  }
}
