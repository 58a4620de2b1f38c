import type { BenchShape } from '@hephaist/core/practise/bench-picture';
import { type Basis, dot, type Vec } from './view';

/** A length of one radius along the axis, m. */
export interface Piece {
  readonly fromM: number;
  readonly toM: number;
  readonly radiusM: number;
}

/** What a ray meets: where along, at what angle, how it faces, and whether it is the open bore. */
export interface Hit {
  readonly atM: number;
  readonly rad: number;
  readonly normal: Vec;
  readonly isBore: boolean;
  /** How far inside its outline, m: for a soft edge. */
  readonly insideM: number;
}

/** Width of a valve's body against its socket, and of its stem. */
const [BODY, STEM, STEM_HIGH] = [1.55, 0.5, 2.7];
const BORE = 0.88;

/** The joint as lengths of one radius, to scale; a body as wide as it is usual. */
export function piecesOf(shape: BenchShape): Piece[] {
  const { leftM, along, dxM, tubeM, socketM, lapM, socketEndM, behind } = shape;
  const rightM = leftM + along * dxM;
  const tube = { fromM: leftM, toM: 0, radiusM: tubeM };
  if (behind === 'closed') return [tube, { fromM: 0, toM: socketEndM, radiusM: socketM }];
  if (behind === 'body')
    return [
      tube,
      { fromM: 0, toM: socketEndM, radiusM: socketM },
      { fromM: socketEndM, toM: rightM, radiusM: BODY * socketM },
    ];
  const cupTo = Math.min(2 * lapM, rightM - dxM);
  return [tube, { fromM: 0, toM: cupTo, radiusM: socketM }, { fromM: cupTo, toM: rightM, radiusM: tubeM }];
}

/** The stem of a body: upright on it. */
export function stemOf(shape: BenchShape): { atM: number; radiusM: number; toM: number } | null {
  if (shape.behind !== 'body') return null;
  const rightM = shape.leftM + shape.along * shape.dxM;
  return { atM: (shape.socketEndM + rightM) / 2, radiusM: STEM * shape.socketM, toM: STEM_HIGH * shape.socketM };
}

/** A solid that rays are cast at: pieces, faces between them, and the stem. */
export class Solid {
  readonly pieces: readonly Piece[];
  private readonly faces: { atM: number; innerM: number; outerM: number; side: 1 | -1; isEnd: boolean }[] = [];
  private readonly stem;
  readonly middleM: number;

  constructor(readonly shape: BenchShape) {
    this.pieces = piecesOf(shape);
    this.stem = stemOf(shape);
    const ends = this.pieces.map((p) => p.radiusM);
    this.pieces.forEach((p, k) => {
      const before = ends[k - 1] ?? 0;
      const outerM = Math.max(before, p.radiusM);
      this.faces.push({
        atM: p.fromM,
        innerM: Math.min(before, p.radiusM),
        outerM,
        side: p.radiusM > before ? -1 : 1,
        isEnd: k === 0,
      });
    });
    const last = this.pieces[this.pieces.length - 1] as Piece;
    this.faces.push({ atM: last.toM, innerM: 0, outerM: last.radiusM, side: 1, isEnd: shape.behind === 'goes on' });
    this.middleM = (shape.leftM + last.toM) / 2;
  }

  radiusAt(atM: number): number {
    const found = this.pieces.find((p) => atM < p.toM) ?? this.pieces[this.pieces.length - 1];
    return (found as Piece).radiusM;
  }

  /** A point of the screen, m from its middle, as a ray's beginning far before the joint. */
  from({ right, up, eye }: Basis, u: number, v: number): Vec {
    return [0, 1, 2].map(
      (k) => u * right[k]! + v * up[k]! + 0.5 * eye[k]! + (k === 0 ? this.middleM : 0),
    ) as unknown as Vec;
  }

  /** Where a place of the surface is on the screen, m from its middle. @param outM further out */
  onScreen({ right, up }: Basis, atM: number, rad: number, outM = 0): readonly [u: number, v: number] {
    const r = this.radiusAt(atM) + outM;
    const p: Vec = [atM - this.middleM, r * Math.cos(rad), r * Math.sin(rad)];
    return [dot(p, right), dot(p, up)];
  }

