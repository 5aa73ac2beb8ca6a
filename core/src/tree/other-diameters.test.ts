import { describe, expect, it } from 'vitest';
import { evaluateForm, parseCallout, printCallout } from '../callout/index.ts';
import { COMMON_SPECIES, type OtherDiameterMethod, rulesOfSet } from '../protocol/index.ts';
import { inEnglish } from '../testing/english.ts';
import { estimateOf } from '../uncertainty/index.ts';
import { otherDiametersProblem } from './other-diameters.ts';

const SURVEY = {
  unitSystem: 'metric',
  slopeUnit: 'pct',
  species: COMMON_SPECIES,
  formFactor: { value: 0.45, standardError: 0.05 },
  fieldRules: rulesOfSet('timber', 'metric'),
} as const;

const treeOf = (line: string, diameterMethod?: OtherDiameterMethod) => {
  const parsed = parseCallout(line, SURVEY);
  expect(inEnglish(parsed.tokens.flatMap(({ problem }) => problem ?? []))).toEqual([]);
  return { draft: parsed.draft, result: evaluateForm(parsed.draft, { ...SURVEY, diameterMethod }) };
};

describe('a second diameter', () => {
  it('stays beside the first, with its difference and the standard error of that', () => {
    // A girth of 110 cm is a diameter of 35.014 cm.
    const { result } = treeOf('bt 34.5 dg110');
    expect(result.dbh?.value).toBeCloseTo(34.5, 6);
    const [other] = result.otherDiameters;
    const own = other === undefined ? null : estimateOf(other.outcome);
    const first = result.diameter === null ? null : estimateOf(result.diameter);
    expect(own?.value).toBeCloseTo(110 / Math.PI, 6);
    expect(other?.difference?.valueCm).toBeCloseTo(0.514, 3);
    expect(other?.difference?.standardErrorCm).toBeCloseTo(
      Math.hypot(own?.standardError ?? NaN, first?.standardError ?? NaN),
      9,
    );
    expect(other?.counts).toBe(false);
  });

  it('counts where the survey names its method, and is never averaged with the first', () => {
    const { result } = treeOf('bt 34.5 dk35.1', 'diameter.caliper');
    expect(result.dbh?.value).toBeCloseTo(35.1, 6);
    expect(result.basalAreaM2).toBeCloseTo((Math.PI / 4) * 0.351 ** 2, 9);
    expect(result.otherDiameters[0]?.counts).toBe(true);
    // The difference is still that to the first one.
    expect(result.otherDiameters[0]?.difference?.valueCm).toBeCloseTo(0.6, 6);
  });

  it('does not count where the first is by the method of the rule, nor beside several stems', () => {
    expect(treeOf('bt k34.5 dk35.1', 'diameter.caliper').result.dbh?.value).toBeCloseTo(34.5, 6);
    const forked = treeOf('bt 30 &40 dk35.1', 'diameter.caliper').result;
    expect(forked.dbh?.value).toBeCloseTo(50, 6);
    expect(forked.otherDiameters).toEqual([]);
  });

  it('alone counts where its method is that of the rule', () => {
    const { result } = treeOf('bt dk35.1', 'diameter.caliper');
    expect(result.dbh?.value).toBeCloseTo(35.1, 6);
    expect(result.otherDiameters[0]?.difference).toBeNull();
  });

  it('is asked about where it is more than 3 standard errors away', () => {
    const codes = (line: string) => treeOf(line).result.findings.map(({ code }) => code);
    expect(codes('bt 34.5 dk45.3')).toContain('diameter.methods-apart');
    expect(codes('bt 34.5 dk34.6')).not.toContain('diameter.methods-apart');
  });

  it.each(['dt34.7', 'dg109', 'dk35.1@AB', 'dx34/36', 'db1.5/12', 'dk35.1@Crew_Heron'])(
    'is printed as it is read: %s',
    (word) => {
      const { draft } = treeOf(`bt 34.5 ${word}`);
      expect(printCallout(draft, SURVEY)).toContain(word);
    },
  );

  it.each([['dk'], ['dk35/36'], ['dx34'], ['dk900']])('%s says what is wrong with it', (word) => {
    const { tokens } = parseCallout(`bt 34.5 ${word}`, SURVEY);
    expect(tokens.at(-1)?.problem).not.toBeNull();
  });
});

describe('second diameters over the wire', () => {
  const good = { method: 'diameter.caliper', readings: { face: { value: 35, unit: 'cm' } } };

  it.each([
    ['no list', {}],
    ['null', [null]],
    ['no readings', [{ ...good, readings: null }]],
    ['an unknown method', [{ ...good, method: 'height.two-angles' }]],
    ['an unknown unit', [{ ...good, readings: { face: { value: 35, unit: 'furlong' } } }]],
    ['a diameter out of range', [{ ...good, readings: { face: { value: 3500, unit: 'cm' } } }]],
    ['an observer of signs', [{ ...good, observer: 'a@b' }]],
    ['a field too many', [{ ...good, at: 3 }]],
  ])('%s is refused', (_what, value) => {
    expect(otherDiametersProblem(value)).not.toBeNull();
  });

  it('sound ones are not', () => {
    expect(otherDiametersProblem([good, { ...good, observer: 'Crew Heron' }])).toBeNull();
  });
});
