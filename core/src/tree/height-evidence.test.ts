import { describe, expect, it } from 'vitest';
import type { KitAtHand } from '../instruments/index.ts';
import { heightEvidence } from './height-evidence.ts';
import { emptyForm, formKeysOf, measurementFormOf, parseCallout, withKitErrors } from '../callout/index.ts';
import { COMMON_SPECIES } from '../protocol/index.ts';

const CLINOMETER: KitAtHand = {
  kind: 'clinometer',
  name: 'clinometer 2',
  unit: 'pct',
  graduation: 0.5,
  standardError: 0.4,
  everyDays: 30,
  lastCheck: null,
};
const TAPE: KitAtHand = { ...CLINOMETER, kind: 'tape', name: 'tape', unit: 'm', standardError: 0.05 };
const draftOf = (line: string) =>
  parseCallout(line, { unitSystem: 'metric', slopeUnit: 'pct', species: COMMON_SPECIES }).draft;
const errorsOf = (line: string, kit: readonly KitAtHand[]) => {
  const draft = withKitErrors(draftOf(line), kit);
  return Object.fromEntries(
    formKeysOf(draft).flatMap((part) =>
      Object.entries(measurementFormOf(draft, part).entries).map(([key, { standardError }]) => [key, standardError]),
    ),
  );
};

describe('the ± of a crew’s own instruments', () => {
  it('goes to every reading in the unit that it is stated in, and to no other', () => {
    expect(errorsOf('#1 bt 46 +80% -6% @25', [CLINOMETER, TAPE])).toEqual({
      diameter: undefined,
      top: 0.4,
      base: 0.4,
      distance: 0.05,
    });
    expect(errorsOf('#1 bt 46 +38° -3° @82ft', [CLINOMETER, TAPE])).toEqual({
      diameter: undefined,
      top: undefined,
      base: undefined,
      distance: undefined,
    });
  });

  it('leaves an error that somebody stated', () => {
    const draft = draftOf('#1 bt 46 +80% -6% @25');
    const top = { text: '+80', unit: 'pct', standardError: 2 } as const;
    const stated = { ...draft, height: { ...draft.height, entries: { ...draft.height.entries, top } } };
    expect(withKitErrors(stated, [CLINOMETER]).height.entries.top?.standardError).toBe(2);
  });

  it('changes nothing without a kit, or without readings', () => {
    const draft = draftOf('#1 bt 46 +80% -6% @25');
    expect(withKitErrors(draft, [])).toBe(draft);
    expect(withKitErrors(emptyForm(), [CLINOMETER])).toEqual(emptyForm());
  });
});

describe('what is known beside the readings', () => {
  it('is the eye, and the slope of the plot as how far the ground may be from level', () => {
    // √(0.3² + 0.1²)
    expect(heightEvidence({ eyeHeightM: 1.62, slopePct: 30 })).toEqual({
      eyeM: 1.62,
      slope: 0.3,
      ground: { value: 0, standardError: expect.closeTo(0.3162278, 6) as number },
    });
  });

  it('says nothing of ground that nobody knows, and knows the pace from the kit', () => {
    const result = { reads: null, factor: null, airC: null, passes: true, words: '' };
    const pace = { lengthM: 0.78, standardErrorM: 0.02 };
    const paces: KitAtHand = {
      ...TAPE,
      kind: 'paces',
      lastCheck: { checkedAt: '2026-05-31T07:00:00Z', result: { ...result, pace } },
    };
    expect(heightEvidence({ eyeHeightM: 1.6, slopePct: null, kit: [paces] })).toEqual({ eyeM: 1.6, paceM: 0.78 });
  });
});
