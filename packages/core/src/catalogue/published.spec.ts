import { describe, expect, it } from 'vitest';
import { FILLERS, findFiller } from '../fillers/fillers.js';
import { FLUXES } from '../fluxes/fluxes.js';
import { METALS } from '../metals/metals.js';
import { ANNEALED_STRESS, DRAWN_STRESS_100 } from '../rating/stress.js';
import { CUPS } from '../tube/cup.js';
import { findTube } from '../tube/tube.js';
import { INCH, kToDegF } from '../units/units.js';

/** Shipped rows as their sources have them, written out once more: a value changed in either place is found here. */

/** Rows of cells from a text table. */
const table = (text: string): string[][] =>
  text
    .trim()
    .split('\n')
    .map((l) => l.split('|').map((c) => c.trim()));
const range = (cell: string): [number, number] => cell.split('-').map(Number) as [number, number];
const inch = (m: number): number => Math.round((m / INCH) * 1e5) / 1e5;

// AWS A5.8 and ISO 17672, from memory: class, ISO name, weight percent beside the balance, solidus, liquidus, brazing range.
const FILLER_ROWS = `
  BCuP-2 | CuP 181 | P 7.3 | 1310 | 1460 | 1350-1550
  BCuP-3 | CuP 281 | Ag 5, P 6.0 | 1190 | 1495 | 1325-1500
  BCuP-4 |  | Ag 6, P 7.3 | 1190 | 1325 | 1275-1450
  BCuP-5 | CuP 284 | Ag 15, P 5.0 | 1190 | 1475 | 1300-1500
  BCuP-6 | CuP 280 | Ag 2, P 7.0 | 1190 | 1450 | 1350-1500
  BCuP-7 | CuP 282 | Ag 5, P 6.8 | 1190 | 1420 | 1300-1500
  BCuP-8 | CuP 286 | Ag 18, P 6.3 | 1190 | 1230 | 1240-1300
  BCuP-9 | CuP 386 | P 6.5, Sn 6.5, Si 0.2 | 1178 | 1247 | 1250-1350
  BAg-1 | Ag 345 | Ag 45, Cu 15, Zn 16, Cd 24 | 1125 | 1145 | 1145-1400
  BAg-1a | Ag 350 | Ag 50, Cu 15.5, Zn 16.5, Cd 18 | 1160 | 1175 | 1175-1400
  BAg-2 | Ag 335 | Ag 35, Cu 26, Zn 21, Cd 18 | 1125 | 1295 | 1295-1550
  BAg-3 | Ag 351 | Ag 50, Cu 15.5, Zn 15.5, Cd 16, Ni 3 | 1170 | 1270 | 1270-1500
  BAg-4 | Ag 440 | Ag 40, Cu 30, Zn 28, Ni 2 | 1240 | 1435 | 1435-1650
  BAg-5 | Ag 245 | Ag 45, Cu 30, Zn 25 | 1225 | 1370 | 1370-1550
  BAg-6 | Ag 250 | Ag 50, Cu 34, Zn 16 | 1270 | 1425 | 1425-1600
  BAg-7 | Ag 156 | Ag 56, Cu 22, Zn 17, Sn 5 | 1145 | 1205 | 1205-1400
  BAg-8 | Ag 272 | Ag 72, Cu 28 | 1435 | 1435 | 1435-1650
  BAg-20 | Ag 230 | Ag 30, Cu 38, Zn 32 | 1250 | 1410 | 1410-1600
  BAg-22 | Ag 449 | Ag 49, Cu 16, Zn 23, Ni 4.5, Mn 7.5 | 1260 | 1290 | 1290-1525
  BAg-24 | Ag 450 | Ag 50, Cu 20, Zn 28, Ni 2 | 1220 | 1305 | 1305-1550
  BAg-28 | Ag 140 | Ag 40, Cu 30, Zn 28, Sn 2 | 1200 | 1310 | 1310-1550
  BAg-34 | Ag 138 | Ag 38, Cu 32, Zn 28, Sn 2 | 1200 | 1330 | 1330-1550
  BAg-35 | Ag 235 | Ag 35, Cu 32, Zn 33 | 1265 | 1390 | 1390-1545
  BAg-36 | Ag 145 | Ag 45, Cu 27, Zn 25, Sn 3 | 1195 | 1251 | 1251-1495
  BAg-37 | Ag 125 | Ag 25, Cu 40, Zn 33, Sn 2 | 1270 | 1435 | 1435-1625
  RBCuZn-B |  | Cu 58, Zn 39 | 1590 | 1620 | 1620-1800
  RBCuZn-C |  | Cu 58, Zn 40 | 1590 | 1630 | 1670-1750
  RBCuZn-D |  | Cu 48, Zn 42, Ni 10 | 1690 | 1715 | 1720-1800
  BAlSi-4 | Al 112 | Si 12 | 1070 | 1080 | 1080-1120
  BAlSi-3 |  | Cu 4, Si 10 | 970 | 1085 | 1060-1120
  ZnAl-2 |  | Al 2 | 710 | 725 |
  ZnAl-22 |  | Al 22 | 800 | 900 |
`;
// AWS Brazing Handbook group values and makers' customary ones, from memory: class, gap per side in mils, bridges to.
const GAP_ROWS = `
  BCuP-2 | 1-3 | 3
  BCuP-4 | 1-3 | 3
  BCuP-8 | 1-3 | 3
  BCuP-6 | 2-4 | 4
  BCuP-7 | 2-4 | 4
  BCuP-3 | 2-5 | 6
  BCuP-5 | 2-5 | 6
  BCuP-9 | 1-5 | 5
  BAg-5 | 2-5 | 5
  BAg-4 | 2-5 | 6
  BAg-20 | 2-5 | 6
  BAg-37 | 2-5 | 6
  RBCuZn-C | 2-5 | 5
  BAlSi-4 | 2-8 | 10
`;
// AWS A5.31, from memory; the caesium flux by its makers: class, active range, groups of rod.
const FLUX_ROWS = `
  FB3-A | 1050-1600 | BAg BCuP
  FB3-C | 1050-1700 | BAg BCuP
  FB3-D | 1400-2200 | RBCuZn
  FB3-F | 1200-1600 | BAg BCuP
  FB3-J | 1400-2200 | RBCuZn
  FB3-K | 1400-2200 | RBCuZn
  FB4-A | 1100-1600 | BAg
  FB1-A | 1080-1140 | BAlSi
  FB1-B | 1040-1140 | BAlSi
  FB1-C | 1000-1140 | BAlSi
  Cs-Al-F | 700-1000 | ZnAl
`;
// ASM and CDA data sheets, from memory: UNS, solidus-liquidus, expansion, conductivity, cp, density, copper and lead percent.
const METAL_ROWS = `
  C12200 | 1981-1981 | 19.2 | 339 | 385 | 8940 | 99.98 | 0
  C19400 | 1980-1990 | 19.2 | 260 | 385 | 8910 | 97.47 | 0
  C36000 | 1630-1650 | 21.4 | 115 | 380 | 8500 | 61.5 | 3
  C26000 | 1680-1750 | 21.2 | 120 | 375 | 8530 | 70 | 0
  C37700 | 1620-1640 | 21.4 | 119 | 380 | 8440 | 59 | 2
  C83600 | 1570-1850 | 19.8 | 72 | 380 | 8800 | 85 | 5
  C84400 | 1550-1840 | 19.8 | 72 | 380 | 8700 | 81 | 7
  C23000 | 1810-1880 | 19.8 | 159 | 380 | 8750 | 85 | 0
  C69300 | 1510-1660 | 20.5 | 38 | 380 | 8200 | 75 | 0
  C87850 | 1510-1660 | 20.5 | 38 | 380 | 8300 | 76 | 0
  C65500 | 1780-1880 | 18.9 | 36 | 380 | 8530 | 96 | 0
  C61400 | 1905-1915 | 18.5 | 57 | 375 | 7890 | 90.5 | 0
  C70600 | 2010-2100 | 17.1 | 50 | 380 | 8940 | 88.6 | 0
  C71500 | 2140-2260 | 16.2 | 29 | 380 | 8940 | 69.5 | 0
  G10180 | 2650-2760 | 14.7 | 51 | 486 | 7870 | 0 | 0
  S30400 | 2550-2650 | 18.7 | 16 | 500 | 8000 | 0 | 0
  S31600 | 2500-2550 | 18.7 | 16 | 500 | 8000 | 0 | 0
  N02200 | 2615-2635 | 15.8 | 70 | 456 | 8890 | 0 | 0
  N04400 | 2370-2460 | 17 | 22 | 427 | 8800 | 31.5 | 0
  A93003 | 1190-1210 | 26 | 193 | 893 | 2730 | 0.12 | 0
  A96061 | 1080-1205 | 27 | 167 | 896 | 2700 | 0.28 | 0
`;
// ASTM B88, from memory: nominal, OD, wall of types K, L and M, inches.
const B88_ROWS = `
  1/4 | 0.375 | 0.035 | 0.030 | -
  3/8 | 0.500 | 0.049 | 0.035 | 0.025
  1/2 | 0.625 | 0.049 | 0.040 | 0.028
  5/8 | 0.750 | 0.049 | 0.042 | -
  3/4 | 0.875 | 0.065 | 0.045 | 0.032
  1 | 1.125 | 0.065 | 0.050 | 0.035
  1-1/4 | 1.375 | 0.065 | 0.055 | 0.042
  1-1/2 | 1.625 | 0.072 | 0.060 | 0.049
  2 | 2.125 | 0.083 | 0.070 | 0.058
  2-1/2 | 2.625 | 0.095 | 0.080 | 0.065
  3 | 3.125 | 0.109 | 0.090 | 0.072
  3-1/2 | 3.625 | 0.120 | 0.100 | 0.083
  4 | 4.125 | 0.134 | 0.110 | 0.095
  5 | 5.125 | 0.160 | 0.125 | 0.109
  6 | 6.125 | 0.192 | 0.140 | 0.122
  8 | 8.125 | 0.271 | 0.200 | 0.170
`;
// ASTM B88 table 1, from memory: plus or minus on the wall of types K, L and M, inches.
const WALL_ROWS = `
  1/4 | .0035 | .003 | -
  3/8 | .005 | .004 | .002
  1/2 | .005 | .004 | .003
  5/8 | .005 | .004 | -
  3/4 | .006 | .004 | .003
  1 | .006 | .005 | .004
  1-1/4 | .006 | .006 | .004
  1-1/2 | .007 | .006 | .006
  2 | .008 | .007 | .006
  2-1/2 | .010 | .008 | .006
  3 | .011 | .009 | .007
  3-1/2 | .012 | .010 | .008
  4 | .013 | .011 | .010
  5 | .016 | - | .011
  6 | .019 | - | .012
  8 | .027 | - | -
`;
// ASTM B88, from memory: plus or minus on the average OD, annealed and drawn, inches.
const OD_ROWS = `
  1/4 | .002 | .001
  3/8 | .0025 | .001
  5/8 | .0025 | .001
  3/4 | .003 | .001
  1 | .0035 | .0015
  1-1/4 | .004 | .0015
  1-1/2 | .0045 | .002
  2 | .005 | .002
  8 | .005 | .002
`;
// ASTM B280, from memory: straight lengths, then annealed coils: OD, wall.
const ACR =
  '3/8 .030, 1/2 .035, 5/8 .040, 3/4 .042, 7/8 .045, 1-1/8 .050, 1-3/8 .055, 1-5/8 .060, 2-1/8 .070, 2-5/8 .080, 3-1/8 .090, 3-5/8 .100, 4-1/8 .110';
