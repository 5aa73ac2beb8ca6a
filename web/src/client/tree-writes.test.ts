import { placedReadings, type TreeRecord } from '@arbolito/core/tree';
import { parseCallout, parseTreeForm, type TreeForm } from '@arbolito/core/callout';
import {
  blockingErrors,
  correctionWrite,
  deleteWrite,
  newTreeWrite,
  stampOf,
  undoWrite,
  waitingTrees,
} from './tree-writes.ts';
import { treeOfWrite } from '../contracts/tree-write.ts';
import { describe, expect, it } from 'vitest';
import { COMMON_SPECIES, RULE_SETS } from '@arbolito/core/protocol';

const settings = {
  unitSystem: 'metric',
  slopeUnit: 'pct',
  formFactor: { value: 0.45, standardError: 0.05 },
  fieldRules: RULE_SETS.timber.rules,
} as const;
const formOf = (line: string): TreeForm => parseCallout(line, { ...settings, species: COMMON_SPECIES }).draft;
const parsed = (form: TreeForm, kept?: TreeRecord) =>
  parseTreeForm(form, { ...settings, stamp: stampOf('Crew Badger'), kept });
const treeOf = (line: string): TreeRecord => parsed(formOf(line)).tree;
const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/;

describe('what hinders a tree from being kept', () => {
  it.each([
    ['#1 sp 34.5', []],
    ['#1 sp 34.5 +62 -8 @25', []],
    ['#1 34.5', ['species']],
    ['sp 34.5', ['tag']],
    ['#1 sp', ['diameter']],
    ['#1 sp 34.5 +62 @25', ['height base']],
    ['#1 sp 3..5', ['diameter diameter']],
    ['#1 sp 34.5 -20 +5 @25', ['height top']],
    ['', ['species', 'tag', 'diameter']],
  ])('“%s”', (line, expected) => {
    const found = blockingErrors(parsed(formOf(line)), settings);
    expect(found.map(({ measure, reading }) => [measure, reading].filter(Boolean).join(' '))).toEqual(expected);
    for (const { message } of found) expect(message).toMatch(/\.$/);
  });
});

describe('the readings of a tree as they are written', () => {
  it('have identifiers of their own, the text as it was typed, and the method they belong to', () => {
    const readings = placedReadings(treeOf('#1 sp g 113,1 +62 -8 @82ft'));
    expect(
      readings.map(({ methodId, key, value, unit, asRead }) => `${methodId} ${key} ${value} ${unit} “${asRead}”`),
    ).toEqual([
      'diameter.girth girth 113.1 cm “113,1”',
      'height.two-angles top 62 pct “+62”',
      'height.two-angles base -8 pct “-8”',
      'height.two-angles distance 82 ft “82”',
    ]);
    const ids = readings.map(({ id }) => id);
    expect(new Set(ids).size).toBe(4);
    for (const id of ids) expect(id).toMatch(UUID);
  });

  it('keep their identifier while they stand as they were, and count the tries when they do not', () => {
    const kept = treeOf('#1 sp 34.5 +62 -8 @25');
    const before = placedReadings(kept);
    const again = placedReadings(parsed(formOf('#1 sp 34.5 +62 -10 @25'), kept).tree);
    const same = again.filter(({ id }) => before.some((reading) => reading.id === id)).map(({ key }) => key);
    expect(same).toEqual(['diameter', 'top', 'distance']);
    expect(again.find(({ key }) => key === 'base')).toMatchObject({ value: -10, try: 2 });
    // Another method measures another thing, though the key may be called the same.
    const girth = placedReadings(parsed(formOf('#1 sp g34.5'), kept).tree);
    expect(girth[0]?.try).toBe(1);
  });
});

