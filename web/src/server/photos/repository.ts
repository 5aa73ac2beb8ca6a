import { and, asc, count, eq, isNull } from 'drizzle-orm';
import type { NewPhotoDto } from '../../contracts/photo.ts';
import type { PhotoType } from '../../contracts/photo-view.ts';
import type { Database } from '../database/connection.ts';
import { plotPhotos, plots } from '../database/schema.ts';

/** What a photo shows: a plot, or a tree of the notebook. */
export type PhotoSubject = { readonly plotId: string } | { readonly notebookTreeId: string };

/** A photo on its way onto the record. */
export interface PhotoToInsert extends NewPhotoDto {
  readonly of: PhotoSubject;
  readonly mediaType: PhotoType;
  readonly data: Buffer;
}

/** A photo without its picture. */
export interface PhotoRecord {
  readonly id: string;
  readonly plotId: string | null;
  readonly words: string;
  readonly takenAt: string;
  readonly observer: string;
  readonly deletedAt: string | null;
}

export interface PhotoFile {
  /** It was taken off the record. */
  readonly deleted: boolean;
  readonly mediaType: PhotoType;
  readonly data: Buffer;
}

/** All SQL of photos. */
export interface PhotoRepository {
  /** Those of a plot or tree that are on the record, the oldest first. */
  readonly listOf: (subject: PhotoSubject) => Promise<PhotoRecord[]>;
  /** The same of a whole survey, plot by plot. */
  readonly listOfSurvey: (surveyId: string) => Promise<PhotoRecord[]>;
  readonly find: (id: string) => Promise<PhotoRecord | null>;
  readonly file: (id: string) => Promise<PhotoFile | null>;
  readonly digest: (id: string) => Promise<string | null>;
  readonly countOf: (subject: PhotoSubject) => Promise<number>;
  readonly countOfSurvey: (surveyId: string) => Promise<number>;
  readonly insert: (photo: PhotoToInsert, digest: string) => Promise<void>;
  readonly setDeletedAt: (id: string, at: string | null) => Promise<void>;
}

const isOf = (subject: PhotoSubject) =>
  'plotId' in subject ? eq(plotPhotos.plotId, subject.plotId) : eq(plotPhotos.notebookTreeId, subject.notebookTreeId);

export function photoRepository(database: Database): PhotoRepository {
  const select = () =>
    database
      .select({
        id: plotPhotos.id,
        plotId: plotPhotos.plotId,
        words: plotPhotos.words,
        takenAt: plotPhotos.takenAt,
        observer: plotPhotos.observer,
        deletedAt: plotPhotos.deletedAt,
      })
      .from(plotPhotos)
      .leftJoin(plots, eq(plots.id, plotPhotos.plotId))
      .$dynamic();
  return {
    listOf: (subject) =>
      select()
        .where(and(isOf(subject), isNull(plotPhotos.deletedAt)))
        .orderBy(asc(plotPhotos.takenAt), asc(plotPhotos.id)),
    listOfSurvey: (surveyId) =>
      select()
        .where(and(eq(plots.surveyId, surveyId), isNull(plotPhotos.deletedAt)))
        .orderBy(asc(plots.label), asc(plotPhotos.takenAt), asc(plotPhotos.id)),
    find: async (id) => {
      const [row] = await select().where(eq(plotPhotos.id, id));
      return row ?? null;
    },
    file: async (id) => {
      const [row] = await database
        .select({ mediaType: plotPhotos.mediaType, data: plotPhotos.data, deletedAt: plotPhotos.deletedAt })
        .from(plotPhotos)
        .where(eq(plotPhotos.id, id));
      return row === undefined ? null : { mediaType: row.mediaType, data: row.data, deleted: row.deletedAt !== null };
    },
    digest: async (id) => {
      const [row] = await database
        .select({ digest: plotPhotos.writeDigest })
        .from(plotPhotos)
        .where(eq(plotPhotos.id, id));
      return row?.digest ?? null;
    },
    countOf: async (subject) => {
      const [row] = await database
        .select({ photos: count() })
        .from(plotPhotos)
        .where(and(isOf(subject), isNull(plotPhotos.deletedAt)));
      return row?.photos ?? 0;
    },
    countOfSurvey: async (surveyId) => {
      const [row] = await database
        .select({ photos: count() })
        .from(plotPhotos)
        .innerJoin(plots, eq(plots.id, plotPhotos.plotId))
        .where(and(eq(plots.surveyId, surveyId), isNull(plotPhotos.deletedAt)));
      return row?.photos ?? 0;
    },
    insert: async ({ of, ...photo }, writeDigest) => {
      await database.insert(plotPhotos).values({ ...photo, ...of, writeDigest });
    },
    setDeletedAt: async (id, deletedAt) => {
      await database.update(plotPhotos).set({ deletedAt }).where(eq(plotPhotos.id, id));
    },
  };
}