const COIL =
  '1/8 .030, 3/16 .030, 1/4 .030, 5/16 .032, 3/8 .032, 1/2 .032, 5/8 .035, 3/4 .035, 7/8 .045, 1-1/8 .050, 1-3/8 .055, 1-5/8 .060';
// ASME B16.22 as the CDA Copper Tube Handbook has it, from memory: nominal, bore of the socket, depth, inches.
const CUP_ROWS = `
  1/4 | .377-.381 | .31
  3/8 | .502-.506 | .38
  1/2 | .627-.631 | .50
  5/8 | .752-.756 | .62
  3/4 | .877-.881 | .75
  1 | 1.128-1.132 | .91
  1-1/4 | 1.378-1.382 | .97
  1-1/2 | 1.628-1.633 | 1.09
  2 | 2.128-2.133 | 1.34
  2-1/2 | 2.628-2.633 | 1.47
  3 | 3.128-3.133 | 1.66
  3-1/2 | 3.628-3.633 | 1.91
  4 | 4.128-4.133 | 2.16
  5 | 5.128-5.133 | 2.66
  6 | 6.128-6.133 | 3.09
  8 | 8.128-8.133 | 3.97
`;

const grams = (text: string): Record<string, number> =>
  Object.fromEntries(
    text
      .split(',')
      .filter(Boolean)
      .map((p) => (([el, n]) => [el ?? '', Number(n)])(p.trim().split(' '))),
  );

