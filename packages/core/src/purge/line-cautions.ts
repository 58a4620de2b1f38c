import type { PurgeNetwork } from './network.js';
import { reachFrom } from './order.js';

/** What can be computed and still is surely not meant: a line without a vent, parts tied to nothing. */
export function lineCautions(net: Pick<PurgeNetwork, 'nodes' | 'runs'>): string[] {
  const out: string[] = [];
  if (!net.nodes.some((n) => n.kind === 'vent'))
    out.push('The line has no vent: nothing sweeps it, and a sealed line under flame pushes molten filler out.');
  const source = net.nodes.find((n) => n.kind === 'source');
  if (!source) return out;
  const all = { ...net, runs: net.runs.map((r) => ({ ...r, open: true })), joints: [] };
  const { at } = reachFrom({ ...all, feed: { by: 'pressure', pa: 1 } }, [source.id]);
  const apart = net.nodes.filter((n) => !at.has(n.id)).map((n) => n.id);
  if (apart.length) {
    const named = apart.slice(0, 6).join(', ');
    out.push(`Not joined to the source: ${named}${apart.length > 6 ? ` and ${apart.length - 6} more` : ''}.`);
  }
  return out;
}
