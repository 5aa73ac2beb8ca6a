import 'reflect-metadata';
import { plainToInstance } from 'class-transformer';
import { validateSync, type ValidationError } from 'class-validator';
import { v4 as uuid } from 'uuid';
import { describe, expect, it } from 'vitest';
import { DECISIONS, PLAIN_TREE, RULE_SETS, type RuleSetId, rulesOfSet } from '@arbolito/core/protocol';
import { RulesPreviewDto } from './field-rules.ts';
import { rulesBody } from './field-rules-body.ts';
import { newPlot, newSurvey, newTree } from '../server/testing/made.ts';
import { IsDay, IsLine, IsMoment, IsWithin } from './decorators.ts';
import { NewPlotDto, NewSurveyDto } from './survey.ts';
import { ComputeDto, NewTreeDto } from './tree.ts';
import { refusedFields } from './testing/refused-fields.ts';
import { InstrumentCheckDto, InstrumentDto } from './kit.ts';

class Sample {
  @IsLine(10)
  line: unknown = 'a line';
  @IsWithin(1, 5, 'm')
  within: unknown = 3;
  @IsMoment()
  moment: unknown = '2026-06-03T09:15:00Z';
  @IsDay()
  day: unknown = '2026-06-03';
}

const wrong = (over: Partial<Record<keyof Sample, unknown>>): string[] =>
  validateSync(Object.assign(new Sample(), over)).map(({ property }) => property);

describe('the rules of single fields', () => {
  it('let ordinary values pass, the limits included', () => {
    expect(wrong({})).toEqual([]);
    expect(wrong({ within: 1, line: 'Übergröße' })).toEqual([]);
    expect(wrong({ within: 5, line: "O'Neil, 3½" })).toEqual([]);
    expect(wrong({ moment: '2026-06-03T09:15:00.123+02:00' })).toEqual([]);
    expect(wrong({ day: '2024-02-29' })).toEqual([]);
  });

  it.each([
    ['line', ''],
    ['line', '   '],
    ['line', 'two\nlines'],
    ['line', 'a bell \u0007'],
    ['line', 'longer than ten'],
    ['line', 7],
    ['line', null],
    ['within', 0.999],
    ['within', 5.001],
    ['within', NaN],
    ['within', Infinity],
    ['within', '3'],
    ['within', undefined],
    ['moment', '2026-06-03'],
    ['moment', '2026-06-03T09:15:00'],
    ['moment', '2026-02-30T09:15:00Z'],
    ['moment', '2026-06-03T25:15:00Z'],
    ['moment', 1_780_000_000],
    ['day', '2026-13-01'],
    ['day', '2025-02-29'],
    ['day', '03.06.2026'],
  ] as const)('%s is refused: %j', (field, value) => {
    expect(wrong({ [field]: value })).toEqual([field]);
  });

  it('say what would be right', () => {
    const [error] = validateSync(Object.assign(new Sample(), { within: 9 }));
    expect(Object.values(error?.constraints ?? {})).toEqual(['must be a number from 1 to 5 m']);
  });
});

describe('whole contracts', () => {
  const survey = newSurvey();
  const good = [
    ['a survey', NewSurveyDto, survey],
    ['a plot', NewPlotDto, newPlot(survey, 'A-1')],
    ['a tree', NewTreeDto, newTree(survey.id, '17')],
    ['a computation', ComputeDto, { readings: { top: '+62 %' } }],
  ] as const;

  it.each(good)('take %s as the form makes it', (_words, Contract, body) => {
    const errors = validateSync(plainToInstance(Contract as new () => object, body), {
      whitelist: true,
      forbidNonWhitelisted: true,
    });
    expect(errors).toEqual([]);
  });

  it.each(good)('take no stranger into %s', (_words, Contract, body) => {
    const errors = validateSync(plainToInstance(Contract as new () => object, { ...body, stranger: 1 }), {
      whitelist: true,
      forbidNonWhitelisted: true,
    });
    expect(errors.map(({ property }) => property)).toEqual(['stranger']);
  });

  it.each(good)('miss what is missing from %s', (_words, Contract, body) => {
    // A plot has an area or a shape: its service asks for one of them.
    for (const field of Object.keys(body).filter((each) => each !== 'areaM2')) {
      const { [field]: gone, ...rest } = body as Record<string, unknown>;
      const errors = validateSync(plainToInstance(Contract as new () => object, rest));
      expect(
        errors.map(({ property }) => property),
        `${field} was ${JSON.stringify(gone)}`,
      ).toEqual([field]);
    }
  });
});

