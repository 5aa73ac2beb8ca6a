import type { ReactNode } from 'react';
import { convert, printRounded, thicknessWords, type UnitSystem } from '@arbolito/core/units';
import { reachBySights, reachByStick, type Verdict } from '@arbolito/core/safety';
import type { QuantitySpec } from '../../../ui/forms/quantity.ts';
import { NumberField } from '../../../ui/forms/NumberField.tsx';
import { useQuantities } from '../../../ui/forms/use-quantities.ts';
import { VERDICTS } from './verdicts.ts';

const SIGHTS = {
  base: { label: 'sight to the base', unit: 'deg', low: -60, high: 60 },
  top: { label: 'sight to the top', unit: 'deg', low: -60, high: 84 },
  sight: { label: '± of one sight', unit: 'deg', low: 0, high: 5 },
} as const satisfies Record<string, QuantitySpec>;
const NO_SIGHTS = { base: '', top: '', sight: '' } as const;

const STICK = {
  metric: {
    reach: { label: 'eye to the lower end', unit: 'cm', low: 20, high: 120 },
    covered: { label: 'stick that the tree covers', unit: 'cm', low: 1, high: 300 },
    stick: { label: '± of each length', unit: 'cm', low: 0, high: 10 },
  },
  imperial: {
    reach: { label: 'eye to the lower end', unit: 'in', low: 8, high: 47 },
    covered: { label: 'stick that the tree covers', unit: 'in', low: 0.4, high: 118 },
    stick: { label: '± of each length', unit: 'in', low: 0, high: 4 },
  },
} as const satisfies Record<UnitSystem, Record<string, QuantitySpec>>;
const NO_STICK = { reach: '', covered: '', stick: '' } as const;

interface CheckProps<K extends string> {
  readonly id: string;
  readonly title: string;
  readonly how: string;
  readonly specs: Readonly<Record<K, QuantitySpec>>;
  readonly nothing: Readonly<Record<K, string>>;
  readonly say: (values: Readonly<Record<K, number>>) => { readonly verdict: Verdict; readonly words: ReactNode };
}

/** A check from where the thing stands: its figures, and what they say. */
function Check<K extends string>({ id, title, how, specs, nothing, say }: CheckProps<K>) {
  const { texts, type, values } = useQuantities(specs, nothing);
  const said = values === null ? null : say(values);
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
            <verdict.Icon aria-hidden="true" size={24} className="shrink-0" /> {verdict.words}
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
      title="Looked at from the thing itself"
      how="Stand where the tree must not reach, and sight its base and its top. For an upright tree: one that leans is longer than it is tall."
      specs={SIGHTS}
      nothing={NO_SIGHTS}
      say={({ base, top, sight }) => {
        const { criticalDeg, overDeg, errorDeg, verdict } = reachBySights({
          topDeg: top,
          baseDeg: base,
          sightErrorDeg: sight,
        });
        return {
          verdict,
          words: (
            <>
              With the base at {printRounded(base, 1)}° the tree reaches you from{' '}
              <strong className="figures">{printRounded(criticalDeg, 1)}°</strong> on (45° + b ÷ 2). The top is seen{' '}
              {printRounded(Math.abs(overDeg), 1)}° {overDeg >= 0 ? 'above' : 'below'} that, ±{' '}
              {printRounded(errorDeg, 1)}°. {base < 0 && 'The plain rule of 45° would err on the wrong side here.'}
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
      title="With a stick in the hand"
      how="Stand there, hold a stick upright at arm’s length with its lower end on the base, and see how much of it the tree covers. As much as from the eye to that end, or more: it reaches."
      specs={STICK[system]}
      nothing={NO_STICK}
      say={({ reach, covered, stick }) => {
        const { overShare, errorShare, criticalCm, verdict } = reachByStick({
          coveredCm: inCm(covered),
          reachCm: inCm(reach),
          errorCm: inCm(stick),
        });
        return {
          verdict,
          words: (
            <>
              It reaches your eye from <strong className="figures">{thicknessWords(criticalCm, system, 1)}</strong> of
              stick on. It covers {thicknessWords(inCm(covered), system, 1)}:{' '}
              {printRounded(Math.abs(overShare) * 100, 1)} % {overShare >= 0 ? 'more' : 'less'}, ±{' '}
              {printRounded(errorShare * 100, 1)} %. This holds on any slope.
            </>
          ),
        };
      }}
    />
  );
}
