import { beforeEach, describe, expect, it } from 'vitest';
import { LOOSE_SETTINGS } from '../../../server/sheet-settings.ts';
import { type SheetStore, sheetStore } from '../store.ts';
import { doubtOf, isInDoubt } from './doubt.ts';

let store: SheetStore;
const NONE: ReadonlySet<string> = new Set();

beforeEach(() => {
  store = sheetStore(LOOSE_SETTINGS);
});

const inDoubt = (dismissed = NONE): string[] => {
  const view = store.$view.get();
  const doubt = doubtOf(view, dismissed, 'layered');
  return view.slots.filter((slot) => isInDoubt(doubt, slot)).map(({ spec }) => spec.key);
};

describe('a doubtful reading on the drawing', () => {
  it('is the base whose sign was forgotten, with the tree as the fix would have it', () => {
    store.callOut('sp 34.5 +62% +8% @25');
    expect(inDoubt()).toEqual(['base']);
    const corrected = doubtOf(store.$view.get(), NONE, 'layered')?.corrected;
    // 25 m × (62 + 8) % instead of 25 m × (62 − 8) %
    expect(corrected?.heightM).toBeCloseTo(17.5, 9);
    expect(corrected?.observer?.distanceM).toBeCloseTo(25, 9);
  });

  it('disappears when the finding is marked as checked, and when the readings agree', () => {
    store.callOut('sp 34.5 +62% +8% @25');
    expect(inDoubt(new Set(store.$view.get().findings.map(({ code }) => code)))).toEqual([]);
    store.callOut('sp 34.5 +62% -8% @25');
    expect(inDoubt()).toEqual([]);
    store.callOut('sp 34.5');
    expect(inDoubt()).toEqual([]);
  });
});
