import { beforeEach, describe, expect, it } from 'vitest';
import { emptyForm } from '@arbolito/core/callout';
import { formOf } from '../../../../core/src/testing/tree.ts';
import { elevationLayout } from '../../shared/elevation/Elevation.tsx';
import { levelLabels } from '../../shared/elevation/level-labels.ts';
import { sceneOf } from '../../shared/elevation/scene.ts';
import { entryOf, type SheetSettings, sheetStore, type SheetStore, type Slot, slotKey } from './store.ts';
import { SHEET_SETTINGS } from './testing/sheet-settings.ts';
import { inEnglish } from '../../../../core/src/testing/english.ts';

const settings: SheetSettings = { ...SHEET_SETTINGS, slopeUnit: 'm20' };

let store: SheetStore;
beforeEach(() => {
  store = sheetStore(settings);
});
const slot = (key: string): Slot => {
  const found = store.$view.get().slots.find(({ spec }) => spec.key === key);
  if (found === undefined) throw new Error(key);
  return found;
};
const view = () => store.$view.get();
const type = (readings: Record<string, string>): void => {
  for (const [key, text] of Object.entries(readings)) store.type(slot(key), text);
};

describe('the state of a tree sheet', () => {
  it('asks for the readings from the trunk outwards', () => {
    expect(view().slots.map(({ spec }) => spec.key)).toEqual(['diameter', 'point', 'distance', 'top', 'base']);
  });

  it('moves line and readings together, both ways', () => {
    type({ diameter: '34.5', top: '+18', base: '-1.5', distance: '20' });
    expect(view().line).toBe('34.5 +18 -1.5 @20');
    expect(view().height?.printed.value).toBe('19.50');
    store.callOut('sp 30 +18 -2 @20');
    expect(view().draft.height.entries.base?.text).toBe('-2');
    expect(view().height?.printed.value).toBe('20.00');
    expect(view().draft.speciesCode).toBe('sp');
  });

  it('keeps the tag where the line names none, and takes another one where it does', () => {
    store.name({ tag: '8' });
    store.callOut('sp 30');
    expect(view().draft.tag).toBe('8');
    store.callOut('#12 sp 30');
    expect(view().draft.tag).toBe('12');
  });

  it('turns to the next tree with the methods and the scale of the last', () => {
    store.setMethod('diameter', 'diameter.girth');
    store.setUnit(slot('top'), 'deg');
    type({ girth: '133', top: '41', base: '-4', distance: '20' });
    store.next('9');
    expect(view().draft.tag).toBe('9');
    expect(view().slots.map(({ spec }) => spec.key)).toContain('girth');
    expect(entryOf(view().draft, slot('girth'), settings).text).toBe('');
    expect(entryOf(view().draft, slot('top'), settings)).toEqual({ text: '', unit: 'deg' });
    expect(view().height).toBeNull();
  });

  it('keeps the line as it is typed, also where it cannot be read', () => {
    const tokens = store.callOut('sp 30 nonsense');
    expect(view().line).toBe('sp 30 nonsense');
    expect(tokens.filter(({ problem }) => problem !== null)).toHaveLength(1);
    expect(view().dbh?.printed.value).toBe('30.0');
  });

  it('reads both sights on the scale that is chosen for one', () => {
    type({ top: '62', base: '-8', distance: '25' });
    store.setUnit(slot('top'), 'pct');
    expect(view().draft.height.entries.base).toMatchObject({ text: '-8', unit: 'pct' });
    expect(view().height?.printed.value).toBe('17.50');
  });

  it('gives a new sight the scale of the one before', () => {
    store.setUnit(slot('top'), 'deg');
    type({ base: '-4.57' });
    expect(view().draft.height.entries.base?.unit).toBe('deg');
  });

  it('takes back step by step, the fix as well', () => {
    store.setUnit(slot('top'), 'pct');
    type({ top: '62', base: '8', distance: '25' });
    const fix = view().findings.flatMap(({ suggestedFixes }) => suggestedFixes)[0];
    if (fix === undefined) throw new Error('no fix');
    store.applyFix(fix);
    expect(view().height?.printed.value).toBe('17.50');
    store.undo();
    expect(view().height?.printed.value).toBe('13.50');
    store.undo();
    expect(view().height).toBeNull();
  });

  it('keeps a stated ± with its reading, and not with another unit', () => {
    type({ top: '18', base: '-1.5', distance: '20' });
    store.setError(slot('distance'), 1);
    expect(view().height?.standardError).toBeGreaterThan(0.9);
    type({ distance: '66 ft' });
    expect(view().draft.height.entries.distance).toEqual({ text: '66 ft', unit: 'ft' });
  });

  it('clears the readings of a method that is put aside', () => {
    type({ top: '18', base: '-1.5', distance: '20' });
    store.setMethod('height', 'height.known');
    expect(view().slots.map(({ spec }) => spec.key)).toEqual(['diameter', 'point', 'height']);
    expect(view().height).toBeNull();
    store.undo();
    expect(view().height?.printed.value).toBe('19.50');
  });

  it('adds stems, each with its own readings, and takes one off again', () => {
    type({ diameter: '28', top: '18', base: '-1.5', distance: '20' });
    const added = store.addStem();
    expect(inEnglish(added)).toMatchObject({ measure: 'diameter', stem: 2 });
    if (added === null) throw new Error('no stem');
    store.type(added, '21');
    expect(view().line).toBe('28 &21 +18 -1.5 @20');
    expect(view().dbh?.printed.value).toBe('35.0');
    store.removeStem(2);
    expect(view().dbh?.printed.value).toBe('28.0');
    store.undo();
    expect(view().dbh?.printed.value).toBe('35.0');
  });

  it('takes all stems by the method that is chosen', () => {
    store.callOut('ch 28 &21');
    store.setMethod('diameter', 'diameter.girth');
    expect(
      view()
        .slots.filter(({ measure }) => measure === 'diameter')
        .map(({ method, stem }) => [method.description.id, stem]),
    ).toEqual([
      ['diameter.girth', 1],
      ['diameter.girth', 2],
    ]);
  });

  it('keeps what was noted while the line is typed in', () => {
    store.note({ mark: 'blue dot' });
    store.callOut('ch 28');
    expect(view().draft.taping?.mark).toBe('blue dot');
  });

  it('takes a point from the guide for every stem, and as many stems as it found', () => {
    const found = {
      ground: { slopePct: 0 },
      leanDeg: 0,
      trunks: { kind: 'fork', crotchM: 0.1, stems: 3 },
      swelling: { kind: 'bulge', fromM: 1.1, toM: 1.6 },
    } as const;
    store.takePoint(found, 1.6, 3);
    expect(view().draft.moreStems.map(({ ordinal }) => ordinal)).toEqual([2, 3]);
    expect(
      view().reckoned.stems.map(({ point }) => (point?.ok === true ? point.estimate.printed.value : null)),
    ).toEqual(['1.60', '1.60', '1.60']);
    expect(view().draft.taping?.found).toEqual(found);
  });

  it('suggestedFixes the stem that the finding is about', () => {
    store.callOut('ch 28 &2x30/50');
    const finding = view().findings.find(({ code }) => code === 'diameter.faces-far-apart');
    expect(finding?.stem).toBe(2);
    const [fix] = finding?.suggestedFixes ?? [];
    if (fix === undefined || finding === undefined) throw new Error('no fix');
    store.applyFix(fix, finding);
    expect(view().draft.moreStems[0]?.diameter.entries.cross?.text).toBe('');
    expect(view().draft.diameter.entries.diameter?.text).toBe('28');
  });

  it('adds heights from one stand, each asked by its own sight alone', () => {
    store.callOut('bt 46.2 +98% -6% @25');
    const added = store.addHeight({ of: 'crown-base', sameStation: true });
    expect(inEnglish(added)).toMatchObject({ measure: 'height', heightNo: 2, spec: { key: 'top' } });
    if (added === null) throw new Error('no height');
    expect(slotKey(added)).toBe('height2.top');
    // The scale of the first height's sights is the one in hand.
    store.type(added, '+34');
    const [, crownBase] = view().reckoned.heights.heights;
    // 25 m × (34 + 6) ÷ 100
    expect(crownBase?.outcome?.ok === true ? crownBase.outcome.estimate.printed.value : null).toBe('10.00');
    expect(view().reckoned.heights.crownLengthM).toBeCloseTo(16, 9);
    for (let more = 0; more < 4; more += 1) store.addHeight({ of: 'first-branch', sameStation: true });
    expect(store.addHeight({ of: 'stump', sameStation: true })).toBeNull();
    store.callOut('bt 46.2 +98% -10% @25');
    expect(view().draft.moreHeights).toHaveLength(5);
    expect(view().reckoned.heights.crownLengthM).toBeCloseTo(16, 9);
    store.removeHeight(2);
    expect(view().reckoned.heights.crownLengthM).toBeNull();
    store.undo();
    expect(view().reckoned.heights.crownLengthM).toBeCloseTo(16, 9);
  });

  it('lets the person choose which of several heights counts', () => {
    store.callOut('bt 46.2 +80% -6% @25');
    store.addHeight({ of: 'total', sameStation: false });
    store.setMethod('height', 'height.known', 2);
    const known = view().slots.find(({ spec, heightNo }) => heightNo === 2 && spec.key === 'height');
    if (known === undefined) throw new Error('no slot');
    store.type(known, '22.5');
    expect(view().height?.printed.value).toBe('21.50');
    store.keepHeight(2);
    expect(view().height?.printed.value).toBe('22.50');
    store.keepHeight('mean');
    const { combined } = view().reckoned.heights;
    expect(view().height?.value).toBe(combined?.valueM);
    store.removeHeight(2);
    expect(view().height?.printed.value).toBe('21.50');
  });

  it('takes the distance by a method of its own, and back', () => {
    store.callOut('bt 46.2 +80% -10% @25');
    store.setDistance(1, 'distance.paces');
    expect(view().slots.map((each) => slotKey(each))).toEqual([
      'diameter.diameter',
      'point.point',
      'distance.paces',
      'distance.pace',
      'height.top',
      'height.base',
    ]);
    type({ paces: '31', pace: '0.78' });
    // 31 × 0.78 = 24.18 m, × 0.90
    expect(view().height?.printed.value).toBe('21.76');
    store.callOut('bt 46.2 +80% -10%');
    expect(view().draft.distance?.methodId).toBe('distance.paces');
    store.callOut('bt 46.2 +80% -10% @25');
    expect(view().draft.distance).toBeUndefined();
    store.setDistance(1, 'distance.chain');
    store.setMethod('height', 'height.known');
    expect(view().draft.distance).toBeUndefined();
  });

  it('suggestedFixes the height that the finding is about, and the distance in place of its method', () => {
    store.callOut('bt 46.2 +80% -10% @25');
    store.addHeight({ of: 'total', sameStation: false });
    const fix = (reading: string, text: string, unit: 'pct' | 'm') =>
      ({ label: 'x', measure: 'height', changes: [{ reading, text, unit }] }) as const;
    store.applyFix(fix('top', '+75', 'pct'), { stem: 1, heightNo: 2 });
    expect(view().draft.moreHeights[0]?.height.entries.top?.text).toBe('+75');
    expect(view().draft.height.entries.top?.text).toBe('+80');
    store.setDistance(1, 'distance.paces');
    store.applyFix(fix('distance', '24', 'm'));
    expect(view().draft.distance).toBeUndefined();
    expect(view().height?.printed.value).toBe('21.60');
    // From one stand the distance is the first height's.
    const added = store.addHeight({ of: 'total', sameStation: true });
    store.applyFix(fix('distance', '20', 'm'), { stem: 1, heightNo: added?.heightNo });
    expect(view().draft.height.entries.distance?.text).toBe('20');
  });

  it('holds a tree against its last visit by its tag', () => {
    const lastVisit = {
      on: '2019-06-03',
      years: 7,
      stems: [{ ordinal: 1, dbhCm: 40, pointM: 1.3 }],
      side: '',
      mark: '',
    };
    const again = sheetStore({ ...settings, lastVisits: { '4': lastVisit } });
    again.callOut('#4 sp 30');
    expect(again.$view.get().findings.map(({ code }) => code)).toEqual(['diameter.shrank']);
    again.callOut('#5 sp 30');
    expect(again.$view.get().findings).toEqual([]);
  });

  it('shows the same readings in the other system, with the units they were read in', () => {
    type({ top: '18', base: '-1.5', distance: '20' });
    store.setUnitSystem('imperial');
    // 19.5 ÷ 0.3048
    expect(view().height?.printed).toMatchObject({ value: '64.0', unit: 'ft' });
    expect(view().line).toBe('+18 -1.5 @20m');
  });

  it('takes the unit that a field shows after a change of units', () => {
    const sheet = sheetStore({ ...settings, slopeUnit: 'pct' });
    sheet.setUnitSystem('imperial');
    const enter = (key: string, text: string): void => {
      const found = sheet.$view.get().slots.find(({ spec }) => spec.key === key);
      if (found === undefined) throw new Error(key);
      expect(entryOf(sheet.$view.get().draft, found, sheet.$view.get().settings).unit).not.toMatch(/^c?m$/);
      sheet.type(found, text);
    };
    enter('diameter', '12');
    enter('distance', '100');
    enter('top', '+50');
    enter('base', '+10');
    // 100 ft × (50 − 10) % = 40 ft; 12 in
    expect(sheet.$view.get().height?.printed).toMatchObject({ value: '40.0', unit: 'ft' });
    expect(sheet.$view.get().dbh?.printed).toMatchObject({ value: '12.0', unit: 'in' });
    expect(sheet.$view.get().line).toBe('12 +50 +10 @100');
    expect(sheet.$view.get().settings.breastHeightM).toBe(1.3716);
    sheet.callOut('14 +60 +10 @100');
    // 100 ft × 50 % = 50 ft
    expect(sheet.$view.get().height?.printed).toMatchObject({ value: '50.0', unit: 'ft' });
    expect(sheet.$view.get().dbh?.printed).toMatchObject({ value: '14.0', unit: 'in' });
  });

  it('leaves the units of the other readings alone where one is called with its own', () => {
    store.callOut('34 +18 -1.5 @100ft');
    const { entries } = view().draft.height;
    expect([entries.distance?.unit, entries.top?.unit, view().draft.diameter.entries.diameter?.unit]).toEqual([
      'ft',
      'm20',
      'cm',
    ]);
    store.callOut('34cm +18 -1.5 @20m #8');
    expect(view().draft.height.entries.distance?.unit).toBe('m');
  });

  it('starts from a tree on the record', () => {
    const draft = formOf({
      tag: '7',
      speciesCode: 'bt',
      readings: [{ measure: 'diameter', methodId: 'diameter.girth', key: 'girth', value: 104, unit: 'cm' }],
    });
    expect(sheetStore(settings, draft).$view.get().line).toBe('#7 bt g104');
  });
});

