import { draws } from '../testing/draws.ts';
import { readingsOfForm } from './parse-tree-form.ts';
import { evaluateForm } from './evaluate-form.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { COMMON_SPECIES, RULE_SETS } from '../protocol/index.ts';
import { METHODS } from '../methods/index.ts';
import type { Measure } from '../measurement/index.ts';
import { wrongLines } from '../testing/redo.ts';
import { decimalsOf, toGraduation } from '../units/index.ts';
import {
  defaultUnitOf,
  emptyForm,
  formKeysOf,
  measurementFormOf,
  type ReadingText,
  stemsOf,
  type TreeForm,
  withoutStem,
  withStem,
} from './tree-form.ts';
import type { MeasurementKey } from '../tree/index.ts';
import { formOf } from '../testing/tree.ts';
import { type CalloutContext, parseCallout } from './parse.ts';
import { printCallout } from './print.ts';
import { talliedTrees } from '../inventory/index.ts';
import { inEnglish } from '../testing/english.ts';

const context: CalloutContext = {
  unitSystem: 'metric',
  slopeUnit: 'm20',
  species: COMMON_SPECIES.filter(({ code }) => ['sp', 'bt', 'po', 'ch', 'li'].includes(code)),
};
const settings = { ...context, formFactor: { value: 0.45, standardError: 0.05 }, fieldRules: RULE_SETS.timber.rules };
const parse = (line: string, over: Partial<CalloutContext> = {}) => parseCallout(line, { ...context, ...over });
const chips = (line: string) => parse(line).tokens.map(({ chip }) => chip);
const problems = (line: string) =>
  parse(line).tokens.flatMap(({ text, problem }) => (problem === null ? [] : [`${text}: ${inEnglish(problem)}`]));
/** Every reading of a draft with its method, value and unit. */
const readings = (draft: TreeForm) =>
  formKeysOf(draft).flatMap((part) => {
    const read = readingsOfForm(draft, part, context);
    return Object.entries(read.readings).map(
      ([key, { value, unit }]) =>
        `${part.stem > 1 ? `stem ${part.stem}: ` : ''}${read.method.description.id} ${key} ${value} ${unit}`,
    );
  });

