import { evaluateForm, type FormProtocol, parseCallout, withHeight } from '../callout/index.ts';
import { describe, expect, it } from 'vitest';
import { COMMON_SPECIES, RULE_SETS } from '../protocol/index.ts';
import type { Expectation } from '../height/index.ts';
import { heightEvidence } from './height-evidence.ts';
import { findingsOfTree, type PlacedFinding } from './evaluate-tree.ts';
import { inEnglish } from '../testing/english.ts';

const context = { unitSystem: 'metric', slopeUnit: 'pct', species: COMMON_SPECIES } as const;
const settings: FormProtocol = {
  ...context,
  formFactor: { value: 0.45, standardError: 0.05 },
  fieldRules: RULE_SETS.timber.rules,
};
const CURVE: Expectation = { from: 'curve', words: 'the curve', heightM: 21.5, standardErrorM: 1 };
const LEVEL = heightEvidence({ eyeHeightM: 1.6, slopePct: 0 });

const doubtsOf = (line: string, expected: readonly Expectation[] = [CURVE]): readonly PlacedFinding[] =>
  findingsOfTree(
    evaluateForm(parseCallout(line, context).draft, settings, { heightContext: { ...LEVEL, expected } }),
  ).filter(({ severity }) => severity === 'check');

describe('one cause', () => {
  it('is said once: a base sign that is lost', () => {
    // On level ground the eye is 1.6 m up: 25 m away the base is 6.4 % below it, never 6 % above.
    expect(doubtsOf('sp 30 +80 -6 @25')).toEqual([]);
    const doubts = doubtsOf('sp 30 +80 +6 @25');
    expect(doubts).toHaveLength(1);
    expect(doubts[0]?.suggestedFixes[0]?.becomes).toBe('21.5 m');
  });

  it('is said once for several heights from one stand', () => {
    const { draft } = parseCallout('sp 30 +190 -9 @10', context);
    const several = withHeight(withHeight(draft, { of: 'crown-base', sameStation: true }), {
      of: 'first-branch',
      sameStation: true,
    });
    const findings = findingsOfTree(evaluateForm(several, settings, { heightContext: LEVEL }));
    const keys = findings.map(({ code, title, message }) => `${code} ${inEnglish(title)} ${inEnglish(message)}`);
    expect(new Set(keys).size).toBe(keys.length);
  });

  it('has no fix that contradicts the curve: 50 m for a tree of 21.5 m', () => {
    for (const line of ['sp 30 +80 +6 @25', 'sp 30 +8 -6 @25', 'sp 30 +80 -6 @2.5'])
      for (const { suggestedFixes, title, measure } of doubtsOf(line))
        for (const { becomes } of suggestedFixes)
          // A diameter that is in doubt as well has suggestedFixes in cm.
          if (measure === 'height' && becomes !== undefined)
            expect(Math.abs(Number.parseFloat(becomes) - 21.5), `${line}: ${inEnglish(title)}`).toBeLessThan(4);
  });
});
