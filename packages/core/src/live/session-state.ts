import { type Feed, lineTotals, type PurgeNetwork } from '../purge/network.js';
import { type JointOrder, jointOrder } from '../purge/order.js';
import { said } from '../units/say.js';
import { formatDuration } from '../units/units.js';
import { type Alarm, alarms } from './alarms.js';
import type { DeviceId } from './instruments.js';
import { allReadings, type Mark, type PurgeReading, readBy, readingsOf } from './marks.js';
import { holdAfterAirS, lineProof, type Proof, proofHistory } from './proof.js';

/** What a purge session is run by; written once when it starts. */
export interface SessionPlan {
  readonly net: PurgeNetwork;
  readonly limit: number;
  readonly holdS: number;
  readonly fillM3s: number;
  readonly trickleM3s: number;
  readonly leastFlowM3s: number;
  readonly leastCylinderPa: number;
  readonly devices: readonly DeviceId[];
  /** Seconds from flame off until each joint is cool to the touch, by joint. */
  readonly coolS: Readonly<Record<string, number>>;
}

export type SessionStep = 'turn on' | 'move vent' | 'fill' | 'sweep' | 'braze' | 'brazing' | 'cool' | 'cap' | 'over';

/** Where a session stands: one thing to do, and all that speaks for or against doing it. */
export interface SessionState {
  readonly step: SessionStep;
  /** The one instruction; quantities as `said` writes them. */
  readonly says: string;
  readonly then: string;
  /** The joint being brazed, or the next. */
  readonly jointId: string | null;
  /** The vent that is to be open. */
  readonly vent: string | null;
  readonly order: JointOrder;
  readonly proof: Proof;
  readonly alarms: readonly Alarm[];
  readonly cooling: readonly { readonly jointId: string; readonly leftS: number }[];
  readonly made: readonly string[];
  readonly skipped: readonly string[];
  readonly leaking: readonly string[];
}

/** What the marks so far add up to. */
interface Tally {
  openVent: string | null;
  /** When the open vent was opened, ms; null while the purge is not on. */
  ventAtMs: number | null;
  /** Each time a vent was opened or the nitrogen turned up, ms. */
  readonly opened: number[];
  begun: string | null;
  capped: boolean;
  readonly made: Set<string>;
  readonly skipped: Set<string>;
  readonly leaking: Set<string>;
  /** When the flame left each joint that is still hot, ms. */
  readonly hot: Map<string, number>;
}

function tally(marks: readonly Mark[]): Tally {
  const t: Tally = {
    openVent: null,
    ventAtMs: null,
    opened: [],
    begun: null,
    capped: false,
    made: new Set(),
    skipped: new Set(),
    leaking: new Set(),
    hot: new Map(),
  };
  for (const m of [...marks].sort((a, b) => a.atMs - b.atMs)) {
    const id = m.jointId ?? '';
    switch (m.kind) {
      case 'purge on':
      case 'vent open':
        [t.openVent, t.ventAtMs] = [m.vent, m.atMs];
        t.opened.push(m.atMs);
        break;
      case 'joint begun':
        t.begun = id;
        t.skipped.delete(id);
        break;
      case 'joint brazed':
        t.begun = null;
        t.made.add(id);
        t.leaking.delete(id);
        t.hot.set(id, m.atMs);
        break;
      case 'joint stopped':
        t.begun = null;
        break;
      case 'joint cool':
        t.hot.delete(id);
        break;
      case 'joint skipped':
        if (t.begun === id) t.begun = null;
        t.skipped.add(id);
        break;
      case 'joint leaking':
        t.made.delete(id);
        t.hot.delete(id);
        t.leaking.add(id);
        break;
      case 'line capped':
        t.capped = true;
        break;
      case 'reading by hand':
      case 'alarm heard':
        break;
    }
  }
  return t;
}

/** The line as it stands now: joints made are tight, those found leaking are not. */
export const lineNow = (plan: SessionPlan, t: Pick<Tally, 'made' | 'leaking'>, feed?: Feed): PurgeNetwork => ({
  ...plan.net,
  joints: plan.net.joints.map((j) => ({ ...j, brazed: (j.brazed || t.made.has(j.id)) && !t.leaking.has(j.id) })),
  feed: feed ?? plan.net.feed,
});

/** The least flow a sweep is counted with, m3/s. */
const LEAST_COUNTED_M3S = 1e-5;
/** Readings of the flow are noisy: their mean over so long counts, ms. */
const FLOW_MS = 30_000;

/** Nitrogen going in, m3/s: as the meter read lately since the vent was opened, else the trickle that is planned. */
function flowNow(plan: SessionPlan, readings: readonly PurgeReading[], sinceMs: number, nowMs: number): number {
  const read = readingsOf(readings, 'flow').filter((r) => r.atMs >= Math.max(sinceMs, nowMs - FLOW_MS));
  const mean = read.length ? read.reduce((sum, r) => sum + r.value, 0) / read.length : plan.trickleM3s;
  // Under the least flow it calls by itself; counted on with, it would be swept never.
  return Math.max(mean, LEAST_COUNTED_M3S);
}

/** Whether the vent reads over the limit just now: first the leak of air is found. */
const overNow = ({ newest, stale }: Proof, { limit }: SessionPlan): boolean =>
  newest !== null && !stale && newest.value > limit;

