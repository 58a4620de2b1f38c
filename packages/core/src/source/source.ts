/** How sure a value is. `published` values here are quoted from memory of the named edition. */
export type Certainty = 'published' | 'practice' | 'derived' | 'measured' | 'entered';

/** Where a value or rule comes from, so that every result can name it. */
export interface Source {
  readonly certainty: Certainty;
  /** Published title, or a few words for practice and derivations. */
  readonly name: string;
  /** True when the value was written from memory of the source and must be checked in the current edition. */
  readonly memory: boolean;
  readonly note?: string;
}

/** A value that stands in a published source, quoted from memory. */
export const published = (name: string, note?: string): Source => ({
  certainty: 'published',
  name,
  memory: true,
  ...(note ? { note } : {}),
});

/** Common practice of the trade, without a published source. */
export const practice = (name = 'common practice of the trade', note?: string): Source => ({
  certainty: 'practice',
  name,
  memory: false,
  ...(note ? { note } : {}),
});

/** Follows from a formula named in `name`. */
export const derived = (name: string): Source => ({ certainty: 'derived', name, memory: false });

/** Measured on the work by the user. */
export const measured = (name: string): Source => ({ certainty: 'measured', name, memory: false });

/** Stated by the user on the job. */
export const entered = (name: string): Source => ({ certainty: 'entered', name, memory: false });

/** One line for a screen or report: "AWS A5.8, from memory". */
export function sourceLine(source: Source): string {
  if (source.certainty === 'published') return `${source.name}${source.memory ? ', from memory' : ''}`;
  if (source.certainty === 'practice')
    return source.name.includes('practice') ? source.name : `practice: ${source.name}`;
  if (source.certainty === 'derived') return `computed here: ${source.name}`;
  if (source.certainty === 'measured') return `measured: ${source.name}`;
  return `entered: ${source.name}`;
}

/** A short tag for tight places: "published, from memory". */
export function certaintyTag(source: Source): string {
  return {
    published: source.memory ? 'published, from memory' : 'published',
    practice: 'practice',
    derived: 'computed here',
    measured: 'measured',
    entered: 'entered',
  }[source.certainty];
}
