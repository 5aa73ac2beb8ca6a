import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bodyMarkAdvice, BREAST_HEIGHTS } from './breast-height.ts';
import {
  breastHeightEffect,
  choiceEffect,
  effectWords,
  ruleBook,
  severalStemsEffect,
  type TypicalTree,
} from './effects.ts';
import { changedRules, RULE_SETS, type RuleSetId, rulesOfSet, setOf } from './field-rules.ts';
import {
  classLimits,
  classWidth,
  type ClassWidth,
  diameterClass,
  isClassWidth,
  productOf,
  USUAL_CLASS_WIDTHS,
} from './classes.ts';
import { PLAIN_TREE, recordChanges, treeRecord } from './recorded-tree.ts';
import { recordedDbh } from './recorded-dbh.ts';
import { inEnglish } from '../../testing/english.ts';

const SETS = Object.keys(RULE_SETS) as RuleSetId[];
const WIDTHS: readonly ClassWidth[] = [...USUAL_CLASS_WIDTHS, '0.5cm', '10cm', '0.25in', '3cm'];
const { timber, street, urban, record } = RULE_SETS;
const DOWN = { ...timber.rules, rounding: 'down-to-class' } as const;
/** Basal areas go with the square of the diameter. */
const areaChange = (from: number, to: number): number => (to / from) ** 2 - 1;

describe('diameter classes', () => {
  it.each([
    [32.5, '5cm', 35],
    [32.49, '5cm', 30],
    [37.5, '5cm', 40],
    [0, '5cm', 0],
    [11, '2cm', 12],
    [10.999, '2cm', 10],
    [12.9999999999999, '2cm', 14],
    [34, '4cm', 36],
    [33.9, '4cm', 32],
    // 10.5 in = 26.67 cm: the lower limit of the 11-in class belongs to it.
    [26.67, '1in', 11],
    [26.66, '1in', 10],
  ] as const)('%d cm falls into the %s class around %d', (dbhCm, width, middle) => {
    expect(diameterClass(dbhCm, { width, place: 'centred' })).toBe(middle);
  });

  it.each([
    [34.7, '2cm', 34],
    [36, '2cm', 36],
    [35.999, '4cm', 32],
    [34.9, '5cm', 30],
    [25.4, '1in', 10],
    [25.39, '1in', 9],
    [30.48, '2in', 12],
  ] as const)('%d cm goes down to the %s class %d', (dbhCm, width, limit) => {
    expect(diameterClass(dbhCm, { width, place: 'down' })).toBe(limit);
  });

  it('hold every diameter between their limits, the lower one in', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 300, noNaN: true }),
        fc.constantFrom(...WIDTHS),
        fc.constantFrom('down' as const, 'centred' as const),
        (dbhCm, width, place) => {
          const { from, to } = classLimits(diameterClass(dbhCm, { width, place }), { width, place });
          const read = classWidth(width).unit === 'in' ? dbhCm / 2.54 : dbhCm;
          expect(read).toBeGreaterThanOrEqual(from - 1e-9);
          expect(read).toBeLessThan(to + 1e-9);
        },
      ),
    );
  });
});

describe('products', () => {
  const limits = [
    { name: 'saw', fromCm: 30 },
    { name: 'small roundwood', fromCm: 7 },
    { name: 'small sawlog', fromCm: 20 },
  ];
  it.each([
    [6.9, null],
    [7, 'small roundwood'],
    [19.99, 'small roundwood'],
    [20, 'small sawlog'],
    [30, 'saw'],
    [80, 'saw'],
  ])('%d cm: %s', (dbhCm, name) => {
    expect(productOf(dbhCm, limits)).toBe(name);
    expect(productOf(dbhCm, [])).toBeNull();
  });
});

