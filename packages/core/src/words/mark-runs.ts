/** Marks that follow one another are said as a run: PF-01, PF-02, PF-03, PF-09 is "PF-01 to PF-03, PF-09". */
export function markRuns(marks: readonly string[]): string[] {
  const parts = marks.map((mark) => /^(.*?)(\d+)$/.exec(mark));
  const out: string[] = [];
  for (let i = 0; i < marks.length;) {
    let end = i;
    while (
      end + 1 < marks.length &&
      parts[end] &&
      parts[end + 1]?.[1] === parts[end]?.[1] &&
      Number(parts[end + 1]?.[2]) === Number(parts[end]?.[2]) + 1
    )
      end += 1;
    out.push(end - i >= 2 ? `${marks[i]} to ${marks[end]}` : marks.slice(i, end + 1).join(', '));
    i = end + 1;
  }
  return out;
}
