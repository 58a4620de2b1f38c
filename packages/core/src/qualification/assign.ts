import { flowNetwork } from '../numeric/flow.js';

/** A joint to be given to somebody, with who may braze it on the day. */
export interface OpenJoint {
  readonly id: string;
  readonly lineId: string;
  readonly who: readonly string[];
}

export interface Hand {
  readonly id: string;
  /** Close to lapsing: a joint keeps them current. */
  readonly lapsing: boolean;
}

export interface Assignment {
  /** Brazer of each joint, by joint. */
  readonly to: ReadonlyMap<string, string>;
  readonly load: ReadonlyMap<string, number>;
  /** Joints that nobody of the crew may braze. */
  readonly nobody: readonly string[];
  /** Lapsing people who get a joint, and those for whom there is none they may braze. */
  readonly kept: readonly string[];
  readonly notKept: readonly string[];
  /** Largest number of joints of one brazer; no assignment has a smaller one. */
  readonly most: number;
}

interface Group {
  /** Those of the crew who may braze its joints. */
  readonly who: readonly string[];
  readonly joints: OpenJoint[];
}

/**
 * Joints that the same people may braze are one group: the network stays small however many joints there are. A list
 * of people that several joints share is looked at once.
 */
function groupsOf(joints: readonly OpenJoint[], isHere: (id: string) => boolean): Group[] {
  const groups = new Map<string, Group>();
  const seen = new Map<readonly string[], Group>();
  for (const joint of joints) {
    let group = seen.get(joint.who);
    if (!group) {
      const who = joint.who.filter(isHere).sort();
      const key = who.join(' ');
      group = groups.get(key) ?? { who, joints: [] };
      groups.set(key, group);
      seen.set(joint.who, group);
    }
    group.joints.push(joint);
  }
  return [...groups.values()];
}

/**
 * Shares joints among a crew: every joint that somebody may braze is given; as many lapsing people as can be get one;
 * then the largest load is as small as it can be. All three exactly, by greatest flows. Within that, joints of one
 * line stay together as far as they happen to (no claim).
 */
export function assignJoints(joints: readonly OpenJoint[], crew: readonly Hand[]): Assignment {
  const here = new Map(crew.map((h, i) => [h.id, i]));
  const all = groupsOf(joints, (id) => here.has(id));
  const groups = all.filter((g) => g.who.length > 0);
  const nobody = all.filter((g) => g.who.length === 0).flatMap((g) => g.joints.map((j) => j.id));
  const total = joints.length - nobody.length;
  const [source, sink] = [0, 1];
  const groupAt = (g: number): number => 2 + g;
  const handAt = (h: number): number => 2 + groups.length + h;

  /** Who gets how many of each group, with at most so many each; null when not all can be given. */
  const share = (most: number): { counts: number[][]; kept: Set<number> } | null => {
    const net = flowNetwork(2 + groups.length + crew.length);
    groups.forEach((g, i) => net.edge(source, groupAt(i), g.joints.length));
    const given = groups.map((g, i) =>
      g.who.map((w) => net.edge(groupAt(i), handAt(here.get(w) ?? 0), g.joints.length)),
    );
    // First one joint for as many lapsing people as can be: what is pushed later never takes it from them.
    const out = crew.map((h, i) => net.edge(handAt(i), sink, h.lapsing && most > 0 ? 1 : 0));
    let pushed = net.push(source, sink);
    const kept = new Set(crew.flatMap((h, i) => (h.lapsing && net.through(out[i]!) > 0 ? [i] : [])));
    crew.forEach((h, i) => net.widen(out[i]!, h.lapsing && most > 0 ? most - 1 : most));
    pushed += net.push(source, sink);
    return pushed === total ? { counts: given.map((edges) => edges.map((e) => net.through(e))), kept } : null;
  };
  let [low, high] = [Math.ceil(total / Math.max(1, crew.length)), total];
  let best = share(high);
  while (low < high) {
    const middle = Math.floor((low + high) / 2);
    const found = share(middle);
    if (found) [best, high] = [found, middle];
    else low = middle + 1;
  }
  best = share(high) ?? best;

  const to = new Map<string, string>();
  const load = new Map(crew.map((h) => [h.id, 0]));
  groups.forEach((g, i) => {
    const inOrder = [...g.joints].sort((a, b) => (a.lineId === b.lineId ? 0 : a.lineId < b.lineId ? -1 : 1));
    let at = 0;
    g.who.forEach((w, k) => {
      const n = best?.counts[i]?.[k] ?? 0;
      for (const j of inOrder.slice(at, at + n)) to.set(j.id, w);
      at += n;
      load.set(w, (load.get(w) ?? 0) + n);
    });
  });
  const lapsing = crew.filter((h) => h.lapsing).map((h) => h.id);
  return {
    to,
    load,
    nobody,
    kept: lapsing.filter((id) => (load.get(id) ?? 0) > 0),
    notKept: lapsing.filter((id) => (load.get(id) ?? 0) === 0),
    most: Math.max(0, ...load.values()),
  };
}
