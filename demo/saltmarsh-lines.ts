import type { RodFormId } from '@hephaist/core/filler-use/rod-forms';
import type { Schools } from '@hephaist/core/schools/schools';
import type { SocketKind } from '@hephaist/core/strength/overlap';

/** The lines of the demo job and the joints that are not like their neighbours. Everything here is invented. */

export interface DemoLine {
  readonly name: string;
  readonly prefix: string;
  readonly serviceId: string;
  readonly fluid: string;
  readonly designPsi: number;
  readonly testPsi: number;
  readonly serviceMaxF: number;
  readonly lengthFt: number;
  readonly standardId: string;
  readonly size: string;
  readonly joints: number;
  /** How many from the start are already brazed. */
  readonly brazed: number;
  readonly schools?: Partial<Schools>;
  /** Pieces made up in the shop: the number of the first and of the last joint of each. */
  readonly spools?: readonly (readonly [first: number, last: number])[];
  readonly odd: Readonly<Record<number, DemoOdd>>;
}

/** What differs at one place in a line. */
export interface DemoOdd {
  readonly size?: string;
  readonly standardId?: string;
  readonly tubeMetal?: string;
  readonly socket?: string;
  readonly kind?: SocketKind;
  readonly depthIn?: number;
  readonly position?: 'horizontal' | 'down-feed' | 'up-feed';
  /** Diameters in inches read with a caliper: tube twice, socket twice. */
  readonly measured?: readonly [number, number, number, number];
  /** The readings were looked at again: one far from nominal is meant. */
  readonly confirmed?: boolean;
  readonly statedGap?: number;
  readonly near?: readonly [part: string, inches: number];
  readonly movement?: boolean;
  readonly note?: string;
  /** Cup of another size that the tube stands in. */
  readonly cup?: string;
  /** Metal, wall and gap in inches of a bush. */
  readonly bush?: readonly [metal: string, wall: number, gap: number];
  /** Thickness and length in inches of a braze-welded seam. */
  readonly seam?: readonly [thickness: number, length: number];
  readonly form?: RodFormId;
  /** A patch: its hole in inches, and in how many days it is cut out. */
  readonly patch?: readonly [hole: number, days: number];
  readonly setAside?: string;
}

const valve = (kindOfPart: string, inches: number): DemoOdd => ({
  socket: 'brass-forging',
  kind: 'valve',
  near: [kindOfPart, inches],
});