describe('the kit of the crew', () => {
  const pace = { lengthM: 0.78, standardErrorM: 0.024 };
  const checkedAt = '2026-05-31T07:00:00Z';
  const result = { reads: null, factor: null, pace: null, airC: null, passes: true, words: '' };
  const kit: SheetSettings['kit'] = [
    {
      kind: 'clinometer',
      name: 'clinometer 2',
      unit: 'pct',
      graduation: 0.5,
      standardError: 0.4,
      everyDays: 30,
      lastCheck: null,
    },
    {
      kind: 'paces',
      name: 'paces of J.',
      unit: 'm',
      graduation: 0.01,
      standardError: 0.03,
      everyDays: 90,
      lastCheck: { checkedAt, result: { ...result, pace } },
    },
    {
      kind: 'ultrasonic',
      name: 'ultrasonic',
      unit: 'm',
      graduation: 0.1,
      standardError: 0.1,
      everyDays: 1,
      lastCheck: { checkedAt, result: { ...result, airC: 11 } },
    },
  ];

  it('gives each reading its own ±, in the unit that it states it in', () => {
    store = sheetStore({ ...settings, slopeUnit: 'pct', kit });
    type({ top: '80' });
    expect(view().draft.height.entries.top).toEqual({ text: '80', unit: 'pct', standardError: 0.4 });
    store.setUnit(slot('top'), 'deg');
    expect(view().draft.height.entries.top?.standardError).toBeUndefined();
    store.callOut('bt 30 +80% -6% @25');
    expect(view().draft.height.entries.base?.standardError).toBe(0.4);
    expect(view().draft.height.entries.distance?.standardError).toBeUndefined();
  });

  it('fills in the pace and the air of the last calibration', () => {
    store = sheetStore({ ...settings, kit });
    store.setDistance(1, 'distance.paces');
    expect(view().draft.distance?.entries.pace).toEqual({ text: '0.780', unit: 'm', standardError: 0.024 });
    store.setMethod('height', 'height.ultrasonic-air');
    expect(view().draft.height.entries.calibrated).toEqual({ text: '11', unit: 'degC' });
  });
});

