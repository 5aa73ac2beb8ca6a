import { describe, expect, it } from 'vitest';
import { PLAIN_TREE, USUAL_DESIGN } from '@arbolito/core/protocol';
import { InstrumentCheckDto } from './kit.ts';
import { SurveyDesignDto } from './design.ts';
import { NewPlotDto } from './survey.ts';
import { TapingDto } from './taping.ts';
import { refusedFields } from './testing/refused-fields.ts';
import { HeightNotesDto, TreeNotesDto } from './tree-notes.ts';
import { WoodSettingsDto } from './wood.ts';

const POINT = { kind: 'variable-radius', factorM2PerHa: 4 };
const WHOLE = { kind: 'complete-tally', areaM2: 20_000 };

describe('the shape of a plot', () => {
  const refused = (shape: unknown): string[] =>
    refusedFields(NewPlotDto, { shape }).filter((pointer) => pointer.startsWith('/shape'));

  it.each([
    [{ kind: 'circle', areaM2: 1 }],
    [{ kind: 'circle', areaM2: 10_000 }],
    [{ kind: 'rectangle', widthM: 10, lengthM: 1000 }],
    [
      {
        kind: 'nested',
        rings: [
          { fromCm: 7, areaM2: 100 },
          { fromCm: 20, areaM2: 500 },
        ],
      },
    ],
    [POINT],
    [WHOLE],
  ])('is taken: %j', (shape) => {
    expect(refused(shape)).toEqual([]);
  });

  it.each([
    [null, '/shape'],
    ['a circle', '/shape'],
    [[], '/shape'],
    [{}, '/shape/kind'],
    [{ kind: 'star' }, '/shape/kind'],
    [{ kind: 'toString' }, '/shape/kind'],
    [{ kind: 'circle' }, '/shape/areaM2'],
    [{ kind: 'circle', areaM2: 0 }, '/shape/areaM2'],
    [{ kind: 'circle', areaM2: 500, factorM2PerHa: 4 }, '/shape/factorM2PerHa'],
    [{ kind: 'variable-radius', factorM2PerHa: 0 }, '/shape/factorM2PerHa'],
    [{ kind: 'rectangle', widthM: 10, lengthM: NaN }, '/shape/lengthM'],
    [{ kind: 'rectangle', widthM: 900, lengthM: 900 }, '/shape/lengthM'],
    [{ kind: 'nested', rings: [{ fromCm: 7, areaM2: 100 }] }, '/shape/rings'],
    [{ kind: 'nested', rings: [{ fromCm: 7, areaM2: 100 }, { fromCm: 20 }] }, '/shape/rings/1/areaM2'],
    [
      {
        kind: 'nested',
        rings: [
          { fromCm: 7, areaM2: 500 },
          { fromCm: 20, areaM2: 100 },
        ],
      },
      '/shape/rings',
    ],
  ])('is refused at its field: %j', (shape, pointer) => {
    expect(refused(shape)).toContain(pointer);
  });
});

describe('a design', () => {
  const refused = (over: object): string[] => refusedFields(SurveyDesignDto, { ...USUAL_DESIGN, ...over });

  it('is taken as it stands in the code and as it comes over the wire', () => {
    expect(refused({})).toEqual([]);
    expect(refusedFields(SurveyDesignDto, JSON.parse(JSON.stringify(USUAL_DESIGN)))).toEqual([]);
  });

  it.each<readonly [object, string]>([
    [{ layout: 'somehow' }, '/layout'],
    [{ layout: 'toString' }, '/layout'],
    [{ shape: { kind: 'variable-radius', factorM2PerHa: 0 } }, '/shape/factorM2PerHa'],
    [{ shape: null }, '/shape'],
    [{ heights: { ask: 'every', n: 0 } }, '/heights/n'],
    [{ heights: { ask: 'every', n: 2.5 } }, '/heights/n'],
    [{ heights: { ask: 'none', n: 2 } }, '/heights/n'],
    [{ heights: { ask: 'all' } }, '/heights/ask'],
    [{ conditions: [{ code: 'DEAD', words: 'dead' }] }, '/conditions/0/code'],
    [{ conditions: [{ code: 'dead', words: ' ' }] }, '/conditions/0/words'],
    [{ conditions: [{ code: 'dead', words: 'dead', condition: 'asleep' }] }, '/conditions/0/condition'],
    [
      {
        conditions: [
          { code: 'dead', words: 'dead' },
          { code: 'dead', words: 'again' },
        ],
      },
      '/conditions',
    ],
    [{ dominant: 'all' }, '/dominant'],
    [{ more: 1 }, '/more'],
    [{ edge: undefined }, '/edge'],
  ])('is refused at its field: %j', (over, pointer) => {
    expect(refused(over)).toContain(pointer);
  });

  it.each<readonly [unknown, object, readonly string[]]>([
    [{ kind: 'double-sampling', by: 'ratio', auxiliary: 'crown cover, %' }, {}, []],
    [{ kind: 'double-sampling', by: 'eye', auxiliary: 'crown cover, %' }, {}, ['/phases/by']],
    [{ kind: 'double-sampling', by: 'ratio', auxiliary: ' ' }, {}, ['/phases/auxiliary']],
    [{ kind: 'stratification' }, {}, []],
    [{ kind: 'count-measure' }, { shape: POINT }, []],
    [{ kind: 'count-measure' }, {}, ['/phases']],
    [{ kind: 'count-measure', by: 'ratio' }, { shape: POINT }, ['/phases/by']],
    [{ kind: 'three-p', sureToMeasureM3: 1.5 }, { shape: WHOLE }, []],
    [{ kind: 'three-p', sureToMeasureM3: 2 }, {}, ['/phases']],
    [{ kind: 'three-p', sureToMeasureM3: 0 }, { shape: WHOLE }, ['/phases/sureToMeasureM3']],
    [{ kind: 'thrice' }, {}, ['/phases/kind']],
    [null, {}, ['/phases']],
  ])('with the two phases %j', (phases, over, pointers) => {
    expect(refused({ ...over, phases })).toEqual(pointers);
  });
});

