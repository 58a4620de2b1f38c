import type { StandInMishap } from '@hephaist/core/live/simulated-line';
import type { HandOver, HandOverDetail } from '../records/hand-over.js';
import type { IntakeAnswer, WaitingFile } from '../records/intake-record.js';
import type { StoredRecords } from '../records/kinds.js';
import type { PracticeRun } from '../records/practice-run.js';
import type { InstrumentSet, SessionDetail, TraceRow } from '../records/purge-session.js';
import type { ShownSignature } from '../records/signature.js';
import type { Stored } from '../records/stored.js';
import type { TrailPage, TrailVerdict } from '../records/trail.js';
import type {
  Crew,
  HotWorkAnswer,
  JobDetail,
  JobSummary,
  JointPage,
  OnFileAnswer,
  OthersAnswer,
  PracticeAnswer,
  RigsAnswer,
  ShopData,
} from './answers.js';
import type { PutResult } from './commands.js';
import type { Followed, FollowLink } from './followed.js';
import type { Device, HandOnAnswer } from './hand-on.js';
import type { CsvReport } from './joint-csv.js';
import type { AccessEntry, FirstRunState, Me, OwnSignIn, PeopleAnswer } from './people.js';

/** An answer that is a file, or goes on as a stream: bytes or text as they are. */
export type FileAnswer = string | Uint8Array;
/** An answer that says no more than that it is done. */
export type Done = Readonly<Record<string, never>>;

/**
 * What the server answers at each of its addresses, below /api; `:id` and the like stand for one part of an address.
 * Server and page both read it: a route answers with this, and whoever asks is given this. Errors are Problems.
 */
export interface Answers {
  'GET /health': {
    readonly status: string;
    readonly database: { readonly state: string; readonly migration?: string | null };
  };
  'GET /ready': { readonly ready: boolean; readonly wrong: readonly string[] };
  'GET /metrics': FileAnswer;
  'POST /sign-in': Me;
  'GET /first-run': FirstRunState;
  'POST /first-run': Me;
  'GET /me': Me;
  'POST /sign-out': Done;
  'POST /password': Me;
  'POST /reset': Done;
  'GET /sign-ins': OwnSignIn[];
  'POST /sign-ins/:id/end': OwnSignIn[];
  'POST /second-factor': { readonly secret: string; readonly uri: string };
  'POST /second-factor/confirm': { readonly codes: readonly string[] };
  'POST /second-factor/off': Done;
  'GET /hand-on': HandOnAnswer;
  'POST /hand-on': Me;
  'POST /short-code': Done;
  'POST /short-code/off': HandOnAnswer;
  'GET /devices': Device[];
  'POST /devices/:id/revoke': Device[];
  'POST /company/second-factor': PeopleAnswer;
  'POST /people/:id/second-factor/off': PeopleAnswer;
  'POST /people/:id/reset-code': { readonly code: string };
  'POST /people/:id/roles/give': PeopleAnswer;
  'GET /access-log': AccessEntry[];
  'GET /people': PeopleAnswer;
  'POST /people': PeopleAnswer;
  'PUT /people/:id': PeopleAnswer;
  'GET /trail': TrailPage;
  'POST /trail/check': TrailVerdict;
  'GET /signatures/:id': ShownSignature[];
  'POST /commands': PutResult;
  'GET /jobs': JobSummary[];
  'GET /jobs/:id': JobDetail;
  'GET /jobs/:id/joints': JointPage;
  'GET /jobs/:id/labels.pdf': FileAnswer;
  'GET /jobs/:id/logs': StoredRecords<'log'>;
  'GET /jobs/:id/sessions': SessionDetail[];
  'GET /jobs/:id/pressure-tests': StoredRecords<'pressure_test' | 'line_step'>;
  'POST /jobs/:id/joints/check-csv': CsvReport;
  'POST /jobs/:id/copy/:commandId': { readonly jobId: string };
  'GET /jobs/:id/export': FileAnswer;
  'POST /import/:id': IntakeAnswer;
  'POST /import-package/:id': IntakeAnswer;
  'GET /waiting-files': WaitingFile[];
  'POST /waiting-files/:id/countersign': IntakeAnswer;
  'POST /waiting-files/:id/refuse': null;
  'GET /jobs/:id/hand-overs': HandOverDetail[];
  'POST /jobs/:id/hand-overs': HandOver;
  'GET /hand-overs/:id/package.zip': FileAnswer;
  'GET /crew': Crew;
  'GET /on-file': OnFileAnswer;
  'GET /rigs': RigsAnswer;
  'GET /jobs/:id/practice': PracticeAnswer;
  'GET /practice-runs/:id': Stored<PracticeRun>;
  'GET /jobs/:id/hot-work': HotWorkAnswer;
  'GET /others': OthersAnswer;
  'GET /follow/:of/:id': Followed;
  'GET /follow/:of/:id/page.pdf': FileAnswer;
  'GET /follow': FollowLink[];
  'GET /papers/laboratory-request/all': FileAnswer;
  'GET /labels/:of': FileAnswer;
  'GET /papers/:kind/:id': FileAnswer;
  'POST /calendar': { readonly path: string };
  'GET /calendar/:token': FileAnswer;
  'GET /shop': ShopData;
  'POST /jobs/:id/rod-list.pdf': FileAnswer;
  'POST /lines/:id/purge-plan.pdf': FileAnswer;
  'POST /pictures/:id': {
    readonly id: string;
    readonly hash: string;
    readonly type: string;
    readonly width: number;
    readonly height: number;
  };
  'GET /pictures/:id': FileAnswer;
  'GET /pictures/:id/original': FileAnswer;
  'GET /instruments': InstrumentSet[];
  'POST /instruments/:set/mishap': { readonly mishap: StandInMishap };
  'GET /sessions/:id': SessionDetail;
  'GET /sessions/:id/trace': TraceRow[];
  'GET /sessions/:id/stream': FileAnswer;
  'GET /sessions/:id/trace.csv': FileAnswer;
}

/** A method and an address, as "GET /jobs/:id". */
export type Route = keyof Answers;
export type Method = 'GET' | 'POST' | 'PUT';

/** The addresses that answer to a method. */
export type PathOf<M extends Method> = Route extends infer R ? (R extends `${M} ${infer P}` ? P : never) : never;

/** What is answered there. */
export type AnswerTo<M extends Method, P extends PathOf<M>> = Answers[`${M} ${P}` & Route];

/** The addresses where a file is answered. */
export type FilePathOf<M extends Method> = {
  [R in Route]: Answers[R] extends FileAnswer ? (R extends `${M} ${infer P}` ? P : never) : never;
}[Route];

/** The parts of an address that are named: of "/jobs/:id" it is "id". */
export type PartOf<P extends string> = P extends `${string}:${infer Name}/${infer Rest}`
  ? Name | PartOf<Rest>
  : P extends `${string}:${infer Name}`
    ? Name
    : never;
