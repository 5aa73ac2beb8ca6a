import { useState } from 'react';
import {
  CLASS_WIDTH_LIMITS,
  type ClassRule,
  classWidth,
  type ClassWidth,
  isClassWidth,
  USUAL_CLASS_WIDTHS,
} from '@arbolito/core/protocol';
import { t } from '../../../messages/text.ts';
import type { RulePartProps, WithErrors } from './rule-part.ts';
import { RuleProblem } from './RuleProblem.tsx';
import { RuleQuantity } from './RuleQuantity.tsx';

const OWN = 'own';

/** Width of the dbh classes, and by which dbh they are named. */
export function ClassesField({ rules: { classes }, change }: RulePartProps) {
  const isUsual = USUAL_CLASS_WIDTHS.some((each) => each === classes.width);
  const [own, setOwn] = useState<string | null>(null);
  const isOwn = own !== null || !isUsual;
  const { unit } = classWidth(classes.width);
  const isWrong = own !== null && !isClassWidth(`${own.trim().replace(',', '.')}${unit}`);
  return (
    <div className="flex flex-wrap items-end gap-3">
      <label className="grid gap-1">
        <span>{t('survey-setup.dbh-classes-of', 'Dbh classes of')}</span>
        <select
          className="field"
          value={isOwn ? OWN : classes.width}
          onChange={(event) => {
            if (event.target.value === OWN) setOwn(String(classWidth(classes.width).width));
            else {
              setOwn(null);
              change({ classes: { ...classes, width: event.target.value as ClassWidth } });
            }
          }}
        >
          {USUAL_CLASS_WIDTHS.map((id) => (
            <option key={id} value={id}>
              {classWidth(id).width} {classWidth(id).unit}
            </option>
          ))}
          <option value={OWN}>{t('survey-setup.own-width', 'another width')}</option>
        </select>
      </label>
      {isOwn && (
        <label className="grid gap-1">
          <span>{t('survey-setup.width-in', 'width, {unit}', { unit })}</span>
          <input
            className="field figures !w-24"
            inputMode="decimal"
            value={own ?? String(classWidth(classes.width).width)}
            aria-invalid={isWrong}
            aria-describedby="own-width-problem"
            onChange={(event) => {
              setOwn(event.target.value);
              const width = `${event.target.value.trim().replace(',', '.')}${unit}`;
              if (isClassWidth(width)) change({ classes: { ...classes, width } });
            }}
          />
          <RuleProblem
            id="own-width-problem"
            words={
              isWrong
                ? t('survey-setup.own-width-must-be', 'The width must be {low} to {high} {unit}.', {
                    ...CLASS_WIDTH_LIMITS[unit],
                    unit,
                  })
                : undefined
            }
          />
        </label>
      )}
      <label className="grid gap-1">
        <span>{t('survey-setup.named-by', 'named by')}</span>
        <select
          className="field"
          value={classes.place}
          onChange={(event) => {
            change({ classes: { ...classes, place: event.target.value as ClassRule['place'] } });
          }}
        >
          <option value="down">
            {t('survey-setup.lower-limit-class-34-holds', 'lower limit: class 34 holds 34.0 and more')}
          </option>
          <option value="centred">
            {t('survey-setup.midpoint-class-35-holds-32', 'midpoint: class 35 holds 32.5 and more')}
          </option>
        </select>
      </label>
    </div>
  );
}

/** Below this dbh nothing is recorded. */
export function SmallestDbhField({ rules: { smallestDbhCm }, change, system, errors }: WithErrors) {
  return (
    <RuleQuantity
      id="smallest"
      of="diameter"
      label={t('survey-setup.smallest-dbh-0-for-every', 'Smallest dbh; 0 for every stem')}
      value={smallestDbhCm}
      system={system}
      problem={errors.get('/fieldRules/smallestDbhCm')}
      onValue={(smallest) => {
        change({ smallestDbhCm: smallest ?? NaN });
      }}
    />
  );
}