describe('the notes on a tree', () => {
  it.each([
    [{}, []],
    [{ multiplicity: 4 }, []],
    [{ conditions: ['dead'], fork: 2, multiplicity: 2, bearingDeg: 360, awayM: 0 }, []],
    [{ fork: 1 }, ['/fork']],
    [{ fork: 2.5 }, ['/fork']],
    [{ fork: null }, ['/fork']],
    [{ multiplicity: 5 }, ['/multiplicity']],
    [{ bearingDeg: -1 }, ['/bearingDeg']],
    [{ awayM: Infinity }, ['/awayM']],
    [{ predictedVolumeM3: 0 }, ['/predictedVolumeM3']],
    [{ conditions: ['dead', 'dead'] }, ['/conditions']],
    [{ conditions: ['DEAD'] }, ['/conditions']],
    [{ x: 1 }, ['/x']],
  ])('%j: refused %j', (notes, pointers) => {
    expect(refusedFields(TreeNotesDto, notes)).toEqual(pointers);
  });
});

describe('the notes on heights', () => {
  it.each([
    ['an end that is none', { others: [{ heightNo: 2, of: 'cloud', sameStation: true }] }, '/others/0/of'],
    ['the first height once more', { others: [{ heightNo: 1, of: 'total', sameStation: true }] }, '/others/0/heightNo'],
    [
      'one number twice',
      {
        others: [
          { heightNo: 2, of: 'total', sameStation: false },
          { heightNo: 2, of: 'stump', sameStation: false },
        ],
      },
      '/others',
    ],
    [
      'a limit of a stump',
      { others: [{ heightNo: 2, of: 'stump', sameStation: true, limit: 'fork' }] },
      '/others/0/limit',
    ],
    [
      'a top diameter beyond its limits',
      { others: [{ heightNo: 2, of: 'merchantable', sameStation: true, topDiameterCm: 300 }] },
      '/others/0/topDiameterCm',
    ],
    ['a choice of a height that is not there', { kept: 4 }, '/kept'],
    ['a choice of a crown base', { others: [{ heightNo: 2, of: 'crown-base', sameStation: true }], kept: 2 }, '/kept'],
    [
      'seven from one station',
      { others: [2, 3, 4, 5, 6, 7].map((heightNo) => ({ heightNo, of: 'total', sameStation: true })) },
      '/others',
    ],
    ['a field nobody knows', { wind: 'strong' }, '/wind'],
  ])('are refused: %s', (_words, notes, pointer) => {
    expect(refusedFields(HeightNotesDto, notes)).toEqual([pointer]);
  });

  it.each([
    [{}],
    [{ others: [{ heightNo: 2, of: 'total', sameStation: false }], kept: 2 }],
    [{ others: [{ heightNo: 2, of: 'total', sameStation: false }], kept: 'mean' }],
    [{ others: [2, 3, 4, 5, 6].map((heightNo) => ({ heightNo, of: 'stump', sameStation: true })), kept: 1 }],
  ])('are taken: %j', (notes) => {
    expect(refusedFields(HeightNotesDto, notes)).toEqual([]);
  });
});

