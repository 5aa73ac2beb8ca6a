import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { METHODS } from '../../registry/index.ts';
import { decimalsOf, toGraduation } from '../../quantity/index.ts';
import {
  COMMON_SPECIES,
  defaultUnitOf,
  emptyDraft,
  parseCallout,
  printCallout,
  readMeasure,
  reckonTree,
  type CalloutContext,
  type Entry,
  type TreeDraft,
} from '../index.ts';

const context: CalloutContext = {
  unitSystem: 'metric',
  slopeUnit: 'm20',
  species: COMMON_SPECIES.filter(({ code }) => ['sp', 'bt', 'po', 'ch', 'li'].includes(code)),
};
const settings = { ...context, formFactor: { value: 0.45, standardError: 0.05 } };
const parse = (line: string, over: Partial<CalloutContext> = {}) => parseCallout(line, { ...context, ...over });
const chips = (line: string) => parse(line).tokens.map(({ chip }) => chip);
const problems = (line: string) =>
  parse(line).tokens.flatMap(({ text, problem }) => (problem === null ? [] : [`${text}: ${problem}`]));
/** Every reading of a draft with its method, value and unit. */
const readings = (draft: TreeDraft) =>
  (['diameter', 'height'] as const).flatMap((measure) => {
    const read = readMeasure(draft, measure, context);
    return Object.entries(read.readings).map(
      ([key, { value, unit }]) => `${read.method.description.id} ${key} ${value} ${unit}`,
    );
  });

describe('the call-out line', () => {
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
    expect(chips('sp 34.5 +18 -1.5 @20')).toEqual([
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

  it('takes a tag, and speaks the crew’s own scale and units', () => {
    const { draft } = parse('#A-17 sp 13.6 +62 -8 @66', { unitSystem: 'imperial', slopeUnit: 'pct' });
    expect(draft.tag).toBe('A-17');
    expect(draft.diameter.entries.diameter?.unit).toBe('in');
    expect(draft.height.entries.distance?.unit).toBe('ft');
    expect(draft.height.entries.top?.unit).toBe('pct');
  });

  it.each([
    ['sp 34.5 318x6', '318x6: A second plain number'],
    ['oak 30', 'oak: “oak” is not a species of this survey'],
    ['scots 30', 'scots: “scots” is not known here. Scots pine is “sp”.'],
    ['sp bt 30', 'bt: A second species'],
    ['#1 #2 sp', '#2: A second tag'],
    ['#12345678901234 sp', '#12345678901234: “12345678901234” is no tag'],
    ['sp 30 +1 -2 -3 @20', '-3: A signed reading too many'],
    ['sp 3..5', '3..5: “3..5” has two decimal marks'],
    ['sp g1e400', 'g1e400: “1e400” is written with an exponent'],
    ['sp 30 g90', 'g90: '],
    ['sp 30 dead', 'dead: “dead” is not a species'],
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
      { numRuns: 500 },
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
        .map(({ unit, share, missing }): Entry | null => {
          if (missing) return null;
          const [low, high] = spec.range[unit] ?? [0, 1];
          const graduation = spec.graduation[unit] ?? 0.1;
          const value = toGraduation(low + (high - low) * share, graduation);
          return { text: `${spec.signed && value > 0 ? '+' : ''}${value.toFixed(decimalsOf(graduation))}`, unit };
        });
    const measure = (of: 'diameter' | 'height') =>
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
      height: measure('height'),
    });
    const defaults = fc.record({
      unitSystem: fc.constantFrom('metric' as const, 'imperial' as const),
      slopeUnit: fc.constantFrom('pct' as const, 'deg' as const, 'm20' as const),
    });
    fc.assert(
      fc.property(draft, defaults, (tree, usual) => {
        const line = printCallout(tree, usual);
        // Half a line may belong to several methods: the one in hand is meant.
        const inHand = { diameter: tree.diameter.methodId, height: tree.height.methodId };
        const back = parse(line, { ...usual, inHand });
        expect(
          back.tokens.flatMap(({ problem }) => problem ?? []),
          line,
        ).toEqual([]);
        expect(back.draft.tag).toBe(tree.tag);
        expect(back.draft.speciesCode).toBe(tree.speciesCode);
        expect(readings(back.draft), line).toEqual(readings(tree));
        expect(printCallout(back.draft, usual)).toBe(line);
      }),
      { numRuns: 400 },
    );
  });
});

describe('a tree from its line', () => {
  it('is worked out as on its sheet: 20 × (18 + 1.5) ÷ 20', () => {
    const { height, diameter, volume, slenderness } = reckonTree(parse('sp 34.5 +18 -1.5 @20').draft, settings);
    expect(height?.ok && height.estimate.printed.value).toBe('19.50');
    expect(diameter?.ok && diameter.estimate.printed.value).toBe('34.5');
    expect(slenderness).toBeCloseTo(56.52, 2);
    // 0.45 × π × 34.5² ÷ 40 000 × 19.5
    expect(volume?.value).toBeCloseTo(0.8203, 4);
  });

  it('is nothing before the first reading', () => {
    expect(reckonTree(emptyDraft(), settings)).toMatchObject({ diameter: null, height: null, volume: null });
  });

  it('keeps the figure that can be had beside the one that cannot', () => {
    const { height, diameter } = reckonTree(parse('sp 34.5 +x @20').draft, settings);
    expect(diameter?.ok).toBe(true);
    expect(height?.ok).toBe(false);
  });

  it('doubts the tape in the light of the height, but not of a height whose sign is in doubt', () => {
    const codes = (line: string) => {
      const { diameter } = reckonTree(parse(line).draft, settings);
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
      ...emptyDraft(),
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
