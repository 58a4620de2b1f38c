/**
 * Two unrolled walls by the plainest explicit scheme: conduction both ways and the gap between, nothing else, constant
 * metal. What a second at the bench costs above this is flame, losses, surface, filler and judging what happened.
 * @returns the last mean temperature, so that no work is left out
 */
export function bareShells(along: number, round: number, steps: number): number {
  const cells = along * round;
  const walls = [0, 1].map(
    () => [new Float64Array(cells).fill(300), new Float64Array(cells)] as [Float64Array, Float64Array],
  );
  walls[0]![0][(along / 2) * round] = 1500;
  for (let s = 0; s < steps; s++) {
    for (const wall of walls) {
      const [t, next] = wall;
      for (let i = 0; i < along; i++)
        for (let j = 0; j < round; j++) {
          const at = i * round + j;
          const own = t[at]!;
          const before = i > 0 ? t[at - round]! : own;
          const after = i + 1 < along ? t[at + round]! : own;
          const up = t[j + 1 < round ? at + 1 : i * round]!;
          const down = t[j > 0 ? at - 1 : at + round - 1]!;
          next[at] = own + 0.2 * (before + after + up + down - 4 * own);
        }
      [wall[0], wall[1]] = [next, t];
    }
    const [a, b] = [walls[0]![0], walls[1]![0]];
    for (let c = 0; c < cells; c++) {
      const q = 0.05 * (a[c]! - b[c]!);
      a[c] = a[c]! - q;
      b[c] = b[c]! + q;
    }
  }
  return walls[0]![0].reduce((x, y) => x + y, 0) / cells;
}
