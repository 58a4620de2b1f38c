import type { PutCommand, PutResult } from '@hephaist/contracts/exchange/commands';
import type { Me } from '@hephaist/contracts/exchange/people';
import { aheadProblems } from '@hephaist/contracts/records/ahead';
import type { Annulment } from '@hephaist/contracts/records/annulment';
import { type Brazer, readmitted } from '@hephaist/contracts/records/brazer';
import { canonical, contentHash } from '@hephaist/contracts/records/content';
import type { Coupon } from '@hephaist/contracts/records/coupon';
import { fNumberProblems } from '@hephaist/contracts/records/f-numbers';
import type { HotWork, HotWorkMark } from '@hephaist/contracts/records/hot-work';
import type { Job } from '@hephaist/contracts/records/job';
import { type Joint, jointIdentity } from '@hephaist/contracts/records/joint';
import type { JointLog } from '@hephaist/contracts/records/joint-log';
import { isOfJob, type Kind, kindRow, type RecordKinds } from '@hephaist/contracts/records/kinds';
import type { Line } from '@hephaist/contracts/records/line';
import type { Pqr } from '@hephaist/contracts/records/pqr';
import type { PracticeCourse } from '@hephaist/contracts/records/practice-course';
import type { PracticeRun } from '@hephaist/contracts/records/practice-run';
import { type PressureTest, pressureTestProblems } from '@hephaist/contracts/records/pressure-test';
import type { Procedure } from '@hephaist/contracts/records/procedure';
import { releaseProblems } from '@hephaist/contracts/records/procedure-stage';
import type { PurgeMark, PurgeSession } from '@hephaist/contracts/records/purge-session';
import type { ReservedCoupon } from '@hephaist/contracts/records/reserved-coupon';
import type { RigCheck } from '@hephaist/contracts/records/rig-check';
import type { SecondLook } from '@hephaist/contracts/records/second-look';
import { type Meaning, MEANINGS, SIGNABLE, type Signature } from '@hephaist/contracts/records/signature';
import { neededMeaning } from '@hephaist/contracts/records/signing';
import type { Stored } from '@hephaist/contracts/records/stored';
import { ContractError } from '@hephaist/contracts/schemas/parse';
import { findService } from '@hephaist/core/services/services';
import { v7 as newId } from 'uuid';
import { ConflictError, RefusedError } from '../http/errors.js';
import { checkLog } from '../jobs/check-log.js';
import { checkMark, checkSession } from '../live/check-session.js';
import { checkPracticeCourse, checkPracticeRun } from '../practise/check-practice.js';
import { tablesOf } from '../shop/shop.js';
import { checkHotWork, checkHotWorkMark, checkRigCheck } from '../torch/check-torch.js';
import { hashOf } from './hash.js';
import { checkOfOneJob } from './of-one-job.js';
import type { RecordStore } from './store.js';

async function putOne<K extends Kind>(
  store: RecordStore,
  kind: K,
  seen: number,
  data: RecordKinds[K],
): Promise<Stored<RecordKinds[K]>> {
  if (seen > 0 && kindRow(kind).evidence) {
    throw new RefusedError(`A ${kind} is evidence: it is written once and never changed. Write a new one.`);
  }
  const done = seen === 0 ? await store.insert(kind, data) : await store.replace(kind, data, seen);
  if (done) return { version: seen + 1, data };
  const current = await store.stored(kind, data.id);
  if (!current) throw new RefusedError(`This ${kind} is no longer here.`);
  throw new ConflictError(
    `Someone else changed this ${kind} since you opened it. Nothing of yours is lost: compare and save again.`,
    [current],
  );
}

/** Takes one record away; most kinds are on file for good. */
async function removeOne(store: RecordStore, kind: Kind, id: string, seen: number): Promise<void> {
  const { removable } = kindRow(kind);
  const current = removable ? await store.stored(kind, id) : null;
  const isRemovable = typeof removable === 'function' ? !current || removable(current.data) : removable;
  if (!isRemovable) throw new RefusedError(`A ${kind} is on file and cannot be taken away.`);
  if (kind === 'procedure' && (await store.isProcedureNamed(id)))
    throw new RefusedError('Joints, coupons or records on file name this draft: it stays.');
  if (await store.remove(kind, id, seen)) return;
  if (current)
    throw new ConflictError(`Someone else changed this ${kind} since you saw it. It was not removed.`, [current]);
}

