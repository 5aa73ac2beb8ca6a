import { evaluate, type Measure } from '@arbolito/core/method';
import {
  measureDraftOf,
  partsOf,
  readMeasure,
  type ReadingDefaults,
  type TreeDraft,
  type TreeSettings,
} from '@arbolito/core/survey';
import type { ActDto, NewTreeDto, ReadingDto, StemDto, TapingDto, TreeCorrectionDto } from '../contracts/tree.ts';
import type { ReadingView, TreeView } from '../contracts/views.ts';
import { deviceId, newId, now } from './identity.ts';
import type { Write } from './outbox.ts';

/** Why a tree cannot be kept yet. */
export interface Hindrance {
  readonly measure: Measure | 'species' | 'tag';
  readonly stem?: number;
  readonly reading: string | null;
  readonly message: string;
}

/** What has to be settled before a tree is kept: its name, and every measure that was begun. */
export function hindrances(draft: TreeDraft, settings: TreeSettings): Hindrance[] {
  const found: Hindrance[] = [];
  if (draft.speciesCode === '') found.push({ measure: 'species', reading: null, message: 'Name the species.' });
  if (draft.tag === '') found.push({ measure: 'tag', reading: null, message: 'Give the tree a tag.' });
  let begun = false;
  for (const part of partsOf(draft)) {
    const { measure, stem } = part;
    const read = readMeasure(draft, part, settings);
    if (!read.begun) continue;
    begun = true;
    const { twoFaces } = settings.fieldRules;
    const outcome = evaluate(read.method, read.readings, { unitSystem: settings.unitSystem, twoFaces });
    const findings = read.errors.length > 0 ? read.errors : outcome.ok ? [] : outcome.findings;
    const of = stem === 1 ? '' : `Stem ${stem}: `;
    found.push(
      ...findings.map(({ reading, title, message }) => ({
        measure,
        stem,
        reading,
        message: `${of}${title}. ${message}`,
      })),
    );
  }
  if (!begun) found.push({ measure: 'diameter', reading: null, message: 'Give at least the diameter.' });
  return found;
}

/**
 * The readings of a draft as they are written. A reading that stands as it was keeps its identifier; a changed one gets
 * its own.
 */
export function readingsOf(
  draft: TreeDraft,
  defaults: ReadingDefaults,
  kept: readonly ReadingView[] = [],
): ReadingDto[] {
  const takenAt = now();
  return partsOf(draft).flatMap((part) => {
    const { measure, stem } = part;
    const { method, readings } = readMeasure(draft, part, defaults);
    const methodId = method.description.id;
    const of = stem === 1 ? {} : { stem };
    return Object.entries(readings).map(([key, { value, unit, standardError }]): ReadingDto => {
      const before = kept.find(
        (reading) =>
          reading.measure === measure &&
          (reading.stem ?? 1) === stem &&
          reading.key === key &&
          reading.methodId === methodId,
      );
      const asRead = measureDraftOf(draft, part).entries[key]?.text ?? String(value);
      const error = standardError === undefined ? {} : { standardError };
      if (before?.value === value && before.unit === unit && before.standardError === standardError) {
        return {
          id: before.id,
          measure,
          methodId,
          key,
          value,
          unit,
          asRead: before.asRead,
          attempt: before.attempt,
          takenAt: before.takenAt,
          ...of,
          ...error,
        };
      }
      const attempt = (before?.attempt ?? 0) + 1;
      return { id: newId(), measure, methodId, key, value, unit, asRead, attempt, takenAt, ...of, ...error };
    });
  });
}

/** Identifiers for the stems behind the first that have none yet. */
const newStems = (draft: TreeDraft, known: readonly { readonly ordinal: number }[] = []): { stems?: StemDto[] } => {
  const stems = draft.moreStems
    .filter(({ ordinal }) => !known.some((stem) => stem.ordinal === ordinal))
    .map(({ ordinal }) => ({ id: newId(), ordinal }));
  return stems.length === 0 ? {} : { stems };
};

/** The notes of a draft as they are written: blank ones are left out. */
const tapingOf = ({ taping = {} }: TreeDraft): { taping?: TapingDto } => {
  const filled = Object.fromEntries(
    Object.entries(taping)
      .map(([key, note]: [string, unknown]) => [key, typeof note === 'string' ? note.trim() : note] as const)
      .filter(([, note]) => note !== undefined && note !== ''),
  );
  return Object.keys(filled).length === 0 ? {} : { taping: filled };
};

export function newTreeWrite(
  draft: TreeDraft,
  defaults: ReadingDefaults,
  plotId: string,
  observer: string,
): Write & { readonly body: NewTreeDto } {
  const id = newId();
  const body: NewTreeDto = {
    id,
    plotId,
    observationId: newId(),
    stemId: newId(),
    tag: draft.tag,
    speciesCode: draft.speciesCode,
    observedAt: now(),
    observer,
    device: deviceId(),
    readings: readingsOf(draft, defaults),
    ...newStems(draft),
    ...tapingOf(draft),
  };
  return { id, method: 'POST', url: '/api/trees', body };
}

export function correctionWrite(
  tree: Pick<TreeView, 'id' | 'readings'> & { readonly stems: readonly { readonly ordinal: number }[] },
  draft: TreeDraft,
  defaults: ReadingDefaults,
  observer: string,
): Write & { readonly body: TreeCorrectionDto } {
  const id = newId();
  const body: TreeCorrectionDto = {
    id,
    tag: draft.tag,
    speciesCode: draft.speciesCode,
    madeAt: now(),
    observer,
    device: deviceId(),
    readings: readingsOf(draft, defaults, tree.readings),
    ...newStems(draft, tree.stems),
    ...tapingOf(draft),
  };
  return { id, method: 'POST', url: `/api/trees/${tree.id}/corrections`, body };
}

const act = (observer: string): ActDto => ({ id: newId(), observer, device: deviceId(), madeAt: now() });

export function deleteWrite(treeId: string, observer: string): Write & { readonly body: ActDto } {
  const body = act(observer);
  return { id: body.id, method: 'DELETE', url: `/api/trees/${treeId}`, body };
}

export function undoWrite(correctionId: string, observer: string): Write & { readonly body: ActDto } {
  const body = act(observer);
  return { id: body.id, method: 'POST', url: `/api/corrections/${correctionId}/undo`, body };
}

/** The new trees of a plot among the writes that wait. */
export const waitingTrees = (writes: readonly Write[], plotId: string): NewTreeDto[] =>
  writes
    .filter(({ method, url }) => method === 'POST' && url === '/api/trees')
    .map(({ body }) => body as NewTreeDto)
    .filter((tree) => tree.plotId === plotId);