// prettier-ignore
export const DEMO_LINES: readonly DemoLine[] = [
  {
    name: 'Plasma freezer, suction', prefix: 'PF', serviceId: 'refrigerant-poe', fluid: 'R-449A', designPsi: 350, testPsi: 385, serviceMaxF: 100, lengthFt: 62, standardId: 'acr', size: '1-1/8', joints: 16, brazed: 3,
    odd: {
      2: { position: 'up-feed', measured: [1.1245, 1.1255, 1.1295, 1.1305] },
      4: { size: '7/8', ...valve('service-valve', 3) },
      6: { socket: 'plated-steel', kind: 'stub', measured: [1.1248, 1.1252, 1.1308, 1.1312], depthIn: 0.91, near: ['txv', 4], note: 'old compressor: magnet holds on the stub' },
      7: { position: 'down-feed', measured: [1.1245, 1.1255, 1.1355, 1.1365] },
      10: { size: '5/8', socket: 'stainless-304', kind: 'stub', position: 'up-feed', statedGap: 0.003 },
      12: { movement: true, note: 'beside the compressor' },
    },
  },
  {
    name: 'Plasma freezer, liquid', prefix: 'PL', serviceId: 'refrigerant-poe', fluid: 'R-449A', designPsi: 350, testPsi: 385, serviceMaxF: 120, lengthFt: 58, standardId: 'acr', size: '1/2', joints: 18, brazed: 4,
    odd: {
      3: valve('sight-glass', 3),
      5: valve('solenoid', 2.5),
      8: { ...valve('txv', 4), position: 'up-feed' },
      12: { kind: 'swaged', statedGap: 0.003 },
      14: { socket: 'brass-free-cutting', kind: 'bush', bush: ['copper', 0.05, 0.003], statedGap: 0.003, note: 'drier stub through a bush' },
    },
  },
  {
    name: 'Feed freezer, suction', prefix: 'FF', serviceId: 'refrigerant-poe', fluid: 'R-449A', designPsi: 350, testPsi: 385, serviceMaxF: 100, lengthFt: 84, standardId: 'acr', size: '1-3/8', joints: 22, brazed: 0,
    odd: {
      1: { socket: 'plated-steel', kind: 'stub', statedGap: 0.005, note: 'second old compressor' },
      5: { position: 'up-feed' },
      6: { position: 'up-feed' },
      9: { kind: 'swaged', statedGap: 0.004 },
      14: { size: '2-1/8' },
      15: { size: '2-1/8' },
      18: { kind: 'swaged', statedGap: 0.0055 },
      21: { setAside: 'evaporator not delivered' },
    },
  },
  {
    name: 'Surgery oxygen', prefix: 'OX', serviceId: 'medical-oxygen', fluid: 'oxygen', designPsi: 55, testPsi: 150, serviceMaxF: 100, lengthFt: 140, standardId: 'med-l', size: '3/4', joints: 46, brazed: 9,
    odd: {
      2: { socket: 'red-brass-cast' },
      3: { position: 'up-feed' },
      8: { position: 'up-feed' },
      10: { measured: [0.8745, 0.8755, 0.8985, 0.8995], confirmed: true, note: 'socket swaged oversize' },
      11: { size: '1/2' },
      12: { size: '1/2' },
      13: { size: '1/2', position: 'up-feed' },
      20: { ...valve('ball-valve', 5), size: '3/4' },
      27: { position: 'down-feed' },
      33: { size: '1/2' },
      34: { size: '1/2' },
    },
  },
  {
    name: 'Surgery air', prefix: 'MA', serviceId: 'medical-air', fluid: 'medical air', designPsi: 55, testPsi: 150, serviceMaxF: 100, lengthFt: 96, standardId: 'med-l', size: '1/2', joints: 26, brazed: 2,
    odd: {
      4: { position: 'up-feed' },
      9: valve('ball-valve', 5),
      15: { position: 'down-feed' },
      21: { socket: 'red-brass-cast' },
    },
  },
  {
    name: 'Surgery vacuum', prefix: 'MV', serviceId: 'medical-vacuum', fluid: 'vacuum', designPsi: 15, testPsi: 60, serviceMaxF: 100, lengthFt: 110, standardId: 'med-l', size: '1', joints: 24, brazed: 0, spools: [[6, 10], [13, 16]],
    odd: {
      3: { size: '1-1/4', kind: 'reducer' },
      4: { size: '1-1/4', position: 'up-feed' },
      11: valve('ball-valve', 6),
      17: { position: 'up-feed' },
    },
  },
  {
    name: 'Heat-pump loop', prefix: 'HP', serviceId: 'chilled-water', fluid: 'glycol water', designPsi: 125, testPsi: 190, serviceMaxF: 150, lengthFt: 160, standardId: 'l', size: '1-1/4', joints: 30, brazed: 0,
    odd: {
      0: { socket: 'stainless-316', kind: 'stub', statedGap: 0.003, note: 'plate exchanger' },
      1: { socket: 'stainless-316', kind: 'stub', statedGap: 0.003, note: 'plate exchanger' },
      7: { socket: 'brass-free-cutting', kind: 'valve', near: ['ball-valve', 4] },
      12: { standardId: 'en', size: '35x1.5', note: 'metric pump header' },
      13: { standardId: 'en', size: '35x1.5', cup: '1-1/4', note: 'metric header into inch fitting' },
      15: { form: 'ring' },
      16: { form: 'ring' },
      25: { kind: 'patch', patch: [0.12, 12], note: 'pinhole in the old header: holds until the new one comes' },
      19: { size: '1-1/2' },
      20: { size: '1-1/2', position: 'up-feed' },
    },
  },
  {
    name: 'Tank-room drinking water', prefix: 'DW', serviceId: 'drinking-water', fluid: 'water', designPsi: 80, testPsi: 150, serviceMaxF: 140, lengthFt: 70, standardId: 'l', size: '3/4', joints: 14, brazed: 0,
    odd: {
      3: { socket: 'brass-lead-free-cast' },
      8: { position: 'up-feed' },
    },
  },
  {
    name: 'Pipe brackets', prefix: 'BR', serviceId: 'structure', fluid: '', designPsi: 0, testPsi: 0, serviceMaxF: 100, lengthFt: 5, standardId: 'pipe-40', size: '1', joints: 6, brazed: 0,
    odd: {
      4: { kind: 'groove', seam: [0.25, 3] },
      5: { kind: 'groove', seam: [0.125, 2] },
    },
  },
];
