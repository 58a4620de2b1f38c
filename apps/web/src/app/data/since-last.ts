/** Now, or when the last mark was made where a clock that ticks now and then has not come so far. */
export const sinceLast = (marks: readonly { readonly at: string }[], nowMs: number): number =>
  Math.max(nowMs, ...marks.map((m) => Date.parse(m.at)));
