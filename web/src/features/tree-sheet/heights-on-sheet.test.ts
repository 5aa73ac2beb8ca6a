import { formKeysOf, parseTreeForm, printTreeForm } from '@arbolito/core/callout';
import { treeOfWrite } from '../../contracts/tree-write.ts';
import { HEIGHT_ENDS, type HeightEnd, notesOfTree, shownHeight } from '@arbolito/core/tree';
import { formOf } from '../../../../core/src/testing/tree.ts';
import fc from 'fast-check';
import { describe, expect, it, vi } from 'vitest';
import { methodsFor } from '@arbolito/core/methods';
import { newTreeWrite } from '../../client/tree-writes.ts';
import { elevationLayout } from '../../shared/elevation/Elevation.tsx';
import { levelLabels } from '../../shared/elevation/level-labels.ts';
import { askOf, problemAt, slotLabel } from './sheet/sheet-props.ts';
import { sceneOf } from '../../shared/elevation/scene.ts';
import { sheetStore, type SheetStore, slotKey } from './store.ts';
import { SHEET_SETTINGS } from './testing/sheet-settings.ts';
import { say } from '../../messages/text.ts';
import { inEnglish } from '../../../../core/src/testing/english.ts';

const settings = SHEET_SETTINGS;
const ENDS = Object.keys(HEIGHT_ENDS) as HeightEnd[];
const HEIGHT_METHODS = methodsFor('height').map(({ description }) => description.id);
const DISTANCE_METHODS = methodsFor('distance').map(({ description }) => description.id);

type Act = (store: SheetStore) => void;
const takesOf = (store: SheetStore): readonly number[] =>
  store.$view.get().draft.moreHeights.map(({ heightNo }) => heightNo);
const oneOf = <T>(list: readonly T[], i: number): T | undefined => list[i % Math.max(1, list.length)];

/** What somebody may do to the heights of a sheet, in any order. */
const acts: fc.Arbitrary<Act> = fc.oneof(
  fc.tuple(fc.constantFrom(...ENDS), fc.boolean()).map(([of, sameStation]): Act => (store) => {
    store.addHeight({ of, sameStation });
  }),
  fc.nat(12).map((i): Act => (store) => {
    const heightNo = oneOf(takesOf(store), i);
    if (heightNo !== undefined) store.removeHeight(heightNo);
  }),
  fc.tuple(fc.constantFrom(...HEIGHT_METHODS), fc.nat(12)).map(([method, i]): Act => (store) => {
    store.setMethod('height', method, oneOf([1, ...takesOf(store)], i));
  }),
  fc.tuple(fc.constantFrom(null, ...DISTANCE_METHODS), fc.nat(12)).map(([method, i]): Act => (store) => {
    store.setDistance(oneOf([1, ...takesOf(store)], i) ?? 1, method);
  }),
  fc.tuple(fc.nat(60), fc.integer({ min: -40, max: 90 })).map(([i, value]): Act => (store) => {
    const slot = oneOf(store.$view.get().slots, i);
    if (slot !== undefined) store.type(slot, String(value));
  }),
  fc.nat(12).map((i): Act => (store) => {
    store.keepHeight(oneOf([1, 'mean' as const, ...takesOf(store)], i) ?? 1);
  }),
  fc.boolean().map((broken): Act => (store) => {
    store.setBroken(broken);
  }),
  fc.constant<Act>((store) => {
    store.undo();
  }),
);

const worked = (list: readonly Act[]): SheetStore => {
  const store = sheetStore(settings);
  for (const act of list) act(store);
  return store;
};

