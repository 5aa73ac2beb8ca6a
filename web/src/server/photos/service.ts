import { createHash } from 'node:crypto';
import { PHOTOS_PER_PLOT, type NewPhotoDto, type PhotoType, type PhotoView } from '../../contracts/photo.ts';
import { digestOf } from '../digest.ts';
import type { PlotService } from '../plots/service.ts';
import { notFound, Problem } from '../problem.ts';
import type { PhotoFile, PhotoRepository } from './repository.ts';

export interface PhotoService {
  /** @throws Problem 404 for no such plot */
  readonly listOfPlot: (plotId: string) => Promise<PhotoView[]>;
  readonly listOfSurvey: (surveyId: string) => Promise<PhotoView[]>;
  /** @throws Problem 404 */
  readonly file: (id: string) => Promise<PhotoFile>;
  /** Keeps a photo. The same write again changes nothing. */
  readonly add: (plotId: string, photo: NewPhotoDto, data: Buffer) => Promise<PhotoView>;
  /** Takes a photo off the record, or puts it back. */
  readonly setDeleted: (id: string, deleted: boolean) => Promise<PhotoView>;
}

const startsWith = (data: Buffer, bytes: readonly number[], at = 0): boolean =>
  bytes.every((byte, i) => data[at + i] === byte);

/** What a file is by its first bytes, whatever its sender calls it; null for anything else. */
export function photoTypeOf(data: Buffer): PhotoType | null {
  if (startsWith(data, [0xff, 0xd8, 0xff])) return 'image/jpeg';
  if (startsWith(data, [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])) return 'image/png';
  const isRiff = startsWith(data, [0x52, 0x49, 0x46, 0x46]) && startsWith(data, [0x57, 0x45, 0x42, 0x50], 8);
  return isRiff ? 'image/webp' : null;
}

export function photoService(
  repository: PhotoRepository,
  plots: Pick<PlotService, 'get'>,
  now: () => Date,
): PhotoService {
  const find = async (id: string): Promise<PhotoView> => {
    const photo = await repository.find(id);
    if (photo === null) throw notFound('This photo');
    return photo;
  };
  return {
    listOfPlot: async (plotId) => repository.listOfPlot((await plots.get(plotId)).id),
    listOfSurvey: repository.listOfSurvey,
    file: async (id) => {
      const file = await repository.file(id);
      if (file === null) throw notFound('This photo');
      return file;
    },
    add: async (plotId, photo, data) => {
      const plot = await plots.get(plotId);
      const mediaType = photoTypeOf(data);
      if (mediaType === null)
        throw new Problem('invalid', 'This file is no photo: send a JPEG, PNG or WebP picture.', {
          errors: [{ pointer: '', code: 'photo-type', detail: 'must be a JPEG, PNG or WebP picture' }],
        });
      const digest = digestOf({ ...photo, plotId, data: createHash('sha256').update(data).digest('hex') });
      const known = await repository.digest(photo.id);
      if (known === digest) return find(photo.id);
      if (known !== null)
        throw new Problem('conflict', 'A photo with this identifier is on the record already, with other content.');
      if ((await repository.countOfPlot(plotId)) >= PHOTOS_PER_PLOT)
        throw new Problem(
          'conflict',
          `Plot ${plot.label} has ${String(PHOTOS_PER_PLOT)} photos, which is the most. Take one off first.`,
        );
      await repository.insert({ ...photo, plotId, mediaType, data }, digest);
      return find(photo.id);
    },
    setDeleted: async (id, deleted) => {
      await find(id);
      await repository.setDeletedAt(id, deleted ? now().toISOString() : null);
      return find(id);
    },
  };
}