/** Many new records go in together; anything that was seen before goes one by one. */
async function putAll(store: RecordStore, { kind, records }: PutCommand): Promise<Stored<RecordKinds[Kind]>[]> {
  const fresh = records.every((r) => r.seen === 0) && records.length > 1;
  const inserted = fresh
    ? new Set(
        await store.insertMany(
          kind,
          records.map((r) => r.data),
        ),
      )
    : null;
  const out: Stored<RecordKinds[Kind]>[] = [];
  for (const r of records)
    out.push(inserted?.has(r.data.id) ? { version: 1, data: r.data } : await putOne(store, kind, r.seen, r.data));
  return out;
}

/** Kinds of which one record is judged by those before it: each is checked when the last one is in. */
const ONE_BY_ONE: readonly Kind[] = ['log', 'purge_session', 'procedure', 'annulment'];

async function putChecked(store: RecordStore, command: PutCommand): Promise<Stored<RecordKinds[Kind]>[]> {
  const { kind, records } = command;
  if (!ONE_BY_ONE.includes(kind)) {
    for (const r of records) await checkOne(store, kind, r.data);
    return putAll(store, command);
  }
  const out: Stored<RecordKinds[Kind]>[] = [];
  for (const r of records) {
    await checkOne(store, kind, r.data);
    out.push(await putOne(store, kind, r.seen, r.data));
  }
  return out;
}

/**
 * A signed revision stays as it is; a name and revision stand once; a next revision follows one of its own name.
 * @throws RefusedError, ContractError at the field
 */
async function checkProcedure(store: RecordStore, procedure: Procedure): Promise<void> {
  await store.oneAtATime(`procedure ${procedure.name}`);
  const odd = fNumberProblems('fNumbers', procedure.fNumbers, await tablesOf(store));
  if (odd.length) throw new ContractError(odd);
  const all = await store.list('procedure');
  const now = all.find((p) => p.id === procedure.id);
  if (now && now.signedOn !== null)
    throw new RefusedError(`${now.name} rev ${now.revision} is signed and stays as it is. Write its next revision.`);
  if (all.some((p) => p.id !== procedure.id && p.name === procedure.name && p.revision === procedure.revision))
    throw new ContractError([{ field: 'revision', says: 'this revision of the procedure is on file already' }]);
  if (procedure.signedOn !== null) await checkRelease(store, procedure);
  if (!procedure.replaces) return;
  const before = all.find((p) => p.id === procedure.replaces);
  if (before?.name !== procedure.name || before.signedOn === null)
    throw new ContractError([{ field: 'replaces', says: 'a signed revision of the same procedure' }]);
  if (all.some((p) => p.id !== procedure.id && p.replaces === procedure.replaces && p.signedOn !== null))
    throw new ContractError([{ field: 'replaces', says: 'another signed revision replaces it already' }]);
}

/** A revision is released once its records qualify it, or as another party's. @throws ContractError at the field */
async function checkRelease(store: RecordStore, procedure: Procedure): Promise<void> {
  const [pqrs, coupons] = [await store.standing('pqr'), await store.standing('coupon')];
  const problems = releaseProblems(procedure, { pqrs, coupons }, await tablesOf(store));
  if (problems.length) throw new ContractError(problems);
}

/** Photographs and procedure that a coupon names are on file. @throws ContractError at the field */
async function checkCoupon(store: RecordStore, coupon: Coupon): Promise<void> {
  await checkReport(store, coupon);
  if (coupon.procedureId && !(await store.find('procedure', coupon.procedureId)))
    throw new ContractError([{ field: 'procedureId', says: 'this procedure is not on file' }]);
  for (const [i, face] of coupon.faces.entries())
    if (face.trace && !(await store.hasPicture(face.trace.pictureId)))
      throw new ContractError([{ field: `faces.${i}.trace.pictureId`, says: 'this picture is not on file' }]);
}