describe('go to the call-out line', () => {
  it('reads a tree with two sights and a distance', () => {
    const { draft, ok } = parse('sp 34.5 +18 -1.5 @20');
    expect(ok).toBe(true);
    expect(draft.speciesCode).toBe('sp');
    expect(readings(draft)).toEqual([
      'diameter.tape diameter 34.5 cm',
      'height.two-angles top 18 m20',
      'height.two-angles base -1.5 m20',
      'height.two-angles distance 20 m',
    ]);
    expect(inEnglish(chips('sp 34.5 +18 -1.5 @20'))).toEqual([
      'Scots pine',
      'dbh 34.5 cm',
      'top +18 m:20',
      'base −1.5 m:20',
      'distance 20 m',
    ]);
  });

  it.each([
    ['ch g104', ['diameter.girth girth 104 cm']],
    ['bt 41 = 22.5', ['diameter.tape diameter 41 cm', 'height.known height 22.5 m']],
    ['bt 41 =22.5', ['diameter.tape diameter 41 cm', 'height.known height 22.5 m']],
    ['po 13.6in', ['diameter.tape diameter 13.6 in']],
    ['li g 44 1/2 in', ['diameter.girth girth 44.5 in']],
    ['sp 34,5', ['diameter.tape diameter 34.5 cm']],
    ['bt 2x33/38', ['diameter.two-faces face 33 cm', 'diameter.two-faces cross 38 cm']],
    ['bt s31.33 reach63.5', ['diameter.stick seen 31.33 cm', 'diameter.stick reach 63.5 cm']],
    ['bt bands1.5 from14', ['diameter.band-count bands 1.5 one', 'diameter.band-count away 14 m']],
    ['SP 34.5', ['diameter.tape diameter 34.5 cm']],
    [
      '@20 -1.5m:20 +18 sp 34.5',
      [
        'diameter.tape diameter 34.5 cm',
        'height.two-angles top -1.5 m20',
        'height.two-angles base 18 m20',
        'height.two-angles distance 20 m',
      ],
    ],
    [
      'sp 34.5 +62% -8 @25',
      [
        'diameter.tape diameter 34.5 cm',
        'height.two-angles top 62 pct',
        'height.two-angles base -8 pct',
        'height.two-angles distance 25 m',
      ],
    ],
    [
      'sp 34.5 +31.8° −4.57° @82ft',
      [
        'diameter.tape diameter 34.5 cm',
        'height.two-angles top 31.8 deg',
        'height.two-angles base -4.57 deg',
        'height.two-angles distance 82 ft',
      ],
    ],
    [
      'sp 30 _ -8 @25',
      ['diameter.tape diameter 30 cm', 'height.two-angles base -8 m20', 'height.two-angles distance 25 m'],
    ],
    ['', []],
  ])('“%s”', (line, expected) => {
    expect(problems(line)).toEqual([]);
    expect(readings(parse(line).draft)).toEqual(expected);
  });

  it.each([
    [
      'ch 28 &21 +18 -1.5 @20',
      [
        'diameter.tape diameter 28 cm',
        'stem 2: diameter.tape diameter 21 cm',
        'height.two-angles top 18 m20',
        'height.two-angles base -1.5 m20',
        'height.two-angles distance 20 m',
      ],
    ],
    [
      'ch g88 at1.4 & g66 at 90cm',
      [
        'diameter.girth girth 88 cm',
        'point.tape point 1.4 m',
        'stem 2: diameter.girth girth 66 cm',
        'stem 2: point.tape point 90 cm',
      ],
    ],
    [
      'ch 28&2x20/22&19',
      [
        'diameter.tape diameter 28 cm',
        'stem 2: diameter.two-faces face 20 cm',
        'stem 2: diameter.two-faces cross 22 cm',
        'stem 3: diameter.tape diameter 19 cm',
      ],
    ],
    ['ch 28 body1.32', ['diameter.tape diameter 28 cm', 'point.body-mark point 1.32 m']],
  ])('takes several stems, each with its point: “%s”', (line, expected) => {
    expect(problems(line)).toEqual([]);
    expect(readings(parse(line).draft)).toEqual(expected);
  });

  it('says which stem a chip belongs to, and what an unfinished stem wants', () => {
    expect(inEnglish(chips('ch 28 &21'))).toEqual(['Sweet chestnut', 'dbh 28 cm', 'stem 2: dbh 21 cm']);
    expect(problems('ch 28 &')).toEqual(['&: Another stem starts here: enter its diameter.']);
    // Directly behind a reading a plain number is a further try of it.
    expect(inEnglish(chips('ch 28 &21 19'))).toContain('dbh 19 cm, try 2');
    expect(problems(`ch 1 ${'&2 '.repeat(30)}`)[0]).toContain('at most 30 stems');
  });

  it('takes a tag, and speaks the crew’s own scale and units', () => {
    const { draft } = parse('#A-17 sp 13.6 +62 -8 @66', { unitSystem: 'imperial', slopeUnit: 'pct' });
    expect(draft.tag).toBe('A-17');
    expect(draft.diameter.entries.diameter?.unit).toBe('in');
    expect(draft.height.entries.distance?.unit).toBe('ft');
    expect(draft.height.entries.top?.unit).toBe('pct');
  });

  it.each([
    ['g245', 'diameter.girth girth 245 cm'],
    ['g2', 'diameter.girth girth 2 cm'],
    ['gs36 made63.5 reach20in', 'diameter.graduated-stick reach 20 in'],
    ['gf12in gx14in made25in reach25in', 'diameter.graduated-stick-two-faces crossShown 14 in'],
  ])('keeps the figures of a reading apart from its word: %s', (line, reading) => {
    expect(readings(parse(line).draft)).toContain(reading);
  });

  it.each([
    ['sp 34.5 318x6', '318x6: A second plain number'],
    ['oak 30', 'oak: “oak” is not a species of this survey'],
    ['scots 30', 'scots: “scots” is not known. Scots pine is “sp”.'],
    ['sp bt 30', 'bt: A second species'],
    ['#1 #2 sp', '#2: A second tag'],
    ['#12345678901234 sp', '#12345678901234: “12345678901234” is not a valid tag'],
    ['sp 30 +1 -2 -3 @20', '-3: One signed reading too many'],
    ['sp 3..5', '3..5: “3..5” has more than one decimal sign'],
    ['sp g1e400', 'g1e400: “1e400” has an exponent'],
    ['sp 30 g90', 'g90: '],
    ['sp 30 blue', 'blue: “blue” is not a species of this survey (sp, bt, po, ch, li), a code (dead, brk'],
    ['sp 30 dead dead', 'dead: “dead” is entered twice'],
    ['sp 30 f1', 'f1: A fork has 2 to 9 stems'],
    ['sp 30 f2 f3', 'f3: A second fork'],
    ['sp 30 az400', 'az400: Bearing must be 0 to 360'],
    ['sp 30 r900', 'r900: Distance from the plot centre must be up to 200 m'],
    ['sp 30 x2 x2', 'x2: Already counted twice'],
    ['sp 30 x3 x4', 'x4: Already counted three times'],
    ['sp 30 @20 = 12', '@20: '],
  ])('marks what it does not understand in “%s”', (line, problem) => {
    const found = problems(line);
    expect(parse(line).ok).toBe(false);
    expect(found.some((text) => text.startsWith(problem))).toBe(true);
  });

  it('drops nothing: every part of any line comes back as a chip or with its reason, in its place', () => {
    const part = fc.constantFrom(
      'sp',
      'xx',
      '34.5',
      '+18',
      '-1.5',
      '@20',
      'g104',
      '= 22',
      '#3',
      '_',
      '12%',
      '!',
      '+',
      '@',
    );
    const line = fc
      .array(fc.oneof(part, fc.string({ maxLength: 6 })), { maxLength: 9 })
      .map((parts) => parts.join(' '));
    fc.assert(
      fc.property(line, (text) => {
        const { tokens } = parse(text);
        for (const token of tokens) {
          expect((token.chip === null) !== (token.problem === null)).toBe(true);
          expect(token.to).toBeGreaterThan(token.from);
        }
        const covered = tokens.map(({ from, to }) => text.slice(from, to)).join('');
        expect(covered.replace(/\s/g, '')).toBe(text.replace(/\s/g, ''));
      }),
      { numRuns: draws(500, 50) },
    );
  });

  it('prints a line that reads back as the same tree, whatever was read and how', () => {
    const entry = (spec: (typeof METHODS)[number]['description']['readings'][number]) =>
      fc
        .record({
          unit: fc.constantFrom(...spec.units),
          share: fc.double({ min: 0, max: 1, noNaN: true }),
          missing: fc.boolean(),
          written: fc.boolean(),
        })
        .map(({ unit, share, missing }): ReadingText | null => {
          if (missing) return null;
          const [low, high] = spec.range[unit] ?? [0, 1];
          const graduation = spec.graduation[unit] ?? 0.1;
          const value = toGraduation(low + (high - low) * share, graduation);
          return { text: `${spec.signed && value > 0 ? '+' : ''}${value.toFixed(decimalsOf(graduation))}`, unit };
        });
    const measure = (of: Measure) =>
      fc.constantFrom(...METHODS.filter(({ description }) => description.measure === of)).chain(({ description }) =>
        fc.tuple(...description.readings.map(entry)).map((entries) => ({
          methodId: description.id,
          entries: Object.fromEntries(
            description.readings.flatMap((spec, i) => {
              const found = entries[i] ?? null;
              return found === null ? [] : [[spec.key, found] as const];
            }),
          ),
        })),
      );
    const draft = fc.record({
      tag: fc.constantFrom('', '17', 'A-3'),
      speciesCode: fc.constantFrom('', 'sp', 'ch'),
      diameter: measure('diameter'),
      point: measure('point'),
      height: measure('height'),
      moreHeights: fc.constant([]),
      notes: fc.constantFrom(
        undefined,
        { conditions: ['dead', 'ivy'] },
        { fork: 2, multiplicity: 2 as const },
        { multiplicity: 4 as const },
        { bearingDeg: 112.5, awayM: 7.42 },
        { conditions: ['dead'], predictedVolumeM3: 0.85 },
        { conditions: ['rot'], fork: 9, bearingDeg: 0, awayM: 12.192 },
      ),
      moreStems: fc
        .array(fc.record({ diameter: measure('diameter'), point: measure('point') }), { maxLength: 3 })
        // A stem is called out by its readings: one without any is not on the line.
        .map((stems) => stems.filter(({ diameter }) => Object.keys(diameter.entries).length > 0))
        .map((stems) => stems.map((stem, i) => ({ ...stem, ordinal: i + 2 }))),
    });
    const defaults = fc.record({
      unitSystem: fc.constantFrom('metric' as const, 'imperial' as const),
      slopeUnit: fc.constantFrom('pct' as const, 'deg' as const, 'm20' as const),
    });
    fc.assert(
      fc.property(draft, defaults, (tree, usual) => {
        const line = printCallout(tree, usual);
        // Half a line may belong to several methods: the one in hand is meant.
        const inHand = (part: MeasurementKey) => measurementFormOf(tree, part).methodId;
        const back = parse(line, { ...usual, inHand });
        expect(
          back.tokens.flatMap(({ problem }) => problem ?? []),
          line,
        ).toEqual([]);
        expect(back.draft.tag).toBe(tree.tag);
        expect(back.draft.speciesCode).toBe(tree.speciesCode);
        expect(readings(back.draft), line).toEqual(readings(tree));
        expect(back.draft.notes).toEqual(tree.notes);
        expect(printCallout(back.draft, usual)).toBe(line);
      }),
      { numRuns: draws(400, 50) },
    );
  });
});