  /** What the eye sees at a point of the screen; null beside the joint. */
  hit(basis: Basis, u: number, v: number): Hit | null {
    const o = this.from(basis, u, v);
    const d: Vec = [-basis.eye[0], -basis.eye[1], -basis.eye[2]];
    let [best, found]: [number, Hit | null] = [Infinity, null];
    const a = d[1] * d[1] + d[2] * d[2];
    const b = o[1] * d[1] + o[2] * d[2];
    const cc = o[1] * o[1] + o[2] * o[2];
    for (const piece of this.pieces) {
      const r = piece.radiusM;
      const under = b * b - a * (cc - r * r);
      if (under <= 0 || a < 1e-12) continue;
      const t = (-b - Math.sqrt(under)) / a;
      const x = o[0] + t * d[0];
      if (t >= best || x < piece.fromM || x > piece.toM) continue;
      const [y, z] = [o[1] + t * d[1], o[2] + t * d[2]];
      best = t;
      found = {
        atM: x,
        rad: Math.atan2(z, y),
        normal: [0, y / r, z / r],
        isBore: false,
        insideM: r - Math.sqrt(Math.max(0, cc - (b * b) / a)),
      };
    }
    for (const face of this.faces) {
      if (Math.abs(d[0]) < 1e-9 || d[0] * face.side >= 0) continue;
      const t = (face.atM - o[0]) / d[0];
      const [y, z] = [o[1] + t * d[1], o[2] + t * d[2]];
      const r = Math.hypot(y, z);
      if (t >= best || r < face.innerM || r > face.outerM) continue;
      best = t;
      found = {
        atM: face.atM,
        rad: Math.atan2(z, y),
        normal: [face.side, 0, 0],
        isBore: face.isEnd && r < BORE * face.outerM,
        insideM: face.outerM - r,
      };
    }
    return this.onStem(o, d, best) ?? found;
  }

  private onStem(o: Vec, d: Vec, best: number): Hit | null {
    if (!this.stem) return null;
    const { atM, radiusM, toM } = this.stem;
    const x = o[0] - atM;
    const a = d[0] * d[0] + d[2] * d[2];
    const b = x * d[0] + o[2] * d[2];
    const under = b * b - a * (x * x + o[2] * o[2] - radiusM * radiusM);
    const side = (): Hit | null => {
      if (under <= 0 || a < 1e-12) return null;
      const t = (-b - Math.sqrt(under)) / a;
      const y = o[1] + t * d[1];
      if (t >= best || y < 0 || y > toM) return null;
      return {
        atM,
        rad: 0,
        normal: [(x + t * d[0]) / radiusM, 0, (o[2] + t * d[2]) / radiusM],
        isBore: false,
        insideM: 1,
      };
    };
    const t = (toM - o[1]) / d[1];
    const isCap = d[1] < 0 && t < best && Math.hypot(x + t * d[0], o[2] + t * d[2]) < radiusM;
    return isCap ? { atM, rad: 0, normal: [0, 1, 0], isBore: false, insideM: 1 } : side();
  }

  /**
   * The place of tube and socket nearest to a point of the screen, on the near or the far side.
   * @returns null where it is further off than the margin, m
   */
  place(basis: Basis, u: number, v: number, far: boolean, marginM: number): { atM: number; rad: number } | null {
    const o = this.from(basis, u, v);
    const d: Vec = [-basis.eye[0], -basis.eye[1], -basis.eye[2]];
    const a = d[1] * d[1] + d[2] * d[2];
    if (a < 1e-9) return null;
    const nearest = -(o[1] * d[1] + o[2] * d[2]) / a;
    const off = Math.hypot(o[1] + nearest * d[1], o[2] + nearest * d[2]);
    const at = (t: number): { atM: number; rad: number } => ({
      atM: o[0] + t * d[0],
      rad: Math.atan2(o[2] + t * d[2], o[1] + t * d[1]),
    });
    const first = this.pieces[0] as Piece;
    const last = this.pieces[this.pieces.length - 1] as Piece;
    // The radius is not known before the place is: tube and socket in turn.
    for (const r of [this.shape.socketM, this.shape.tubeM]) {
      const half = off < r ? Math.sqrt((r * r - off * off) / a) : 0;
      const found = at(nearest + (far ? half : -half));
      if (found.atM < first.fromM - marginM || found.atM > last.toM + marginM) continue;
      const here = this.radiusAt(found.atM);
      if (off - Math.max(here, r) > marginM) continue;
      if (r === this.shape.socketM && found.atM < 0) continue;
      return { atM: Math.max(first.fromM, Math.min(last.toM, found.atM)), rad: found.rad };
    }
    return null;
  }
}
