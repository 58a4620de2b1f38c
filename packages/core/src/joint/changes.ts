import { InputError } from '../source/problem.js';
import { said } from '../units/say.js';
import type { JointSpec, LineConditions } from './joint.js';
import { type JointPlan, planJoint } from './plan.js';
import type { Shop } from './shop.js';

/** One change of a joint, what it asks of people, and the joint after it. */
export interface Change {
  readonly says: string;
  /** How much it asks, for ordering only: 1 is a choice at the desk, 8 a grave decision. */
  readonly effort: number;
  readonly apply: (spec: JointSpec) => JointSpec;
}

/** A way to make a refused class possible. */
export interface Way {
  readonly changes: readonly Change[];
  readonly effort: number;
  readonly joint: JointSpec;
}

const socketMetals = ['copper', 'red-brass-cast', 'steel', 'stainless-304'] as const;

function tryPlan(spec: JointSpec, line: LineConditions, shop: Partial<Shop>): JointPlan | null {
  try {
    return planJoint(spec, line, shop);
  } catch (e) {
    if (e instanceof InputError) return null;
    throw e;
  }
}

/** The gap per side cold that lies mid-band at heat for this class on this joint, as a change. */
function gapChange(plan: JointPlan, fillerId: string): Change[] {
  const j = plan.selection.judgements.find((x) => x.filler.id === fillerId);
  if (!j) return [];
  const { min, max } = j.filler.gapBandM;
  const od = plan.tube.odM;
  const [tubeGrows, socketGrows] = [j.gap.tubeOdM / plan.gap.tubeOdM, j.gap.socketIdM / plan.gap.socketIdM];
  const wanted = ((min + max + od * tubeGrows) / socketGrows - od) / 2;
  if (wanted <= 0 || wanted > 0.002) return [];
  return [
    {
      says: `re-size, ream or re-swage to a gap of about ${said(wanted, 'gap')} per side cold`,
      effort: 3,
      apply: (s) => ({ ...s, fitUp: { mode: 'stated', gapSideM: wanted } }),
    },
  ];
}

/** Every single change worth asking about. Service and pressures are given, never changed to suit a rod. */
function candidates(spec: JointSpec, plan: JointPlan, fillerId: string, shop: Partial<Shop>): Change[] {
  const out: Change[] = [...gapChange(plan, fillerId)];
  const add = (says: string, effort: number, apply: Change['apply']): void => void out.push({ says, effort, apply });
  if (spec.rodForm === 'coated') add('take the rod bare, with paste flux', 1, (s) => ({ ...s, rodForm: 'flat' }));
  if (spec.socket.cup)
    add('take a fitting made for this tube', 2, (s) => ({
      ...s,
      socket: { ...s.socket, cup: null },
      fitUp: { mode: 'nominal' },
    }));
  if (spec.socket.kind === 'bush')
    add('leave the bush out: take a fitting that fits the tube', 4, (s) => ({
      ...s,
      bush: null,
      socket: { ...s.socket, kind: 'fitting' },
    }));
  if (plan.schools.phosphorusOnBrass === 'strict')
    add('hold the permissive school on this joint: phosphorus rod with flux on brass', 2, (s) => ({
      ...s,
      schools: { ...s.schools, phosphorusOnBrass: 'permissive' },
    }));
  if (spec.socket.kind === 'patch')
    add('allow a temporary patch, with the day it is cut out', 4, (s) => ({
      ...s,
      schools: { ...s.schools, patch: 'temporary' },
      patch: s.patch?.cutOutBy
        ? s.patch
        : { holeM: s.patch?.holeM ?? 0.003, cutOutBy: 'a day to be said', cutOutOn: null },
    }));
  if (!spec.cadmiumReason)
    add('record a reason for cadmium, and its fume control', 8, (s) => ({
      ...s,
      cadmiumReason: 'asked what it would take',
    }));
  if (spec.tube.metalId !== spec.socket.metalId)
    add('put the other part outside', 5, (s) => ({
      ...s,
      tube: { ...s.tube, metalId: s.socket.metalId },
      socket: { ...s.socket, metalId: s.tube.metalId },
    }));
  for (const metalId of socketMetals) {
    const metal = shop.catalogue?.metal(metalId);
    if (metalId === spec.socket.metalId || (shop.catalogue && !metal)) continue;
    add(
      `take a ${metalId === 'copper' ? 'copper' : (metal?.short ?? metalId)} part instead of ${plan.socketMetal.short}`,
      metalId === spec.tube.metalId ? 4 : 6,
      (s) => ({ ...s, socket: { ...s.socket, metalId } }),
    );
  }
  return out;
}

function allows(spec: JointSpec, line: LineConditions, shop: Partial<Shop>, fillerId: string): boolean {
  const plan = tryPlan(spec, line, shop);
  return plan !== null && plan.selection.judgements.find((j) => j.filler.id === fillerId)?.verdict !== 'refused';
}

/**
 * The nearest changes that turn a refusal of one class into an allowance: single changes by effort, or pairs where no
 * single one does. Empty where nothing on the joint helps, because the service itself forbids it.
 * @param most how many ways to name
 */
export function waysToAllow(
  spec: JointSpec,
  line: LineConditions,
  shop: Partial<Shop>,
  fillerId: string,
  most = 3,
): Way[] {
  const plan = tryPlan(spec, line, shop);
  if (!plan) return [];
  const judged = plan.selection.judgements.find((j) => j.filler.id === fillerId);
  if (!judged || judged.verdict !== 'refused') return [];
  const changes = candidates(spec, plan, fillerId, shop);
  const way = (list: readonly Change[]): Way => ({
    changes: list,
    effort: list.reduce((sum, c) => sum + c.effort, 0),
    joint: list.reduce((s, c) => c.apply(s), spec),
  });
  const possible = (ways: Way[]): Way[] =>
    ways
      .sort((a, b) => a.effort - b.effort)
      .filter((w) => allows(w.joint, line, shop, fillerId))
      .slice(0, most);
  const single = possible(changes.map((c) => way([c])));
  if (single.length) return single;
  const pairs = changes.flatMap((a, i) => changes.slice(i + 1).map((b) => [a, b] as const));
  // A new metal moves the gap at heat: the gap is sized again for the class on the changed joint.
  const sized = pairs.map(([a, b]) => {
    const gapFirst = a.says.startsWith('re-size') ? [b, a] : b.says.startsWith('re-size') ? [a, b] : null;
    const [first] = gapFirst ?? [];
    const after = first ? tryPlan(first.apply(spec), line, shop) : null;
    const fresh = after ? gapChange(after, fillerId)[0] : undefined;
    return first && fresh ? way([first, fresh]) : way([a, b]);
  });
  return possible(sized);
}
