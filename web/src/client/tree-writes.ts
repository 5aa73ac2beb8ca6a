import type { ParsedTree, ReadingStamp } from '@arbolito/core/callout';
import {
  changedFacts,
  evaluateHeights,
  measured,
  notesOfTree,
  placedReadings,
  STEM_MEASURES,
  type TreeContent,
  treeFacts,
  type TreeProtocol,
  type TreeRecord,
} from '@arbolito/core/tree';
import { toTreeCorrection, toTreeWrite } from '../contracts/tree-write.ts';
import type { FieldRules } from '@arbolito/core/protocol';
import { evaluate, type Measure } from '@arbolito/core/measurement';
import { type Finding, findingsOf } from '@arbolito/core/uncertainty';
import type { ActDto, NewTreeDto, TreeCorrectionDto, TreeDeletionDto } from '../contracts/tree.ts';
import { deviceId, newId, now } from './identity.ts';
import type { Write } from './device/outbox.ts';
import { t, say } from '../messages/text.ts';

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
    .map(({ reading, title, message }) => ({ ...at, reading, message: `${of}${say(title)}. ${say(message)}` }));

/** Who reads here, on this device, now. */
export const stampOf = (observer: string): ReadingStamp => ({ newId, observer, device: deviceId(), takenAt: now() });

/** What has to be settled before a tree is kept: its name, and every measurement that was begun. */
export function blockingErrors(
  { tree, unread }: ParsedTree,
  { unitSystem, fieldRules }: TreeProtocol,
): BlockingError[] {
  const found: BlockingError[] = [];
  if (tree.speciesCode === '')
    found.push({ measure: 'species', reading: null, message: t('client.choose-a-species', 'Choose a species.') });
  if (tree.tag === '') found.push({ measure: 'tag', reading: null, message: t('client.enter-a-tag', 'Enter a tag.') });
  const context = { unitSystem, twoFaces: fieldRules.twoFaces };
  let begun = false;
  for (const { ordinal: stem } of tree.stems) {
    for (const measure of STEM_MEASURES) {
      const read = measured(tree, { measure, stem }, unread);
      if (!read.begun) continue;
      begun = true;
      const outcome = evaluate(read.method, read.readings, context);
      const findings = read.errors.length > 0 ? read.errors : outcome.ok ? [] : outcome.findings;
      found.push(
        ...asHindrances(stem === 1 ? '' : t('client.stem', 'Stem {stem}: ', { stem }), { measure, stem }, findings),
      );
    }
  }
  for (const { heightNo, distance, outcome } of evaluateHeights(tree, context, {}, unread).heights) {
    for (const [measure, of] of [
      ['distance', distance],
      ['height', outcome],
    ] as const) {
      if (of === null) continue;
      begun = true;
      const words = heightNo === 1 ? '' : t('client.height', 'Height {heightNo}: ', { heightNo });
      if (!of.ok) found.push(...asHindrances(words, { measure, stem: 1, heightNo }, findingsOf(of)));
    }
  }
  // A guessed tree is on the record before anybody measures it.
  if (!begun && tree.predictedVolumeM3 === undefined)
    found.push({
      measure: 'diameter',
      reading: null,
      message: t('client.enter-at-least-the-diameter', 'Enter at least the diameter.'),
    });
  return found;
}

/** A tree as it is written. */
const contentOf = (tree: TreeRecord): TreeContent => ({
  tag: tree.tag,
  speciesCode: tree.speciesCode,
  readings: placedReadings(tree),
  ...notesOfTree(tree),
});

/** @param rules field rules that it was measured by: where the survey has others, a person decides */
export function newTreeWrite(
  tree: TreeRecord,
  plotId: string,
  observer: string,
  rules: FieldRules,
): Write & { readonly body: NewTreeDto } {
  const by = { observationId: newId(), observedAt: now(), observer, device: deviceId() };
  return { id: tree.id, method: 'POST', url: '/api/trees', body: toTreeWrite({ ...tree, plotId }, by), rules };
}

/**
 * @param kept the tree before it, as this device knows it
 * @param rules field rules that it was measured by
 */
export function correctionWrite(
  tree: TreeRecord,
  kept: TreeRecord,
  observer: string,
  rules: FieldRules,
): Write & { readonly body: TreeCorrectionDto } {
  const by = { id: newId(), madeAt: now(), observer, device: deviceId() };
  const seen = changedFacts(contentOf(kept), contentOf(tree));
  const body: TreeCorrectionDto = { ...toTreeCorrection(tree, kept, by), seen };
  return { id: body.id, method: 'POST', url: `/api/trees/${kept.id}/corrections`, body, rules };
}

const act = (observer: string): ActDto => ({ id: newId(), observer, device: deviceId(), madeAt: now() });

/** @param tree as this device knows it: where others have changed it, a person decides */
export function deleteWrite(tree: TreeRecord, observer: string): Write & { readonly body: TreeDeletionDto } {
  const body: TreeDeletionDto = { ...act(observer), seen: { ...treeFacts(contentOf(tree)) } };
  return { id: body.id, method: 'DELETE', url: `/api/trees/${tree.id}`, body };
}

export function undoWrite(correctionId: string, observer: string): Write & { readonly body: ActDto } {
  const body = act(observer);
  return { id: body.id, method: 'POST', url: `/api/corrections/${correctionId}/undo`, body };
}

/** What a write does to a tree. */
export type TreeChange =
  | { readonly kind: 'correction'; readonly treeId: string; readonly writeId: string; readonly body: TreeCorrectionDto }
  | { readonly kind: 'deletion'; readonly treeId: string; readonly writeId: string };

/** What writes do to trees that are on the record or will be before them, in their order. */
export const treeChanges = (writes: readonly Write[]): readonly TreeChange[] =>
  writes.flatMap(({ id, method, url, body }): readonly TreeChange[] => {
    const [, treeId, rest] = /^\/api\/trees\/([^/]+)(\/corrections)?$/.exec(url) ?? [];
    if (treeId === undefined) return [];
    if (method === 'DELETE') return [{ kind: 'deletion', treeId, writeId: id }];
    return rest === undefined ? [] : [{ kind: 'correction', treeId, writeId: id, body: body as TreeCorrectionDto }];
  });

/** The new trees of a plot among the writes that wait. */
export const waitingTrees = (writes: readonly Write[], plotId: string): NewTreeDto[] =>
  writes
    .filter(({ method, url }) => method === 'POST' && url === '/api/trees')
    .map(({ body }) => body as NewTreeDto)
    .filter((tree) => tree.plotId === plotId);
