import { notesOfTree } from './placed-readings.ts';
import {
  emptyForm,
  formKeysOf,
  parseTreeForm,
  readingSpecsOf,
  type ReadingText,
  type TreeForm,
  withDistance,
  withHeight,
  withMeasurementForm,
  withoutHeight,
} from '../callout/index.ts';
import { formOf } from '../testing/tree.ts';
import { describe, expect, it } from 'vitest';
import { estimateOf, findingsOf, type Outcome } from '../uncertainty/index.ts';
import type { UnitId } from '../units/index.ts';
import { disagreement, evaluateHeights } from './evaluate-heights.ts';
import type { MeasurementKey } from './measurement-key.ts';
import { inEnglish } from '../testing/english.ts';

const DEFAULTS = { unitSystem: 'metric', slopeUnit: 'pct' } as const;
const CONTEXT = { unitSystem: 'metric', breastHeightM: 1.3 } as const;
const HEIGHT: MeasurementKey = { measure: 'height', stem: 1 };

type Typed = Readonly<Record<string, readonly [string, UnitId]>>;

const typed = (draft: TreeForm, part: MeasurementKey, methodId: string, given: Typed): TreeForm =>
  withMeasurementForm(draft, part, {
    methodId,
    entries: Object.fromEntries(
      Object.entries(given).map(([key, [text, unit]]): [string, ReadingText] => [key, { text, unit }]),
    ),
  });

const twoAngles = (draft: TreeForm = emptyForm(), part = HEIGHT): TreeForm =>
  typed(draft, part, 'height.two-angles', { top: ['+62', 'pct'], base: ['-8', 'pct'], distance: ['25', 'm'] });

const metres = (outcome: Outcome | null | undefined): number | undefined =>
  outcome === null || outcome === undefined ? undefined : estimateOf(outcome)?.value;

const reckon = (draft: TreeForm, beside = {}) => {
  const { tree, unread } = parseTreeForm(draft, DEFAULTS);
  return evaluateHeights(tree, CONTEXT, beside, unread);
};

/** A sheet with another height read from where the first was. */
const fromOneStand = (
  draft: TreeForm,
  of: 'crown-base' | 'stump' | 'first-branch' | 'total',
  top: string,
): TreeForm => {
  const more = withHeight(draft, { of, sameStation: true });
  const heightNo = more.moreHeights.at(-1)?.heightNo ?? 0;
  return typed(more, { ...HEIGHT, heightNo }, 'height.two-angles', { top: [top, 'pct'] });
};

describe('heights from one stand', () => {
  const sheet = fromOneStand(fromOneStand(twoAngles(), 'crown-base', '+20'), 'stump', '-7');

  it('need their own sight only, and share the base and the distance', () => {
    expect(readingSpecsOf(sheet, { ...HEIGHT, heightNo: 2 }).map(({ key }) => key)).toEqual(['top']);
    const { heights, crownLengthM } = reckon(sheet);
    // 25 × (0.20 + 0.08) and 25 × (−0.07 + 0.08)
    expect(metres(heights[1]?.outcome)).toBeCloseTo(7, 9);
    expect(metres(heights[2]?.outcome)).toBeCloseTo(0.25, 9);
    // 17.5 − 7
    expect(crownLengthM).toBeCloseTo(10.5, 9);
    expect(inEnglish(heights[1])).toMatchObject({ name: 'crown base', heightNo: 2 });
  });

  it('are not held against the dbh as a total height is', () => {
    const { heights } = evaluateHeights(parseTreeForm(sheet, DEFAULTS).tree, { ...CONTEXT, dbhCm: 40 });
    for (const { outcome } of heights.slice(1)) expect(outcome === null ? [] : findingsOf(outcome)).toEqual([]);
  });

  it('are six at most, and twelve from any stand', () => {
    let draft = twoAngles();
    for (let i = 0; i < 20; i += 1) draft = withHeight(draft, { of: 'first-branch', sameStation: true });
    expect(draft.moreHeights).toHaveLength(5);
    for (let i = 0; i < 20; i += 1) draft = withHeight(draft, { of: 'total', sameStation: false });
    expect(draft.moreHeights).toHaveLength(11);
  });

  it('are nothing until their own sight is read', () => {
    const { heights } = reckon(withHeight(twoAngles(), { of: 'crown-base', sameStation: true }));
    expect(heights[1]?.outcome).toBeNull();
  });
});

