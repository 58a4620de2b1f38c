import type { Service } from '../services/services.js';
import { practice, published, type Source } from '../source/source.js';
import { said } from '../units/say.js';
import { PSI } from '../units/units.js';

export const SEQUENCE_STEPS = [
  'blow-down',
  'initial pressure test',
  'cross-connection',
  'piping purge',
  'standing test',
  'verification',
  'nitrogen test',
  'vacuum',
] as const;
export type SequenceStepId = (typeof SEQUENCE_STEPS)[number];

/** A step that a line goes through before it is handed over. Pressure gauge, Pa; time in s. */
export interface SequenceStep {
  readonly id: SequenceStepId;
  readonly says: string;
  /** Least pressure; null where it asks for none. */
  readonly leastPa: number | null;
  /** Least time; null where it asks for none. */
  readonly leastS: number | null;
  readonly source: Source;
}

const DAY_S = 24 * 3600;
const nfpa = published('NFPA 99', 'installer’s tests in their order, then the verifier’s own');
const b315 = published('ASME B31.5', 'leak test before evacuation');

/**
 * The steps of a service in their order; none where it asks for no more than a pressure test. Working pressure of a
 * positive line is its design pressure.
 */
export function testSequence(service: Pick<Service, 'kind' | 'medical'> | null, workingPa: number): SequenceStep[] {
  const step = (
    id: SequenceStepId,
    says: string,
    leastPa: number | null = null,
    leastS: number | null = null,
    source: Source = nfpa,
  ): SequenceStep => ({ id, says, leastPa, leastS, source });
  if (service?.kind === 'medical') {
    const isVacuum = service.medical === 'vacuum';
    const initial = isVacuum ? 60 * PSI : Math.max(1.5 * workingPa, 150 * PSI);
    return [
      step('blow-down', 'nitrogen blown through each outlet until nothing comes with it'),
      step('initial pressure test', 'each joint looked at with leak solution while it is under pressure', initial),
      step('cross-connection', 'each line opened alone: gas comes from its own outlets and from no other'),
      step('piping purge', 'purged at each outlet onto a white cloth until it stays clean'),
      isVacuum
        ? step('standing test', 'under vacuum', null, DAY_S)
        : step('standing test', 'the source shut off, temperature written down', 1.2 * workingPa, DAY_S),
      step('verification', 'the independent verifier’s own tests, by somebody else than the installer'),
    ];
  }
  if (service?.kind === 'refrigerant')
    return [
      step('nitrogen test', 'nitrogen to the design pressure, standing', workingPa, 600, b315),
      step(
        'vacuum',
        'evacuated: it stays flat; a steady rise leaks, a rise that levels is water',
        null,
        600,
        practice('evacuation after the nitrogen is let off'),
      ),
    ];
  return [];
}

/** A step as it was done. */
export interface DoneStep {
  readonly id: SequenceStepId;
  readonly atMs: number;
  readonly endedMs: number;
  readonly passes: boolean;
  readonly pressurePa: number | null;
}

/** Where a step of a line stands. */
export interface StandingStep {
  readonly step: SequenceStep;
  readonly state: 'done' | 'next' | 'waits' | 'failed' | 'taken back';
  readonly says: string;
  /** The one that counts, by its place among those that were done; null where none does. */
  readonly doneAt: number | null;
}

/** Why a step that was done does not stand; null where it does. */
function shortOf(step: SequenceStep, done: DoneStep): string | null {
  if (!done.passes) return 'it did not pass';
  if (step.leastPa !== null && (done.pressurePa ?? 0) < step.leastPa * (1 - 1e-6))
    return `at ${done.pressurePa === null ? 'no pressure written down' : said(done.pressurePa, 'pressure')}, asked is ${said(step.leastPa, 'pressure')}`;
  if (step.leastS !== null && done.endedMs - done.atMs < step.leastS * 1000)
    return `for ${Math.round((done.endedMs - done.atMs) / 3_600_00) / 10} h, asked are ${step.leastS / 3600 >= 1 ? `${step.leastS / 3600} h` : `${step.leastS / 60} min`}`;
  return null;
}

/**
 * Where each step of a line stands. A step counts once it passed as asked, after the step before it, and after every
 * brazing of the line: a joint remade takes its line back. One step is next; those after it wait.
 */
export function sequenceStands(
  steps: readonly SequenceStep[],
  done: readonly DoneStep[],
  brazings: readonly { readonly mark: string; readonly atMs: number }[],
): StandingStep[] {
  const last = [...brazings].sort((a, b) => b.atMs - a.atMs)[0];
  const out: StandingStep[] = [];
  let open = false;
  let after = -Infinity;
  for (const step of steps) {
    const own = done.map((d, at) => ({ d, at })).filter(({ d }) => d.id === step.id);
    const [newest] = [...own].sort((a, b) => b.d.atMs - a.d.atMs);
    const good = own.filter(({ d }) => shortOf(step, d) === null && d.atMs >= after);
    const counts = good.filter(({ d }) => !last || d.atMs > last.atMs).sort((a, b) => b.d.atMs - a.d.atMs)[0];
    const add = (state: StandingStep['state'], says: string): void =>
      void out.push({ step, state, says, doneAt: state === 'done' ? (counts?.at ?? null) : null });
    if (!open && counts) {
      after = counts.d.endedMs;
      add('done', 'done');
      continue;
    }
    const isFirst = !open;
    open = true;
    if (!isFirst) add('waits', 'waits for the step before it');
    else if (newest && good.some((g) => g.at === newest.at))
      add('taken back', `taken back: ${last?.mark ?? 'a joint'} was brazed after it`);
    else if (newest && shortOf(step, newest.d) !== null) add('failed', shortOf(step, newest.d) ?? '');
    else if (newest) add('failed', 'it was done before the step before it');
    else add('next', step.says);
  }
  return out;
}