describe('notes on the line', () => {
  it('are a fork, codes of the survey, and where the tree stands', () => {
    const { draft, ok } = parse('#17 sp 28.2 f2 dead az112 r7.4 x2');
    expect(ok).toBe(true);
    expect(draft.notes).toEqual({ fork: 2, conditions: ['dead'], bearingDeg: 112, awayM: 7.4, multiplicity: 2 });
    expect(inEnglish(chips('sp 28.2 f2 dead az112 r7.4'))).toEqual([
      'Scots pine',
      'dbh 28.2 cm',
      'fork of 2 stems',
      'dead, standing',
      'bearing 112°',
      '7.4 m from the centre',
    ]);
  });
  it('take the codes of the survey instead of the usual ones', () => {
    const own = { conditions: [{ code: 'fungi', words: 'fungus on the stem' }] };
    expect(parse('sp 30 fungi', own).draft.notes).toEqual({ conditions: ['fungi'] });
    expect(parse('sp 30 dead', own).ok).toBe(false);
  });
  it('measure from the middle in feet where the survey does: 24.3 ft', () => {
    expect(parse('sp 11 r24.3', { unitSystem: 'imperial' }).draft.notes?.awayM).toBeCloseTo(7.40664, 9);
    expect(parse('sp 11 r7.4m', { unitSystem: 'imperial' }).draft.notes?.awayM).toBe(7.4);
  });
  it.each(['x'.repeat(10_000), 'пихта 34', '松 30', '30 '.repeat(3000), '&'.repeat(5000), '\u202e\u0000 sp'])(
    'says what it does not know, however long or foreign the line',
    (line) => {
      const { ok, tokens } = parse(line);
      expect(ok).toBe(false);
      for (const { problem } of tokens) expect(inEnglish(problem ?? '').length).toBeLessThan(260);
    },
  );
});

