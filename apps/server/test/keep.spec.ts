import { spawn, spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { trailHead } from '../src/audit/trail.js';
import { connect } from '../src/db/connect.js';
import { importJob } from '../src/exchange/job-file.js';
import { packageQueue } from '../src/package/queue.js';
import { demoFile, type Harness, harness, newId, TEST_PASSWORD } from './harness.js';
import { processes } from './processes.js';

let h: Harness;
const file = demoFile();
const handedOver = newId();
const log = pino({ level: 'silent' });
const folder = mkdtempSync(join(tmpdir(), 'hephaist-keep-'));
// The application's own user comes through to its folder in it.
chmodSync(folder, 0o755);
const backup = join(folder, 'one.backup');
const hephaist = (...args: string[]) =>
  spawnSync('./hephaist', args, {
    encoding: 'utf8',
    env: { ...process.env, DATABASE_URL: h.url, HEPHAIST_DATA: join(folder, 'data') },
  });
/** Closes our own connections: a restore asks to be alone. */
async function alone<T>(work: () => T): Promise<T> {
  await h.db.destroy();
  const done = work();
  h.db.initialize();
  return done;
}
const note = (words: string) => {
  const joint = { ...file.joints[0]!, id: newId(), mark: words };
  return h
    .as('lead')
    .post('/api/commands')
    .send({ id: newId(), kind: 'joint', records: [{ seen: 0, data: joint }] })
    .expect(200);
};
const marks = async () => (await h.store.list('joint')).map((j) => j.mark);

beforeAll(async () => {
  h = await harness();
  await importJob(h.store, file, newId());
  await note('BEFORE');
  // A server ran here, and a package still waits to be built when the backup is made.
  await (await packageQueue(h.db, h.url, log)).close();
  await h
    .as('quality')
    .post(`/api/jobs/${file.job.id}/hand-overs`)
    .send({ id: handedOver, to: 'the owner', note: '', units: 'us', password: TEST_PASSWORD })
    .expect(201);
});
afterAll(() => h.close());

describe('./hephaist', () => {
  it('verifies: exit 0 while the trail holds, 1 and where when it does not', async () => {
    const good = hephaist('verify');
    expect(good.stdout).toContain('the trail holds');
    expect(good.status).toBe(0);
    const anchor = /last (\d+:[0-9a-f]{64})/.exec(good.stdout)?.[1] ?? '';
    expect(hephaist('verify', anchor).status).toBe(0);
    expect(hephaist('verify', `${anchor.split(':')[0]}:${'0'.repeat(64)}`).status).toBe(1);
    expect(hephaist('verify', 'nonsense').stderr).toContain('ENTRY:HASH');
    const kept = join(folder, 'kept-elsewhere.jsonl');
    writeFileSync(kept, '');
    expect(hephaist('verify', kept).stdout).toContain('0 anchors');
    await h.db.raw('alter table audit disable trigger user');
    const body = (await h.db('audit').where({ seq: 3 }).first('body')) as { body: string };
    await h
      .db('audit')
      .where({ seq: 3 })
      .update({ body: body.body.replace('lead', 'Iead') });
    const bad = hephaist('verify');
    expect(bad.status).toBe(1);
    expect(bad.stdout).toContain('entry 3 was altered');
    await h.db('audit').where({ seq: 3 }).update(body);
    await h.db.raw('alter table audit enable trigger user');
    expect(hephaist('verify').status).toBe(0);
  });

  it('backs up into one file that is its owner’s, never over another, and names the last entry in it', async () => {
    const done = hephaist('backup', backup);
    expect(done.stderr).toBe('');
    const head = await trailHead(h.db, h.store.companyId);
    expect(done.stdout).toContain(`This company: last entry ${head.seq}:${head.hash}`);
    const anchors = readFileSync(join(folder, 'data', 'own', 'anchors.jsonl'), 'utf8');
    expect(anchors).toContain(`"hash":"${head.hash}"`);
    writeFileSync(join(folder, 'kept-elsewhere.jsonl'), anchors);
    expect(hephaist('verify', join(folder, 'kept-elsewhere.jsonl')).stdout).toContain('3 anchors');
    expect(statSync(backup).mode & 0o077).toBe(0);
    expect(hephaist('backup', backup).stderr).toContain('never overwrites');
  });

  it('shows its password to no list of processes while it works', async () => {
    const password = new URL(h.url).password;
    const seen: string[] = [];
    const run = spawn('./hephaist', ['backup', join(folder, 'watched.backup')], {
      env: { ...process.env, DATABASE_URL: h.url },
    });
    const ended = new Promise<number | null>((done) => run.on('exit', done));
    let over = false;
    void ended.then(() => (over = true));
    while (!over) {
      seen.push(
        processes()
          .map((x) => x.args)
          .join('\n'),
      );
      await new Promise((next) => setTimeout(next, 15));
    }
    expect(await ended).toBe(0);
    expect(seen.some((s) => s.includes('pg_dump'))).toBe(true);
    expect(password.length).toBeGreaterThan(3);
    expect(seen.flatMap((s) => s.split('\n')).filter((l) => l.includes(password))).toEqual([]);
  });

  it('restores only alone, only a whole backup, and says what an older one would lose', async () => {
    await note('AFTER');
    expect(hephaist('restore', backup).stderr).toContain('stop it first');
    writeFileSync(join(folder, 'half'), readFileSync(backup).subarray(0, 20_000));
    const half = await alone(() => hephaist('restore', join(folder, 'half')));
    expect(half.stderr).toContain('nothing was changed');
    const older = await alone(() => hephaist('restore', backup));
    expect(older.status).toBe(1);
    expect(older.stderr).toContain('1 entries made since would be lost');
    expect(await marks()).toContain('AFTER');
    // Another backup anchors the trail as it now is.
    expect(hephaist('backup', join(folder, 'later.backup')).status).toBe(0);
  });

  it('told to, it goes back to the backup, and the trail holds there', async () => {
    const done = await alone(() => hephaist('restore', backup, '--yes'));
    expect(done.stderr).toBe('');
    expect(done.stdout).toContain('restored');
    expect(done.stdout).toMatch(/! a restore on \d{4}-\d\d-\d\d took the trail back past the anchor of/);
    expect(await marks()).toContain('BEFORE');
    expect(await marks()).not.toContain('AFTER');
    await expect(h.db('log').update({ data: '{}' })).rejects.toThrow('evidence');
    expect(await h.db('sign_in').first('account_id')).toBeUndefined();
    await h.signInAgain();
    await note('GOES ON');
    expect(hephaist('verify').status).toBe(0);
    const queue = await packageQueue(h.db, h.url, log, 0.5);
    const state = async () => (await h.db('package').where({ id: handedOver }).first('state')) as { state: string };
    await expect.poll(state, { timeout: 60_000, interval: 200 }).toEqual({ state: 'ready' });
    await queue.close();
    const left = (await h.db('pg_database').select('datname')) as { datname: string }[];
    expect(left.filter((d) => d.datname.startsWith('hephaist_try'))).toEqual([]);
  });

  it('into a folder under its time, only the newest kept', () => {
    const kept = mkdtempSync(join(folder, 'kept-'));
    writeFileSync(join(kept, 'hephaist-2020-01-01T000000Z.backup'), 'old');
    writeFileSync(join(kept, 'hephaist-2020-01-02T000000Z.backup.age'), 'less old');
    writeFileSync(join(kept, 'something else'), 'not ours');
    const done = hephaist('backup', kept, '--keep', '2');
    expect(done.stdout).toContain(`let go: ${kept}/hephaist-2020-01-01T000000Z.backup`);
    expect(readdirSync(kept).sort()).toEqual([
      'hephaist-2020-01-02T000000Z.backup.age',
      expect.stringMatching(/^hephaist-20\d\d-\d\d-\d\dT\d{6}Z\.backup$/),
      'something else',
    ]);
    expect(hephaist('backup', kept, '--keep', '0').stderr).toContain('a number from 1');
    expect(hephaist('backup', join(folder, 'x'), '--keep', '3').stderr).toContain('--keep goes with a folder');
  });

  it('encrypted to who holds a key, and opened by nobody else', async () => {
    const keys = ['one', 'two'].map((name) => join(folder, `${name}.key`));
    for (const key of keys) spawnSync('bash', ['-c', `. scripts/lib.sh; need_age; age-keygen -o '${key}'`]);
    const recipient = /age1[0-9a-z]+/.exec(readFileSync(keys[0]!, 'utf8'))?.[0] ?? '';
    const sealed = join(folder, 'sealed.backup');
    expect(hephaist('backup', sealed, '--to', recipient).stderr).toBe('');
    expect(readFileSync(sealed).subarray(0, 18).toString()).toBe('age-encryption.org');
    expect(readFileSync(sealed).includes('PGDMP')).toBe(false);
    expect(hephaist('backup', join(folder, 'y'), '--to', 'nobody').stderr).toContain(
      'could not be encrypted to nobody',
    );
    const without = await alone(() => hephaist('restore', sealed));
    expect(without.stderr).toContain('encrypted: name the file of its key with --key');
    const wrong = await alone(() => hephaist('restore', sealed, '--key', keys[1]!));
    expect(wrong.stderr).toContain('this key does not open it; nothing was changed');
    const right = await alone(() => hephaist('restore', sealed, '--key', keys[0]!, '--yes'));
    expect(right.stdout).toContain('the trail holds');
    expect(readdirSync('.hephaist').filter((f) => f.startsWith('plain.'))).toEqual([]);
    await h.signInAgain();
  });

  it('into an empty database, as after a lost disk', async () => {
    const root = connect(h.url);
    await root.raw('create database after_a_lost_disk');
    const url = h.url.replace(/\/[^/]+$/, '/after_a_lost_disk');
    const done = spawnSync('./hephaist', ['restore', backup], {
      encoding: 'utf8',
      env: { ...process.env, DATABASE_URL: url },
    });
    expect(done.stdout).toContain('the trail holds');
    const there = connect(url);
    expect(Number((await there('joint').count('* as n').first())?.['n'])).toBe(file.joints.length + 1);
    await there.destroy();
    await root.raw('drop database after_a_lost_disk');
    await root.destroy();
  });

  it('makes room for another company', () => {
    const made = hephaist('company', 'Second Marsh Pipework');
    expect(made.stdout).toMatch(/type the code [A-Z2-9]{4}(-[A-Z2-9]{4}){3}/);
    expect(hephaist('dance').status).toBe(2);
    // A line belongs to its company: with two of them it is asked whose it is, and raises no alarm for the other.
    const anchor = /This company: .*last (\d+:[0-9a-f]{64})/.exec(hephaist('verify').stdout)?.[1] ?? '';
    expect(hephaist('verify', anchor).stderr).toContain('say whose line it is: This company, Second Marsh Pipework');
    expect(hephaist('verify', 'This company', anchor).status).toBe(0);
    expect(hephaist('verify', 'Second Marsh Pipework', anchor).status).toBe(1);
    expect(hephaist('verify', 'Nobody', anchor).stderr).toContain('no one company is called so');
  });
});
