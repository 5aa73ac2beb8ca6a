import type { ReactNode } from 'react';
import { convert, printRounded, thicknessWords, type UnitSystem } from '@arbolito/core/units';
import { reachBySights, reachByStick, type Verdict } from '@arbolito/core/safety';
import type { QuantitySpec } from '../../../ui/forms/quantity.ts';
import { NumberField } from '../../../ui/forms/NumberField.tsx';
import { useQuantities } from '../../../ui/forms/use-quantities.ts';
import { VERDICTS } from './verdicts.ts';
import { t, say } from '../../../messages/text.ts';
import { rich } from '../../../messages/rich.ts';
import { message } from '@arbolito/core/message';

const SIGHTS = {
  base: { label: message('planning.sight-to-the-base', 'sight to the base'), unit: 'deg', low: -60, high: 60 },
  top: { label: message('planning.sight-to-the-top', 'sight to the top'), unit: 'deg', low: -60, high: 84 },
  sight: {
    label: message('planning.standard-error-of-one-sight', 'standard error of one sight'),
    unit: 'deg',
    low: 0,
    high: 5,
  },
} as const satisfies Record<string, QuantitySpec>;
const NO_SIGHTS = { base: '', top: '', sight: '' } as const;

const STICK = {
  metric: {
    reach: {
      label: message('planning.eye-to-lower-end-of', 'eye to lower end of stick'),
      unit: 'cm',
      low: 20,
      high: 120,
    },
    covered: {
      label: message('planning.length-of-stick-covered-by', 'length of stick covered by the tree'),
      unit: 'cm',
      low: 1,
      high: 300,
    },
    stick: {
      label: message('planning.standard-error-of-each-length', 'standard error of each length'),
      unit: 'cm',
      low: 0,
      high: 10,
    },
  },
  imperial: {
    reach: {
      label: message('planning.eye-to-lower-end-of', 'eye to lower end of stick'),
      unit: 'in',
      low: 8,
      high: 47,
    },
    covered: {
      label: message('planning.length-of-stick-covered-by', 'length of stick covered by the tree'),
      unit: 'in',
      low: 0.4,
      high: 118,
    },
    stick: {
      label: message('planning.standard-error-of-each-length', 'standard error of each length'),
      unit: 'in',
      low: 0,
      high: 4,
    },
  },
} as const satisfies Record<UnitSystem, Record<string, QuantitySpec>>;
const NO_STICK = { reach: '', covered: '', stick: '' } as const;

interface CheckProps<K extends string> {
  readonly id: string;
  readonly title: string;
  readonly how: string;
  readonly specs: Readonly<Record<K, QuantitySpec>>;
  readonly nothing: Readonly<Record<K, string>>;
  readonly judge: (values: Readonly<Record<K, number>>) => { readonly verdict: Verdict; readonly words: ReactNode };
}

/** A check from where the thing stands: its figures, and what they say. */
function Check<K extends string>({ id, title, how, specs, nothing, judge }: CheckProps<K>) {
  const { texts, type, values } = useQuantities(specs, nothing);
  const said = values === null ? null : judge(values);
  const verdict = said === null ? null : VERDICTS[said.verdict];
  return (
    <section aria-labelledby={id} className="card grid gap-3 p-4">
      <h2 id={id} className="text-xl font-bold">
        {title}
      </h2>
      <p>{how}</p>
      <div className="grid gap-2 md:grid-cols-2">
        {(Object.keys(specs) as K[]).map((key) => (
          <NumberField
            key={key}
            spec={specs[key]}
            text={texts[key]}
            optional
            onType={(text) => {
              type(key, text);
            }}
          />
        ))}
      </div>
      {said !== null && verdict !== null && (
        <div aria-live="polite">
          <p className="flex items-center gap-2 text-xl font-bold">
            <verdict.Icon aria-hidden="true" size={24} className="shrink-0" /> {say(verdict.words)}
          </p>
          <p>{said.words}</p>
        </div>
      )}
    </section>
  );
}

/** By two sights: is the top above 45° + b ÷ 2? */
export function FromThere() {
  return (
    <Check
      id="from-there"
      title={t('planning.check-from-the-object-itself', 'Check from the object itself')}
      how={t(
        'planning.stand-where-the-tree-must',
        'Stand where the tree must not reach, and sight its base and its top. For an upright tree: a leaning one is longer than it is tall.',
      )}
      specs={SIGHTS}
      nothing={NO_SIGHTS}
      judge={({ base, top, sight }) => {
        const { criticalDeg, overDeg, errorDeg, verdict } = reachBySights({
          topDeg: top,
          baseDeg: base,
          sightErrorDeg: sight,
        });
        return {
          verdict,
          words: (
            <>
              {rich(
                'planning.with-the-base-at-the',
                '{side, select, above {With the base at {base}° the tree reaches you from {criticalDeg} (45° + b ÷ 2). The top is {overDeg}° above that, ± {errorDeg}°.} other {With the base at {base}° the tree reaches you from {criticalDeg} (45° + b ÷ 2). The top is {overDeg}° below that, ± {errorDeg}°.}} {below, select, yes {The simple 45° rule is unsafe here.} other {}}',
                {
                  side: overDeg >= 0 ? 'above' : 'below',
                  base: printRounded(base, 1),
                  criticalDeg: <strong className="figures">{printRounded(criticalDeg, 1)}°</strong>,
                  overDeg: printRounded(Math.abs(overDeg), 1),
                  errorDeg: printRounded(errorDeg, 1),
                  below: base < 0 ? 'yes' : 'no',
                },
              )}
            </>
          ),
        };
      }}
    />
  );
}

/** By a stick: does the tree cover as much of it as its end is away from the eye? */
export function StickInHand({ system }: { readonly system: UnitSystem }) {
  const { unit } = STICK[system].reach;
  const inCm = (length: number): number => convert(length, unit, 'cm');
  return (
    <Check
      id="stick-in-hand"
      title={t('planning.with-a-stick', 'With a stick')}
      how={t(
        'planning.stand-there-hold-a-stick',
        'Stand there, hold a stick upright at arm’s length with its lower end on the base, and see how much of it the tree covers. If that is at least the distance from the eye to the lower end, the tree reaches.',
      )}
      specs={STICK[system]}
      nothing={NO_STICK}
      judge={({ reach, covered, stick }) => {
        const { overShare, errorShare, criticalCm, verdict } = reachByStick({
          coveredCm: inCm(covered),
          reachCm: inCm(reach),
          errorCm: inCm(stick),
        });
        return {
          verdict,
          words: (
            <>
              {rich(
                'planning.it-reaches-your-eye-from',
                '{more, select, yes {It reaches your eye from {criticalCm} of stick. It covers {covered}: {overShare} % more, ± {errorShare} %. This holds on any slope.} other {It reaches your eye from {criticalCm} of stick. It covers {covered}: {overShare} % less, ± {errorShare} %. This holds on any slope.}}',
                {
                  more: overShare >= 0 ? 'yes' : 'no',
                  criticalCm: <strong className="figures">{thicknessWords(criticalCm, system, 1)}</strong>,
                  covered: thicknessWords(inCm(covered), system, 1),
                  overShare: printRounded(Math.abs(overShare) * 100, 1),
                  errorShare: printRounded(errorShare * 100, 1),
                },
              )}{' '}
            </>
          ),
        };
      }}
    />
  );
}
