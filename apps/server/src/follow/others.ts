import type { Followed, FollowEvent } from '@hephaist/contracts/exchange/followed';
import { brazedToWords } from '@hephaist/contracts/records/brazer-record';
import type { JointLog } from '@hephaist/contracts/records/joint-log';
import { continuity } from '@hephaist/core/qualification/continuity';
import { continuityEvents } from '@hephaist/core/qualification/may-braze';
import { NotFoundError } from '../http/errors.js';
import type { RecordStore } from '../records/store.js';
import { confirmationEvent, couponEvent, eventOf, logEvent, pqrEvent, procedureEvent } from './events.js';
import { inOrder } from './joint.js';
import type { Known } from './known.js';

/** Newest entries of a log that are told; how many more there are is said. */
const MOST = 400;

async function logEvents(known: Known, logs: readonly JointLog[]): Promise<FollowEvent[]> {
  const newest = [...logs].sort((a, b) => b.brazedAt.localeCompare(a.brazedAt)).slice(0, MOST);
  const events: FollowEvent[] = [];
  for (const log of newest) events.push(await logEvent(known, log));
  return events;
}

const each = async <T>(rows: readonly T[], told: (row: T) => Promise<FollowEvent>): Promise<FollowEvent[]> => {
  const events: FollowEvent[] = [];
  for (const row of rows) events.push(await told(row));
  return events;
};
const company = { jobId: null, timeZone: 'UTC' } as const;
const rows = (all: readonly (readonly [string, string])[]): readonly (readonly [string, string])[] =>
  all.filter(([, says]) => says);
const more = (n: number): readonly [string, string] => ['Older brazings not shown', n > MOST ? String(n - MOST) : ''];

/** Coupons, confirmations, withdrawals and every joint of a brazer. */
export async function followBrazer(known: Known, id: string, today: string): Promise<Followed> {
  const brazer = known.file.brazers.find((b) => b.id === id);
  const record = known.recordOf(id);
  if (!brazer || !record) throw new NotFoundError('No such brazer here.');
  const own = <T extends { readonly brazerId: string }>(all: readonly T[]): T[] => all.filter((r) => r.brazerId === id);
  const logs = await known.records.list('log', { brazer_id: id });
  const ended = await each(brazer.ended ?? [], (w) =>
    eventOf(known, 'brazer', brazer, {
      at: w.until,
      what: 'Withdrawal lifted',
      lines: [`withdrawn ${w.on}: ${w.reason}`, ...(w.newCoupon ? ['a new coupon is asked'] : [])],
    }),
  );
  const withdrawn = brazer.withdrawnOn
    ? [
        await eventOf(known, 'brazer', brazer, {
          at: brazer.withdrawnAt ?? brazer.withdrawnOn,
          what: 'Withdrawn for cause',
          tone: 'refused',
          lines: [brazer.withdrawnReason ?? 'no reason given'],
        }),
      ]
    : [];
  const kept = continuity(continuityEvents(record), today);
  return {
    ...company,
    of: 'brazer',
    id,
    name: brazer.name,
    about: rows([
      ['Mark', brazer.mark],
      [
        'Today',
        brazer.withdrawnOn
          ? `withdrawn since ${brazer.withdrawnOn}`
          : kept.goodThrough
            ? `good through ${kept.goodThrough} (six months, from memory)`
            : 'not qualified',
      ],
      ['Joints brazed', String(logs.length)],
      more(logs.length),
    ]),
    events: inOrder([
      ...(await each(own(known.file.coupons), (c) => couponEvent(known, c))),
      ...(await each(own(known.file.confirmations ?? []), (c) => confirmationEvent(known, c))),
      ...(await each(own(known.pqrs), (r) => pqrEvent(known, r))),
      ...(await logEvents(known, logs)),
      ...ended,
      ...withdrawn,
    ]),
  };
}

