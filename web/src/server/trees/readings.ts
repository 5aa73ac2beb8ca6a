import { asMeant } from '@arbolito/core/measurement';
import { findMethod } from '@arbolito/core/methods';
import { placedReading } from '../../contracts/tree-write.ts';
import type { ReadingDto } from '../../contracts/tree.ts';
import type { ReadingRecord, ReadingView } from '../../contracts/views.ts';
import { brokenConstraint } from '../database/failures.ts';
import { invalidField, Problem } from '../problem.ts';
import type { NewReadingRow } from './repository.ts';
import { t } from '../../messages/text.ts';

/**
 * Readings as rows of a tree, each on its stem.
 *
 * @throws Problem 422 for a stem that has no identifier
 */
export const readingRows = (
  readings: readonly ReadingDto[],
  stems: ReadonlyMap<number, string>,
  owner: {
    readonly observationId: string;
    readonly observer: string;
    readonly device: string;
    readonly correctionId: string | null;
  },
): NewReadingRow[] =>
  readings.map(({ stem = 1, ...reading }, index) => {
    const stemId = stems.get(stem);
    if (stemId === undefined) {
      throw invalidField(
        `/readings/${index}/stem`,
        'stem-unknown',
        t('server.there-is-no-stem-yet', 'There is no stem {stem} yet. Add it under /stems.', { stem }),
      );
    }
    return {
      ...placedReading(reading, owner),
      ...owner,
      stemId,
      standardError: reading.standardError ?? null,
      excluded: reading.excluded ?? false,
    };
  });

/**
 * Readings with the sign that they mean: a number that counts downwards is below the eye unless a + was written.
 *
 * @param known readings on the record, which stay as they are
 */
export const meantReadings = (
  readings: readonly ReadingDto[],
  known: ReadonlyMap<string, ReadingRecord> = new Map(),
): ReadingDto[] =>
  readings.map((reading) => {
    const spec = findMethod(reading.methodId)?.description.readings.find(({ key }) => key === reading.key);
    return spec === undefined || known.get(reading.id)?.value === reading.value
      ? reading
      : { ...reading, value: asMeant(spec, reading.value, reading.asRead) };
  });

/**
 * A reading is kept as it was read: another value needs another identifier.
 *
 * @throws Problem 422 with a pointer to the reading
 */
export function refuseRewritten(readings: readonly ReadingDto[], known: ReadonlyMap<string, ReadingRecord>): void {
  readings.forEach((reading, index) => {
    const kept = known.get(reading.id);
    if (kept === undefined) return;
    if (
      kept.value === reading.value &&
      kept.unit === reading.unit &&
      kept.key === reading.key &&
      (kept.excluded ?? false) === (reading.excluded ?? false) &&
      (kept.stem ?? 1) === (reading.stem ?? 1) &&
      (kept.heightNo ?? 1) === (reading.heightNo ?? 1) &&
      kept.methodId === reading.methodId
    )
      return;
    throw invalidField(
      `/readings/${index}/id`,
      'reading-rewritten',
      t(
        'server.a-saved-reading-is-never',
        'A saved reading is never changed. Give the new reading its own identifier.',
      ),
    );
  });
}

/** What a broken constraint means to the person who wrote. */
export function refusal(error: unknown, tag: string): Problem | null {
  const constraint = brokenConstraint(error);
  if (constraint === null) return null;
  if (constraint === 'tree_tag') {
    return new Problem(
      'conflict',
      t('server.tree-exists-already-in-this', 'Tree {tag} exists already in this plot. Enter another tag.', {
        tag,
      }),
      {
        errors: [
          {
            pointer: '/tag',
            code: 'tag-used',
            detail: t('server.tree-is-already-in-this', 'Tree {tag} is already in this plot. Enter another tag.', {
              tag,
            }),
          },
        ],
      },
    );
  }
  return new Problem(
    'conflict',
    t('server.an-identifier-of-this-write', 'An identifier of this write is already used with other content.'),
    {
      errors: [
        {
          pointer: '/id',
          code: 'id-used',
          detail: t('server.every-record-needs-its-own', 'Every record needs its own identifier.'),
        },
      ],
      cause: error,
    },
  );
}

/** A reading on the record as it would be written again. */
export const asDto = (reading: ReadingView): ReadingDto => {
  const { id, measure, stem, heightNo, methodId, key, value, unit, standardError, asRead, takenAt } = reading;
  return {
    id,
    measure,
    ...(stem === undefined ? {} : { stem }),
    ...(heightNo === undefined ? {} : { heightNo }),
    methodId,
    key,
    value,
    unit,
    asRead,
    ...(standardError === undefined ? {} : { standardError }),
    try: reading.try,
    ...(reading.excluded === true ? { excluded: true } : {}),
    takenAt,
  };
};
