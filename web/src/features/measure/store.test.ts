import { beforeEach, describe, expect, it } from 'vitest';
import { RULE_SETS } from '@arbolito/core/diameter';
import { COMMON_SPECIES, draftOf, emptyDraft } from '@arbolito/core/survey';
import { sceneOf } from './scene.ts';
import { sheetStore, type SheetSettings, type SheetStore, type Slot } from './store.ts';

const settings: SheetSettings = {
  unitSystem: 'metric',
  slopeUnit: 'm20',
  formFactor: { value: 0.45, standardError: 0.05 },
  fieldRules: RULE_SETS.timber.rules,
  lastVisits: {},
  slopePct: null,
  kit: [],
  eyeHeightM: 1.6,
  breastHeightM: 1.3,
  species: COMMON_SPECIES,
};

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

  it('takes back step by step, the mend as well', () => {
    store.setUnit(slot('top'), 'pct');
    type({ top: '62', base: '8', distance: '25' });
    const mend = view().findings.flatMap(({ mends }) => mends)[0];
    if (mend === undefined) throw new Error('no mend');
    store.mend(mend);
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
    expect(added).toMatchObject({ measure: 'diameter', stem: 2 });
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

  it('mends the stem that the finding is about', () => {
    store.callOut('ch 28 &2x30/50');
    const finding = view().findings.find(({ code }) => code === 'diameter.faces-far-apart');
    expect(finding?.stem).toBe(2);
    const [mend] = finding?.mends ?? [];
    if (mend === undefined || finding === undefined) throw new Error('no mend');
    store.mend(mend, finding);
    expect(view().draft.moreStems[0]?.diameter.entries.cross?.text).toBe('');
    expect(view().draft.diameter.entries.diameter?.text).toBe('28');
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

  it('shows the same readings in the other system', () => {
    type({ top: '18', base: '-1.5', distance: '20' });
    store.setUnitSystem('imperial');
    // 19.5 ÷ 0.3048
    expect(view().height?.printed).toMatchObject({ value: '64.0', unit: 'ft' });
    expect(view().line).toBe('+18 -1.5 @20');
  });

  it('starts from a tree on the record', () => {
    const draft = draftOf({
      tag: '7',
      speciesCode: 'bt',
      readings: [{ measure: 'diameter', methodId: 'diameter.girth', key: 'girth', value: 104, unit: 'cm' }],
    });
    expect(sheetStore(settings, draft).$view.get().line).toBe('#7 bt g104');
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
    store.reset(emptyDraft());
    expect(scene()).toMatchObject({ heightKnown: false, dbhKnown: false });
    expect(scene().heightM).toBeGreaterThan(5);
  });

  it('stays finite whatever is typed', () => {
    type({ top: '200', base: '-200', distance: '200' });
    const { heightM, observer } = scene();
    expect(heightM).toBeLessThanOrEqual(150);
    expect(Math.abs(observer?.eyeM ?? 0)).toBeLessThanOrEqual(150);
  });
});
