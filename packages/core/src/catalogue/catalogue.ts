import { type Filler, FILLERS } from '../fillers/fillers.js';
import { type Flux, FLUXES } from '../fluxes/fluxes.js';
import { SENSITIVE_PARTS, type SensitivePart } from '../heat/sensitive-parts.js';
import { type Metal, METALS } from '../metals/metals.js';
import { BENCH_VALUES, type BenchValue } from '../practise/bench-values.js';
import { RULE_SETS, type RuleSet } from '../rules/rule-sets.js';
import { type Cup, CUPS } from '../tube/cup.js';
import { type Tube, TUBES } from '../tube/tube.js';

/** The tables a company may add to or correct. */
export interface Tables {
  readonly metals: readonly Metal[];
  readonly fillers: readonly Filler[];
  readonly fluxes: readonly Flux[];
  readonly tubes: readonly Tube[];
  readonly cups: readonly Cup[];
  readonly parts: readonly SensitivePart[];
  readonly ruleSets: readonly RuleSet[];
  readonly benchValues: readonly BenchValue[];
}

/** Every table with its look-ups, and which of its rows are the company's own. */
export interface Catalogue extends Tables {
  readonly metal: (id: string) => Metal | undefined;
  readonly filler: (id: string) => Filler | undefined;
  readonly flux: (id: string) => Flux | undefined;
  readonly tube: (standardId: string, size: string) => Tube | undefined;
  /** The cup made for tube of this OD (within 0.02 mm). */
  readonly cup: (odM: number) => Cup | undefined;
  readonly cupNamed: (size: string) => Cup | undefined;
  readonly part: (id: string) => SensitivePart | undefined;
  readonly ruleSet: (id: string) => RuleSet | undefined;
  /** Sizes of a standard, in table order. */
  readonly sizes: (standardId: string) => string[];
  /** True where the company added or corrected this row. */
  readonly isOwn: (row: object) => boolean;
}

const byId = <T extends { readonly id: string }>(rows: readonly T[]): ((id: string) => T | undefined) => {
  const map = new Map(rows.map((r) => [r.id, r]));
  return (id) => map.get(id);
};

/** Puts look-ups on a set of tables. */
export function catalogueOf(tables: Tables, own: ReadonlySet<object> = new Set()): Catalogue {
  const tube = byId(tables.tubes);
  const cups = new Map(tables.cups.map((c) => [c.size, c]));
  const cupByOd = new Map<number, Cup | undefined>();
  return {
    ...tables,
    metal: byId(tables.metals),
    filler: byId(tables.fillers),
    flux: byId(tables.fluxes),
    tube: (standardId, size) => tube(`${standardId}:${size}`),
    cup: (odM) => {
      if (!cupByOd.has(odM))
        cupByOd.set(
          odM,
          tables.cups.find((c) => Math.abs(c.tubeOdM - odM) < 2e-5),
        );
      return cupByOd.get(odM);
    },
    cupNamed: (size) => cups.get(size),
    part: byId(tables.parts),
    ruleSet: byId(tables.ruleSets),
    sizes: (standardId) => tables.tubes.filter((t) => t.standardId === standardId).map((t) => t.size),
    isOwn: (row) => own.has(row),
  };
}

/** The tables as they ship, without any company's corrections. */
export const SHIPPED: Catalogue = catalogueOf({
  metals: METALS,
  fillers: FILLERS,
  fluxes: FLUXES,
  tubes: TUBES,
  cups: CUPS,
  parts: SENSITIVE_PARTS,
  ruleSets: RULE_SETS,
  benchValues: BENCH_VALUES,
});
