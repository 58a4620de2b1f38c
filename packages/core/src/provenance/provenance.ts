import { GROOVE_SOURCE } from '../braze-weld/groove.js';
import { type Catalogue, SHIPPED } from '../catalogue/catalogue.js';
import type { TableId } from '../catalogue/own-rows.js';
import { writeComposition } from '../composition/composition.js';
import { PEEL_LINES, PEEL_LINES_SOURCE } from '../coupons/peel-lines.js';
import { FAULT_IDS, FAULT_SOURCE, FAULTS } from '../faults/faults.js';
import { AT_MOUTH, PORE } from '../faults/void-reading.js';
import { DEFAULT_LOSS } from '../filler-use/filler-use.js';
import { ROD_FORMS } from '../filler-use/rod-forms.js';
import { BRAZING_STARTS_K, BRAZING_STARTS_SOURCE, DENSITY_SOURCE, densityLbIn3, SOLDERS } from '../fillers/fillers.js';
import { INSTRUMENT_UNCERTAINTY_M } from '../fit-up/gap.js';
import { GAP_ROUNDING_M, READING_SOURCE } from '../fit-up/readings.js';
import { fluxSigns, HEAT_COLOUR_SOURCE, HEAT_COLOURS } from '../heat/colours.js';
import { CAUTIONS } from '../joint/cautions.js';
import { cleaningOf, PREPARATION_SOURCE, SWAGE_SOURCE } from '../joint/preparation.js';
import { liveProvenance } from '../live/provenance.js';
import { findMetal, METALS } from '../metals/metals.js';
import { STUB_QUESTION_IDS, STUB_QUESTIONS, STUB_SOURCE } from '../metals/unknown-stub.js';
import { DEFAULT_LIMIT, FLOW_PRACTICE, PURGE_SOURCE } from '../purge/single-line.js';
import { WARN_DAYS, WARN_SOURCE } from '../qualification/standing.js';
import { tubeStressOf } from '../rating/stress.js';
import { FLUX_COUNT_SOURCE } from '../rod-list/rod-list.js';
import type { RuleSet } from '../rules/rule-sets.js';
import { SCHOOLS } from '../schools/schools.js';
import { DEFAULT_WEIGHTS, WEIGHT_SOURCE } from '../selection/preferences.js';
import { FILLER_RULES } from '../selection/rules/filler-rules.js';
import { JOINT_RULES } from '../selection/rules/joint-rules.js';
import { SERVICES } from '../services/services.js';
import { practice, published, type Source } from '../source/source.js';
import { findTubeStandard } from '../tube/tube.js';
import { COVERAGE_SOURCE } from '../uncertainty/uncertainty.js';
import { inUnits, said } from '../units/say.js';
import { PSI } from '../units/units.js';
import { heatRows } from './heat-rows.js';
import { practiseRows } from './practise-rows.js';
import { torchRows } from './torch-rows.js';

export interface ProvenanceRow {
  readonly table: string;
  readonly item: string;
  /** Quantities are written as `said` writes them. */
  readonly value: string;
  readonly source: Source;
  /** The table row behind it, where a company may correct it. */
  readonly row?: { readonly table: TableId; readonly key: string };
}

const f = (k: number): string => said(k, 'temperature');
const across = (m: number): string => said(m, 'diameter');
const thin = (m: number): string => said(m, 'gap');

