/** A point of what the gauges show along the bottom. Temperatures K. */
export interface TracePoint {
  readonly timeS: number;
  readonly tubeK: number;
  readonly cupK: number;
  readonly partK: number | null;
}
