import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { METHODS } from '../methods/index.ts';
import { estimateFrom, findingIn, givenOutcome } from '../testing/given.ts';
import { errorParts, facesAgainstTape, type TapingCase } from './error-model.ts';
import { tapeReadingErrors } from './tape-reading-errors.ts';
import { inEnglish } from '../testing/english.ts';

const READING = { graduationCm: 0.1, standardErrorCm: 0.3 };
const size = (
  meets: 'round' | 'one-face' | 'two-faces',
  source: string,
  diameterCm = 40,
  stated: TapingCase = {},
): number | undefined => errorParts(meets, diameterCm, READING, stated).find((part) => part.source === source)?.sizeCm;

describe('what moves a diameter', () => {
  it('splits the ± of a reading into its graduation, 1 mm ÷ √12, and the reader', () => {
    const graduation = size('round', 'graduation') ?? NaN;
    expect(graduation).toBeCloseTo(0.02887, 5);
    expect(Math.hypot(graduation, size('round', 'reader') ?? NaN)).toBeCloseTo(0.3, 9);
  });

  it('lets one face of an oval stem stray either way, and a tape only up', () => {
    // (1.06 − 1) ÷ (1.06 + 1) ÷ √2 × 40
    expect(size('one-face', 'out of round')).toBeCloseTo(0.8238, 4);
    const parts = errorParts('round', 40, READING);
    expect(parts.filter(({ kind }) => kind === 'always more').map(({ source }) => source)).toEqual([
      'out of round',
      'tilt',
      'sag',
      'climber',
      'bark',
    ]);
    expect(parts.every(({ sizeCm }) => sizeCm >= 0)).toBe(true);
  });

  it('has the girth of the published oval of 52.6 by 43.1 cm: 1.49 % more area than it has', () => {
    const { tapeCm, sameAreaCm, meanCm } = facesAgainstTape(52.6, 43.1);
    expect(((tapeCm / sameAreaCm) ** 2 - 1) * 100).toBeCloseTo(1.49, 2);
    expect(meanCm).toBe(47.85);
  });

  it('never finds a tape smaller than the mean of two faces, nor that smaller than the same area', () => {
    const cm = fc.double({ min: 3, max: 200, noNaN: true });
    fc.assert(
      fc.property(cm, fc.double({ min: 0.6, max: 1.7, noNaN: true }), (face, ratio) => {
        const { tapeCm, meanCm, sameAreaCm } = facesAgainstTape(face, face * ratio);
        expect(tapeCm).toBeGreaterThanOrEqual(meanCm - 1e-9);
        expect(meanCm).toBeGreaterThanOrEqual(sameAreaCm - 1e-9);
      }),
    );
  });

  it('tells tilt, sag, climber and bark: a caliper aslant by 10°, ivy of 2 cm, loose bark of 5 mm', () => {
    expect(size('two-faces', 'tilt', 40, { tiltDeg: 10 })).toBeCloseTo(40 / Math.cos(Math.PI / 18) - 40, 9);
    expect(size('round', 'tilt', 40, { tiltDeg: 0 })).toBeCloseTo(0, 9);
    expect(size('round', 'climber')).toBe(4);
    expect(size('round', 'bark')).toBe(1);
    // Two halves of 62.8 cm, each 8 × 1² ÷ (3 × 62.8) longer, over π.
    expect(size('round', 'sag')).toBeCloseTo((2 * 8) / (3 * 20 * Math.PI) / Math.PI, 9);
    expect(size('one-face', 'sag')).toBeUndefined();
  });

  it('is part of the ± of every method that sees one face: √(0.3² + (0.021 × 35)²)', () => {
    const { printed, errorWorkings } = estimateFrom('diameter.caliper', { face: [35, 'cm', 0.3] });
    expect(Number(printed.standardError)).toBeCloseTo(Math.hypot(0.3, 0.021 * 35), 2);
    expect(inEnglish(errorWorkings.map(({ expression }) => expression))).toContain('0.021 × 35.0');
    for (const { description } of METHODS.filter(({ description: each }) => each.meets === 'one-face'))
      expect(description.stemErrors?.[0]?.share).toBe(0.021);
  });

  it('is left out where two faces or a tape tell it', () => {
    const [a] = [estimateFrom('diameter.two-faces', { face: [35, 'cm', 0.3], cross: [35, 'cm', 0.3] })];
    expect(a.standardError).toBeCloseTo(0.3 / Math.SQRT2, 6);
  });
});

