import type { GreyPicture, StripMarks } from '@hephaist/core/coupons/strip-trace';

/** What the tracing worker is asked. */
export interface TraceTask {
  readonly n: number;
  readonly picture: GreyPicture;
  readonly marks: StripMarks;
}