/** Every value in use with its source, in table order. */
export function provenanceRows(tables: Catalogue = SHIPPED): ProvenanceRow[] {
  return [
    ...tables.metals.map((m) => ({
      table: 'Base metals',
      item: m.name,
      value: `${m.composition ? `${writeComposition(m.composition)}; ` : ''}melts ${f(m.solidusK)} to ${f(m.liquidusK)}; expansion ${(m.expansionPerK * 1e6).toFixed(1)}e-6/K; k ${m.conductivityWmK} W/mK; cp ${m.heatCapacityJkgK} J/kgK; ${m.densityKgM3} kg/m³`,
      source: m.source,
      row: { table: 'metal' as const, key: m.id },
    })),
    ...tables.metals.map((m) => ({
      table: 'Tensile strength for overlap',
      item: m.name,
      value: `${Math.round(m.tensilePa / PSI / 1000)} ksi`,
      source: m.tensileSource,
    })),
    ...tables.fillers.map((x) => ({
      table: 'Filler classes',
      item: x.id,
      value: `${Object.entries(x.composition)
        .map(([e, w]) => `${e} ${w}`)
        .join(
          ', ',
        )}; solidus ${f(x.solidusK)}, liquidus ${f(x.liquidusK)}, brazing ${f(x.brazingK.min)} to ${f(x.brazingK.max)}`,
      source: x.isoUnsure ? { ...x.source, note: `ISO name${x.iso ? ` ${x.iso}` : ''} not sure` } : x.source,
      row: { table: 'filler' as const, key: x.id },
    })),
    ...tables.fillers.map((x) => ({
      table: 'Gap per side at heat',
      item: x.id,
      value: `${thin(x.gapBandM.min)} to ${thin(x.gapBandM.max)}, bridges to ${thin(x.bridgesToM)}`,
      source: x.gapSource,
    })),
    ...SOLDERS.map((s) => ({
      table: 'Solders, shown only to refuse',
      item: s.id,
      value: `${f(s.solidusK)} to ${f(s.liquidusK)}; soldering is under ${f(BRAZING_STARTS_K)}`,
      source: BRAZING_STARTS_SOURCE,
    })),
    ...tables.fluxes.map((x) => ({
      table: 'Flux classes',
      item: x.id,
      value: `${x.form}; active ${f(x.activeK.min)} to ${f(x.activeK.max)}; ${x.use}`,
      source: x.source,
      row: { table: 'flux' as const, key: x.id },
    })),
    ...tables.tubes.map((t) => ({
      table: 'Tube and pipe',
      item: `${findTubeStandard(t.standardId)?.short ?? t.standardId} ${t.size}`,
      value: `OD ${across(t.odM)} ±${thin(t.odToleranceM)}, wall ${across(t.wallM)} ±${thin(t.wallToleranceM)} (wall tolerance: ${t.wallToleranceSource.name})`,
      source: t.source,
      row: { table: 'tube' as const, key: t.id },
    })),
    ...tables.cups.map((c) => ({
      table: 'Cups of made fittings',
      item: c.size,
      value: `bore ${across(c.idM.min)} to ${across(c.idM.max)}, deep ${said(c.depthM, 'length')}`,
      source: c.source,
      row: { table: 'cup' as const, key: c.size },
    })),
    ...(['copper', 'stainless-304', 'steel'] as const).flatMap((id) => {
      const metal = findMetal(id);
      const stress = metal && tubeStressOf(metal);
      return (stress?.table ?? []).map(([tempF, psi], i) => ({
        table: 'Allowable stress of tube and pipe',
        item: `${metal?.name ?? id}, ${i === 0 && stress?.rule === 'pipe' ? 'up to ' : ''}${tempF} °F`,
        value: `${said(psi * PSI, 'pressure')}${stress?.rule === 'pipe' ? `, ${stress.note ?? ''}` : ', annealed'}`,
        source: stress?.source ?? practice(),
      }));
    }),
    {
      table: 'Defaults of the computation',
      item: 'smallest and largest reading; rounding at a band’s edge',
      value: thin(GAP_ROUNDING_M),
      source: READING_SOURCE,
    },
    {
      table: 'Defaults of the computation',
      item: 'what ± and doubt mean',
      value: 'about 95 %, coverage factor 2',
      source: COVERAGE_SOURCE,
    },
    ...heatRows(),
    ...practiseRows(tables),
    ...torchRows(),
    {
      table: 'Defaults of the computation',
      item: 'flux by jar and brush',
      value: 'half a pound a jar; a brush for 30 joints',
      source: FLUX_COUNT_SOURCE,
    },
    ...Object.entries(INSTRUMENT_UNCERTAINTY_M).map(([instrument, m]) => ({
      table: 'Instruments',
      item: instrument,
      value: `±${thin(m)} in a reading`,
      source: practice('half the finest division a hand reads'),
    })),
    ...tables.fluxes.flatMap((x) =>
      fluxSigns(x).map((s) => ({
        table: 'What a flux shows',
        item: `${x.id}, ${f(s.atK)}`,
        value: s.says,
        source: practice(),
      })),
    ),
    ...tables.fillers.map((x) => ({
      table: 'Filler density',
      item: x.id,
      value: `${densityLbIn3(x).toFixed(3)} lb/in³`,
      source: DENSITY_SOURCE,
    })),
    {
      table: 'Defaults of the computation',
      item: 'filler lost as stub ends and drips',
      value: `${DEFAULT_LOSS * 100} %`,
      source: practice(),
    },
    {
      table: 'Defaults of the computation',
      item: 'filler shear strength, integrity factor',
      value: '25 000 psi, 0.8',
      source: published('AWS Brazing Handbook'),
    },
    {
      table: 'Defaults of the computation',
      item: 'oxygen before brazing',
      value: `${DEFAULT_LIMIT * 100} % at most`,
      source: published('NFPA 99'),
    },
    {
      table: 'Defaults of the computation',
      item: 'nitrogen at 68 °F, 1 atm',
      value: '1.165 kg/m³, 1.76e-5 Pa s, D(O2) 2.0e-5 m²/s',
      source: PURGE_SOURCE,
    },
    {
      table: 'Defaults of the computation',
      item: 'purge flow',
      value: 'trickle 0.05 m/s, at least 2 SCFH; fill 0.25 m/s, at least 15 SCFH',
      source: FLOW_PRACTICE,
    },
    {
      table: 'Defaults of the computation',
      item: 'weights of the ranking',
      value: Object.entries(DEFAULT_WEIGHTS)
        .map(([k, w]) => `${k} ${w}`)
        .join(', '),
      source: WEIGHT_SOURCE,
    },
    ...ROD_FORMS.map((r) => ({
      table: 'Forms of rod',
      item: r.name,
      value: `${(r.areaM2 * 1e6).toFixed(2)} mm²${r.pieceM ? `, ${said(r.pieceM, 'length')} a piece` : ''}; ${Object.entries(
        r.sold,
      )
        .map(([g, by]) => `${g} by the ${by}`)
        .join(', ')}`,
      source: r.source,
    })),
    ...SCHOOLS.map((s) => ({
      table: 'Schools',
      item: s.question,
      value: s.choices.map((c) => c.name).join(' / '),
      source: s.source,
    })),
    {
      table: 'Defaults of the computation',
      item: 'peel read along lines',
      value: `${PEEL_LINES.least} to ${PEEL_LINES.most} lines, evenly spaced; the area is their mean, off by its 95 %`,
      source: PEEL_LINES_SOURCE,
    },
    {
      table: 'Defaults of the computation',
      item: 'warnings before a last good day',
      value: `${WARN_DAYS.join(', ')} days`,
      source: WARN_SOURCE,
    },
    {
      table: 'Defaults of the computation',
      item: 'braze-welded groove',
      value: 'one pass to 1/8 in, one more for each 1/16; 90° V, root 1/16, tin 3/8 beyond each edge, crown 1/8 in',
      source: GROOVE_SOURCE,
    },
    ...liveProvenance(),
    ...SERVICES.map((s) => ({
      table: 'Services',
      item: s.name,
      value: `nitrogen ${s.purge}: ${s.purgeWhy}`,
      source: s.source,
    })),
    ...tables.parts.map((p) => ({
      table: 'Parts that hate heat',
      item: p.name,
      value: `bears ${f(p.limitK)}`,
      source: p.source,
      row: { table: 'part' as const, key: p.id },
    })),
    ...HEAT_COLOURS.map((c) => ({
      table: 'Heat colours',
      item: c.name,
      value: f(c.tempK),
      source: HEAT_COLOUR_SOURCE,
    })),
    ...CAUTIONS.map((c) => ({
      table: 'Cautions at the joint',
      item: `${c.step}: ${c.id.replaceAll('-', ' ')}`,
      value: c.says,
      source: c.source,
    })),
    ...METALS.map((m) => ({
      table: 'How metals are made ready',
      item: m.name,
      value: cleaningOf(m),
      source: PREPARATION_SOURCE,
    })),
    ...FAULT_IDS.map((id) => ({
      table: 'Faults and what to do',
      item: FAULTS[id].seen,
      value: `${FAULTS[id].cause} Now: ${FAULTS[id].now} Next time: ${FAULTS[id].nextTime}`,
      source: FAULT_SOURCE,
    })),
    ...STUB_QUESTION_IDS.map((id) => ({
      table: 'Questions of an unknown stub',
      item: STUB_QUESTIONS[id].asks,
      value: STUB_QUESTIONS[id].answers.map((a) => a.says).join('; '),
      source: STUB_SOURCE,
    })),
    {
      table: 'Defaults of the computation',
      item: 'voids of a coupon read by the clock',
      value: `at the mouth within ${100 * AT_MOUTH} % of the overlap; under ${100 * PORE} % a pore`,
      source: FAULT_SOURCE,
    },
    {
      table: 'Defaults of the computation',
      item: 'sockets made on site',
      value: 'annealed at a dull red, one tube diameter deep up to 1 in; the head sets the gap',
      source: SWAGE_SOURCE,
    },
    ...JOINT_RULES.map((r) => ({ table: 'Rules on the joint', item: r.id, value: r.title, source: r.source })),
    ...FILLER_RULES.map((r) => ({ table: 'Rules on the filler', item: r.id, value: r.title, source: r.source })),
    ...tables.ruleSets.map((r) => ({
      table: 'Rule sets',
      item: r.name,
      value: ruleSetWords(r),
      source: r.source,
      row: { table: 'rules' as const, key: r.id },
    })),
  ];
}

