import type { JointLog } from '@hephaist/contracts/records/joint-log';
import { wayTold } from '@hephaist/core/way/way-told';
import { localNow } from '../time/zone';
import type { UnitsStore } from '../units/units.store';

type Row = readonly [name: string, says: string];

/** An entry of the log as it will be filed, row by row; what was not said is left out. Times by the clock at the job. */
export function entryRows(
  l: JointLog,
  about: {
    readonly zone: string;
    readonly units: Pick<InstanceType<typeof UnitsStore>, 'show'>;
    readonly brazer: string;
    readonly procedure: string;
  },
): readonly Row[] {
  const at = (instant: string | null | undefined): string =>
    instant ? localNow(about.zone, new Date(instant)).replace('T', ' ') : '';
  const joined = (...parts: readonly (string | null | undefined | false)[]): string => parts.filter(Boolean).join(', ');
  const rows: Row[] = [
    ['Brazed', joined(about.brazer, at(l.brazedAt))],
    ['Procedure', about.procedure],
    ['Rod', joined(l.fillerId, l.fillerLot && `lot ${l.fillerLot}`)],
    ['Flux', l.fluxId ? joined(l.fluxId, l.fluxLot && `lot ${l.fluxLot}`) : 'none'],
    [
      'Nitrogen',
      joined(
        l.nitrogenLot && `lot ${l.nitrogenLot}`,
        l.nitrogenFlow != null && about.units.show(l.nitrogenFlow, 'flow'),
        l.oxygen !== null && `oxygen ${(100 * l.oxygen).toFixed(2)} %`,
        l.nitrogenStoppedAt && `stopped ${at(l.nitrogenStoppedAt).slice(11)}`,
      ),
    ],
    ['Cleaned', at(l.cleanedAt)],
    ['Looks', joined(l.visual, l.visualReason, l.lookedBy && `looked at by ${l.lookedBy}`)],
    ['Place', l.place ?? ''],
    ['Steps', wayTold(l.steps) ?? ''],
    ['Photographs', l.pictureIds?.length ? String(l.pictureIds.length) : ''],
  ];
  return rows.filter(([, says]) => says);
}
