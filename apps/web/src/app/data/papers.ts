import type { CsvReport } from '@hephaist/contracts/exchange/joint-csv';
import { call, download, fetchFile, post } from './api';

/** Files that the server makes or reads. @throws ApiProblem when refused, AwayError when it may be tried again */

/** The purge of a line on one page. */
export const purgePlanPdf = (lineId: string, asked: object): Promise<Blob> =>
  download(`lines/${lineId}/purge-plan.pdf`, asked);

/** The rod and flux list. */
export const rodListPdf = (jobId: string, asked: object): Promise<Blob> =>
  download(`jobs/${jobId}/rod-list.pdf`, asked);

/** A job with everything it rests on, as its file. */
export const jobFile = (jobId: string): Promise<Blob> => fetchFile(`jobs/${jobId}/export`);

/** Reads a list of joints in CSV; nothing is written. */
export const checkCsv = (jobId: string, text: string): Promise<CsvReport> =>
  call(`jobs/${jobId}/joints/check-csv`, { method: 'POST', headers: { 'Content-Type': 'text/csv' }, body: text });

/** An address that a calendar program can follow; the one before ends. */
export const calendarAddress = async (): Promise<string> =>
  location.origin + (await post<{ path: string }>('calendar', {})).path;

/** Sends a photograph as it was taken. */
export const sendPicture = (id: string, picture: Blob): Promise<unknown> =>
  call(`pictures/${id}`, { method: 'POST', headers: { 'Content-Type': picture.type }, body: picture });
