import type { UnitSystem } from '@hephaist/core/units/units';
import { doneMs, type Way } from '@hephaist/core/way/way';
import { localNow } from '../time/zone';
import { percentText, shown } from '../units/typed';
import type { EntryDraft } from './log-entry-draft';

/** Every answer of a way with its moment, as an entry keeps it. */
export const stepsOf = (way: Way): EntryDraft['steps'] =>
  way.marks.map(({ step, answer, atMs }) => ({ step, answer, at: new Date(atMs).toISOString() }));

/** What the log of a joint takes from its way: times, readings, how it looks, photographs. */
export function taken(
  way: Way,
  about: { readonly zone: string; readonly system: UnitSystem; readonly lookedBy: string },
): Partial<EntryDraft> {
  const local = (ms: number | null): string => (ms === null ? '' : localNow(about.zone, new Date(ms)));
  const [cleaned, when, stopped] = [doneMs(way, 'clean'), doneMs(way, 'feed'), doneMs(way, 'cool')];
  return {
    cleaned: local(cleaned),
    when: local(when),
    stopped: local(stopped),
    touched: {
      ...(cleaned === null ? {} : { cleaned }),
      ...(when === null ? {} : { when }),
      ...(stopped === null ? {} : { stopped }),
    },
    oxygen: percentText(way.oxygen),
    flow: shown(way.flowM3s, 'flow', about.system),
    visual: way.visual ?? '',
    visualReason: way.reason ?? '',
    lookedBy: about.lookedBy,
    pictureIds: way.pictureIds,
    steps: stepsOf(way),
  };
}