describe('a tree as it was found', () => {
  const refused = (found: unknown): string[] => refusedFields(TapingDto, { found });

  it.each([
    ['plain', PLAIN_TREE],
    ['in snow', { ...PLAIN_TREE, ground: { slopePct: 0, snowM: 0.4 } }],
    ['forked', { ...PLAIN_TREE, trunks: { kind: 'fork', crotchM: 0.8, stems: 3, onePith: true } }],
    ['broken', { ...PLAIN_TREE, trunks: { kind: 'broken', breakM: 6 } }],
    ['with a bulge', { ...PLAIN_TREE, swelling: { kind: 'bulge', fromM: 1.2, toM: 1.5, aboveIsWorse: false } }],
    ['with a swollen butt', { ...PLAIN_TREE, swelling: { kind: 'butt', endsM: 1.6 } }],
  ])('is taken: %s', (_name, tree) => {
    expect(refused(tree)).toEqual([]);
  });

  it.each([
    ['nothing', null, '/found'],
    ['words', 'a tree', '/found'],
    ['no ground', { ...PLAIN_TREE, ground: undefined }, '/found/ground'],
    ['ground too steep', { ...PLAIN_TREE, ground: { slopePct: 151 } }, '/found/ground/slopePct'],
    ['a lean that is no number', { ...PLAIN_TREE, leanDeg: '5' }, '/found/leanDeg'],
    ['a lean that is not finite', { ...PLAIN_TREE, leanDeg: NaN }, '/found/leanDeg'],
    ['half a stem', { ...PLAIN_TREE, trunks: { kind: 'fork', crotchM: 0.8, stems: 2.5 } }, '/found/trunks/stems'],
    ['one trunk of a fork', { ...PLAIN_TREE, trunks: { kind: 'fork', crotchM: 0.8, stems: 1 } }, '/found/trunks/stems'],
    ['an unknown swelling', { ...PLAIN_TREE, swelling: { kind: 'nest' } }, '/found/swelling/kind'],
    ['a bulge without its end', { ...PLAIN_TREE, swelling: { kind: 'bulge', fromM: 1.2 } }, '/found/swelling/toM'],
    ['something more', { ...PLAIN_TREE, owner: 'somebody' }, '/found/owner'],
  ])('is refused: %s', (_name, tree, pointer) => {
    expect(refused(tree)).toEqual([pointer]);
  });
});

describe('the readings of a check', () => {
  const refused = (readings: unknown): string[] =>
    refusedFields(InstrumentCheckDto, { readings }).filter((pointer) => pointer.startsWith('/readings'));

  it.each<readonly [unknown, readonly string[]]>([
    [{ check: 'zero', forth: 3, back: -3 }, []],
    [{ check: 'zero', forth: 3 }, ['/readings/back']],
    [{ check: 'zero', forth: 3, back: Number.NaN }, ['/readings/back']],
    [{ check: 'fixed-distance', taped: 10, shown: [10] }, []],
    [{ check: 'fixed-distance', taped: 10, shown: [] }, ['/readings/shown']],
    [{ check: 'fixed-distance', taped: 10, shown: [10], airC: 90 }, ['/readings/airC']],
    [{ check: 'pace-line', line: 50, paces: [64, 65] }, []],
    [{ check: 'pace-line', line: 50, paces: [0] }, ['/readings/paces']],
    [{ check: 'pace-line', line: 50, paces: [64], shoes: 'wet' }, ['/readings/shoes']],
    [{ check: 'smell' }, ['/readings/check']],
    [null, ['/readings']],
  ])('%j: refused %j', (readings, pointers) => {
    expect(refused(readings)).toEqual(pointers);
  });
});

describe('a price list', () => {
  const product = {
    name: 'saw log',
    lengthsM: [4],
    trimM: 0.1,
    smallestTopCm: 20,
    allows: ['sweep'],
    unit: 'm3',
    price: 80,
  };
  const list = {
    currency: 'EUR',
    pricesOf: '2026-01-01',
    products: [product],
    costs: [{ name: 'skidding', per: 'm3', amount: 12 }],
  };
  const refused = (prices: unknown): string[] =>
    refusedFields(WoodSettingsDto, { prices }).filter((pointer) => pointer.startsWith('/prices'));

  it('is taken, or left away with null', () => {
    expect(refused(list)).toEqual([]);
    expect(refused(null)).toEqual([]);
  });

  it.each([
    [{ ...list, pricesOf: '2026-02-30' }, '/prices/pricesOf'],
    [{ ...list, products: [{ ...product, unit: 'cord' }] }, '/prices/products/0/unit'],
    [{ ...list, products: [{ ...product, price: '80' }] }, '/prices/products/0/price'],
    [{ ...list, products: [{ ...product, lengthsM: ['4'] }] }, '/prices/products/0/lengthsM'],
    [{ ...list, products: [{ ...product, allows: ['moss'] }] }, '/prices/products/0/allows'],
    [{ ...list, products: [{ ...product, colour: 'red' }] }, '/prices/products/0/colour'],
    [{ ...list, costs: [{ name: 'skidding', per: 'day', amount: 12 }] }, '/prices/costs/0/per'],
    [{ ...list, currency: 'nine marks' }, '/prices/currency'],
    ['EUR', '/prices'],
  ])('is refused at its field: %j', (prices, pointer) => {
    expect(refused(prices)).toContain(pointer);
  });
});
