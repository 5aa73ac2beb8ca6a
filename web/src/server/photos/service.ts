import { createHash } from 'node:crypto';
import type { NewPhotoDto } from '../../contracts/photo.ts';
import { PHOTOS_PER_PLOT, type PhotoView } from '../../contracts/photo-view.ts';
import { digestOf } from '../digest.ts';
import type { PlotQueries } from '../plots/queries.ts';
import { LIMITS } from '../limits.ts';
import { fullUp, notFound, Problem } from '../problem.ts';
import { decodePhoto } from './decode-photo.ts';
import type { NotebookService } from '../notebook/service.ts';
import type { PhotoFile, PhotoRecord, PhotoRepository, PhotoSubject } from './repository.ts';
import { t } from '../../messages/text.ts';

export interface PhotoService {
  /** @throws Problem 404 for no such plot */
  readonly listOfPlot: (plotId: string) => Promise<PhotoView[]>;
  /** @throws Problem 404 for no such tree of the notebook */
  readonly listOfNotebookTree: (treeId: string) => Promise<PhotoView[]>;
  readonly listOfSurvey: (surveyId: string) => Promise<PhotoView[]>;
  /** @throws Problem 404 */
  readonly file: (id: string) => Promise<PhotoFile>;
  /** Keeps a photo. The same write again changes nothing. */
  readonly add: (subject: PhotoSubject, photo: NewPhotoDto, data: Buffer) => Promise<PhotoView>;
  /** Takes a photo off the record, or puts it back. */
  readonly setDeleted: (id: string, deleted: boolean) => Promise<PhotoView>;
}

const photoView = ({ deletedAt, takenAt, ...photo }: PhotoRecord): PhotoView => ({
  ...photo,
  takenAt: new Date(takenAt).toISOString(),
  deleted: deletedAt !== null,
});

export function photoService(
  repository: PhotoRepository,
  plots: Pick<PlotQueries, 'get'>,
  notebook: Pick<NotebookService, 'get'>,
  now: () => Date,
): PhotoService {
  const find = async (id: string): Promise<PhotoView> => {
    const photo = await repository.find(id);
    if (photo === null) throw notFound(t('server.this-photo', 'This photo'));
    return photoView(photo);
  };
  return {
    listOfPlot: async (plotId) => (await repository.listOf({ plotId: (await plots.get(plotId)).id })).map(photoView),
    listOfNotebookTree: async (treeId) =>
      (await repository.listOf({ notebookTreeId: (await notebook.get(treeId)).id })).map(photoView),
    listOfSurvey: async (surveyId) => (await repository.listOfSurvey(surveyId)).map(photoView),
    file: async (id) => {
      const file = await repository.file(id);
      if (file === null) throw notFound(t('server.this-photo', 'This photo'));
      if (file.deleted)
        throw new Problem('gone', t('server.this-photo-has-been-removed', 'This photo has been removed.'));
      return file;
    },
    add: async (subject, photo, data) => {
      const plot = 'plotId' in subject ? await plots.get(subject.plotId) : null;
      const label = 'plotId' in subject ? (plot?.label ?? '') : (await notebook.get(subject.notebookTreeId)).name;
      const digest = digestOf({ ...photo, ...subject, data: createHash('sha256').update(data).digest('hex') });
      const known = await repository.digest(photo.id);
      if (known === digest) return find(photo.id);
      if (known !== null)
        throw new Problem(
          'conflict',
          t(
            'server.this-identifier-is-already-used-5',
            'This identifier is already used for a photo with other content.',
          ),
        );
      if ((await repository.countOf(subject)) >= PHOTOS_PER_PLOT)
        throw new Problem(
          'conflict',
          t(
            'server.there-are-photos-the-maximum',
            '{label} has {photosPerPlot} photos, the maximum. Remove one first.',
            { label, photosPerPlot: String(PHOTOS_PER_PLOT) },
          ),
        );
      if (plot !== null && (await repository.countOfSurvey(plot.surveyId)) >= LIMITS.photosPerSurvey)
        throw fullUp('photos', LIMITS.photosPerSurvey, t('server.a-survey', 'A survey'));
      await repository.insert(
        { ...photo, of: subject, mediaType: 'image/jpeg', data: await decodePhoto(data) },
        digest,
      );
      return find(photo.id);
    },
    setDeleted: async (id, deleted) => {
      await find(id);
      await repository.setDeletedAt(id, deleted ? now().toISOString() : null);
      return find(id);
    },
  };
}