describe('a dbh as it is written down', () => {
  it('goes down to the class, stays as read, or takes the girth up: 34.7 cm', () => {
    expect(recordedDbh(34.7, DOWN, 'metric').printed).toBe('34');
    expect(recordedDbh(34.7, timber.rules, 'metric').value).toBe(34.7);
    expect(recordedDbh(34.7, urban.rules, 'metric').printed).toBe('34.7');
    // π × 34.7 = 109.01 cm, up to 110; 110 ÷ π = 35.01
    const up = recordedDbh(34.7, street.rules, 'metric');
    expect(up.printed).toBe('35.0');
    expect(inEnglish(up.words)).toContain('109.0 up to 110 cm');
  });

  it('leaves a whole girth as it is', () => {
    expect(recordedDbh(110 / Math.PI, street.rules, 'metric').value).toBeCloseTo(110 / Math.PI, 9);
  });

  it('goes down in inches where the classes are inches', () => {
    // 34.7 cm = 13.66 in
    expect(
      inEnglish(recordedDbh(34.7, { ...rulesOfSet('timber', 'imperial'), rounding: 'down-to-class' }, 'imperial')),
    ).toMatchObject({
      printed: '13',
      unit: 'in',
    });
  });

  it('is never more than was read where one rounds down, never less where the girth goes up', () => {
    fc.assert(
      fc.property(fc.double({ min: 2, max: 300, noNaN: true }), (dbhCm) => {
        expect(recordedDbh(dbhCm, DOWN, 'metric').value).toBeLessThanOrEqual(dbhCm + 1e-9);
        expect(recordedDbh(dbhCm, street.rules, 'metric').value).toBeGreaterThanOrEqual(dbhCm - 1e-6);
      }),
    );
  });
});

describe('the sets', () => {
  it('are known again until somebody changes a decision', () => {
    for (const system of ['metric', 'imperial'] as const) {
      for (const id of SETS) expect(setOf(rulesOfSet(id, system), system)).toBe(id);
    }
    const own = { ...timber.rules, slope: 'middle' as const };
    expect(setOf(own, 'metric')).toBeNull();
    expect(changedRules(timber.rules, own)).toEqual(['slope']);
    // A database may hand the parts of a decision back in another order.
    const turned = { ...timber.rules, classes: { place: 'down', width: '2cm' } } as const;
    expect(changedRules(timber.rules, turned)).toEqual([]);
    const [first, ...rest] = timber.rules.products;
    expect(changedRules(timber.rules, { ...timber.rules, products: rest })).toEqual(['products']);
    expect(first?.name).toBe('small roundwood');
  });

  it('take timber to 4.5 ft and classes of an inch where feet are used', () => {
    const rules = rulesOfSet('timber', 'imperial');
    expect(rules.breastHeightM).toBe(1.3716);
    expect(rules.classes.width).toBe('1in');
    expect(rulesOfSet('urban', 'imperial').breastHeightM).toBe(1.37);
  });

  it('read as a rule book that leaves no decision out', () => {
    for (const id of SETS) {
      const book = ruleBook(RULE_SETS[id].rules, 'metric');
      expect(book.map(({ key }) => key).sort()).toEqual(Object.keys(RULE_SETS[id].rules).sort());
      expect(book.every(({ words, why }) => words !== '' && why !== '')).toBe(true);
    }
    const sawlog = { name: 'sawlog', fromCm: 30, piece: { lengthM: 4, topCm: 20 } };
    const wordsOf = (product: typeof sawlog, system: 'metric' | 'imperial') =>
      inEnglish(
        ruleBook({ ...timber.rules, products: [product] }, system).find(({ key }) => key === 'products')?.words,
      );
    expect(wordsOf(sawlog, 'metric')).toBe('sawlog from 30 cm with 4 m to a 20 cm top');
    // 30 ÷ 2.54, 4 ÷ 0.3048, 20 ÷ 2.54
    expect(wordsOf(sawlog, 'imperial')).toBe('sawlog from 11.8 in with 13.12 ft to a 7.9 in top');
    expect(wordsOf({ ...sawlog, piece: { lengthM: 4, topCm: NaN } }, 'metric')).toContain('to a … cm top');
    expect(inEnglish(ruleBook(street.rules, 'imperial')[0]?.words)).toBe('4.5 ft (1.3716 m) above the ground');
    expect(inEnglish(ruleBook({ ...timber.rules, breastHeightM: 1.45 }, 'metric')[0]?.words)).toBe(
      '1.45 m above the ground',
    );
    expect(BREAST_HEIGHTS.map(({ heightM }) => heightM)).toEqual([1.3, 1.3716, 1.37, 1.4, 1.2]);
  });
});

