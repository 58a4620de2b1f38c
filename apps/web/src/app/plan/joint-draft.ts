import { type Joint, jointSchema } from '@hephaist/contracts/records/joint';
import { problemsOf } from '@hephaist/contracts/schemas/parse';
import type { Catalogue } from '@hephaist/core/catalogue/catalogue';
import type { RodFormId } from '@hephaist/core/filler-use/rod-forms';
import type { FitUp, Instrument } from '@hephaist/core/fit-up/gap';
import type { ProtectionId } from '@hephaist/core/heat/protections';
import type { StubAnswers } from '@hephaist/core/metals/unknown-stub';
import type { Position } from '@hephaist/core/qualification/range';
import type { Schools } from '@hephaist/core/schools/schools';
import type { FieldProblem } from '@hephaist/core/source/problem';
import type { SocketKind } from '@hephaist/core/strength/overlap';
import type { UnitSystem } from '@hephaist/core/units/units';
import { back, shown } from '../units/typed';

/** A joint while it is typed: numbers stay text in the units shown, so that nothing typed is lost or rounded. */
export interface JointDraft {
  mark: string;
  lineId: string;
  standardId: string;
  size: string;
  tubeMetalId: string;
  socketKind: SocketKind;
  socketMetalId: string;
  depth: string;
  mode: FitUp['mode'];
  od1: string;
  od2: string;
  id1: string;
  id2: string;
  instrument: Instrument;
  /** The readings were looked at again: one far from nominal is meant. */
  confirmed: boolean;
  gap: string;
  position: Position;
  partId: string;
  distance: string;
  protection: ProtectionId;
  movement: boolean;
  wallBehind: boolean;
  stub: StubAnswers | undefined;
  fillerId: string;
  cadmiumReason: string;
  cup: string;
  bushMetalId: string;
  bushWall: string;
  bushGap: string;
  hole: string;
  cutOutBy: string;
  cutOutOn: string;
  seamThickness: string;
  seamLength: string;
  rodForm: RodFormId;
  schools: Partial<Schools>;
  spool: string;
  setAside: string;
  note: string;
}

export function draftOf(joint: Joint, system: UnitSystem): JointDraft {
  const fit = joint.fitUp;
  const pair = (i: 0 | 1, of: 'tubeOdM' | 'socketIdM'): string =>
    fit.mode === 'measured' ? shown(fit[of][i], 'diameter', system) : '';
  return {
    mark: joint.mark,
    lineId: joint.lineId,
    standardId: joint.tube.standardId,
    size: joint.tube.size,
    tubeMetalId: joint.tube.metalId,
    socketKind: joint.socket.kind,
    socketMetalId: joint.socket.metalId,
    depth: shown(joint.socket.depthM, 'length', system),
    mode: fit.mode,
    od1: pair(0, 'tubeOdM'),
    od2: pair(1, 'tubeOdM'),
    id1: pair(0, 'socketIdM'),
    id2: pair(1, 'socketIdM'),
    instrument: fit.mode === 'measured' ? fit.instrument : 'caliper',
    confirmed: fit.mode === 'measured' && fit.confirmed === true,
    gap: fit.mode === 'stated' ? shown(fit.gapSideM, 'gap', system) : '',
    position: joint.position,
    partId: joint.partNearby?.partId ?? '',
    distance: shown(joint.partNearby?.distanceM, 'length', system),
    protection: joint.partNearby?.protection ?? 'bare',
    movement: joint.movement,
    wallBehind: joint.wallBehind === true,
    stub: joint.stub,
    fillerId: joint.fillerId ?? '',
    cadmiumReason: joint.cadmiumReason ?? '',
    cup: joint.socket.cup ?? '',
    bushMetalId: joint.bush?.metalId ?? 'copper',
    bushWall: shown(joint.bush?.wallM, 'gap', system),
    bushGap: shown(joint.bush?.gapSideM, 'gap', system),
    hole: shown(joint.patch?.holeM, 'length', system),
    cutOutBy: joint.patch?.cutOutBy ?? '',
    cutOutOn: joint.patch?.cutOutOn ?? '',
    seamThickness: shown(joint.groove?.thicknessM, 'length', system),
    seamLength: shown(joint.groove?.lengthM, 'length', system),
    rodForm: joint.rodForm,
    schools: joint.schools,
    spool: joint.spool ?? '',
    setAside: joint.setAside ?? '',
    note: joint.note,
  };
}