/** A laboratory's report that a record names is on file. @throws ContractError at the field */
async function checkReport(store: RecordStore, { laboratory }: Pick<Coupon, 'laboratory'>): Promise<void> {
  if (laboratory?.reportId && !(await store.hasPicture(laboratory.reportId, true)))
    throw new ContractError([{ field: 'laboratory.reportId', says: 'this report is not on file' }]);
}

/** A number is reserved only where no coupon on file has it. @throws ContractError at the field */
async function checkReserved(store: RecordStore, reserved: ReservedCoupon): Promise<void> {
  if (await store.count('coupon', { number: reserved.number }))
    throw new ContractError([{ field: 'number', says: 'a coupon of this number is on file already' }]);
}

/**
 * What a joint was when it was brazed is changed only with its reason, and what was changed before stays written.
 * @throws ContractError at the field
 */
async function checkJoint(store: RecordStore, joint: Joint): Promise<void> {
  const before = await store.find('joint', joint.id);
  if (!before) return;
  const [was, now] = [before.changedAfter ?? [], joint.changedAfter ?? []];
  if (canonical(now.slice(0, was.length)) !== canonical(was) || now.length > was.length + 1)
    throw new ContractError([{ field: 'changedAfter', says: 'what was changed before stays written; one is added' }]);
  const identity = jointIdentity(before);
  const isChanged = identity !== jointIdentity(joint);
  const added = now[was.length];
  if (added && (!isChanged || added.was !== identity))
    throw new ContractError([{ field: 'changedAfter', says: `says what it was: ${identity}` }]);
  if (isChanged && !added && (await store.standing('log', { joint_id: joint.id })).length)
    throw new ContractError([
      { field: 'changedAfter', says: `${before.mark} is brazed: changing what it was is signed, with its reason` },
    ]);
}

/**
 * A line that carries brazed joints keeps its service: a joint is moved to a line of another one, which is signed.
 * @throws ContractError at the field
 */
async function checkLine(store: RecordStore, line: Line): Promise<void> {
  const before = await store.find('line', line.id);
  const twin = (await store.list('line', { job_id: before?.jobId ?? line.jobId })).find(
    (l) => l.id !== line.id && l.name.toLowerCase() === line.name.toLowerCase(),
  );
  if (twin) throw new ContractError([{ field: 'name', says: 'another line of this job has this name' }]);
  if (!before || before.serviceId === line.serviceId) return;
  const own = new Set((await store.list('joint', { line_id: line.id })).map((j) => j.id));
  const brazed = (await store.standing('log', { job_id: line.jobId })).some((l) => own.has(l.jointId));
  if (brazed)
    throw new ContractError([
      {
        field: 'serviceId',
        says: 'joints of this line are brazed: begin a line of that service and move them to it, signed with the reason',
      },
    ]);
}

/** A line is tested with what its code allows. @throws ContractError at the field */
async function checkPressureTest(store: RecordStore, test: PressureTest): Promise<void> {
  const line = await store.find('line', test.lineId);
  const problems = pressureTestProblems(test, (line && findService(line.serviceId)) ?? null);
  if (problems.length) throw new ContractError(problems);
}

/**
 * Evidence is annulled once, and by what says it right only where that is on file and stands itself.
 * @throws ContractError at the field
 */
async function checkAnnulment(store: RecordStore, annulment: Annulment): Promise<void> {
  const { kind, recordId, replacedById } = annulment;
  await store.oneAtATime(`annulment of ${recordId}`);
  if (!(await store.find(kind, recordId)))
    throw new ContractError([{ field: 'recordId', says: 'this record is not on file' }]);
  const standing = await store.standing(kind);
  if (!standing.some((r) => r.id === recordId))
    throw new ContractError([{ field: 'recordId', says: 'this record is annulled already' }]);
  if (replacedById && (replacedById === recordId || !standing.some((r) => r.id === replacedById)))
    throw new ContractError([{ field: 'replacedById', says: 'another record of the same kind that stands' }]);
}

