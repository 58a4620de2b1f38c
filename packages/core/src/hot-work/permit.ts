import { practice, published, type Source } from '../source/source.js';
import { said } from '../units/say.js';

/** How far from hot work nothing burns, m. */
export const CLEAR_M = 35 * 12 * 0.0254;
export const CLEAR_SOURCE = published('NFPA 51B, OSHA 1910.252: combustibles 35 ft (11 m) away or covered');

export const PERMIT_ITEMS = ['combustibles', 'openings', 'behind', 'detector', 'extinguisher', 'air', 'line'] as const;
export type PermitItemId = (typeof PERMIT_ITEMS)[number];
/** "none here" stands only where an item may be missing. */
export const PERMIT_ANSWERS = ['done', 'none here', 'not done'] as const;
export type PermitAnswer = (typeof PERMIT_ANSWERS)[number];

export interface PermitItem {
  readonly id: PermitItemId;
  readonly does: string;
  readonly why: string;
  readonly mayBeMissing: boolean;
  readonly source: Source;
}

const item = (id: PermitItemId, does: string, why: string, mayBeMissing: boolean, source: Source): PermitItem => ({
  id,
  does,
  why,
  mayBeMissing,
  source,
});

/** What is seen to before a flame is lit in an area. A site's own permit goes before it. */
export const PERMIT: readonly PermitItem[] = [
  item(
    'combustibles',
    `What burns is ${said(CLEAR_M, 'run')} away or under a fire blanket.`,
    'Sparks and spatter roll and fall.',
    false,
    CLEAR_SOURCE,
  ),
  item('openings', 'Holes in floor and wall are covered.', 'A spark falls a storey.', true, CLEAR_SOURCE),
  item(
    'behind',
    'Somebody looked at the other side of wall and ceiling.',
    'Pipe carries heat through a wall.',
    true,
    CLEAR_SOURCE,
  ),
  item(
    'detector',
    'Smoke detector isolated here, and told to whoever runs the alarm.',
    'It is put back after the watch: the watch is not ended without.',
    true,
    practice('a detector is isolated by its owner and put back'),
  ),
  item(
    'extinguisher',
    'Extinguisher charged and within reach.',
    'The first minute decides.',
    false,
    published('NFPA 51B, OSHA 1910.252: fire extinguishing equipment ready'),
  ),
  item(
    'air',
    'Room aired; no flammable gas or vapour.',
    'Flux fumes, nitrogen and refrigerant collect.',
    false,
    practice(),
  ),
  item(
    'line',
    'The line is open and holds no refrigerant, fuel or pressure.',
    'A sealed or charged line is never heated.',
    false,
    practice(),
  ),
];

export type PermitAnswers = Readonly<Partial<Record<PermitItemId, PermitAnswer>>>;

/** Items that stand against lighting a flame: not seen to, not answered, or called missing where it may not be. */
export const permitStops = (answers: PermitAnswers): PermitItem[] =>
  PERMIT.filter(({ id, mayBeMissing }) => answers[id] !== 'done' && !(mayBeMissing && answers[id] === 'none here'));
