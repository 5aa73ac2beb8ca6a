import { describe, expect, it } from 'vitest';
import {
  canCompareSchools,
  type Found,
  foundOf,
  fromQuery,
  missingOf,
  NOTHING_FOUND,
  parseFoundField,
  stemOf,
  toQuery,
  treeOf,
} from './found.ts';
import { inEnglish } from '../../../../../../core/src/testing/english.ts';

const found = (over: Partial<Found>): Found => ({ ...NOTHING_FOUND, ...over });

describe('a tree pointed out in four questions', () => {
  it('is the plainest one before any answer', () => {
    expect(treeOf(NOTHING_FOUND)).toEqual({
      ground: { slopePct: 0 },
      leanDeg: 0,
      trunks: { kind: 'one' },
      swelling: { kind: 'none' },
    });
  });

  it('takes its figures in any unit of length: 4 ft 6 in is 1.3716 m', () => {
    const { swelling } = treeOf(found({ swelling: 'bulge', from: '4 ft', to: '4 ft 6 in' }));
    expect(swelling).toMatchObject({ kind: 'bulge', fromM: 4 * 0.3048 });
    expect(swelling.kind === 'bulge' ? swelling.toM : 0).toBeCloseTo(1.3716, 10);
  });

  it('puts the ends of a bulge in order', () => {
    expect(treeOf(found({ swelling: 'scar', from: '1.5', to: '1.2' })).swelling).toMatchObject({
      fromM: 1.2,
      toM: 1.5,
    });
  });

  it('counts slope, snow and lean only where they were pointed out', () => {
    expect(treeOf(found({ slope: '35', snow: '0.5', lean: '20' })).ground).toEqual({ slopePct: 0 });
    expect(treeOf(found({ ground: 'slope', slope: '35' })).ground).toEqual({ slopePct: 35 });
    expect(treeOf(found({ ground: 'snow', snow: '50 cm' })).ground).toEqual({ slopePct: 0, snowM: 0.5 });
    expect(treeOf(found({ leaning: 'leaning', lean: '20' })).leanDeg).toBe(20);
  });

  it.each([
    ['slope', '4x', 'not a known unit'],
    ['slope', '400', '0 to 150'],
    ['crotch', '12 m', '0 to 10 m'],
    ['stems', '2.5', 'whole'],
    ['stems', '1', '2 to 40'],
    ['snow', '', 'Nothing is entered'],
  ] as const)('says what is wrong with %s “%s”', (key, text, words) => {
    const read = parseFoundField(key, text, 'metric');
    expect(inEnglish('problem' in read ? read.problem : '')).toContain(words);
  });

  it('keeps the picture while a figure cannot be read', () => {
    expect(treeOf(found({ ground: 'slope', slope: 'steep' })).ground.slopePct).toBeGreaterThan(0);
  });

  it('has no answer before its figures are entered: depth of the snow, ends of the bulge', () => {
    expect(missingOf(NOTHING_FOUND)).toEqual([]);
    expect(missingOf(found({ ground: 'snow', swelling: 'bulge', from: '1.2' }))).toEqual(['Snow depth', 'Ends at']);
    expect(missingOf(found({ ground: 'snow', snow: '0.4', swelling: 'bulge', from: '1.2', to: '1.5' }))).toEqual([]);
    // Thickness and taper are for the comparison of two schools alone.
    expect(missingOf(found({ ground: 'slope', slope: '30' }))).toEqual([]);
    expect(canCompareSchools(found({ ground: 'slope', slope: '30' }))).toBe(false);
    expect(canCompareSchools(found({ ground: 'slope', slope: '30', dbh: '40', taper: '1' }))).toBe(true);
  });

  it('is asked and read in feet where the survey is in feet', () => {
    const inFeet = found({ units: 'imperial', ground: 'slope', slope: '20', dbh: '20', taper: '0.12' });
    // 20 in are 50.8 cm; 0.12 in a foot are 1 cm a metre.
    expect(stemOf(inFeet).dbhCm).toBeCloseTo(50.8, 9);
    expect(stemOf(inFeet).taperCmPerM).toBeCloseTo(1, 9);
    const { trunks } = treeOf(found({ units: 'imperial', trunks: 'broken', breakAt: '20' }));
    expect(trunks.kind === 'broken' ? trunks.breakM : 0).toBeCloseTo(6.096, 9);
    expect(foundOf({ ...treeOf(NOTHING_FOUND), trunks: { kind: 'broken', breakM: 6.096 } }, 'imperial').breakAt).toBe(
      '20',
    );
    expect(inEnglish(parseFoundField('snow', '12', 'imperial'))).toEqual({
      problem: 'Snow depth must be 0 to 9.8 ft.',
    });
  });

  it('goes into an address and comes back', () => {
    const tree = found({ rules: 'street', ground: 'slope', slope: '25', trunks: 'fork-middle', crotch: '2 ft 3 in' });
    expect(fromQuery(`?${toQuery(tree)}`)).toEqual(tree);
    expect(toQuery(NOTHING_FOUND)).toBe('');
    expect(fromQuery('?rules=mine&ground=lava&slope=12')).toEqual(found({ slope: '12' }));
  });

  it('comes back from the tree that it describes', () => {
    for (const tree of [
      treeOf(found({ ground: 'slope', slope: '25', leaning: 'leaning', lean: '12' })),
      treeOf(found({ ground: 'snow', snow: '0.4', trunks: 'fork-middle', crotch: '0.9', stems: '3' })),
      treeOf(found({ trunks: 'many', stems: '5', onePith: 'yes' })),
      treeOf(found({ trunks: 'fork-low', swelling: 'climber' })),
      treeOf(found({ trunks: 'fork-high', swelling: 'butt', buttEnds: '1.7' })),
      treeOf(found({ trunks: 'broken', breakAt: '5', swelling: 'scar', aboveIsWorse: 'yes' })),
      treeOf(found({ trunks: 'together' })),
    ])
      expect(treeOf(foundOf(tree, 'metric'))).toEqual(tree);
  });
});
