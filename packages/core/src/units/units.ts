/**
 * All unit conversions of the project. The core computes in SI (m, K, Pa, kg, s, m3/s);
 * nothing else converts. Factors are exact by definition unless noted.
 */
export const INCH = 0.0254;
export const FOOT = 0.3048;
export const POUND = 0.45359237;
/** Pascal in one pound-force per square inch (exact g, lb and in). */
export const PSI = (POUND * 9.80665) / (INCH * INCH);
export const BAR = 1e5;
/** A micrometre of mercury, Pa. */
export const MICRON = 101325 / 760 / 1000;
export const ATM = 101325;
export const CUBIC_FOOT = FOOT ** 3;
/** One standard cubic foot per hour as m3/s. The purge model treats the gas at about 1 atm and 68 degF. */
export const SCFH = CUBIC_FOOT / 3600;
export const LITRE_PER_MIN = 1e-3 / 60;

export const degFToK = (f: number): number => (f - 32) / 1.8 + 273.15;
export const kToDegF = (k: number): number => (k - 273.15) * 1.8 + 32;
export const degCToK = (c: number): number => c + 273.15;
export const kToDegC = (k: number): number => k - 273.15;
/** Temperature difference in degF as K. */
export const deltaFToK = (f: number): number => f / 1.8;

export type UnitSystem = 'us' | 'metric';

export type Quantity =
  | 'diameter'
  | 'gap'
  | 'length'
  | 'run'
  | 'temperature'
  | 'temperatureDifference'
  | 'pressure'
  | 'draught'
  | 'flow'
  | 'volume'
  | 'gas'
  | 'area'
  | 'mass'
  | 'filler'
  | 'time'
  | 'force'
  | 'gauge';

/** How one quantity is shown in one system. */
export interface DisplayUnit {
  readonly symbol: string;
  readonly digits: number;
  readonly fromSi: (si: number) => number;
  readonly toSi: (shown: number) => number;
}

const scaled = (symbol: string, factor: number, digits: number): DisplayUnit => ({
  symbol,
  digits,
  fromSi: (si) => si / factor,
  toSi: (shown) => shown * factor,
});
const degF: DisplayUnit = { symbol: '°F', digits: 0, fromSi: kToDegF, toSi: degFToK };
const degC: DisplayUnit = { symbol: '°C', digits: 0, fromSi: kToDegC, toSi: degCToK };

const units: Record<Quantity, Record<UnitSystem, DisplayUnit>> = {
  diameter: { us: scaled('in', INCH, 3), metric: scaled('mm', 1e-3, 2) },
  gap: { us: scaled('in', INCH, 4), metric: scaled('mm', 1e-3, 3) },
  length: { us: scaled('in', INCH, 2), metric: scaled('mm', 1e-3, 1) },
  run: { us: scaled('ft', FOOT, 0), metric: scaled('m', 1, 1) },
  temperature: { us: degF, metric: degC },
  temperatureDifference: { us: scaled('°F', 1 / 1.8, 0), metric: scaled('K', 1, 0) },
  pressure: { us: scaled('psi', PSI, 0), metric: scaled('bar', BAR, 1) },
  gauge: { us: scaled('psi', PSI, 1), metric: scaled('bar', BAR, 2) },
  draught: { us: scaled('psi', PSI, 4), metric: scaled('mbar', 100, 2) },
  flow: { us: scaled('SCFH', SCFH, 1), metric: scaled('L/min', LITRE_PER_MIN, 1) },
  volume: { us: scaled('ft³', CUBIC_FOOT, 3), metric: scaled('L', 1e-3, 2) },
  /** Gas by the cylinder, at 1 atm. */
  gas: { us: scaled('ft³', CUBIC_FOOT, 1), metric: scaled('m³', 1, 2) },
  area: { us: scaled('ft²', FOOT ** 2, 1), metric: scaled('m²', 1, 2) },
  mass: { us: scaled('lb', POUND, 2), metric: scaled('kg', 1, 3) },
  filler: { us: scaled('oz', POUND / 16, 3), metric: scaled('g', 1e-3, 2) },
  time: { us: scaled('min', 60, 1), metric: scaled('min', 60, 1) },
  force: { us: scaled('lbf', POUND * 9.80665, 0), metric: scaled('kN', 1000, 2) },
};

/** The display unit of a quantity in a system. */
export const displayUnit = (quantity: Quantity, system: UnitSystem): DisplayUnit => units[quantity][system];

/** Shows an SI value, e.g. `formatQuantity(0.0254, 'length', 'us')` is "1.00 in". */
export function formatQuantity(si: number, quantity: Quantity, system: UnitSystem, withUnit = true): string {
  const unit = units[quantity][system];
  const shown = unit.fromSi(si);
  const text = Number.isFinite(shown) ? shown.toFixed(unit.digits) : '–';
  return withUnit ? `${text} ${unit.symbol}` : text;
}

/** Minutes and seconds: 130 s is "2:10". Over an hour: "3 h 05". */
export function formatDuration(seconds: number): string {
  if (!Number.isFinite(seconds)) return 'never';
  const whole = Math.round(seconds);
  if (whole < 3600) return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
  const minutes = Math.round(seconds / 60);
  return `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')}`;
}
