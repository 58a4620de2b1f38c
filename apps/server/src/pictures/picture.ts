import type { PICTURE_TYPES, REPORT_TYPE } from '@hephaist/contracts/records/strip-marks';
import { ContractError } from '@hephaist/contracts/schemas/parse';
import { saysOf } from '@hephaist/core/words/says-of';
import sharp from 'sharp';
import { RefusedError } from '../http/errors.js';
import type { RecordStore } from '../records/store.js';

/** Most pixels a picture may unfold to, whatever its file is like. */
const MOST_PIXELS = 60_000_000;
export type PictureType = (typeof PICTURE_TYPES)[number];
const FORMATS: Readonly<Record<string, PictureType>> = {
  jpeg: 'image/jpeg',
  png: 'image/png',
  webp: 'image/webp',
};

/** What a file is: size in pixels, of a report in points. */
export interface FileFacts {
  readonly type: PictureType | typeof REPORT_TYPE;
  readonly width: number;
  readonly height: number;
}
export type PictureFacts = FileFacts & { readonly type: PictureType };

/**
 * Looks at what the bytes really are, whatever they are called: decodes the whole picture once.
 * @throws ContractError at `picture` when it is none, broken, too large, or another kind
 */
export async function pictureFacts(bytes: Buffer): Promise<PictureFacts> {
  const no = (says: string): ContractError => new ContractError([{ field: 'picture', says }]);
  try {
    const image = sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error' });
    const { format, width, height, pages } = await image.metadata();
    const type = FORMATS[format];
    if (!type) throw no('a JPEG, PNG or WebP photograph');
    if ((pages ?? 1) > 1) throw no('one picture, not a moving one');
    await image.resize(32, 32, { fit: 'inside' }).raw().toBuffer();
    return { type, width, height };
  } catch (e) {
    if (e instanceof ContractError) throw e;
    throw no(
      /pixel limit/i.test(saysOf(e)) ? 'at most 60 million pixels' : 'this is not a whole JPEG, PNG or WebP picture',
    );
  }
}

/** A photograph or report with what was found out about it. */
export interface TakenPicture extends FileFacts {
  readonly id: string;
  readonly hash: string;
  readonly bytes: Buffer;
}

/** A photograph as it was taken; null where it is not on file. */
export async function findPicture(
  { db, companyId }: Pick<RecordStore, 'db' | 'companyId'>,
  id: string,
): Promise<{ readonly type: FileFacts['type']; readonly bytes: Buffer } | null> {
  const row = await db('picture').where({ company_id: companyId, id }).first('type', 'bytes');
  return row ?? null;
}

/** Files a photograph; true where it is new. @throws RefusedError when another one has its id */
export async function keepPicture(store: RecordStore, picture: TakenPicture): Promise<boolean> {
  const { db, companyId } = store;
  const fresh = await db('picture')
    .insert({ company_id: companyId, ...picture })
    .onConflict(['company_id', 'id'])
    .ignore()
    .returning('id');
  if (fresh.length) {
    store.touch(['picture', picture.id, 1, picture.hash]);
    return true;
  }
  const before = await db('picture').where({ company_id: companyId, id: picture.id }).first('hash');
  if (before?.hash !== picture.hash)
    throw new RefusedError('Another picture has this id: a picture is never replaced.');
  return false;
}