describe('the scene that the readings describe', () => {
  const scene = () => sceneOf(view().draft, view().reckoned, view().settings, 'dome');

  it('stands the observer where the height says, when no distance was measured', () => {
    store.setMethod('height', 'height.mark-on-stem');
    for (const key of ['top', 'base', 'mark']) store.setUnit(slot(key), 'pct');
    type({ top: '76.2', base: '-13.9', mark: '2.3', markHeight: '3.1' });
    // 3.1 ÷ (0.023 + 0.139)
    expect(scene().observer?.distanceM).toBeCloseTo(19.136, 3);
    expect(scene().observer?.tipM).toBeCloseTo(scene().heightM, 9);
  });

  it('is to scale: the eye above the foot by the base reading, the tip by the top reading', () => {
    store.setUnit(slot('top'), 'pct');
    type({ diameter: '36', top: '62', base: '-8', distance: '25' });
    const { heightM, dbhM, observer } = scene();
    expect(heightM).toBeCloseTo(17.5, 9);
    expect(dbhM).toBeCloseTo(0.36, 9);
    expect(observer?.eyeM).toBeCloseTo(2, 9);
    expect(observer?.tipM).toBeCloseTo(17.5, 9);
    expect(observer?.feetM).toBeCloseTo(0.4, 9);
  });

  it('bends visibly with a slip: the base above the eye puts the observer below the tree', () => {
    store.setUnit(slot('top'), 'pct');
    type({ top: '62', base: '8', distance: '25' });
    expect(scene().observer?.eyeM).toBeCloseTo(-2, 9);
  });

  it('assumes a tree before the first reading, and says so', () => {
    store.reset(emptyForm());
    expect(scene()).toMatchObject({ heightKnown: false, dbhKnown: false });
    expect(scene().heightM).toBeGreaterThan(5);
  });

  it('stays finite whatever is typed', () => {
    type({ top: '200', base: '-200', distance: '200' });
    const { heightM, observer } = scene();
    expect(heightM).toBeLessThanOrEqual(150);
    expect(Math.abs(observer?.eyeM ?? 0)).toBeLessThanOrEqual(150);
  });

  it('has every height on its own line, those of one stand sighted from it', () => {
    store.callOut('bt 46.2 +98% -6% @25');
    for (const [of, text] of [
      ['crown-base', '+34'],
      ['stump', '-4.8'],
    ] as const) {
      const added = store.addHeight({ of, sameStation: true });
      if (added !== null) store.type(added, text);
    }
    expect(inEnglish(scene().levels)).toEqual([
      { heightNo: 2, name: 'crown base', heightM: 10, text: '10.00 m', isSighted: true },
      { heightNo: 3, name: 'stump height', heightM: expect.closeTo(0.3, 9) as number, text: '0.30 m', isSighted: true },
    ]);
    const layout = elevationLayout(scene(), 900, 700, { left: 40, right: 220, top: 40, bottom: 120 });
    const [stump, base] = levelLabels(scene(), layout);
    expect(stump?.y).toBeCloseTo(layout.projection.y(0.3), 6);
    // No label lies over another.
    expect((base?.box.y ?? 0) + (base?.box.height ?? 0)).toBeLessThanOrEqual((stump?.box.y ?? 0) + 1e-9);
  });

  it('leans as far as the point below the top lies from the foot', () => {
    store.callOut('po 41 +76% -7% @21 plumb23.4');
    expect(scene().leanM).toBeCloseTo(2.4, 9);
    expect(scene().observer?.distanceM).toBeCloseTo(21, 9);
    // 23.4 × 0.76 above the eye, that 21 × 0.07 above the foot
    expect(scene().observer?.tipM).toBeCloseTo(23.4 * 0.76 + 21 * 0.07, 9);
  });

  it('draws what is held up or set beside the tree', () => {
    const aidFor = (method: string, readings: Record<string, string>) => {
      store.reset(emptyForm());
      store.setMethod('height', method);
      type(readings);
      return scene().aid;
    };
    expect(aidFor('height.shadow', { staff: '1.8', staffShadow: '2.16', treeShadow: '19.2' })).toEqual({
      kind: 'shadow',
      treeM: 19.2,
      staffM: 1.8,
      staffShadowM: 2.16,
    });
    expect(aidFor('height.pole-at-tree', { pole: '4' })).toEqual({ kind: 'pole', lengthM: 4 });
    expect(aidFor('height.equal-stick', { eyeToBase: '20' })).toEqual({ kind: 'stick' });
    expect(aidFor('height.base-staff-horizontal', { top: '+10' })).toMatchObject({ kind: 'staff', isUpright: false });
    expect(aidFor('height.tape-drop', { drop: '14' })).toEqual({ kind: 'rope', dropM: 14 });
  });

  it('stands a stick’s observer at the distance, the line of sight on the tip', () => {
    store.setMethod('height', 'height.equal-stick');
    type({ eyeToBase: '20' });
    expect(scene().observer).toMatchObject({ distanceM: 20, tipM: 20, footM: 0 });
  });
});
