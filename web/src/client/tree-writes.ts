import { evaluate, type Measure } from '@arbolito/core/method';
import { MEASURES, readMeasure, type ReadingDefaults, type TreeDraft } from '@arbolito/core/survey';
import type { ActDto, NewTreeDto, ReadingDto, TreeCorrectionDto } from '../contracts/tree.ts';
import type { ReadingView } from '../contracts/views.ts';
import { deviceId, newId, now } from './identity.ts';
import type { Write } from './outbox.ts';

/** Why a tree cannot be kept yet. */
export interface Hindrance {
  readonly measure: Measure | 'species' | 'tag';
  readonly reading: string | null;
  readonly message: string;
}

/** What has to be settled before a tree is kept: its name, and every measure that was begun. */
export function hindrances(draft: TreeDraft, defaults: ReadingDefaults): Hindrance[] {
  const found: Hindrance[] = [];
  if (draft.speciesCode === '') found.push({ measure: 'species', reading: null, message: 'Name the species.' });
  if (draft.tag === '') found.push({ measure: 'tag', reading: null, message: 'Give the tree a tag.' });
  let begun = false;
  for (const measure of MEASURES) {
    const read = readMeasure(draft, measure, defaults);
    if (!read.begun) continue;
    begun = true;
    const outcome = evaluate(read.method, read.readings, { unitSystem: defaults.unitSystem });
    const findings = read.errors.length > 0 ? read.errors : outcome.ok ? [] : outcome.findings;
    found.push(
      ...findings.map(({ reading, title, message }) => ({ measure, reading, message: `${title}. ${message}` })),
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
  return MEASURES.flatMap((measure) => {
    const { method, readings } = readMeasure(draft, measure, defaults);
    const methodId = method.description.id;
    return Object.entries(readings).map(([key, { value, unit, standardError }]): ReadingDto => {
      const before = kept.find(
        (reading) => reading.measure === measure && reading.key === key && reading.methodId === methodId,
      );
      const asRead = draft[measure].entries[key]?.text ?? String(value);
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
          ...error,
        };
      }
      const attempt = (before?.attempt ?? 0) + 1;
      return { id: newId(), measure, methodId, key, value, unit, asRead, attempt, takenAt, ...error };
    });
  });
}

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
  };
  return { id, method: 'POST', url: '/api/trees', body };
}

export function correctionWrite(
  tree: { readonly id: string; readonly readings: readonly ReadingView[] },
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