/** Every revision of a procedure, its records, coupons brazed to it and joints worked to it. */
export async function followProcedure(known: Known, id: string, store: RecordStore): Promise<Followed> {
  const procedures = known.file.procedures ?? [];
  const procedure = procedures.find((p) => p.id === id);
  if (!procedure) throw new NotFoundError('No such procedure here.');
  const own = procedures.filter((p) => p.name === procedure.name);
  const ids = new Set(own.map((p) => p.id));
  const logs = await store.logsOfProcedures([...ids]);
  const signed = own.filter((p) => p.signedOn !== null);
  return {
    ...company,
    of: 'procedure',
    id,
    name: procedure.name,
    about: rows([
      ['Revisions', own.map((p) => `${p.revision}${p.signedOn === null ? ' (draft)' : ''}`).join(', ')],
      ['Joints worked to it', String(logs.length)],
      more(logs.length),
    ]),
    events: inOrder([
      ...(await each(signed, (p) => procedureEvent(known, p))),
      ...(await each(
        known.pqrs.filter((r) => r.procedureName === procedure.name),
        (r) => pqrEvent(known, r),
      )),
      ...(await each(
        known.file.coupons.filter((c) => c.procedureId && ids.has(c.procedureId)),
        (c) => couponEvent(known, c),
      )),
      ...(await logEvents(known, logs)),
    ]),
  };
}

/** A coupon, the records that name it, and what was brazed by whom it qualified, from that day on. */
export async function followCoupon(known: Known, id: string): Promise<Followed> {
  const coupon = known.file.coupons.find((c) => c.id === id);
  if (!coupon) throw new NotFoundError('No such coupon here.');
  const logs = (await known.records.list('log', { brazer_id: coupon.brazerId })).filter(
    (l) => l.brazedAt.slice(0, 10) >= coupon.brazedOn,
  );
  return {
    ...company,
    of: 'coupon',
    id,
    name: coupon.number,
    about: rows([
      ['Brazer', known.brazer(coupon.brazerId)?.name ?? ''],
      ['Procedure', brazedToWords(coupon, known.file.procedures ?? [])],
      ['Joints its brazer made since', String(logs.length)],
      more(logs.length),
    ]),
    events: inOrder([
      await couponEvent(known, coupon),
      ...(await each(
        known.pqrs.filter((r) => r.tests.some((t) => t.kind === 'section' && t.couponId === id)),
        (r) => pqrEvent(known, r),
      )),
      ...(await logEvents(known, logs)),
    ]),
  };
}

/** Everything made with a lot of rod, flux or nitrogen. @throws NotFoundError where nothing names it */
export async function followLot(known: Known, lot: string, store: RecordStore): Promise<Followed> {
  const logs = await store.logsOfLot(lot);
  const is = (text: string | undefined): boolean => text?.trim().toLowerCase() === lot.trim().toLowerCase();
  const coupons = known.file.coupons.filter((c) => is(c.fillerLot));
  const pqrs = known.pqrs.filter((r) => is(r.used?.fillerLot) || is(r.used?.fluxLot));
  if (!logs.length && !coupons.length && !pqrs.length) throw new NotFoundError('Nothing on file names this lot.');
  const classes = new Set([
    ...logs.filter((l) => is(l.fillerLot)).map((l) => l.fillerId),
    ...logs.filter((l) => is(l.fluxLot)).map((l) => `flux ${l.fluxId ?? ''}`.trim()),
    ...logs.filter((l) => is(l.nitrogenLot)).map(() => 'nitrogen'),
    ...coupons.map((c) => c.fillerId),
  ]);
  return {
    ...company,
    of: 'lot',
    id: lot,
    name: `lot ${lot}`,
    about: rows([['Written down as', [...classes].join(', ')], ['Brazings', String(logs.length)], more(logs.length)]),
    events: inOrder([
      ...(await logEvents(known, logs)),
      ...(await each(coupons, (c) => couponEvent(known, c))),
      ...(await each(pqrs, (r) => pqrEvent(known, r))),
    ]),
  };
}
