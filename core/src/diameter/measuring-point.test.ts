import { describe, expect, it } from 'vitest';
import { estimateFrom, findingIn, givenOutcome } from '../testing/given.ts';
import { inEnglish } from '../testing/english.ts';

describe('height of the measuring point', () => {
  it.each([
    [1.45, 'm', '1.45'],
    [145, 'cm', '1.45'],
    // 4.5 × 0.3048 = 1.3716
    [4.5, 'ft', '1.37'],
    [54, 'in', '1.37'],
  ] as const)('%d %s is %s m', (value, unit, printed) => {
    expect(estimateFrom('point.tape', { point: [value, unit] }).printed.value).toBe(printed);
  });

  it('above the tree is asked about, with the unit that would fit', () => {
    const found = findingIn(
      givenOutcome('point.tape', { point: [130, 'm'] }, { heightM: 18 }),
      'diameter.point-above-tree',
    );
    expect(found).toBeUndefined();
    const above = findingIn(
      givenOutcome('point.tape', { point: [4.5, 'm'] }, { heightM: 4 }),
      'diameter.point-above-tree',
    );
    expect(above?.severity).toBe('check');
    expect(inEnglish(above?.suggestedFixes[0])).toMatchObject({ label: 'Take 4.50 as ft', becomes: '1.37 m' });
  });

  it('out of reach of a tape is asked about, never refused', () => {
    const outcome = givenOutcome('point.tape', { point: [5.3, 'm'] }, { heightM: 20 });
    expect(outcome.ok).toBe(true);
    expect(findingIn(outcome, 'diameter.point-out-of-reach')?.severity).toBe('check');
    expect(findingIn(givenOutcome('point.tape', { point: [1.9, 'm'] }), 'diameter.point-out-of-reach')).toBeUndefined();
  });

  it('by a mark on the body is a helper where the rules ask for a measured height', () => {
    const mark = (pointBy: 'measured' | 'body-mark') =>
      findingIn(givenOutcome('point.body-mark', { point: [1.3, 'm'] }, { pointBy }), 'diameter.point-not-measured');
    expect(mark('measured')?.severity).toBe('check');
    expect(mark('body-mark')).toBeUndefined();
    expect(estimateFrom('point.body-mark', { point: [1.3, 'm'] }).printed.standardError).toBe('0.030');
  });
});