describe('a distance by its own method', () => {
  it('stands in for the reading, with its ±', () => {
    const sheet = typed(
      withDistance(twoAngles(), 1, 'distance.paces'),
      { measure: 'distance', stem: 1 },
      'distance.paces',
      { paces: ['31', 'one'], pace: ['0.78', 'm'] },
    );
    expect(readingSpecsOf(sheet, HEIGHT).map(({ key }) => key)).toEqual(['top', 'base']);
    const { heights } = reckon(sheet);
    // 31 × 0.78 = 24.18; × 0.70
    expect(metres(heights[0]?.outcome)).toBeCloseTo(16.926, 6);
    const estimate = heights[0]?.outcome?.ok === true ? heights[0].outcome.estimate : null;
    const ofDistance = estimate?.contributions.find(({ reading }) => reading === 'distance');
    // Half paces: √(0.4² + 0.5² ÷ 12) = 0.425 paces; √((0.425 × 0.78)² + (31 × 0.03)²) = 0.987 m of distance, times 0.70
    expect(ofDistance?.effect).toBeCloseTo(0.7 * Math.hypot(0.425_2 * 0.78, 0.93), 3);
  });

  it('is asked for first, and given up without a trace', () => {
    const sheet = withDistance(twoAngles(), 1, 'distance.paces');
    expect(formKeysOf(sheet).map(({ measure }) => measure)).toEqual(['diameter', 'point', 'distance', 'height']);
    expect(formKeysOf(withDistance(sheet, 1, null)).map(({ measure }) => measure)).toEqual([
      'diameter',
      'point',
      'height',
    ]);
    expect(metres(reckon(sheet).counted)).toBeCloseTo(17.5, 9);
  });
});

describe('several methods on one tree', () => {
  const laser = { ...HEIGHT, heightNo: 2 };
  const both = (up: string): TreeForm =>
    typed(withHeight(twoAngles(), { of: 'total', sameStation: false }), laser, 'height.laser-verticals', {
      up: [up, 'm'],
      down: ['-1.2', 'm'],
      mark: ['0', 'm'],
    });

  it('agree, and the person chooses which counts', () => {
    const sheet = both('16.5');
    const { combined, counted } = reckon(sheet);
    expect(combined?.agree).toBe(true);
    expect(metres(counted)).toBeCloseTo(17.5, 9);
    expect(metres(reckon({ ...sheet, keptHeight: 2 }).counted)).toBeCloseTo(17.7, 9);
    const mean = metres(reckon({ ...sheet, keptHeight: 'mean' }).counted) ?? 0;
    expect(mean).toBeGreaterThan(17.5);
    expect(mean).toBeLessThan(17.7);
  });

  it('that cannot both be right are said, with the slip that explains them', () => {
    // 13.5 m by a base of +8 %, and 17.7 m by the laser.
    const sheet = typed(both('16.5'), HEIGHT, 'height.two-angles', {
      top: ['+62', 'pct'],
      base: ['+8', 'pct'],
      distance: ['25', 'm'],
    });
    const reckoned = reckon(sheet, { eyeM: 1.6, ground: { value: 0, standardError: 0.02 } });
    const [said] = disagreement(reckoned);
    expect(inEnglish(said?.message)).toContain('standard errors');
    expect(inEnglish(said?.message)).toContain('Wrong sign of the base reading');
    const [first] = reckoned.heights.map(({ outcome }) => (outcome === null ? [] : findingsOf(outcome)));
    expect(first?.[0]?.code).toBe('height.base-sign');
  });

  it('from one station differ by the errors of their own sights alone', () => {
    const first = typed(emptyForm(), HEIGHT, 'height.laser-verticals', {
      up: ['16.50', 'm'],
      down: ['1.2', 'm'],
      mark: ['0', 'm'],
    });
    const again = withHeight(first, { of: 'total', sameStation: true });
    const shot = (up: string) =>
      reckon(typed(again, { ...HEIGHT, heightNo: 2 }, 'height.laser-verticals', { up: [up, 'm'] })).combined;
    // Each shot at the top is ±0.1 m: 0.01 ÷ (0.1 √2), and 1 ÷ (0.1 √2)
    expect(shot('16.51')?.apart?.standardErrors).toBeCloseTo(0.0707, 3);
    expect(shot('16.51')?.agree).toBe(true);
    expect(shot('17.50')?.apart?.standardErrors).toBeCloseTo(7.07, 2);
    expect(shot('17.50')?.agree).toBe(false);
  });

  it('forget the choice with the height that was chosen', () => {
    const left = withoutHeight({ ...both('16.5'), keptHeight: 2 }, 2);
    expect(left.keptHeight).toBeUndefined();
    expect(left.moreHeights).toEqual([]);
  });
});

describe('the notes on heights', () => {
  it('bring a sheet back as it was, with its readings', () => {
    const sheet = withHeight(twoAngles(), { of: 'merchantable', sameStation: true, topDiameterCm: 7 });
    const { heights } = notesOfTree(parseTreeForm({ ...sheet, broken: true }, DEFAULTS).tree);
    expect(heights).toEqual({
      others: [{ heightNo: 2, of: 'merchantable', sameStation: true, topDiameterCm: 7 }],
      broken: true,
    });
    const back = formOf({
      tag: '',
      speciesCode: '',
      heights,
      readings: [
        { measure: 'height', methodId: 'height.two-angles', key: 'top', value: 62, unit: 'pct' },
        { measure: 'height', heightNo: 2, methodId: 'height.two-angles', key: 'top', value: 41, unit: 'pct' },
      ],
    });
    expect(back.height.entries).toEqual({ top: { text: '+62', unit: 'pct' } });
    expect(back.moreHeights[0]).toMatchObject({ heightNo: 2, height: { entries: { top: { text: '+41' } } } });
    expect(back.broken).toBe(true);
  });
});
