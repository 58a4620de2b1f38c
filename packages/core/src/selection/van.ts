import { type Catalogue, catalogueOf, type Tables } from '../catalogue/catalogue.js';
import type { JointSpec, LineConditions } from '../joint/joint.js';
import { type JointPlan, planJoint } from '../joint/plan.js';

/** Rods and fluxes in the van, by class; an empty list is any of its kind. */
export interface Van {
  readonly fillerIds: readonly string[];
  readonly fluxIds: readonly string[];
}

/** What the van has for a joint, and what it would need. */
export interface VanAnswer {
  /** The joint with what is in the van; with anything, where nothing in it serves. */
  readonly plan: JointPlan;
  /** Classes to get, rod and flux; empty where the van serves it, or where nothing does. */
  readonly missing: readonly string[];
}

const only = (tables: Catalogue, van: Van): Catalogue => {
  const held = (ids: readonly string[], id: string): boolean => !ids.length || ids.includes(id);
  const cut: Tables = {
    ...tables,
    fillers: tables.fillers.filter((f) => held(van.fillerIds, f.id)),
    fluxes: tables.fluxes.filter((f) => held(van.fluxIds, f.id)),
  };
  return catalogueOf(cut);
};

/**
 * The best lawful answer with what is in the van; where nothing in it serves, the best of all and what that needs.
 * @throws InputError naming each field that is out of range
 */
export function answerFromVan(spec: JointSpec, line: LineConditions, van: Van, tables: Catalogue): VanAnswer {
  const held = planJoint(spec, line, { catalogue: only(tables, van) });
  if (held.selection.chosen) return { plan: held, missing: [] };
  const any = planJoint(spec, line, { catalogue: tables });
  const { chosen } = any.selection;
  const lacks = (ids: readonly string[], id: string | undefined): string[] =>
    id && ids.length && !ids.includes(id) ? [id] : [];
  return {
    plan: any,
    missing: chosen ? [...lacks(van.fillerIds, chosen.filler.id), ...lacks(van.fluxIds, chosen.flux?.id)] : [],
  };
}

/** One joint as it is planned, with what it is called. */
export interface NamedPlan {
  readonly mark: string;
  readonly plan: JointPlan;
}

/** Which joints a rod may make, and why it may not make the others. */
export interface RodServes {
  readonly may: readonly string[];
  /** By the first reason that refuses it. */
  readonly mayNot: readonly { readonly says: string; readonly marks: readonly string[] }[];
}

/** The engine asked backwards: what a rod may make of some joints, and what keeps it from the rest. */
export function servedBy(fillerId: string, joints: readonly NamedPlan[]): RodServes {
  const may: string[] = [];
  const refused = new Map<string, string[]>();
  for (const { mark, plan } of joints) {
    const judged = plan.selection.judgements.find((j) => j.filler.id === fillerId);
    if (judged && judged.verdict !== 'refused') {
      may.push(mark);
      continue;
    }
    const all = [...plan.selection.jointFindings, ...(judged?.findings ?? [])];
    const says = all.find((f) => f.effect === 'refuse')?.says ?? 'This rod is not in the tables.';
    refused.set(says, [...(refused.get(says) ?? []), mark]);
  }
  const mayNot = [...refused].map(([says, marks]) => ({ says, marks }));
  return { may, mayNot: mayNot.sort((a, b) => b.marks.length - a.marks.length) };
}
