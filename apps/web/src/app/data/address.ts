import type { PartOf } from '@hephaist/contracts/exchange/routes';

/** What is asked beside an address; what is empty or left out is not asked. */
type Asked = Readonly<Record<string, string | number | null | undefined>>;

/** The named parts of an address, where it has any; what is asked beside it; and what ends the asking. */
export type At<P extends string> = [PartOf<P>] extends [never]
  ? [parts?: Readonly<Record<string, never>>, asked?: Asked, stop?: AbortSignal]
  : [parts: Readonly<Record<PartOf<P>, string>>, asked?: Asked, stop?: AbortSignal];

/**
 * An address of the table of routes with its parts filled in, without the slash before it.
 * @example filledIn('/jobs/:id/joints', [{ id: 'x' }, { after: '7~y' }]) // "jobs/x/joints?after=7~y"
 */
export function filledIn(
  path: string,
  [parts = {}, asked = {}]: readonly [parts?: Readonly<Record<string, string>>, asked?: Asked, ...rest: unknown[]],
): string {
  const filled = path.slice(1).replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(parts[name] ?? ''));
  const said = Object.entries(asked).flatMap(([k, v]) =>
    v === null || v === undefined || v === '' ? [] : [[k, String(v)]],
  );
  return said.length ? `${filled}?${new URLSearchParams(said).toString()}` : filled;
}