describe('rows as their sources have them', () => {
  it.each(table(FILLER_ROWS))('%s', (id, iso, holds, solidus, liquidus, brazing) => {
    const f = findFiller(id!)!;
    expect(f.iso ?? '').toBe(iso);
    expect(f.composition).toMatchObject(grams(holds!));
    expect(Math.round(kToDegF(f.solidusK))).toBe(Number(solidus));
    expect(Math.round(kToDegF(f.liquidusK))).toBe(Number(liquidus));
    if (brazing) expect([f.brazingK.min, f.brazingK.max].map((k) => Math.round(kToDegF(k)))).toEqual(range(brazing));
  });
  it('no class is on file that has no row here', () =>
    expect(FILLERS.map((f) => f.id).sort()).toEqual(
      table(FILLER_ROWS)
        .map((r) => r[0])
        .sort(),
    ));
  it('ISO names that nobody is sure of are marked', () =>
    expect(FILLERS.filter((f) => f.isoUnsure).map((f) => f.id)).toEqual(['BCuP-4', 'BCuP-8', 'BCuP-9']));

  it.each(table(GAP_ROWS))('%s fills gaps of %s mils', (id, band, bridges) => {
    const f = findFiller(id!)!;
    expect([f.gapBandM.min, f.gapBandM.max].map((m) => inch(m) * 1000)).toEqual(range(band!));
    expect(inch(f.bridgesToM) * 1000).toBeCloseTo(Number(bridges), 6);
  });

  it.each(table(FLUX_ROWS))('%s is active over %s degF', (id, active, groups) => {
    const flux = FLUXES.find((f) => f.id === id)!;
    expect([flux.activeK.min, flux.activeK.max].map((k) => Math.round(kToDegF(k)))).toEqual(range(active!));
    expect(flux.groups.join(' ')).toBe(groups);
  });

  it.each(table(METAL_ROWS))('%s', (uns, melts, expansion, conductivity, cp, density, copper, lead) => {
    const m = METALS.find((x) => x.uns === uns)!;
    expect([m.solidusK, m.liquidusK].map((k) => Math.round(kToDegF(k)))).toEqual(range(melts!));
    expect(m.expansionPerK * 1e6).toBeCloseTo(Number(expansion), 9);
    expect([m.conductivityWmK, m.heatCapacityJkgK, m.densityKgM3]).toEqual([conductivity, cp, density].map(Number));
    expect(m.composition?.Cu ?? 0).toBeCloseTo(Number(copper), 1);
    expect(m.composition?.Pb ?? 0).toBe(Number(lead));
  });

  it.each(table(B88_ROWS))('tube %s', (size, od, ...walls) => {
    ['k', 'l', 'm'].forEach((type, i) => {
      const tube = findTube(type, size!);
      expect(tube ? [inch(tube.odM), inch(tube.wallM)] : '-', type).toEqual(
        walls[i] === '-' ? '-' : [Number(od), Number(walls[i])],
      );
    });
  });
  it.each(table(WALL_ROWS))('wall of tube %s, plus or minus', (size, ...walls) => {
    ['k', 'l', 'm'].forEach((type, i) => {
      const tube = findTube(type, size!);
      if (walls[i] !== '-') expect(inch(tube!.wallToleranceM), type).toBe(Number(walls[i]));
      else if (tube) expect(tube.wallToleranceSource.certainty, type).toBe('practice');
    });
  });
  it.each(table(OD_ROWS))('outside diameter of tube %s, plus or minus', (size, annealed, drawn) => {
    const tube = findTube('l', size!)!;
    expect([inch(tube.annealedOdToleranceM), inch(tube.odToleranceM)]).toEqual([Number(annealed), Number(drawn)]);
  });
  it.each([...ACR.split(', ').map((r) => `acr ${r}`), ...COIL.split(', ').map((r) => `acr-coil ${r}`)])('%s', (row) => {
    const [type, size, wall] = row.split(' ') as [string, string, string];
    expect(inch(findTube(type, size)!.wallM)).toBe(Number(wall));
  });
  it.each(table(CUP_ROWS))('cup %s', (size, bore, depth) => {
    const cup = CUPS.find((c) => c.size === size)!;
    expect([inch(cup.idM.min), inch(cup.idM.max)]).toEqual(range(bore!));
    expect(inch(cup.depthM)).toBe(Number(depth));
  });
  it('allowable stress of copper tube (CDA Copper Tube Handbook, from memory)', () => {
    expect(ANNEALED_STRESS).toEqual([
      [100, 6000],
      [150, 5100],
      [200, 4900],
      [250, 4800],
      [300, 4700],
      [350, 4000],
      [400, 3000],
    ]);
    expect(DRAWN_STRESS_100).toBe(10300);
  });
});
