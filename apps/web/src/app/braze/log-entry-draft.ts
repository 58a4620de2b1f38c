import type { JointLog } from '@hephaist/contracts/records/joint-log';
import type { Making } from '@hephaist/core/joint-log/makings';
import type { UnitSystem } from '@hephaist/core/units/units';
import { instantOf, localNow, minuteOf } from '../time/zone';
import { percentOf, typed } from '../units/typed';

/** An entry of the log while it is typed; numbers stay text in the units shown. */
export interface EntryDraft {
  brazerId: string;
  procedureId: string;
  madeAs: Making;
  cleaned: string;
  when: string;
  fillerId: string;
  fillerLot: string;
  fluxId: string;
  fluxLot: string;
  nitrogenLot: string;
  flow: string;
  oxygen: string;
  stopped: string;
  visual: '' | 'accepted' | 'rejected';
  visualReason: string;
  lookedBy: string;
  place: string;
  pictureIds: readonly string[];
  outOfRangeReason: string;
  /** How each step was answered, where it was gone through at the torch. */
  steps: NonNullable<JointLog['steps']>;
  /** Moments that were touched, ms: where clocks go back, their time of day alone would tell two. */
  touched: Partial<Record<'cleaned' | 'when' | 'stopped', number>>;
}

/** What stays as it was when the next joint is logged: lots, each of its own class, and who looked. */
export interface Kept {
  readonly lots: Readonly<Record<string, string>>;
  readonly nitrogenLot: string;
  readonly lookedBy: string;
  readonly place: string;
}
const NOTHING_KEPT: Kept = { lots: {}, nitrogenLot: '', lookedBy: '', place: '' };

/**
 * What the log of the job remembers: of each class its last lot, the last nitrogen, who looked last, and where. Last is
 * what was entered last: ids grow with time.
 */
export const keptFrom = (logs: readonly JointLog[]): Kept =>
  [...logs]
    .sort((a, b) => (a.id < b.id ? -1 : 1))
    .reduce<Kept>(
      (kept, l) => ({
        lots: { ...kept.lots, [l.fillerId]: l.fillerLot, ...(l.fluxId && l.fluxLot ? { [l.fluxId]: l.fluxLot } : {}) },
        nitrogenLot: l.nitrogenLot ?? kept.nitrogenLot,
        lookedBy: l.lookedBy,
        place: l.place ?? kept.place,
      }),
      NOTHING_KEPT,
    );

/** The lots for a rod and flux: those last read from the same class, or nothing. */
export const lotsFor = (kept: Kept, fillerId: string, fluxId: string): Pick<EntryDraft, 'fillerLot' | 'fluxLot'> => ({
  fillerLot: kept.lots[fillerId] ?? '',
  fluxLot: kept.lots[fluxId] ?? '',
});

/** An entry as it begins: what is known of it already, what stays from the last one, and nothing else. */
export function blankEntry(
  known: Partial<EntryDraft>,
  kept: Kept,
  planned: Pick<EntryDraft, 'fillerId' | 'fluxId'> & { readonly zone: string },
): EntryDraft {
  const { zone, fillerId, fluxId } = planned;
  return {
    brazerId: '',
    procedureId: '',
    madeAs: 'first',
    cleaned: '',
    when: localNow(zone),
    fillerId,
    fluxId,
    flow: '',
    oxygen: '',
    stopped: '',
    visual: '',
    visualReason: '',
    pictureIds: [],
    outOfRangeReason: '',
    steps: [],
    touched: {},
    place: kept.place,
    nitrogenLot: kept.nitrogenLot,
    lookedBy: kept.lookedBy,
    ...lotsFor(kept, fillerId, fluxId),
    ...known,
  };
}

/** An empty text is left out of the record. */
const text = <K extends string>(key: K, value: string): { [P in K]?: string } =>
  (value.trim() ? { [key]: value.trim() } : {}) as { [P in K]?: string };

/**
 * The entry that a draft stands for. A time that cannot be read becomes '', a number NaN, which the schema refuses at
 * their field.
 * @param purged nitrogen is asked for at this joint
 */
export function entryOf(
  d: EntryDraft,
  ids: Pick<JointLog, 'id' | 'jobId' | 'jointId' | 'sessionId'>,
  about: { readonly zone: string; readonly system: UnitSystem; readonly purged: boolean },
): JointLog {
  const instant = (of: 'cleaned' | 'when' | 'stopped'): string => {
    const ms = d.touched[of];
    // Typed over, what was touched says nothing any more.
    return ms !== undefined && localNow(about.zone, new Date(ms)) === d[of]
      ? minuteOf(ms)
      : (instantOf(d[of], about.zone) ?? '');
  };
  return {
    ...ids,
    brazerId: d.brazerId,
    brazedAt: instant('when'),
    fillerId: d.fillerId,
    fillerLot: d.fillerLot.trim(),
    oxygen: d.oxygen.trim() === '' ? null : percentOf(d.oxygen),
    visual: d.visual as JointLog['visual'],
    visualReason: d.visual === 'rejected' ? ((d.visualReason || null) as JointLog['visualReason']) : null,
    lookedBy: d.lookedBy.trim(),
    outOfRangeReason: d.outOfRangeReason.trim() || null,
    madeAs: d.madeAs,
    procedureId: d.procedureId || null,
    cleanedAt: d.cleaned ? instant('cleaned') : null,
    fluxId: d.fluxId || null,
    ...(d.fluxId ? text('fluxLot', d.fluxLot) : {}),
    ...(about.purged
      ? {
          ...text('nitrogenLot', d.nitrogenLot),
          nitrogenFlow: d.flow.trim() ? typed(d.flow, 'flow', about.system) : null,
          nitrogenStoppedAt: d.stopped ? instant('stopped') : null,
        }
      : {}),
    ...text('place', d.place),
    ...(d.pictureIds.length ? { pictureIds: [...d.pictureIds] } : {}),
    ...(d.steps.length ? { steps: d.steps } : {}),
  };
}
