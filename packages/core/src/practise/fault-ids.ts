/** Habits that spoil a joint, as the bench tells them. */
export const BENCH_FAULT_IDS = [
  'cold rod',
  'sealed first',
  'one side',
  'small tip',
  'second torch',
  'left cold',
  'melted',
  'oxidised',
  'sooty',
  'dead flux',
  'no flux',
  'dirty',
  'black bore',
  'wet',
  'little rod',
  'much rod',
  'not drawn',
  'part too hot',
  'zinc smoke',
] as const;
export type BenchFaultId = (typeof BENCH_FAULT_IDS)[number];