describe('field rules on the wire', () => {
  const rules = rulesBody(RULE_SETS.urban.rules);
  const pointers = (body: object): string[] => {
    const walk = (errors: readonly ValidationError[], parent: string): string[] =>
      errors.flatMap(({ property, constraints, children }) => [
        ...(constraints === undefined ? [] : [`${parent}/${property}`]),
        ...walk(children ?? [], `${parent}/${property}`),
      ]);
    return walk(validateSync(plainToInstance(RulesPreviewDto, body)), '');
  };
  const withRules = (part: object) => ({ ...rules, fieldRules: { ...rules.fieldRules, ...part } });

  it('pass as each of the sets has them, in both systems', () => {
    for (const id of Object.keys(RULE_SETS) as RuleSetId[]) {
      for (const system of ['metric', 'imperial'] as const)
        expect(pointers(rulesBody(rulesOfSet(id, system))), `${id} ${system}`).toEqual([]);
    }
  });

  it('pass with every choice of every decision', () => {
    for (const [rule, { choices }] of Object.entries(DECISIONS)) {
      for (const choice of Object.keys(choices)) expect(pointers(withRules({ [rule]: choice }))).toEqual([]);
    }
  });

  it.each([
    ['a breast height over 2 m', { ...rules, breastHeightM: 2.1 }, '/breastHeightM'],
    ['a breast height that is text', { ...rules, breastHeightM: '1.3' }, '/breastHeightM'],
    ['no rules', { breastHeightM: 1.3 }, '/fieldRules'],
    ['a rule left out', withRules({ lean: undefined }), '/fieldRules/lean'],
    ['another school', withRules({ severalStems: 'mean of the population' }), '/fieldRules/severalStems'],
    ['classes as text', withRules({ classes: '2cm' }), '/fieldRules/classes'],
    ['a place of classes', withRules({ classes: { width: '2cm', place: 'up' } }), '/fieldRules/classes/place'],
    ['a product below zero', withRules({ products: [{ name: 'saw', fromCm: -1 }] }), '/fieldRules/products/0/fromCm'],
    [
      'too many products',
      withRules({ products: Array.from({ length: 13 }, (_, i) => ({ name: `p${i}`, fromCm: i })) }),
      '/fieldRules/products',
    ],
    ['a threshold that is not finite', withRules({ smallestDbhCm: NaN }), '/fieldRules/smallestDbhCm'],
  ])('are refused with %s', (_words, body, pointer) => {
    expect(pointers(body)).toContain(pointer);
  });
});

describe('stems and notes on the wire', () => {
  const pointers = (over: object): string[] =>
    validateSync(plainToInstance(NewTreeDto, { ...newTree(uuid(), '1'), ...over })).map(({ property }) => property);
  const stem = (ordinal: number) => ({ id: uuid(), ordinal });

  it('pass as the sheet writes them', () => {
    expect(pointers({ stems: [stem(2), stem(3)] })).toEqual([]);
    expect(pointers({ taping: {} })).toEqual([]);
    expect(pointers({ taping: { mark: 'blue dot', reason: 'canker', found: PLAIN_TREE } })).toEqual([]);
  });

  it.each([
    ['the first stem again', { stems: [stem(1)] }, 'stems'],
    ['one number twice', { stems: [stem(2), stem(2)] }, 'stems'],
    ['the thirty-first stem', { stems: [stem(31)] }, 'stems'],
    ['a stem without an identifier', { stems: [{ ordinal: 2 }] }, 'stems'],
    ['a mark of two lines', { taping: { mark: 'blue\ndot' } }, 'taping'],
    ['a blank reason', { taping: { reason: ' ' } }, 'taping'],
    ['a tree of another kind', { taping: { found: { ...PLAIN_TREE, leanDeg: 90 } } }, 'taping'],
  ])('are refused: %s', (_words, over, property) => {
    expect(pointers(over)).toContain(property);
  });
});

