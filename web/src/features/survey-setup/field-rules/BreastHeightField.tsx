import { useState } from 'react';
import type { Text } from '@arbolito/core/message';
import {
  BREAST_HEIGHT_LIMITS_M,
  BREAST_HEIGHTS,
  breastHeightEffect,
  effectWords,
  type TypicalTree,
  typicalWords,
} from '@arbolito/core/protocol';
import { convert, lengthWords, printAsRead, readQuantity } from '@arbolito/core/units';
import { say, t } from '../../../messages/text.ts';
import { ChoiceCard } from './ChoiceCard.tsx';
import type { RulePartProps } from './rule-part.ts';
import { RuleProblem } from './RuleProblem.tsx';

/** The height at which dbh is measured: a usual one or another. */
export function BreastHeightField({
  rules,
  change,
  typical,
  system,
  error,
}: RulePartProps & { readonly typical: TypicalTree; readonly error: string | undefined }) {
  const usual = BREAST_HEIGHTS.some(({ heightM }) => heightM === rules.breastHeightM);
  const [own, setOwn] = useState(usual ? null : `${printAsRead(rules.breastHeightM)} m`);
  const unit = system === 'metric' ? 'm' : 'ft';
  const { low, high } = BREAST_HEIGHT_LIMITS_M;
  const readOwn = (text: string): Text | null => {
    const read = readQuantity(text, { unit, units: ['m', 'cm', 'ft', 'in'] });
    if (!read.ok) return read.message;
    const heightM = convert(read.value, read.unit, 'm');
    return heightM < low || heightM > high
      ? t('survey-setup.breast-height-must-be-to', 'Breast height must be {low} to {high}.', {
          low: lengthWords(low, system),
          high: lengthWords(high, system),
        })
      : null;
  };
  const problem = own === null ? error : (readOwn(own) ?? error);
  return (
    <fieldset className="grid gap-2">
      <legend className="sr-only">{t('survey-setup.breast-height', 'Breast height')}</legend>
      <p className="text-[0.95rem] text-quiet">
        {t('survey-setup.compared-with-1-30-m', '{typical}, compared with 1.30 m. 4.5 ft is not 1.3 m.', {
          typical: typicalWords(typical, system),
        })}{' '}
      </p>
      <div className="grid gap-2 md:grid-cols-3">
        {BREAST_HEIGHTS.map(({ heightM, words }) => (
          <ChoiceCard
            key={heightM}
            name="breastHeight"
            value={String(heightM)}
            chosen={own === null && rules.breastHeightM === heightM}
            words={words}
            why=""
            effect={say(effectWords(breastHeightEffect(1.3, heightM, typical), system))}
            onChoose={() => {
              setOwn(null);
              change({ breastHeightM: heightM });
            }}
          />
        ))}
        <ChoiceCard
          name="breastHeight"
          value="own"
          chosen={own !== null}
          words={t('survey-setup.another-height', 'another height')}
          why=""
          effect={say(
            own === null
              ? t('survey-setup.enter-it-below', 'enter it below')
              : effectWords(breastHeightEffect(1.3, rules.breastHeightM, typical), system),
          )}
          onChoose={() => {
            setOwn(`${printAsRead(rules.breastHeightM)} m`);
          }}
        />
      </div>
      {own !== null && (
        <label className="flex items-center gap-3">
          <span>{t('survey-setup.height-above-the-ground', 'height above the ground')}</span>
          <input
            className="field figures !w-36"
            value={own}
            aria-invalid={problem !== undefined}
            aria-describedby="breast-height-problem"
            onChange={(event) => {
              setOwn(event.target.value);
              if (readOwn(event.target.value) !== null) return;
              const read = readQuantity(event.target.value, { unit, units: ['m', 'cm', 'ft', 'in'] });
              if (read.ok) change({ breastHeightM: convert(read.value, read.unit, 'm') });
            }}
          />
        </label>
      )}
      <RuleProblem id="breast-height-problem" words={say(problem)} />
    </fieldset>
  );
}