describe('the size of an effect', () => {
  const tree: TypicalTree = { dbhCm: 60, slopePct: 40, taperCmPerM: 1.5 };
  const effect = <K extends Parameters<typeof choiceEffect>[0]>(
    rule: K,
    choice: Parameters<typeof choiceEffect<K>>[1],
  ) => choiceEffect(rule, choice, tree, timber.rules, 'metric');

  it('of the middle of the slope: 0.30 m × 40 % lower, 12 cm × 1.5 cm a metre more', () => {
    expect(effect('slope', 'uphill').dbhChangeCm).toBe(0);
    expect(effect('slope', 'middle').dbhChangeCm).toBeCloseTo(0.18, 9);
    expect(effect('slope', 'middle').basalAreaChange).toBeCloseTo(areaChange(60, 60.18), 9);
  });

  it('of the underside of a lean of 10°: 0.30 m × tan 10° farther up', () => {
    expect(effect('lean', 'underside').dbhChangeCm).toBeCloseTo(-0.3 * Math.tan(Math.PI / 18) * 1.5, 9);
    expect(effect('lean', 'along').dbhChangeCm).toBe(0);
  });

  it('of a bulge: 20 cm up to its end, or 20 cm down to its beginning', () => {
    expect(effect('obstacle', 'regular-above').dbhChangeCm).toBeCloseTo(-0.3, 9);
    expect(effect('obstacle', 'narrowest-below').dbhChangeCm).toBeCloseTo(0.3, 9);
  });

  it('of ivy pressed flat: 1 cm on both sides; of classes of 2 cm: half a class; of faces 6 % apart', () => {
    expect(effect('climber', 'pulled-tight').dbhChangeCm).toBe(2);
    expect(effect('climber', 'removed-or-passed').dbhChangeCm).toBe(0);
    expect(effect('rounding', 'down-to-class').dbhChangeCm).toBe(-1);
    expect(effect('rounding', 'girth-up').dbhChangeCm).toBeCloseTo(0.5 / Math.PI, 9);
    expect(effect('twoFaces', 'arithmetic').dbhChangeCm).toBeCloseTo(60 * (1 / Math.sqrt(0.97 * 1.03) - 1), 9);
    expect(effect('twoFaces', 'geometric').dbhChangeCm).toBe(0);
  });

  it('of another breast height: 4.5 ft are 7.16 cm above 1.30 m', () => {
    expect(breastHeightEffect(1.3, 1.3716, tree).dbhChangeCm).toBeCloseTo(-0.1074, 9);
    expect(inEnglish(effectWords(breastHeightEffect(1.3, 1.3716, tree), 'metric'))).toBe(
      'dbh −0.11 cm, basal area −0.4 %',
    );
    expect(inEnglish(effectWords(breastHeightEffect(1.3, 1.3, tree), 'metric'))).toBe('no change');
  });

  it('of the rules for several stems: two stems of 0.8 and 0.6 have the area of one', () => {
    expect(severalStemsEffect('root-sum-of-squares', tree).dbhChangeCm).toBeCloseTo(0, 9);
    expect(severalStemsEffect('kept-apart', tree).basalAreaChange).toBeCloseTo(0, 9);
    expect(severalStemsEffect('arithmetic-mean', tree).basalAreaChange).toBeCloseTo(0.49 - 1, 9);
    expect(severalStemsEffect('largest', tree).basalAreaChange).toBeCloseTo(0.64 - 1, 9);
    expect(severalStemsEffect('plain-sum', tree).basalAreaChange).toBeCloseTo(1.96 - 1, 9);
  });
});