/**
 * Withdrawals that were ended stay as they were decided; the one that stands is ended by adding it to them.
 * @throws ContractError at the field
 */
async function checkBrazer(store: RecordStore, brazer: Brazer): Promise<void> {
  const before = await store.find('brazer', brazer.id);
  const lifted = before && before.withdrawnOn !== null && brazer.withdrawnOn === null;
  const last = brazer.ended?.at(-1);
  const wanted = lifted ? readmitted(before, last?.until ?? '', last?.newCoupon ?? true)?.ended : before?.ended;
  if (canonical(brazer.ended ?? []) !== canonical(wanted ?? []))
    throw new ContractError([
      { field: 'ended', says: 'withdrawals that were ended stay as they were decided; the last is added when it ends' },
    ]);
}

/** What was done is not dated ahead. @throws ContractError at the field */
export function checkNotAhead(kind: Kind, data: RecordKinds[Kind], at = ''): void {
  const problems = aheadProblems(kind, data, Date.now());
  if (problems.length) throw new ContractError(problems.map((p) => ({ ...p, field: `${at}${p.field}` })));
}

/** A record's F-number is that of a filler in the tables, and its revision is on file. @throws ContractError at the field */
async function checkPqr(store: RecordStore, pqr: Pqr): Promise<void> {
  await checkReport(store, pqr);
  const revision = pqr.procedureId ? await store.find('procedure', pqr.procedureId) : null;
  if (pqr.procedureId && revision?.name !== pqr.procedureName)
    throw new ContractError([{ field: 'procedureId', says: `a revision of ${pqr.procedureName} that is on file` }]);
  const odd = fNumberProblems('fNumber', [pqr.fNumber], await tablesOf(store));
  if (odd.length) throw new ContractError(odd);
}

/**
 * A second look is somebody else's, at exactly what stands, and once as each by one person.
 * @throws ContractError at the field
 */
async function checkSecondLook(store: RecordStore, look: SecondLook): Promise<void> {
  await store.oneAtATime(`second look at ${look.recordId}`);
  const record = await store.find(look.kind, look.recordId);
  if (!record) throw new ContractError([{ field: 'recordId', says: 'this record is not on file' }]);
  if (contentHash(record) !== look.contentHash)
    throw new ContractError([{ field: 'contentHash', says: 'that of the record as it stands' }]);
  const signatures = await store.list('signature', { record_id: look.recordId });
  if (signatures.some((s) => s.accountId === store.by.id))
    throw new ContractError([{ field: 'recordId', says: 'you signed this record: somebody else looks at it' }]);
  const looks = (await store.list('second_look', { record_id: look.recordId })).filter((l) => l.as === look.as);
  for (const l of looks)
    if ((await store.list('signature', { record_id: l.id })).some((s) => s.accountId === store.by.id))
      throw new ContractError([{ field: 'as', says: `you signed it as ${look.as} already` }]);
}

/** What a kind must hold beyond its own fields. */
async function checkOne(store: RecordStore, kind: Kind, data: RecordKinds[Kind]): Promise<void> {
  checkNotAhead(kind, data);
  if (kind === 'log') await checkLog(store, data as JointLog);
  if (kind === 'purge_session') await checkSession(store, data as PurgeSession);
  if (kind === 'line') await checkLine(store, data as Line);
  if (kind === 'joint') await checkJoint(store, data as Joint);
  if (kind === 'procedure') await checkProcedure(store, data as Procedure);
  if (kind === 'brazer') await checkBrazer(store, data as Brazer);
  if (kind === 'pqr') await checkPqr(store, data as Pqr);
  if (kind === 'coupon') await checkCoupon(store, data as Coupon);
  if (kind === 'second_look') await checkSecondLook(store, data as SecondLook);
  if (kind === 'reserved_coupon') await checkReserved(store, data as ReservedCoupon);
  if (kind === 'purge_mark') await checkMark(store, data as PurgeMark);
  if (kind === 'pressure_test') await checkPressureTest(store, data as PressureTest);
  if (kind === 'rig_check') await checkRigCheck(store, data as RigCheck);
  if (kind === 'hot_work') checkHotWork(store, data as HotWork);
  if (kind === 'hot_work_mark') await checkHotWorkMark(store, data as HotWorkMark);
  if (kind === 'practice_course') await checkPracticeCourse(store, data as PracticeCourse);
  if (kind === 'practice_run') await checkPracticeRun(store, data as PracticeRun);
  if (kind === 'annulment') await checkAnnulment(store, data as Annulment);
}