const percent = (share: number): string => `${Number((share * 100).toFixed(2))} %`;

/** A rule set in one line. */
const ruleSetWords = (r: RuleSet): string =>
  [
    `section: at most ${percent(r.maxUnbrazed)} unbrazed on each side alone`,
    `peel: ${percent(r.peelArea)} of the area and of any line`,
    `tension: ${percent(r.tensionOutside)} of the minimum when it breaks outside the joint`,
    `wall ${r.thicknessLow} to ${r.thicknessHigh} times the coupon's`,
    ...(r.diameterHigh ? [`diameter ${r.diameterLow} to ${r.diameterHigh} times the coupon's`] : []),
    `overlap up to ${percent(1 + r.overlapIncrease)} of the coupon's`,
    r.confirmMonths
      ? `confirmed every ${r.confirmMonths} months, for ${r.validMonths} months`
      : `lapses after more than ${r.continuityMonths} months`,
    ...(r.medical ? ['clean bore, qualified procedure'] : []),
  ].join('; ');

/** The provenance page in Markdown. */
export function provenanceMarkdown(): string {
  const rows = provenanceRows();
  const tables = [...new Set(rows.map((r) => r.table))];
  const cell = (s: string): string => s.replaceAll('|', '\\|');
  const section = (table: string): string => {
    const lines = rows
      .filter((r) => r.table === table)
      .map((r) => {
        const note = r.source.note ? `; ${r.source.note}` : '';
        return `| ${cell(inUnits(r.item, 'us'))} | ${cell(inUnits(r.value, 'us'))} | ${cell(r.source.name + note)} | ${r.source.certainty}${r.source.memory ? ', from memory' : ''} |`;
      });
    return [`## ${table}`, '', '| Item | Value | Source | Certainty |', '| --- | --- | --- | --- |', ...lines].join(
      '\n',
    );
  };
  const head =
    '# Where the values come from\n\nGenerated from the data tables by `npm run docs`. A value "from memory" was written from memory of the\nnamed source: check it in the current edition. Nothing here stands in for the code book, the maker’s data\nsheet or the authority having jurisdiction.';
  return `${[head, ...tables.map(section)].join('\n\n')}\n`;
}