describe('the heights of a sheet, whatever is done to them', () => {
  it('are worked out or said to be wrong, each slot named once, the picture finite', () => {
    fc.assert(
      fc.property(fc.array(acts, { maxLength: 25 }), (list) => {
        const view = worked(list).$view.get();
        const keys = view.slots.map(slotKey);
        expect(new Set(keys).size).toBe(keys.length);
        for (const { outcome } of view.reckoned.heights.heights) {
          if (outcome?.ok === true) expect(Number.isFinite(outcome.estimate.value)).toBe(true);
        }
        const scene = sceneOf(view.draft, view.reckoned, settings, 'dome');
        const layout = elevationLayout(scene, 850, 690, { left: 44, right: 222, top: 44, bottom: 128 });
        const points = [layout.eye, layout.tip, layout.foot, layout.ring].flatMap(({ x, y }) => [x, y]);
        for (const figure of [...points, layout.sideX, layout.projection.pxPerM])
          expect(Number.isFinite(figure)).toBe(true);
        const boxes = levelLabels(scene, layout).map(({ box }) => box);
        boxes.slice(1).forEach((box, i) => {
          expect(box.y + box.height).toBeLessThanOrEqual((boxes[i]?.y ?? 0) + 1e-6);
        });
      }),
      { numRuns: 150 },
    );
  });

  it('come back from the record as they were written', () => {
    fc.assert(
      fc.property(fc.array(acts, { maxLength: 25 }), (list) => {
        const { draft } = worked(list).$view.get();
        const { body } = newTreeWrite(
          parseTreeForm({ ...draft, tag: '1', speciesCode: 'bt' }, settings).tree,
          'plot',
          'crew',
          settings.fieldRules,
        );
        // Heights from one stand are only kept with the first one, which names their method.
        fc.pre(
          body.readings.every(({ measure }) => measure !== 'height') ||
            body.readings.some(({ measure, heightNo }) => measure === 'height' && heightNo === undefined),
        );
        const kept = treeOfWrite(body);
        const again = printTreeForm(kept);
        expect(notesOfTree(kept).heights).toEqual(notesOfTree(parseTreeForm(draft, settings).tree).heights);
        // A reading of the record stands under the same height, by the same method.
        for (const { measure, heightNo = 1, methodId } of body.readings) {
          const part = formKeysOf(again).find((each) => each.measure === measure && (each.heightNo ?? 1) === heightNo);
          expect(part, `${measure} ${heightNo} ${methodId}`).toBeDefined();
        }
        const rewritten = newTreeWrite(
          parseTreeForm({ ...again, tag: '1' }, settings).tree,
          'plot',
          'crew',
          settings.fieldRules,
        ).body;
        const bare = (readings: typeof body.readings) =>
          readings.map(({ measure, heightNo, key, value, unit, methodId }) => [
            measure,
            heightNo,
            key,
            value,
            unit,
            methodId,
          ]);
        expect(bare(rewritten.readings)).toEqual(bare(body.readings));
      }),
      { numRuns: 150 },
    );
    vi.unstubAllGlobals();
  });

  it('go back to the empty sheet, act by act', () => {
    fc.assert(
      fc.property(fc.array(acts, { maxLength: 20 }), (list) => {
        const start = sheetStore(settings).$state.get();
        const store = worked(list);
        list.forEach(() => {
          store.undo();
        });
        expect(store.$state.get()).toEqual(start);
      }),
    );
  });
});

describe('what is asked for a height', () => {
  const added = (of: HeightEnd, sameStation: boolean) => {
    const store = sheetStore(settings);
    store.callOut('bt 40 +80% -6% @25');
    const slot = store.addHeight({ of, sameStation });
    if (slot === null) throw new Error('no slot');
    return { view: store.$view.get(), slot, store };
  };

  it.each([
    ['total', 'Total height. Sight the tip of the crown, not its near edge, and read the scale'],
    ['first-branch', 'First crown branch. Sight the first branch of the crown where it leaves the stem'],
    ['crown-base', 'Crown base. Sight the base of the living crown'],
    ['merchantable', 'Merchantable height. Sight the end of the merchantable stem'],
    ['stump', 'Stump height. Sight the stump: the height of the cut'],
  ] as const)('%s has its own words', (of, words) => {
    const { view, slot } = added(of, true);
    expect(inEnglish(askOf(view, slot))).toBe(words);
  });

  it('is named by what it ends at, and by its number where it has a stand of its own', () => {
    const near = added('crown-base', true);
    expect(inEnglish(slotLabel(near.view, near.slot))).toBe('crown base');
    const far = added('crown-base', false);
    expect(inEnglish(slotLabel(far.view, far.slot))).toBe('crown base (2): distance');
  });

  it('is told what is wrong at its own field, not at the first height’s', () => {
    const { slot, store } = added('total', false);
    store.type(slot, '900');
    const view = store.$view.get();
    expect(inEnglish(problemAt(view, slot)?.message)).toContain('200');
    const first = view.slots.find(({ heightNo, spec }) => heightNo === undefined && spec.key === 'distance');
    expect(first === undefined ? null : problemAt(view, first)).toBeNull();
  });
});

describe('the drawing of every method', () => {
  const EXAMPLES = methodsFor('height').map(({ description }) => [description.id, description] as const);

  it.each(EXAMPLES)('%s: its lines of sight end at the computed height', (id, { example, readings }) => {
    const store = sheetStore(settings, {
      ...formOf({
        tag: '1',
        speciesCode: 'sp',
        readings: readings.map(({ key }) => {
          const reading = example[key];
          if (reading === undefined) throw new Error(key);
          return { ...reading, key, measure: 'height' as const, methodId: id };
        }),
      }),
    });
    const { draft, reckoned } = store.$view.get();
    const scene = sceneOf(draft, reckoned, settings, 'layered');
    const { name, estimate: height } = shownHeight(reckoned.heights);
    expect(height).not.toBeNull();
    if (say(name) === 'total height') expect(scene.heightM).toBeCloseTo(height?.value ?? NaN, 6);
    if (scene.observer !== null) expect(scene.observer.tipM).toBeCloseTo(height?.value ?? NaN, 6);
  });

  it('puts a mark above the eye below it in height', () => {
    const store = sheetStore(settings);
    store.callOut('sp 46 up31.26 down+3 lm1');
    const { draft, reckoned } = store.$view.get();
    // The mark, 1 m up, is 3 m above the eye: the eye is 2 m below the foot.
    expect(sceneOf(draft, reckoned, settings, 'layered').observer).toMatchObject({ eyeM: -2, tipM: 29.26 });
  });
});