describe('the same tree under two rules', () => {
  const fork = {
    taped: {
      ...PLAIN_TREE,
      ground: { slopePct: 20 },
      trunks: { kind: 'fork', crotchM: 0.1, stems: 2 },
    },
    stemsCm: [28, 21],
  } as const;

  it('gives two records, each explained: a fork at the ground of 28 and 21 cm on a slope', () => {
    const forest = treeRecord(fork, DOWN, 'metric');
    const town = treeRecord(fork, street.rules, 'metric');
    expect(inEnglish(forest)).toMatchObject({
      point: '1.30 m, uphill side',
      stems: '2 separate stems',
      dbh: '34 cm',
      // π ÷ 40 000 × 34²: 5.6 % less than of 28² + 21²
      basalArea: '0.0908 m²',
    });
    expect(inEnglish(town)).toMatchObject({
      point: '1.37 m, middle of the slope',
      stems: '2 separate trees',
      // Girths 87.96 and 65.97 up to 88 and 66 cm.
      dbh: '28.0 · 21.0 cm',
      // (88² + 66²) ÷ (40 000 π)
      basalArea: '0.0963 m²',
    });
    expect(inEnglish(forest.explained).join(' ')).toContain('root of the sum of squares');
    expect(inEnglish(forest.explained).join(' ')).toContain('35.0 cm down to 34 cm');
    expect(inEnglish(town.explained).join(' ')).toContain('kept separate');
  });

  it('asks for one reading below the fork where the rules want one stem', () => {
    const higher = { ...fork, taped: { ...fork.taped, trunks: { kind: 'fork', crotchM: 0.8, stems: 2 } } } as const;
    expect(inEnglish(treeRecord(higher, urban.rules, 'metric').explained).join(' ')).toContain(
      'need one reading on one stem',
    );
  });

  it('keeps the largest stem of a record tree with one pith', () => {
    const onePith = {
      ...fork,
      taped: { ...fork.taped, trunks: { kind: 'fork', crotchM: 0.1, stems: 2, onePith: true } },
    } as const;
    // π ÷ 40 000 × 28²
    expect(inEnglish(treeRecord(onePith, record.rules, 'metric'))).toMatchObject({
      dbh: '28.0 cm',
      basalArea: '0.0616 m²',
    });
  });

  it('lists what a change of the rules does to it, and nothing where it does nothing', () => {
    expect(inEnglish(recordChanges(fork, DOWN, { ...DOWN, severalStems: 'largest' }, 'metric'))).toEqual([
      'dbh: 34 cm → 28 cm',
      'basal area: 0.0908 m² → 0.0616 m²',
    ]);
    expect(recordChanges(fork, timber.rules, { ...timber.rules, climber: 'pulled-tight' }, 'metric')).toEqual([]);
    const plain = { taped: PLAIN_TREE, stemsCm: [30] };
    expect(recordChanges(plain, timber.rules, { ...timber.rules, slope: 'middle' }, 'metric')).toEqual([]);
    expect(inEnglish(recordChanges(plain, timber.rules, { ...timber.rules, breastHeightM: 1.3716 }, 'metric'))).toEqual(
      ['measuring point: 1.30 m, level ground → 1.37 m, level ground'],
    );
  });

  it('says nothing of a diameter that was not read', () => {
    expect(inEnglish(treeRecord({ taped: PLAIN_TREE, stemsCm: [] }, timber.rules, 'metric'))).toMatchObject({
      dbh: '—',
    });
    const stump = { ...PLAIN_TREE, trunks: { kind: 'broken', breakM: 0.9 } } as const;
    expect(inEnglish(treeRecord({ taped: stump, stemsCm: [30] }, timber.rules, 'metric'))).toMatchObject({
      point: 'no dbh',
      dbh: '—',
    });
  });
});

describe('breast height on the body', () => {
  it('lies lower in boots: a pocket at 1.33 m, boots of 3 cm', () => {
    const advice = bodyMarkAdvice({ words: 'top of the pocket', barefootM: 1.33, bootsM: 0.03 }, 1.3, 'metric');
    expect(advice.barefootM).toBeCloseTo(-0.03, 9);
    expect(advice.withBootsM).toBeCloseTo(-0.06, 9);
    expect(inEnglish(advice.sentences)).toEqual([
      'Without boots: 3 cm below top of the pocket.',
      'With boots: 6 cm below top of the pocket.',
    ]);
  });
  it('is the mark itself where it fits', () => {
    // 3 cm are 1.2 in.
    expect(
      inEnglish(bodyMarkAdvice({ words: 'the pocket', barefootM: 1.33, bootsM: 0 }, 1.3, 'imperial').sentences[0]),
    ).toBe('Without boots: 1.2 in below the pocket.');
    const { sentences } = bodyMarkAdvice({ words: 'the third button', barefootM: 1.3, bootsM: 0 }, 1.3, 'metric');
    expect(inEnglish(sentences[0])).toBe('Without boots: at the third button.');
  });
});

describe('a class width of one’s own', () => {
  it.each(['0.5cm', '3cm', '10cm', '0.25in', '4in'])('may be %s', (width) => {
    expect(isClassWidth(width)).toBe(true);
  });
  it.each(['0.4cm', '11cm', '5in', '2', 'cm', '2 cm', '-2cm', '1e1cm', 2])('is not %s', (width) => {
    expect(isClassWidth(width)).toBe(false);
  });
  it('sorts without the noise of fractions: 34.7 cm in half centimetres is 34.5, and 0.7 in thirds of it', () => {
    expect(diameterClass(34.7, { width: '0.5cm', place: 'down' })).toBe(34.5);
    expect(diameterClass(34.9, { width: '0.7cm', place: 'down' })).toBe(34.3);
  });
});