describe('the end of the tape', () => {
  const meant = (value: number, unit: 'cm' | 'in' = 'cm') =>
    Object.fromEntries(tapeReadingErrors(value, unit).map((each) => [each.readingError, each.meant]));

  it('shows 34.7 where one read 34.3 from the wrong side, and the other way about', () => {
    expect(meant(34.3)).toEqual({
      'wrong-side': 34.7,
      'from-one': 33.3,
      // 34.3 ÷ π
      'plain-side': 10.9,
      // 34.3 × 2.54
      'other-unit': 87.1,
    });
    expect(meant(34.7)['wrong-side']).toBe(34.3);
  });

  it('has nothing to count back over on a whole or a half', () => {
    expect(meant(34)['wrong-side']).toBeUndefined();
    expect(meant(34.5)['wrong-side']).toBeUndefined();
  });

  it('takes centimetres for inches: 13.6 in read from a cm scale are 5.4 in', () => {
    expect(meant(13.6, 'in')['other-unit']).toBe(5.4);
  });

  it('offers nothing that is no stem', () => {
    expect(meant(0.8)['from-one']).toBeUndefined();
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 4000 }), (tenths) => {
        for (const reading of tapeReadingErrors(tenths / 10, 'cm')) expect(reading.meant).toBeGreaterThan(0);
      }),
    );
  });
});

describe('under bark', () => {
  it('is 40.0 − 2 × 1.5 cm, a share of 1 − 0.925² being bark', () => {
    const outcome = givenOutcome('diameter.under-bark', { over: [40, 'cm'], bark: [15, 'mm'] });
    expect(outcome.ok && outcome.estimate.printed.value).toBe('37.0');
    expect(inEnglish(findingIn(outcome, 'diameter.under-bark')?.message)).toContain(
      '14 % of the cross section is bark',
    );
  });
  it('is 0.92 × 40 by a ratio', () => {
    expect(estimateFrom('diameter.under-bark-ratio', { over: [40, 'cm'], ratio: [0.92, 'one'] }).printed.value).toBe(
      '36.8',
    );
  });
  it('asks about very thick bark, and stops where there is more bark than stem', () => {
    const bark = (mm: number) =>
      findingIn(givenOutcome('diameter.under-bark', { over: [20, 'cm'], bark: [mm, 'mm'] }), 'diameter.bark-too-thick');
    expect(bark(30)).toBeUndefined();
    expect(bark(31)?.severity).toBe('check');
    expect(bark(100)?.severity).toBe('stop');
  });
  it('takes the end of a log by two readings', () => {
    const outcome = givenOutcome('diameter.log-end', { face: [30, 'cm'], cross: [33, 'cm'] });
    expect(outcome.ok && outcome.estimate.printed.value).toBe('31.5');
    expect(inEnglish(findingIn(outcome, 'diameter.under-bark')?.message)).toContain('not a dbh');
  });
});

describe('the scale stick', () => {
  it('on two faces is the mean of two stems: 31.33 and 31.33 cm at 63.5 cm', () => {
    const { printed } = estimateFrom('diameter.stick-two-faces', {
      seen: [31.33, 'cm'],
      crossSeen: [31.33, 'cm'],
      reach: [63.5, 'cm'],
    });
    expect(printed.value).toBe('40.0');
  });
  it('is asked about where its mark lies far beyond the reach', () => {
    const asked = (seen: number) =>
      findingIn(givenOutcome('diameter.stick', { seen: [seen, 'cm'], reach: [60, 'cm'] }), 'diameter.beyond-stick');
    expect(asked(72)).toBeUndefined();
    expect(asked(73)?.severity).toBe('check');
    // 106.1 cm on a stick for 63.5 cm: its mark lies 1.2 reaches out where D² R ÷ (R + D) = (1.2 R)².
    const graduated = givenOutcome('diameter.graduated-stick', {
      shown: [190, 'cm'],
      made: [63.5, 'cm'],
      reach: [63.5, 'cm'],
    });
    expect(findingIn(graduated, 'diameter.beyond-stick')?.severity).toBe('check');
  });
});