describe('the writes that a tree makes', () => {
  it('carry their own identifier, who wrote and on what, always the same device', () => {
    const writes = [
      newTreeWrite(treeOf('#1 sp 34.5'), 'plot-1', 'Crew Badger', settings.fieldRules),
      correctionWrite(
        treeOf('#1 sp 36'),
        { ...treeOf('#1 sp 34.5'), id: 'tree-1' },
        'Crew Badger',
        settings.fieldRules,
      ),
      deleteWrite({ ...treeOf('#1 sp 34.5'), id: 'tree-1' }, 'Crew Badger'),
      undoWrite('correction-1', 'Crew Badger'),
    ];
    expect(writes.map(({ method, url }) => `${method} ${url}`)).toEqual([
      'POST /api/trees',
      'POST /api/trees/tree-1/corrections',
      'DELETE /api/trees/tree-1',
      'POST /api/corrections/correction-1/undo',
    ]);
    for (const { id, body } of writes) {
      expect(body.id).toBe(id);
      expect(id).toMatch(UUID);
      expect(body.observer).toBe('Crew Badger');
    }
    expect(new Set(writes.map(({ body }) => body.device)).size).toBe(1);
  });

  it('name each new stem once, and write down notes only where something is noted', () => {
    const draft = { ...formOf('#1 ch 28 &21 at0.9 &19'), taping: { mark: ' blue dot ', reason: ' ' } };
    const { body } = newTreeWrite(parsed(draft).tree, 'plot-1', 'a', settings.fieldRules);
    expect(body.stems?.map(({ ordinal }) => ordinal)).toEqual([2, 3]);
    expect(body.readings.map(({ stem, measure, value }) => [stem ?? 1, measure, value])).toEqual([
      [1, 'diameter', 28],
      [2, 'diameter', 21],
      [2, 'point', 0.9],
      [3, 'diameter', 19],
    ]);
    expect(body.taping).toEqual({ mark: 'blue dot' });
    const kept = treeOf('#1 ch 28 &21');
    const corrected = correctionWrite(parsed(formOf('#1 ch 28 &21 &19'), kept).tree, kept, 'a', settings.fieldRules);
    expect(corrected.body.stems?.map(({ ordinal }) => ordinal)).toEqual([3]);
    expect(corrected.body.taping).toBeUndefined();
  });

  it('carry every height under its own number, those of one stand by their own sight alone', () => {
    const draft: TreeForm = {
      ...formOf('#1 bt 46.2 pc32 pcl0.78 +82% -8%'),
      broken: true,
      moreHeights: [
        {
          heightNo: 2,
          of: 'crown-base',
          sameStation: true,
          height: { methodId: 'height.two-angles', entries: { top: { text: '+34', unit: 'pct' } } },
        },
        {
          heightNo: 3,
          of: 'total',
          sameStation: false,
          height: { methodId: 'height.known', entries: { height: { text: '22.9', unit: 'm' } } },
        },
      ],
      keptHeight: 3,
    };
    expect(blockingErrors(parsed(draft), settings)).toEqual([]);
    const { body } = newTreeWrite(parsed(draft).tree, 'plot-1', 'a', settings.fieldRules);
    expect(body.readings.map(({ measure, heightNo, key, value }) => [measure, heightNo ?? 1, key, value])).toEqual([
      ['diameter', 1, 'diameter', 46.2],
      ['distance', 1, 'paces', 32],
      ['distance', 1, 'pace', 0.78],
      ['height', 1, 'top', 82],
      ['height', 1, 'base', -8],
      ['height', 2, 'top', 34],
      ['height', 3, 'height', 22.9],
    ]);
    expect(body.heights).toEqual({
      others: [
        { heightNo: 2, of: 'crown-base', sameStation: true },
        { heightNo: 3, of: 'total', sameStation: false },
      ],
      kept: 3,
      broken: true,
    });
    // A reading of the third height keeps its identifier in a correction, and no other's.
    const again = placedReadings(parsed(draft, treeOfWrite(body)).tree);
    expect(again.map(({ id }) => id)).toEqual(body.readings.map(({ id }) => id));
  });

  it('leave out a distance that was typed before it got a method of its own', () => {
    const form = formOf('#1 bt 46.2 +82% -8% @25');
    const paced: TreeForm = {
      ...form,
      distance: {
        methodId: 'distance.paces',
        entries: { paces: { text: '32', unit: 'one' }, pace: { text: '0.78', unit: 'm' } },
      },
    };
    const { body } = newTreeWrite(parsed(paced).tree, 'plot-1', 'a', settings.fieldRules);
    expect(body.readings.map(({ measure, key }) => `${measure} ${key}`)).toEqual([
      'diameter diameter',
      'distance paces',
      'distance pace',
      'height top',
      'height base',
    ]);
  });

  it('wait for a height that was begun, and say which', () => {
    const draft: TreeForm = {
      ...formOf('#1 bt 46.2 +82% -8% @25'),
      moreHeights: [
        {
          heightNo: 2,
          of: 'total',
          sameStation: false,
          height: { methodId: 'height.two-angles', entries: { top: { text: '+80', unit: 'pct' } } },
        },
      ],
    };
    const found = blockingErrors(parsed(draft), settings);
    expect(found.map(({ measure, heightNo, reading }) => [measure, heightNo, reading])).toEqual([
      ['height', 2, 'base'],
      ['height', 2, 'distance'],
    ]);
    expect(found[0]?.message).toMatch(/^Height 2: /);
  });

  it('are found again by their plot while they wait', () => {
    const here = newTreeWrite(treeOf('#1 sp 34.5'), 'plot-1', 'a', settings.fieldRules);
    const there = newTreeWrite(treeOf('#2 sp 34.5'), 'plot-2', 'a', settings.fieldRules);
    const other = deleteWrite(treeOf('#1 sp 34.5'), 'a');
    expect(waitingTrees([here, there, other], 'plot-1').map(({ tag }) => tag)).toEqual(['1']);
  });
});