/**
 * Where a purge session stands at a moment, from its plan, its marks and its readings alone; so that any tablet, after
 * any reload, comes to the same answer.
 * @param markOf the mark painted on a joint
 */
export function sessionState(
  plan: SessionPlan,
  marks: readonly Mark[],
  received: readonly PurgeReading[],
  nowMs: number,
  markOf: (jointId: string) => string,
): SessionState {
  const t = tally(marks);
  const order = jointOrder(lineNow(plan, t), {
    done: new Set([...t.made, ...t.skipped]),
    openVent: t.openVent,
    leaking: t.leaking,
  });
  const readings = readBy(allReadings(received, marks), nowMs);
  const afterAirS = holdAfterAirS(
    plan.holdS,
    lineTotals(plan.net.runs).volumeM3,
    flowNow(plan, readings, t.ventAtMs ?? nowMs, nowMs),
  );
  const history = proofHistory(readings, { ...plan, afterAirS }, t.opened);
  const wasProved = history.proved;
  const holdS = history.airMs === null ? plan.holdS : afterAirS;
  const proof = lineProof(readings, { ...plan, holdS }, nowMs, t.ventAtMs ?? nowMs);
  const calling = t.capped || t.ventAtMs === null ? [] : alarms(readings, { ...plan, wasProved }, nowMs);
  const stop = calling.find((a) => a.level === 'stop') ?? null;
  const stage = order.stages[0];
  const next = t.begun ?? stage?.joints[0] ?? null;
  const cooling = [...t.hot].map(([jointId, atMs]) => ({
    jointId,
    leftS: Math.max(0, (plan.coolS[jointId] ?? 0) - (nowMs - atMs) / 1000),
  }));
  const hotNames = cooling.map((c) => markOf(c.jointId)).join(', ');
  const at = (step: SessionStep, says: string, then: string): SessionState => ({
    step,
    says,
    then,
    jointId: next,
    vent: step === 'move vent' || step === 'turn on' ? (stage?.vent ?? null) : t.openVent,
    order,
    proof,
    alarms: calling,
    cooling,
    made: [...t.made],
    skipped: [...t.skipped],
    leaking: [...t.leaking],
  });
  const name = next ? markOf(next) : '';
  if (t.capped) return at('over', 'The line is capped. This session is over.', 'Its trace is kept with the joints.');
  if (t.ventAtMs === null)
    return stage
      ? at(
          'turn on',
          `Open vent ${stage.vent}. Nitrogen on at ${said(plan.fillM3s, 'flow')}.`,
          'Regulator, relief and flow meter on; every other end shut.',
        )
      : at('cap', 'No joint is left that a vent sweeps.', 'Cap the line.');
  if (t.begun && stop)
    return at('brazing', `Flame away from ${name}.`, 'Mend what calls. Made all the same, or stopped: say which.');
  if (t.begun)
    return at(
      'brazing',
      `${t.leaking.has(t.begun) ? 'Make' : 'Braze'} ${name}${t.leaking.has(t.begun) ? ' again' : ''}.`,
      `Nitrogen at ${said(plan.trickleM3s, 'flow')}; heat tube, then fitting; the metal melts the rod.`,
    );
  if (!stage)
    return cooling.length
      ? at('cool', `Keep nitrogen on until ${hotNames} is cool to the touch.`, 'Then cap the line.')
      : at('cap', 'All made and cool. Shut the nitrogen and cap the line.', 'What was skipped is still to be made.');
  if (stage.vent !== t.openVent)
    return cooling.length
      ? at('cool', `Keep nitrogen on until ${hotNames} is cool to the touch.`, `Then open vent ${stage.vent}.`)
      : at(
          'move vent',
          `Open vent ${stage.vent}, shut ${t.openVent ?? 'the other'}. Fill at ${said(plan.fillM3s, 'flow')}.`,
          `Then prove the line again for ${name}.`,
        );
  if (!proof.proved && history.airMs !== null && history.airMs > t.ventAtMs && !overNow(proof, plan))
    return at(
      'sweep',
      `Air came in. Nitrogen up to ${said(plan.fillM3s, 'flow')}: sweep it out.`,
      'What came in at the feed reaches the vent last: it may read clean before.',
    );
  if (!proof.proved)
    return at(
      'fill',
      proof.newest && proof.newest.value <= plan.limit && !proof.stale && proof.heldS > 0
        ? 'Under the limit. Let it hold.'
        : wasProved
          ? 'Not proved any more: no flame.'
          : 'Fill the line. No flame yet.',
      history.airMs !== null && !overNow(proof, plan)
        ? `Air came in: the whole line is swept once more, so the limit must hold ${formatDuration(Math.ceil(holdS))}.`
        : `${name} is next, once the limit has held.`,
    );
  if (stop) return at('fill', 'No flame: mend first what calls.', `${name} is next, once nothing calls.`);
  return at(
    'braze',
    `The line is proved. Cut back to ${said(plan.trickleM3s, 'flow')} and braze ${name}.`,
    t.leaking.has(next ?? '')
      ? 'It was found leaking: clean it and make it again.'
      : 'Fire watch set, ends open to the vent.',
  );
}