describe('heights of a tree on the wire', () => {
  const pointers = (over: object): string[] => refusedFields(NewTreeDto, { ...newTree(uuid(), '1'), ...over });
  const otherHeight = (number: number, over: object = {}) => ({
    heightNo: number,
    of: 'crown-base',
    sameStation: true,
    ...over,
  });

  it('pass as the sheet writes them', () => {
    expect(pointers({ heights: {} })).toEqual([]);
    expect(pointers({ heights: { broken: true } })).toEqual([]);
    expect(pointers({ heights: { others: [otherHeight(2), otherHeight(3, { of: 'total' })], kept: 3 } })).toEqual([]);
    expect(
      pointers({ heights: { others: [otherHeight(2, { of: 'merchantable', topDiameterCm: 7 })], kept: 'mean' } }),
    ).toEqual([]);
  });

  it.each([
    ['a list', []],
    ['text', 'two heights'],
    ['a height without a number', { others: [{ of: 'total', sameStation: true }] }],
    ['the first height again', { others: [otherHeight(1)] }],
    ['a number with a half', { others: [otherHeight(2.5)] }],
    ['a top diameter of a metre and more', { others: [otherHeight(2, { of: 'merchantable', topDiameterCm: 101 })] }],
    ['a top diameter that is text', { others: [otherHeight(2, { of: 'merchantable', topDiameterCm: '7' })] }],
    ['a limit nobody knows', { others: [otherHeight(2, { of: 'merchantable', limit: 'mood' })] }],
    ['a field nobody knows', { others: [otherHeight(2, { colour: 'red' })] }],
    ['a crown base that counts as the height', { others: [otherHeight(2)], kept: 2 }],
    ['thirteen heights', { others: Array.from({ length: 12 }, (_, i) => otherHeight(i + 2, { sameStation: false })) }],
    ['a break in words', { broken: 'yes' }],
  ])('are refused: %s', (_words, heights) => {
    expect(pointers({ heights })).toEqual([expect.stringMatching(/^\/heights/)]);
  });
});

describe('instruments and their checks on the wire', () => {
  const writer = { id: uuid(), observer: 'Crew Badger', device: 'test' };
  const instrument = {
    ...writer,
    crew: 'Crew Badger',
    kind: 'clinometer',
    name: 'clinometer 2',
    unit: 'pct',
    graduation: 0.5,
    standardError: 1,
    everyDays: 30,
  };
  const check = { ...writer, checkedAt: '2026-06-01T08:00:00Z', readings: { check: 'zero', forth: 3, back: -3 } };
  const wrong = (contract: new () => object, body: object): string[] =>
    validateSync(plainToInstance(contract, body)).map(({ property }) => property);

  it('pass as the form writes them', () => {
    expect(wrong(InstrumentDto, instrument)).toEqual([]);
    expect(wrong(InstrumentDto, { ...instrument, everyDays: 0 })).toEqual([]);
    expect(wrong(InstrumentCheckDto, check)).toEqual([]);
    for (const readings of [
      { check: 'fixed-distance', taped: 10, shown: [9.9, 10.1], airC: -4 },
      { check: 'pace-line', line: 50, paces: [64, 65.5] },
    ])
      expect(wrong(InstrumentCheckDto, { ...check, readings })).toEqual([]);
  });

  it.each([
    ['a kind that is inherited', { kind: 'constructor' }, 'kind'],
    ['a unit that is none', { unit: 'cubit' }, 'unit'],
    ['an endless graduation', { graduation: Infinity }, 'graduation'],
    ['an error below zero', { standardError: -1 }, 'standardError'],
    ['twenty years between checks', { everyDays: 7300 }, 'everyDays'],
    ['a crew of two lines', { crew: 'Crew\nBadger' }, 'crew'],
  ])('are refused: %s', (_words, over, property) => {
    expect(wrong(InstrumentDto, { ...instrument, ...over })).toEqual([property]);
  });

  it.each([
    ['nothing', null],
    ['a list', [3, -3]],
    ['a sight beyond any scale', { check: 'zero', forth: 3000, back: 0 }],
    ['too many repeats', { check: 'pace-line', line: 50, paces: Array.from({ length: 13 }, () => 64) }],
    ['paces as text', { check: 'pace-line', line: 50, paces: ['64'] }],
    ['a line of a step', { check: 'pace-line', line: 1, paces: [2] }],
  ])('are refused as readings of a check: %s', (_words, readings) => {
    expect(wrong(InstrumentCheckDto, { ...check, readings })).toEqual(['readings']);
  });
});
