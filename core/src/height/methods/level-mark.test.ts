import { describe, expect, it } from 'vitest';
import { evaluateForm, parseCallout, printCallout } from '../../callout/index.ts';
import { PINE_PROTOCOL, PINE_SURVEY } from '../../testing/pine-survey.ts';
import { estimateOf } from '../../uncertainty/index.ts';

const read = (line: string) => {
  const { draft } = parseCallout(line, PINE_SURVEY);
  const { height } = evaluateForm(draft, { ...PINE_SURVEY, ...PINE_PROTOCOL });
  return { draft, height: height === null ? null : estimateOf(height) };
};

describe('a mark sighted level', () => {
  it('adds the height of the mark to the rise: 25 × 0.76 + 1.45 = 20.45 m', () => {
    const { height, draft } = read('sp 30 +76pct @25 datum1.45');
    expect(draft.height.methodId).toBe('height.level-mark');
    expect(height?.value).toBeCloseTo(20.45, 9);
    // √((25 × 0.01)² + (0.76 × 0.1)² + 0.02²)
    expect(height?.standardError).toBeCloseTo(0.262, 3);
  });

  it('is the height by two sights whose base lies 1.45 m below the eye', () => {
    // 1.45 m below over 25 m are 5.8 %.
    expect(read('sp 30 +76pct @25 datum1.45').height?.value).toBeCloseTo(
      read('sp 30 +76pct -5.8pct @25').height?.value ?? NaN,
      9,
    );
  });

  it('is printed as it is read', () => {
    const line = 'sp 30 +76pct @25 datum1.45';
    expect(printCallout(read(line).draft, PINE_SURVEY)).toContain('datum1.45');
  });

  it('refuses a mark above reach', () => {
    expect(read('sp 30 +76pct @25 datum15').height).toBeNull();
  });
});
