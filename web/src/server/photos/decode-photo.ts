import sharp from 'sharp';
import { PHOTO_EDGE_PX, PHOTO_PIXELS } from '../../contracts/photo-view.ts';
import { Problem } from '../problem.ts';
import { t } from '../../messages/text.ts';

const ACCEPTED: ReadonlySet<string> = new Set(['jpeg', 'png', 'webp']);

const noPhoto = (detail: string): Problem =>
  new Problem('invalid', detail, { errors: [{ pointer: '', code: 'photo-type', detail }] });

/**
 * A photo as it is kept: decoded to its last pixel and encoded again as JPEG, upright, without the place and the device that
 * a camera writes into it. A file that cannot be decoded is refused.
 *
 * @throws Problem 422 for anything that is no whole JPEG, PNG or WebP picture, or has too many pixels
 */
export async function decodePhoto(data: Buffer): Promise<Buffer> {
  const options = { limitInputPixels: PHOTO_PIXELS, failOn: 'error' } as const;
  const found =
    data.length === 0
      ? null
      : await sharp(data, options)
          .metadata()
          .catch(() => null);
  if (found === null || !ACCEPTED.has(found.format))
    throw noPhoto(t('server.this-file-is-not-a', 'This file is not a photo. Send a JPEG, PNG or WebP image.'));
  if (found.width * found.height > PHOTO_PIXELS)
    throw noPhoto(
      t('server.a-photo-may-have-million', 'A photo may have {photoPixels} million pixels at most.', {
        photoPixels: String(PHOTO_PIXELS / 1e6),
      }),
    );
  try {
    return await sharp(data, options)
      .rotate()
      .flatten({ background: '#ffffff' })
      .resize({ width: PHOTO_EDGE_PX, height: PHOTO_EDGE_PX, fit: 'inside', withoutEnlargement: true })
      .jpeg({ quality: 85 })
      .toBuffer();
  } catch {
    throw noPhoto(t('server.this-photo-is-damaged-and', 'This photo is damaged and cannot be read.'));
  }
}