function fitUpOf(draft: JointDraft, system: UnitSystem, was: FitUp | undefined): FitUp {
  if (draft.mode === 'measured') {
    const before = was?.mode === 'measured' ? was : null;
    const d = (text: string, stored: number | undefined): number => back(text, 'diameter', system, stored);
    return {
      mode: 'measured',
      tubeOdM: [d(draft.od1, before?.tubeOdM[0]), d(draft.od2 || draft.od1, before?.tubeOdM[1])],
      socketIdM: [d(draft.id1, before?.socketIdM[0]), d(draft.id2 || draft.id1, before?.socketIdM[1])],
      instrument: draft.instrument,
      ...(draft.confirmed ? { confirmed: true } : {}),
    };
  }
  if (draft.mode === 'stated') {
    return { mode: 'stated', gapSideM: back(draft.gap, 'gap', system, was?.mode === 'stated' ? was.gapSideM : null) };
  }
  return { mode: 'nominal' };
}

/**
 * The joint a draft stands for; numbers that are none become NaN, which the schema refuses at their field.
 * @param was the joint as stored, where there is one
 */
export function jointOf(
  draft: JointDraft,
  base: Pick<Joint, 'id' | 'jobId' | 'sort'>,
  system: UnitSystem,
  was: Joint | null = null,
): Joint {
  const depth = draft.depth.trim() ? back(draft.depth, 'length', system, was?.socket.depthM) : null;
  return {
    id: base.id,
    jobId: base.jobId,
    sort: base.sort,
    lineId: draft.lineId,
    mark: draft.mark.trim(),
    tube: { standardId: draft.standardId, size: draft.size, metalId: draft.tubeMetalId },
    socket: { kind: draft.socketKind, metalId: draft.socketMetalId, depthM: depth, cup: draft.cup || null },
    bush:
      draft.socketKind === 'bush'
        ? {
            metalId: draft.bushMetalId,
            wallM: back(draft.bushWall, 'gap', system, was?.bush?.wallM),
            gapSideM: back(draft.bushGap, 'gap', system, was?.bush?.gapSideM),
          }
        : null,
    groove:
      draft.socketKind === 'groove'
        ? {
            thicknessM: back(draft.seamThickness, 'length', system, was?.groove?.thicknessM),
            lengthM: back(draft.seamLength, 'length', system, was?.groove?.lengthM),
          }
        : null,
    ...(draft.socketKind === 'patch'
      ? {
          patch: {
            holeM: back(draft.hole, 'length', system, was?.patch?.holeM),
            cutOutBy: draft.cutOutBy || null,
            cutOutOn: draft.cutOutOn || null,
          },
        }
      : {}),
    fitUp: fitUpOf(draft, system, was?.fitUp),
    position: draft.position,
    partNearby: draft.partId
      ? {
          partId: draft.partId,
          distanceM: back(draft.distance, 'length', system, was?.partNearby?.distanceM),
          ...(draft.protection === 'bare' ? {} : { protection: draft.protection }),
        }
      : null,
    movement: draft.movement,
    ...(draft.wallBehind ? { wallBehind: true } : {}),
    ...(draft.stub ? { stub: draft.stub } : {}),
    fillerId: draft.fillerId || null,
    rodForm: draft.rodForm,
    cadmiumReason: draft.cadmiumReason.trim() || null,
    schools: draft.schools,
    ...(draft.spool.trim() ? { spool: draft.spool.trim() } : {}),
    setAside: draft.setAside.trim() || null,
    note: draft.note.trim(),
    ...(was?.changedAfter ? { changedAfter: was.changedAfter } : {}),
  };
}

/** What the contract refuses about a joint, at its fields. */
export const jointProblems = (joint: Joint, tables: Catalogue): FieldProblem[] =>
  problemsOf(jointSchema, joint, '', tables);

/** The next free mark on a line: PF-16 becomes PF-17. */
export function nextMark(prefix: string, marks: readonly string[]): string {
  const used = marks.filter((m) => m.startsWith(`${prefix}-`)).map((m) => Number(m.slice(prefix.length + 1)));
  const next = Math.max(0, ...used.filter(Number.isFinite)) + 1;
  return `${prefix}-${String(next).padStart(2, '0')}`;
}