/** An archived job is read only until it is brought back. @throws RefusedError */
async function checkOpen(store: RecordStore, { kind, records, removals = [] }: PutCommand): Promise<void> {
  const ids = new Set<string>();
  // Bringing a job back is the one thing that may be written of it.
  if (kind === 'job') for (const { data } of records) if ((data as Job).archived) ids.add(data.id);
  if (isOfJob(kind)) {
    for (const { data } of records) ids.add((data as Line).jobId);
    if (removals.length)
      for (const id of await store.jobsOf(
        kind,
        removals.map((r) => r.id),
      ))
        ids.add(id);
  }
  for (const id of ids)
    if ((await store.find('job', id))?.archived)
      throw new RefusedError('This job is archived, and read only until it is brought back.');
}

/** @throws ContractError where a record is not signed as it must be, or is signed and needs no signature */
async function checkSigned(store: RecordStore, command: PutCommand, meaning: Meaning | null): Promise<void> {
  for (const r of command.records) {
    const asksBefore = command.kind === 'brazer' || command.kind === 'joint';
    const before = asksBefore && r.seen > 0 ? await store.find(command.kind, r.data.id) : null;
    const needed = neededMeaning(command.kind, r.data, before);
    if (needed !== meaning)
      throw new ContractError([
        { field: 'signature', says: needed ? `sign it: ${MEANINGS[needed]}` : 'this needs no signature' },
      ]);
  }
}

/** Binds a signature to exactly what a record holds. */
export async function signRecord(
  store: RecordStore,
  kind: Signature['kind'],
  record: { readonly data: { readonly id: string }; readonly version: number },
  meaning: Meaning,
  signer: Signer,
): Promise<void> {
  await store.insert('signature', {
    id: newId(),
    kind,
    recordId: record.data.id,
    signedVersion: record.version,
    contentHash: contentHash(record.data),
    meaning,
    accountId: signer.id,
    person: signer.person,
    roles: [...signer.roles],
    at: new Date().toISOString(),
  });
}

/** The signature that a command's record gets, in the name of who sent it. */
async function sign(store: RecordStore, command: PutCommand, meaning: Meaning, signer: Signer): Promise<void> {
  const [only] = command.records;
  if (!only || command.records.length > 1 || !(SIGNABLE as readonly string[]).includes(command.kind))
    throw new RefusedError('One record is signed at a time.');
  const record = { data: only.data, version: only.seen + 1 };
  await signRecord(store, command.kind as Signature['kind'], record, meaning, signer);
}

/** Who signs: an account whose password was given again just now. */
export type Signer = Pick<Me, 'id' | 'person' | 'roles'>;

/**
 * Carries out a write: all of its records or none. The same command sent again gets its first answer.
 * With a signature, record and signature are written together or not at all.
 * @throws ConflictError when a record changed since the writer saw it
 */
export async function put(
  store: RecordStore,
  command: PutCommand,
  signed: { readonly meaning: Meaning; readonly by: Signer } | null = null,
): Promise<PutResult> {
  const deed = signed ? `sign ${command.kind}` : `write ${command.kind}`;
  return store.once(
    command.id,
    { deed, says: signed ? MEANINGS[signed.meaning] : '', content: hashOf(JSON.stringify(command)) },
    async (trx) => {
      await checkSigned(trx, command, signed?.meaning ?? null);
      await checkOpen(trx, command);
      for (const r of command.removals ?? []) await removeOne(trx, command.kind, r.id, r.seen);
      await checkOfOneJob(trx, command.kind, command.records);
      const records = await putChecked(trx, command);
      if (signed) await sign(trx, command, signed.meaning, signed.by);
      return { commandId: command.id, records };
    },
  );
}
