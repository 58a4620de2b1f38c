import { createPrivateKey, createPublicKey, generateKeyPairSync, type KeyObject, sign, verify } from 'node:crypto';
import { appendFile, chmod, mkdir, readFile, writeFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { canonical } from '@hephaist/contracts/records/content';
import type { ChainHead } from '@hephaist/core/audit/chain';
import { dayIn } from '@hephaist/core/qualification/continuity';
import type { Knex } from 'knex';
import { trailHead } from './trail.js';

/** Where a company's trail stood at a moment, as this server signs it with its own Ed25519 key. */
export interface Anchor extends ChainHead {
  readonly companyId: string;
  readonly company: string;
  readonly at: string;
  /** Public key, SPKI as base64. */
  readonly key: string;
  /** Ed25519 over the canonical JSON of all the rest, base64. */
  readonly signature: string;
}

const spki = (key: KeyObject): string => key.export({ type: 'spki', format: 'der' }).toString('base64');

/** True where the anchor was signed by the key that it names. */
export function isSigned({ signature, ...rest }: Anchor): boolean {
  try {
    const key = createPublicKey({ key: Buffer.from(rest.key, 'base64'), format: 'der', type: 'spki' });
    return verify(null, Buffer.from(canonical(rest)), key, Buffer.from(signature, 'base64'));
  } catch {
    return false;
  }
}

function signed(key: KeyObject, rest: Omit<Anchor, 'key' | 'signature'>): Anchor {
  const all = { ...rest, key: spki(createPublicKey(key)) };
  return { ...all, signature: sign(null, Buffer.from(canonical(all)), key).toString('base64') };
}

/** The server's own key: made the first time, readable by its owner only. */
async function ownKey(folder: string): Promise<KeyObject> {
  const path = join(folder, 'anchor.key');
  try {
    return createPrivateKey(await readFile(path));
  } catch (e) {
    if ((e as NodeJS.ErrnoException).code !== 'ENOENT') throw e;
    const { privateKey } = generateKeyPairSync('ed25519');
    await mkdir(folder, { recursive: true, mode: 0o700 });
    await writeFile(path, privateKey.export({ type: 'pkcs8', format: 'pem' }), { mode: 0o600, flag: 'wx' });
    return privateKey;
  }
}

/** Anchors that a file holds, one to a line; what is none is left out. */
async function anchorsIn(path: string): Promise<Anchor[]> {
  const text = await readFile(path, 'utf8').catch(() => '');
  return text.split('\n').flatMap((line): Anchor[] => {
    try {
      return line ? [JSON.parse(line) as Anchor] : [];
    } catch {
      return [];
    }
  });
}

/** Where anchors are written: the folder of the key, and every file. */
export interface AnchorPlaces {
  readonly folder: string | null;
  readonly files: readonly string[];
}

/** From HEPHAIST_DATA, and HEPHAIST_ANCHORS: more files, by colons, as on another disk. */
export function anchorPlaces(env: Readonly<Record<string, string | undefined>>): AnchorPlaces {
  const folder = env['HEPHAIST_DATA'] || null;
  const more = (env['HEPHAIST_ANCHORS'] ?? '').split(':').filter(Boolean);
  return { folder, files: [...(folder ? [join(folder, 'anchors.jsonl')] : []), ...more] };
}

/** A day between anchors of a trail that goes on. */
const EVERY_MS = 24 * 3600_000;
const LOOK_MS = 3600_000;

/**
 * Writes anchors of every company's trail: into the database, into a file beside it, and into those a company names
 * (on another disk, or carried away). Whoever cuts the end off the trail has to find them all.
 */
export class Anchors {
  private constructor(
    private readonly key: KeyObject,
    private readonly files: readonly string[],
  ) {}

  /** Null where no folder is set for the key. */
  static async open({ folder, files }: AnchorPlaces): Promise<Anchors | null> {
    return folder ? new Anchors(await ownKey(folder), files) : null;
  }

  /** Anchors where a company's trail stands now; null where it has no entry, or the last is anchored already. */
  async now(db: Knex, companyId: string, at: Date): Promise<Anchor | null> {
    const { seq, hash } = await trailHead(db, companyId);
    const company = await db('company').where({ id: companyId }).first('name');
    if (!seq || !company) return null;
    const anchor = signed(this.key, { companyId, company: company.name, seq, hash, at: at.toISOString() });
    const line = canonical(anchor);
    const fresh = await db('anchor')
      .insert({ company_id: companyId, seq, line })
      .onConflict(['company_id', 'seq'])
      .ignore()
      .returning('seq');
    if (!fresh.length) return null;
    for (const path of this.files) {
      await mkdir(dirname(path), { recursive: true });
      await appendFile(path, `${line}\n`, { mode: 0o600 });
      await chmod(path, 0o600).catch(() => undefined);
    }
    return anchor;
  }

  /** Anchors every company whose last anchor is a day old. */
  async daily(db: Knex, at: Date): Promise<void> {
    for (const { id } of await db('company').select('id')) {
      const last = await lastAnchor(db, id);
      if (!last || at.getTime() - Date.parse(last.at) >= EVERY_MS) await this.now(db, id, at);
    }
  }

  /** Looks every hour; what goes wrong is told and tried again. */
  keep(db: Knex, failed: (e: unknown) => void): { readonly close: () => void } {
    const look = (): void => void this.daily(db, new Date()).catch(failed);
    look();
    const timer = setInterval(look, LOOK_MS);
    return { close: () => clearInterval(timer) };
  }

  known(db: Knex, companyId: string): Promise<Anchor[]> {
    return knownAnchors(db, companyId, this.files);
  }
}

/** Every anchor of a company that is found, in the database and in files. */
export async function knownAnchors(db: Knex, companyId: string, files: readonly string[]): Promise<Anchor[]> {
  const filed = (await Promise.all(files.map(anchorsIn))).flat();
  return [...(await anchorsOf(db, companyId)), ...filed.filter((a) => a.companyId === companyId)];
}

async function anchorsOf(db: Knex, companyId: string): Promise<Anchor[]> {
  const rows = await db('anchor').where({ company_id: companyId }).orderBy('seq').select('line');
  return rows.map((r) => JSON.parse(r.line) as Anchor);
}

/** The last anchor of a company; null where there is none. */
export async function lastAnchor(db: Knex, companyId: string): Promise<Anchor | null> {
  const row = await db('anchor').where({ company_id: companyId }).orderBy('seq', 'desc').first('line');
  return row ? (JSON.parse(row.line) as Anchor) : null;
}

/** An anchor in one short line, as a person writes it down. */
export const inOneLine = ({ seq, hash }: ChainHead): string => `${seq}:${hash}`;

/** When an anchor was written, for words. */
export const dayOf = (a: Anchor): string => dayIn(a.at, 'UTC');
