import type { House } from '@hephaist/contracts/records/house';
import type { Joint } from '@hephaist/contracts/records/joint';
import { followJoint } from '../follow/joint.js';
import { Known } from '../follow/known.js';
import { portrait, writeFollowed } from '../follow/pdf.js';
import { ofHouse, type PaperAsked } from '../papers/paper.js';
import { bpqPaper, bpsPaper, cardPaper, pqrPaper } from '../papers/papers.js';
import { requestPaper, travellerPaper } from '../papers/traveller.js';
import type { Content } from './content.js';
import { FiledRecords } from './filed-records.js';

/** A paper of the package: where it stands in it, and its PDF. */
export interface PackagePaper {
  readonly path: string;
  readonly pdf: Buffer;
}

/** A plain file name for a number or mark; a second one of the same gets a number. */
function namer(): (kind: string, text: string) => string {
  const taken = new Map<string, number>();
  return (kind, text) => {
    const plain = `papers/${kind}-${text
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '')
      .slice(0, 60)}`;
    const n = (taken.get(plain) ?? 0) + 1;
    taken.set(plain, n);
    return n === 1 ? `${plain}.pdf` : `${plain}-${n}.pdf`;
  };
}

/** Everything that bears on each joint that was brazed, joint after joint. */
async function jointsPaper(known: Known, c: Content, asked: PaperAsked): Promise<Buffer | null> {
  const brazed = new Set(c.whole.logs.map((l) => l.jointId));
  const joints = c.whole.joints.filter((j: Joint) => brazed.has(j.id)).sort((a, b) => a.sort - b.sort);
  if (!joints.length) return null;
  const sheet = portrait('Joints that were brazed', asked);
  for (const [i, joint] of joints.entries()) {
    if (i) sheet.doc.addPage();
    sheet.doc.outline.addItem(joint.mark);
    writeFollowed(sheet, await followJoint(known, joint.id), asked);
  }
  return sheet.end();
}

/**
 * The papers of a hand-over, one after the other: procedures and their records, qualifications, cards, travellers and
 * what a laboratory was asked, and the pages of the joints; all as they stood when it was handed over.
 * @param house how the company writes its papers, as they are written now
 */
export async function* papersOf(c: Content, house: House | undefined): AsyncGenerator<PackagePaper> {
  const { units } = c.handOver;
  const asked: PaperAsked = {
    ...ofHouse(house, units),
    units,
    company: c.snapshot.company,
    day: c.builtAt.toISOString().slice(0, 10),
  };
  const known = Known.in(new FiledRecords(c), c.tables, c.whole, c.snapshot.brazings);
  const path = namer();
  for (const p of c.whole.procedures)
    yield { path: path('bps', `${p.name} ${p.revision}`), pdf: await bpsPaper(known, p, asked) };
  for (const r of c.whole.pqrs) yield { path: path('pqr', r.number), pdf: await pqrPaper(known, r, asked) };
  for (const x of c.whole.coupons) yield { path: path('bpq', x.number), pdf: await bpqPaper(known, x, asked) };
  for (const b of c.whole.brazers) yield { path: path('card', b.mark), pdf: await cardPaper(known, b.id, asked) };
  const numbers = new Set(c.whole.coupons.map((x) => x.number));
  const travelled = c.whole.reservedCoupons.filter((r) => numbers.has(r.number));
  for (const r of travelled) yield { path: path('traveller', r.number), pdf: await travellerPaper(known, r, asked) };
  if (travelled.length)
    yield { path: 'papers/laboratory-request.pdf', pdf: await requestPaper(known, travelled, asked) };
  const joints = await jointsPaper(known, c, asked);
  if (joints) yield { path: 'papers/joints.pdf', pdf: joints };
}