describe('a tree from its line', () => {
  it('is worked out as on its sheet: 20 × (18 + 1.5) ÷ 20', () => {
    const { height, diameter, volume, slenderness } = evaluateForm(parse('sp 34.5 +18 -1.5 @20').draft, settings);
    expect(height?.ok && height.estimate.printed.value).toBe('19.50');
    expect(diameter?.ok && diameter.estimate.printed.value).toBe('34.5');
    expect(slenderness).toBeCloseTo(56.52, 2);
    // 0.45 × π × 34.5² ÷ 40 000 × 19.5
    expect(volume?.value).toBeCloseTo(0.8203, 4);
  });

  it('of several stems has one figure by the survey’s rule: √(28² + 21²) = 35', () => {
    const forked = evaluateForm(parse('ch 28 &21 +18 -1.5 @20').draft, settings);
    expect(forked.dbh?.printed.value).toBe('35.0');
    expect(inEnglish(forked.dbh?.workings.at(-1)?.expression)).toBe('√(28.0² + 21.0²)');
    // Each ±0.3: √((28 × 0.3)² + (21 × 0.3)²) ÷ 35
    expect(forked.dbh?.standardError).toBeCloseTo(0.3, 6);
    expect(forked.basalAreaM2).toBeCloseTo((Math.PI * 35 * 35) / 40_000, 9);
    expect(forked.volume?.value).toBeCloseTo((0.45 * Math.PI * 35 * 35 * 19.5) / 40_000, 6);
    expect(forked.diametersCm).toEqual([35]);
    // The thickest stem is held against the height: 19.5 m ÷ 28 cm.
    expect(forked.slenderness).toBeCloseTo(69.64, 2);
  });

  it.each([
    // Girths of 42.3 and 38.1 cm.
    ['ch g42.3 &38.1', ['diameter.girth girth 42.3', 'diameter.girth girth 38.1']],
    ['ch 28 &21', ['diameter.tape diameter 28', 'diameter.tape diameter 21']],
    ['ch g42.3 &d38.1', ['diameter.girth girth 42.3', 'diameter.tape diameter 38.1']],
    ['ch g42.3 &k38.1 &36', ['diameter.girth girth 42.3', 'diameter.caliper face 38.1', 'diameter.caliper face 36']],
    ['ch 28 &g80 &66', ['diameter.tape diameter 28', 'diameter.girth girth 80', 'diameter.girth girth 66']],
    ['ch s21 reach64 &18', ['diameter.stick seen 21 reach 64', 'diameter.stick seen 18 reach 64']],
  ])('“%s”: a further stem is read like the one before unless it says otherwise', (line, stems) => {
    const read = parse(line);
    expect(read.ok).toBe(true);
    const said = stemsOf(read.draft).map(({ diameter: { methodId, entries } }) =>
      [methodId, ...Object.entries(entries).map(([key, { text }]) => `${key} ${text}`)].join(' '),
    );
    expect(said).toEqual(stems);
    const again = printCallout(read.draft, context);
    expect(parse(again).draft).toEqual(read.draft);
  });

  it('keeps its stems apart where the rules say so: two trees for the sums, one height', () => {
    const apart = evaluateForm(parse('ch 28 &21 +18 -1.5 @20').draft, {
      ...settings,
      fieldRules: RULE_SETS.street.rules,
    });
    expect(apart.dbh).toBeNull();
    expect(apart.readDiametersCm).toEqual([28, 21]);
    // The street set records girths up to the next cm: 87.96 → 88, 65.97 → 66.
    expect(apart.diametersCm.map((dbhCm) => dbhCm * Math.PI)).toEqual([
      expect.closeTo(88, 9) as number,
      expect.closeTo(66, 9) as number,
    ]);
    const tallied = talliedTrees({ speciesCode: 'ch', diametersCm: [28, 21], heightM: 19.5, volumeM3: 1 });
    expect(tallied.map(({ dbhCm, heightM }) => [dbhCm, heightM])).toEqual([
      [28, 19.5],
      [21, null],
    ]);
    // Volumes go with the basal areas, 784 : 441.
    expect((tallied[0]?.volumeM3 ?? 0) / (tallied[1]?.volumeM3 ?? 1)).toBeCloseTo(784 / 441, 9);
    expect(talliedTrees({ speciesCode: 'ch', diametersCm: [], heightM: null, volumeM3: null })).toEqual([
      { speciesCode: 'ch', dbhCm: null, heightM: null, volumeM3: null },
    ]);
  });

  it.each([
    ['largest', '28.0', '28.0'],
    ['largest-plus-half', '38.5', '28.0 + (21.0) ÷ 2'],
    ['root-n-mean', '34.6', '√2 × (21.0 + 28.0) ÷ 2'],
    ['arithmetic-mean', '24.5', '(21.0 + 28.0) ÷ 2'],
    ['plain-sum', '49.0', '21.0 + 28.0'],
  ] as const)('by the rule %s is %s', (severalStems, printed, expression) => {
    const fieldRules = { ...settings.fieldRules, severalStems };
    const { dbh } = evaluateForm(parse('ch 21 &28').draft, { ...settings, fieldRules });
    expect(dbh?.printed.value).toBe(printed);
    expect(dbh?.workings.at(-1)?.expression).toBe(expression);
    expect(wrongLines(dbh?.workings ?? [])).toEqual([]);
  });

  it('takes the mean of two faces that the survey settled', () => {
    const { dbh } = evaluateForm(parse('bt 2x33/38').draft, {
      ...settings,
      fieldRules: { ...settings.fieldRules, twoFaces: 'geometric' },
    });
    expect(dbh?.value.toFixed(2)).toBe('35.41');
  });

  it('comes back from the record with its stems and their numbers', () => {
    const draft = formOf({
      tag: '7',
      speciesCode: 'ch',
      readings: [
        { measure: 'diameter', methodId: 'diameter.tape', key: 'diameter', value: 28, unit: 'cm' },
        { measure: 'diameter', methodId: 'diameter.tape', key: 'diameter', value: 19, unit: 'cm', stem: 3 },
        { measure: 'point', methodId: 'point.tape', key: 'point', value: 0.9, unit: 'm', stem: 3 },
      ],
    });
    expect(draft.moreStems.map(({ ordinal }) => ordinal)).toEqual([3]);
    expect(printCallout(draft, context)).toBe('#7 ch 28 &19 at0.9');
    // Taken off and put on again it is another stem, unless its number is free again.
    expect(withStem(draft).moreStems.map(({ ordinal }) => ordinal)).toEqual([3, 4]);
    expect(withStem(withoutStem(draft, 3)).moreStems.map(({ ordinal }) => ordinal)).toEqual([2]);
  });

  it('is nothing before the first reading', () => {
    expect(evaluateForm(emptyForm(), settings)).toMatchObject({ diameter: null, height: null, volume: null });
  });

  it('keeps the figure that can be had beside the one that cannot', () => {
    const { height, diameter } = evaluateForm(parse('sp 34.5 +x @20').draft, settings);
    expect(diameter?.ok).toBe(true);
    expect(height?.ok).toBe(false);
  });

  it('doubts the tape in the light of the height, but not of a height whose sign is in doubt', () => {
    const codes = (line: string) => {
      const { diameter } = evaluateForm(parse(line).draft, settings);
      return diameter?.ok === true ? diameter.estimate.findings.map(({ code }) => code) : [];
    };
    expect(codes('sp 113 +22 -1.5 @20')).toEqual(['diameter.girth-entered-as-diameter']);
    expect(codes('sp 34 +18 +10 @20')).toEqual([]);
  });

  it('means the crew’s usual unit where none is written', () => {
    const [top] = METHODS.flatMap(({ description }) => description.readings).filter(({ key }) => key === 'top');
    if (top === undefined) throw new Error('no method sights a top');
    expect(defaultUnitOf(top, { unitSystem: 'metric', slopeUnit: 'm15' })).toBe('m15');
  });
});

describe('two scales on one tree', () => {
  it('are each written, however they were typed', () => {
    const draft = {
      ...emptyForm(),
      height: {
        methodId: 'height.two-angles',
        entries: {
          top: { text: '62%', unit: 'm20' as const },
          base: { text: '-1.6', unit: 'm20' as const },
          distance: { text: '25', unit: 'm' as const },
        },
      },
    };
    const line = printCallout(draft, context);
    expect(line).toBe('+62% -1.6:20 @25');
    expect(readings(parse(line).draft)).toEqual(readings(draft));
  });
});
