import { evaluate, type Measure } from '@arbolito/core/measurement';
import { type Finding, findingsOf } from '@arbolito/core/uncertainty';
import { evaluateHeights, filledNotes, heightNoOf, type HeightNotes, heightNotesOf, isStemMeasure, measurementFormOf, measurementKeysOf, type ReadingDefaults, readingSpecsOf, readMeasure, type TreeForm, type TreeNotes, type TreeSettings } from '@arbolito/core/tree';
import type { ActDto, NewTreeDto, ReadingDto, StemDto, TapingDto, TreeCorrectionDto } from '../contracts/tree.ts';
import type { ReadingView, TreeView } from '../contracts/views.ts';
import { deviceId, newId, now } from './identity.ts';
import type { Write } from './outbox.ts';

/** Why a tree cannot be kept yet. */
export interface BlockingError {
  readonly measure: Measure | 'species' | 'tag';
  readonly stem?: number;
  readonly heightNo?: number;
  readonly reading: string | null;
  readonly message: string;
}

const asHindrances = (
  of: string,
  at: Pick<BlockingError, 'measure' | 'stem' | 'heightNo'>,
  findings: readonly Finding[],
): BlockingError[] =>
  findings
    .filter(({ severity }) => severity === 'stop')
    .map(({ reading, title, message }) => ({ ...at, reading, message: `${of}${title}. ${message}` }));

/** What has to be settled before a tree is kept: its name, and every measure that was begun. */
export function blockingErrors(draft: TreeForm, settings: TreeSettings): BlockingError[] {
  const found: BlockingError[] = [];
  if (draft.speciesCode === '') found.push({ measure: 'species', reading: null, message: 'Name the species.' });
  if (draft.tag === '') found.push({ measure: 'tag', reading: null, message: 'Give the tree a tag.' });
  const { unitSystem, fieldRules } = settings;
  const context = { unitSystem, twoFaces: fieldRules.twoFaces };
  let begun = false;
  for (const part of measurementKeysOf(draft).filter(({ measure }) => isStemMeasure(measure))) {
    const { measure, stem } = part;
    const read = readMeasure(draft, part, settings);
    if (!read.begun) continue;
    begun = true;
    const outcome = evaluate(read.method, read.readings, context);
    const findings = read.errors.length > 0 ? read.errors : outcome.ok ? [] : outcome.findings;
    found.push(...asHindrances(stem === 1 ? '' : `Stem ${stem}: `, { measure, stem }, findings));
  }
  for (const { heightNo, distance, outcome } of evaluateHeights(draft, settings, context).heights) {
    for (const [measure, of] of [
      ['distance', distance],
      ['height', outcome],
    ] as const) {
      if (of === null) continue;
      begun = true;
      const words = heightNo === 1 ? '' : `Height ${heightNo}: `;
      if (!of.ok) found.push(...asHindrances(words, { measure, stem: 1, heightNo }, findingsOf(of)));
    }
  }
  // A guessed tree is on the record before anybody measures it.
  if (!begun && draft.notes?.predictedVolumeM3 === undefined)
    found.push({ measure: 'diameter', reading: null, message: 'Give at least the diameter.' });
  return found;
}

/**
 * The readings of a draft as they are written. A reading that stands as it was keeps its identifier; a changed one gets
 * its own.
 */
export function readingsOf(
  draft: TreeForm,
  defaults: ReadingDefaults,
  kept: readonly ReadingView[] = [],
): ReadingDto[] {
  const takenAt = now();
  return measurementKeysOf(draft).flatMap((part) => {
    const { measure, stem } = part;
    const heightNo = heightNoOf(part);
    const { method, readings } = readMeasure(draft, part, defaults);
    const methodId = method.description.id;
    const of = { ...(stem === 1 ? {} : { stem }), ...(heightNo === 1 ? {} : { heightNo }) };
    return readingSpecsOf(draft, part).flatMap(({ key }): ReadingDto[] => {
      const reading = readings[key];
      if (reading === undefined) return [];
      const { value, unit, standardError } = reading;
      const before = kept.find(
        (other) =>
          other.measure === measure &&
          (other.stem ?? 1) === stem &&
          (other.heightNo ?? 1) === heightNo &&
          other.key === key &&
          other.methodId === methodId,
      );
      const asRead = measurementFormOf(draft, part).entries[key]?.text ?? String(value);
      const error = standardError === undefined ? {} : { standardError };
      if (before?.value === value && before.unit === unit && before.standardError === standardError) {
        const { id, attempt, takenAt: at } = before;
        return [
          { id, measure, methodId, key, value, unit, asRead: before.asRead, attempt, takenAt: at, ...of, ...error },
        ];
      }
      const attempt = (before?.attempt ?? 0) + 1;
      return [{ id: newId(), measure, methodId, key, value, unit, asRead, attempt, takenAt, ...of, ...error }];
    });
  });
}

/** Identifiers for the stems behind the first that have none yet. */
const newStems = (draft: TreeForm, known: readonly { readonly ordinal: number }[] = []): { stems?: StemDto[] } => {
  const stems = draft.moreStems
    .filter(({ ordinal }) => !known.some((stem) => stem.ordinal === ordinal))
    .map(({ ordinal }) => ({ id: newId(), ordinal }));
  return stems.length === 0 ? {} : { stems };
};

/** The notes of a draft as they are written: blank ones are left out. */
const tapingOf = ({ taping = {} }: TreeForm): { taping?: TapingDto } => {
  const filled = Object.fromEntries(
    Object.entries(taping)
      .map(([key, note]: [string, unknown]) => [key, typeof note === 'string' ? note.trim() : note] as const)
      .filter(([, note]) => note !== undefined && note !== ''),
  );
  return Object.keys(filled).length === 0 ? {} : { taping: filled };
};

/** What is noted of the heights of a draft, as it is written. */
const heightsOf = (draft: TreeForm): { heights?: HeightNotes } => {
  const heights = heightNotesOf(draft);
  return heights === undefined ? {} : { heights };
};

/** What is noted of a tree beside its readings, as it is written. */
const notesOf = (draft: TreeForm): { notes?: TreeNotes } => {
  const notes = filledNotes(draft.notes);
  return notes === undefined ? {} : { notes };
};

export function newTreeWrite(
  draft: TreeForm,
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
    ...heightsOf(draft),
    ...notesOf(draft),
  };
  return { id, method: 'POST', url: '/api/trees', body };
}

export function correctionWrite(
  tree: Pick<TreeView, 'id' | 'readings'> & { readonly stems: readonly { readonly ordinal: number }[] },
  draft: TreeForm,
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
    ...heightsOf(draft),
    ...notesOf(draft),
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
