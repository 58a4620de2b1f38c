/** The next letter of a revision, as columns of a sheet are counted: A, B … Z, AA. What ends otherwise gets an A. */
export function nextRevision(revision: string): string {
  if (revision === '') return 'A';
  const [before, last] = [revision.slice(0, -1), revision.at(-1) ?? ''];
  if (last === 'Z') return `${nextRevision(before)}A`;
  return /^[A-Y]$/.test(last) ? before + String.fromCharCode(last.charCodeAt(0) + 1) : `${revision}A`;
}
