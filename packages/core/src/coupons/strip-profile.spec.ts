import { describe, expect, it } from 'vitest';
import { greyPicture } from '../testing/strip-picture.js';
import { profileAlong } from './strip-trace.js';

describe('grey along a line', () => {
  const ramp = greyPicture(40, 30, (x, y) => 5 * x + y);
  it('is that of the pixels it runs over, between them in proportion', () => {
    expect(
      profileAlong(
        ramp,
        [
          [0, 10],
          [4, 10],
        ],
        1,
      ),
    ).toEqual([12.5, 17.5, 22.5, 27.5]);
    expect(
      profileAlong(
        ramp,
        [
          [10, 2],
          [10, 6],
        ],
        1,
      ),
    ).toEqual([52.5, 53.5, 54.5, 55.5]);
    expect(
      profileAlong(
        ramp,
        [
          [0, 10.25],
          [1, 10.25],
        ],
        1,
      ),
    ).toEqual([12.75]);
  });
  it('across a band it is the mean to either side of the line', () => {
    const stripe = greyPicture(40, 30, (_x, y) => (y === 12 ? 200 : 0));
    const at = (y: number, band: number) =>
      profileAlong(
        stripe,
        [
          [5, y],
          [6, y],
        ],
        band,
      )[0];
    expect([at(12, 1), at(12, 2), at(12, 4), at(12, 5)]).toEqual([200, 100, 50, 40]);
    expect([at(10, 5), at(14, 5), at(9, 5), at(15, 5)]).toEqual([40, 40, 0, 0]);
    expect([at(12, 0.4), at(12, 1.4)]).toEqual([200, 200]);
    const pillar = greyPicture(40, 30, (x) => (x === 7 ? 200 : 0));
    expect(
      profileAlong(
        pillar,
        [
          [5, 5],
          [5, 6],
        ],
        5,
      )[0],
    ).toBe(40);
    expect(
      profileAlong(
        pillar,
        [
          [9, 6],
          [9, 5],
        ],
        5,
      )[0],
    ).toBe(40);
    expect(
      profileAlong(
        pillar,
        [
          [4, 5],
          [4, 6],
        ],
        5,
      )[0],
    ).toBe(0);
  });
  it('steps of one pixel go on round a corner, and standing still adds none', () => {
    const bent = profileAlong(
      ramp,
      [
        [0, 10],
        [2.5, 10],
        [2.5, 10],
        [2.5, 12.5],
      ],
      1,
    );
    expect(bent).toEqual([12.5, 17.5, 22.5, 23.5, 24.5]);
    expect(
      profileAlong(
        ramp,
        [
          [0, 10],
          [3, 10],
        ],
        1,
      ),
    ).toHaveLength(3);
    expect(
      profileAlong(
        ramp,
        [
          [0, 10],
          [0, 10],
        ],
        1,
      ),
    ).toEqual([]);
  });
  it('what lies beside the picture is as its edge', () => {
    const last = greyPicture(10, 10, (x, y) => (x === 9 || y === 9 ? 100 : 0));
    expect(
      profileAlong(
        last,
        [
          [9, 2],
          [12, 2],
        ],
        1,
      ),
    ).toEqual([100, 100, 100]);
    expect(
      profileAlong(
        last,
        [
          [2, 9],
          [2, 12],
        ],
        1,
      ),
    ).toEqual([100, 100, 100]);
    expect(
      profileAlong(
        last,
        [
          [-3, 2],
          [0, 2],
        ],
        1,
      ),
    ).toEqual([0, 0, 0]);
    expect(
      profileAlong(
        last,
        [
          [2, -3],
          [2, 0],
        ],
        1,
      ),
    ).toEqual([0, 0, 0]);
    expect(
      profileAlong(
        last,
        [
          [8, 2],
          [9, 2],
        ],
        1,
      ),
    ).toEqual([50]);
    expect(
      profileAlong(
        last,
        [
          [2, 8],
          [2, 9],
        ],
        1,
      ),
    ).toEqual([50]);
  });
});
