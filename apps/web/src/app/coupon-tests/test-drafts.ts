import type { ProcedureTest } from '@hephaist/contracts/records/pqr';
import type { FieldProblem } from '@hephaist/core/source/problem';
import { displayUnit, PSI, type Quantity, type UnitSystem } from '@hephaist/core/units/units';
import { typed } from '../units/typed';
import { isUnanswered, readVoids } from './void-text';

export type TestKind = ProcedureTest['kind'];

/** One test of a coupon or record while it is typed. */
export interface TestDraft {
  readonly kind: TestKind;
  /** Texts by field of the contract. */
  readonly texts: Readonly<Record<string, string>>;
  /** Of a peel read along lines: the voids of each line, as text. */
  readonly lines: readonly string[];
}

export interface TestField {
  readonly name: string;
  readonly label: string;
  readonly quantity: Quantity;
  /** Square of the unit: an area. */
  readonly square?: boolean;
}

/** What each kind of test asks for in numbers. */
export const TEST_FIELDS: Readonly<Record<TestKind, readonly TestField[]>> = {
  section: [],
  visual: [],
  tension: [
    { name: 'forceN', label: 'Force at breaking', quantity: 'force' },
    { name: 'widthM', label: 'Width', quantity: 'diameter' },
    { name: 'thicknessM', label: 'Thickness', quantity: 'diameter' },
    { name: 'minimumPa', label: 'Minimum of the base metal', quantity: 'pressure' },
  ],
  peel: [
    { name: 'areaM2', label: 'Faying area', quantity: 'diameter', square: true },
    { name: 'unbrazedM2', label: 'Unbrazed of it', quantity: 'diameter', square: true },
    { name: 'lineM', label: 'Worst line', quantity: 'diameter' },
    { name: 'lineUnbrazedM', label: 'Unbrazed along it', quantity: 'diameter' },
  ],
  'peel lines': [
    { name: 'lapM', label: 'Lap', quantity: 'diameter' },
    { name: 'aroundM', label: 'Around the joint', quantity: 'diameter' },
  ],
  bend: [{ name: 'crackM', label: 'Longest open crack', quantity: 'diameter' }],
};

export const TEST_NAMES: Readonly<Record<TestKind, string>> = {
  section: 'section of a coupon on file',
  tension: 'tension',
  peel: 'peel, area measured',
  'peel lines': 'peel, read along lines',
  bend: 'bend',
  visual: 'visual',
};

/** Lines a peel is read along at first. */
const LINES = 8;

/** A test as it begins. @param sizes lap and circumference of the joint, m, where they are known */
export function newTest(
  kind: TestKind,
  system: UnitSystem,
  sizes: { readonly lapM?: number | undefined; readonly aroundM?: number | undefined } = {},
): TestDraft {
  const show = (si: number | undefined, quantity: Quantity): string => {
    const unit = displayUnit(quantity, system);
    return si !== undefined && Number.isFinite(si) ? unit.fromSi(si).toFixed(unit.digits) : '';
  };
  const texts: Readonly<Partial<Record<TestKind, Readonly<Record<string, string>>>>> = {
    tension: { minimumPa: show(30_000 * PSI, 'pressure') },
    'peel lines': { lapM: show(sizes.lapM, 'diameter'), aroundM: show(sizes.aroundM, 'diameter') },
  };
  return { kind, texts: texts[kind] ?? {}, lines: kind === 'peel lines' ? Array<string>(LINES).fill('') : [] };
}

/** What nobody has said yet of a test: each reading is given by a person, and an empty field is no answer. */
export function unansweredOf({ kind, texts, lines }: TestDraft): FieldProblem[] {
  if (kind === 'visual' && !texts['looks']) return [{ field: 'looks', says: 'Say how it looks' }];
  if (kind === 'tension' && !texts['broke']) return [{ field: 'broke', says: 'Say where it broke' }];
  return lines.flatMap((text, i) =>
    isUnanswered(text) ? [{ field: `lines.${i}`, says: 'Write its voids, or none where none was seen' }] : [],
  );
}

/** The test that a draft says, with its specimen, and what cannot be read of its lines. */
export function readTest(draft: TestDraft, system: UnitSystem): { test: ProcedureTest; problems: FieldProblem[] } {
  const { test, problems } = withoutSpecimen(draft, system);
  const specimen = draft.texts['specimen']?.trim();
  return { test: specimen ? { ...test, specimen } : test, problems };
}

function withoutSpecimen(draft: TestDraft, system: UnitSystem): { test: ProcedureTest; problems: FieldProblem[] } {
  const { kind, texts } = draft;
  if (kind === 'section') return { test: { kind, couponId: texts['couponId'] ?? '' }, problems: [] };
  if (kind === 'visual') {
    const looks = texts['looks'] ?? '';
    const test = { kind, accepted: looks.startsWith('accepted'), boreClean: looks.endsWith('bright') };
    return { test, problems: [] };
  }
  const numbers = Object.fromEntries(
    TEST_FIELDS[kind].map((f) => {
      const si = typed(texts[f.name] ?? '', f.quantity, system);
      const one = displayUnit(f.quantity, system).toSi(1);
      return [f.name, f.square ? si * one : si];
    }),
  );
  const lapM = numbers['lapM'] ?? NaN;
  const read = draft.lines.map((text, i) => readVoids(text, lapM, `lines.${i}`, system));
  const more = {
    tension: { broke: texts['broke'] === 'base metal' ? 'base metal' : 'joint' },
    'peel lines': { lines: read.map((r) => r.voids) },
    peel: {},
    bend: {},
  }[kind];
  return { test: { kind, ...numbers, ...more } as ProcedureTest, problems: read.flatMap((r) => r.problems) };
}
