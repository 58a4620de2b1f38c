import { findMetal } from '@hephaist/core/metals/metals';
import { inUnits, said } from '@hephaist/core/units/say';
import { formatDuration, type UnitSystem } from '@hephaist/core/units/units';
import type { Pqr } from './pqr.js';
import type { Procedure } from './procedure.js';
import { procedureRows } from './procedure-rows.js';

/** One variable of a record: what its procedure states, and what was used on the coupon. */
export interface PqrRow {
  readonly name: string;
  readonly stated: string;
  readonly used: string;
}

const metal = (id: string | null | undefined): string => {
  const found = id ? findMetal(id) : undefined;
  return found ? [found.name, found.uns].filter(Boolean).join(' ') : (id ?? '');
};
const joined = (...words: readonly (string | null | undefined | false)[]): string => words.filter(Boolean).join(', ');
const length = (m: number | null | undefined): string => (m ? said(m, 'diameter') : '');

/** What was used, by the name of the variable in its procedure. */
function usedOf(r: Pqr): Readonly<Record<string, string>> {
  const u = r.used ?? {};
  return {
    Process: joined(r.process, r.type ?? 'manual'),
    'Type of joint': r.jointType,
    'Metals by P-number': `P-${r.metals[0]} to P-${r.metals[1]}`,
    'Metals by specification': [metal(u.tubeMetalId), metal(u.socketMetalId), u.specification]
      .filter(Boolean)
      .join('; '),
    Wall: joined(length(r.wallM), u.socketWallM ? `fitting ${length(u.socketWallM)}` : ''),
    Diameter: length(u.odM),
    'Heat or lot of the metals': joined(u.tubeHeat && `tube ${u.tubeHeat}`, u.socketHeat && `fitting ${u.socketHeat}`),
    'Filler by F-number': `F-${r.fNumber}`,
    'Filler by class': joined(u.fillerId && `AWS A5.8 ${u.fillerId}`, u.fillerLot && `lot ${u.fillerLot}`),
    'Form of filler': joined(u.form, u.fillerSize),
    'How it is applied': u.applied ?? '',
    Flux: joined(r.fluxId ? `AWS A5.31 ${r.fluxId}` : 'none', u.fluxLot && `lot ${u.fluxLot}`),
    'Position of flow': r.position,
    Overlap: length(r.overlapM),
    'Gap a side': said(r.gapM, 'gap'),
    'Fuel gas and oxidant': [u.fuel, u.oxidant].filter(Boolean).join(' with '),
    Flame: u.flame ?? '',
    'Torch tip': u.tip ?? '',
    Temperature: u.tempK ? said(u.tempK, 'temperature') : '',
    'Time at heat': u.timeS ? formatDuration(u.timeS) : '',
    Purge: u.purgeFlow
      ? joined(u.purgeGas, u.purgeGrade, said(u.purgeFlow, 'flow'))
      : u.purgeFlow === null
        ? 'none'
        : '',
    'Oxygen before the flame': u.oxygen == null ? '' : `${Number((100 * u.oxygen).toPrecision(3))} %`,
    'Cleaning before': u.cleaningBefore ?? '',
    'Cleaning after': u.cleaningAfter ?? '',
    'Heat after brazing': u.postHeat ?? '',
  };
}

/**
 * Every variable of a record beside what its procedure states. What nobody wrote down is said to be so.
 * @param procedure the revision it was brazed to; null where it is not on file
 */
export function pqrRows(r: Pqr, procedure: Procedure | null, system: UnitSystem): PqrRow[] {
  const stated = new Map(procedure ? procedureRows(procedure, null, [], system).map((x) => [x.name, x.now]) : []);
  return Object.entries(usedOf(r)).map(([name, used]) => ({
    name,
    stated: stated.get(name) ?? '–',
    used: used ? inUnits(used, system) : 'not written down',
  }));
}
