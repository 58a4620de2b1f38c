import type { CsvReport } from '@hephaist/contracts/exchange/joint-csv';
import { download, fetchFile, post, postFile } from './api';
import { stoppable } from './under-way';

/** Files that the server makes or reads. @throws ApiProblem when refused, AwayError when it may be tried again */

/** The purge of a line on one page. */
export const purgePlanPdf = (lineId: string, asked: object): Promise<Blob> =>
  stoppable('Making the purge plan', (stop) => download('/lines/:id/purge-plan.pdf', asked, { id: lineId }, {}, stop));

/** The rod and flux list. */
export const rodListPdf = (jobId: string, asked: object): Promise<Blob> =>
  stoppable('Making the rod list', (stop) => download('/jobs/:id/rod-list.pdf', asked, { id: jobId }, {}, stop));

/** A job with everything it rests on, as its file. */
export const jobFile = (jobId: string): Promise<Blob> =>
  stoppable('Making the job’s file', (stop) => fetchFile('/jobs/:id/export', { id: jobId }, {}, stop));

/** Reads a list of joints in CSV; nothing is written. */
export const checkCsv = (jobId: string, text: string): Promise<CsvReport> =>
  stoppable('Reading the list', (stop) =>
    postFile('/jobs/:id/joints/check-csv', { type: 'text/csv', body: text }, { id: jobId }, {}, stop),
  );

/** An address that a calendar program can follow; the one before ends. */
export const calendarAddress = async (): Promise<string> => location.origin + (await post('/calendar', {})).path;

/** Sends a photograph as it was taken. */
export const sendPicture = (id: string, picture: Blob): Promise<unknown> =>
  postFile('/pictures/:id', { type: picture.type, body: picture }, { id });
