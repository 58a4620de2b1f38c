import { colourAt, FLUX_LOOKS } from '@hephaist/core/heat/colours';
import { type BenchPicture, NO_FLUX } from '@hephaist/core/practise/bench-picture';

/** What an eye sees of a joint: its colour where it is coldest, and how the flux looks. */
export function seenWords(p: BenchPicture): { readonly colour: string; readonly flux: string } {
  const looks = [...new Set(p.flux)].filter((f) => f !== NO_FLUX).map((f) => FLUX_LOOKS[f]);
  return { colour: colourAt(p.coldestK), flux: looks.length ? `flux ${looks.join(', ')}` : 'no flux on it' };
}
