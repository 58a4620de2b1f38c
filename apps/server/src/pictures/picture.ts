import { ContractError, type PICTURE_TYPES } from '@hephaist/contracts';
import sharp from 'sharp';

/** Most pixels a picture may unfold to, whatever its file is like. */
const MOST_PIXELS = 60_000_000;
const FORMATS: Readonly<Record<string, (typeof PICTURE_TYPES)[number]>> = {
  jpeg: 'image/jpeg',
  png: 'image/png',
  webp: 'image/webp',
};

export interface PictureFacts {
  readonly type: (typeof PICTURE_TYPES)[number];
  readonly width: number;
  readonly height: number;
}

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
      /pixel limit/i.test((e as Error).message)
        ? 'at most 60 million pixels'
        : 'this is not a whole JPEG, PNG or WebP picture',
    );
  }
}
