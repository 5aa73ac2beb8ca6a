import { useEffect, useState } from 'react';
import { convert, printRounded, type UnitSystem } from '@arbolito/core/units';
import {
  type Borderline,
  gaugeFactor,
  gaugeWidthCm,
  inOrOut,
  M2_PER_HA_IN_FT2_PER_ACRE,
  metricFactor,
} from '@arbolito/core/plot';
import { InOrOutView } from '../../../shared/InOrOutView.tsx';
import type { QuantitySpec } from '../../../ui/forms/quantity.ts';
import { Choice } from '../../../ui/forms/Choice.tsx';
import { EnterFirst } from '../../../ui/feedback/EnterFirst.tsx';
import { NumberField } from '../../../ui/forms/NumberField.tsx';
import { useQuantities } from '../../../ui/forms/use-quantities.ts';
import { t, say } from '../../../messages/text.ts';
import { rich } from '../../../messages/rich.ts';
import { message } from '@arbolito/core/message';

type Key = 'dbh' | 'distance' | 'slope' | 'factor' | 'radius' | 'width' | 'reach';
type Kind = 'plot' | 'point';

interface Units {
  readonly length: 'm' | 'ft';
  readonly diameter: 'cm' | 'in';
  readonly factor: string;
  readonly metricFactorOf: (factor: number) => number;
  readonly factorOf: (m2PerHa: number) => number;
}

const same = (value: number): number => value;
const UNITS: Readonly<Record<UnitSystem, Units>> = {
  metric: { length: 'm', diameter: 'cm', factor: 'm²/ha', metricFactorOf: same, factorOf: same },
  imperial: {
    length: 'ft',
    diameter: 'in',
    factor: 'ft²/ac',
    metricFactorOf: metricFactor,
    factorOf: (m2PerHa) => m2PerHa / M2_PER_HA_IN_FT2_PER_ACRE,
  },
};
const SYSTEMS = {
  metric: message('planning.cm-and-m', 'cm and m'),
  imperial: message('planning.in-and-ft', 'in and ft'),
} as const;

const specsOf = ({ length, diameter, factor }: Units): Readonly<Record<Key, QuantitySpec>> => {
  const isMetric = length === 'm';
  return {
    dbh: { label: t('planning.dbh', 'dbh'), unit: diameter, low: 1, high: isMetric ? 600 : 236 },
    distance: {
      label: t('planning.distance-by-tape', 'distance by tape'),
      unit: length,
      low: 0,
      high: isMetric ? 200 : 650,
    },
    slope: { label: t('planning.slope-along-the-tape', 'slope along the tape'), unit: 'pct', low: -150, high: 150 },
    factor: {
      label: t('planning.factor', 'factor, {factor}', { factor }),
      unit: 'one',
      low: isMetric ? 0.05 : 0.3,
      high: isMetric ? 200 : 800,
    },
    radius: { label: t('planning.plot-radius', 'plot radius'), unit: length, low: 0.5, high: isMetric ? 60 : 196 },
    width: { label: t('planning.gauge-width', 'gauge width'), unit: diameter, low: 0.05, high: 50 },
    reach: {
      label: t('planning.distance-from-eye-to-gauge', 'distance from eye to gauge'),
      unit: diameter,
      low: 5,
      high: 300,
    },
  };
};

/** Usual plots and points, which stand at their fields; the tree and the gauge are the user’s own. */
const NOTHING_ENTERED = { dbh: '', distance: '', slope: '0', width: '', reach: '' } as const;
const USUAL: Readonly<Record<UnitSystem, Readonly<Record<Key, string>>>> = {
  metric: { ...NOTHING_ENTERED, factor: '4', radius: '12.62' },
  imperial: { ...NOTHING_ENTERED, factor: '10', radius: '37.2' },
};

const text = (value: number, decimals = 2): string => String(Number(value.toFixed(decimals)));

/** Whether a tree on the edge is in, by how much, and where the limit lies on the tape; and a gauge of one's own. */
export function InOrOutPlanner() {
  const query = new URLSearchParams(location.search);
  const [system, setSystem] = useState<UnitSystem>(query.get('units') === 'imperial' ? 'imperial' : 'metric');
  const [kind, setKind] = useState<Kind>(query.get('kind') === 'plot' ? 'plot' : 'point');
  const [to, setTo] = useState<Borderline['to']>(query.get('to') === 'pith' ? 'pith' : 'face');
  const units = UNITS[system];
  const specs = specsOf(units);
  const { texts, type, part } = useQuantities<Key>(specs, USUAL[system]);
  const { values, missing } = part(['dbh', 'distance', 'slope', kind === 'point' ? 'factor' : 'radius']);
  const gauge = part(['width', 'reach', 'factor']).values;
  useEffect(() => {
    const next = new URLSearchParams(location.search);
    for (const [key, value] of Object.entries({ units: system, kind, to })) next.set(key, value);
    history.replaceState(null, '', `?${next.toString()}`);
  }, [system, kind, to]);
  const changeUnits = (next: UnitSystem): void => {
    if (next === system) return;
    const { length, diameter, factorOf } = UNITS[next];
    const change = (key: Key, to: (value: number) => string): void => {
      const value = part([key]).values?.[key];
      if (value !== undefined) type(key, to(value));
    };
    for (const key of ['dbh', 'width', 'reach'] as const)
      change(key, (value) => text(convert(value, units.diameter, diameter)));
    for (const key of ['distance', 'radius'] as const)
      change(key, (value) => text(convert(value, units.length, length)));
    change('factor', (value) => text(factorOf(units.metricFactorOf(value)), 4));
    setSystem(next);
  };
  const field = (key: Key) => (
    <NumberField
      key={key}
      spec={specs[key]}
      text={texts[key]}
      optional
      onType={(typed) => {
        type(key, typed);
      }}
    />
  );
  const outcome =
    values === null
      ? null
      : inOrOut(
          kind === 'point'
            ? { kind, factorM2PerHa: units.metricFactorOf(values.factor) }
            : { kind, radiusM: convert(values.radius, units.length, 'm') },
          {
            dbhCm: convert(values.dbh, units.diameter, 'cm'),
            distanceM: convert(values.distance, units.length, 'm'),
            to,
            slopePct: values.slope,
          },
        );
  return (
    <div className="mx-auto grid max-w-6xl grid-cols-[minmax(0,1fr)] items-start gap-6 p-4 md:grid-cols-[21rem_minmax(0,1fr)] md:p-6">
      <section
        aria-label={t('planning.measurements', 'Measurements')}
        className="order-2 grid gap-4 md:order-none md:row-span-2"
      >
        <Choice name={t('planning.units', 'Units')} options={SYSTEMS} chosen={system} onChoose={changeUnits} />
        <Choice
          name={t('planning.plot-or-point', 'Plot or point')}
          options={{
            point: t('planning.variable-radius-point', 'variable-radius point'),
            plot: t('planning.fixed-area-plot', 'fixed-area plot'),
          }}
          chosen={kind}
          onChoose={setKind}
        />
        <fieldset className="grid gap-2">
          <legend className="pb-1 font-bold">{t('planning.borderline-tree', 'Borderline tree')}</legend>
          {field(kind === 'point' ? 'factor' : 'radius')}
          {field('dbh')}
          {field('distance')}
          <Choice
            name={t('planning.measured-to', 'Measured to')}
            options={{
              face: t('planning.face-of-the-stem', 'face of the stem'),
              pith: t('planning.pith-of-the-stem', 'pith of the stem'),
            }}
            chosen={to}
            onChoose={setTo}
          />
          {field('slope')}
        </fieldset>
      </section>
      <section aria-label={t('planning.in-or-out', 'In or out')} className="order-1 grid min-w-0 gap-5 md:order-none">
        {outcome?.ok === true && values !== null ? (
          <InOrOutView outcome={outcome} dbhCm={convert(values.dbh, units.diameter, 'cm')} units={units} to={to} />
        ) : outcome?.ok === false ? (
          <p className="card p-5 text-lg">{say(outcome.message)}</p>
        ) : (
          <EnterFirst missing={missing} />
        )}
      </section>
      <div className="order-3 grid min-w-0 gap-5 md:order-none">
        <section aria-labelledby="gauge" className="card grid gap-3 p-5">
          <h2 id="gauge" className="text-xl font-bold">
            {t('planning.your-own-gauge', 'Your own gauge')}
          </h2>
          <p>
            {t(
              'planning.any-object-of-known-width',
              'Any object of known width at a known distance from the eye works as an angle gauge: a coin on a string, a thumb at arm’s length.',
            )}
          </p>
          <div className="grid gap-2 sm:grid-cols-2">
            {field('width')}
            {field('reach')}
          </div>
          {gauge !== null && (
            <p className="text-lg" aria-live="polite">
              {rich(
                'planning.factor-for-a-factor-of',
                'Factor {width} {factor}. For a factor of {factor2} the width must be {factor3} {diameter}.',
                {
                  width: (
                    <strong className="figures" data-testid="gauge-factor">
                      {printRounded(
                        units.factorOf(
                          gaugeFactor(
                            convert(gauge.width, units.diameter, 'cm'),
                            convert(gauge.reach, units.diameter, 'cm'),
                          ),
                        ),
                        2,
                      )}
                    </strong>
                  ),
                  factor: units.factor,
                  factor2: printRounded(gauge.factor, 2),
                  factor3: (
                    <strong className="figures">
                      {printRounded(
                        convert(
                          gaugeWidthCm(units.metricFactorOf(gauge.factor), convert(gauge.reach, units.diameter, 'cm')),
                          'cm',
                          units.diameter,
                        ),
                        2,
                      )}
                    </strong>
                  ),
                  diameter: units.diameter,
                },
              )}{' '}
            </p>
          )}
        </section>
        <p className="text-quiet">
          {t(
            'planning.the-pith-of-the-stem',
            'The pith of the stem decides, measured horizontally; a tree on the limit is in. Bitterlich 1948. Look up before you walk in under a crown.',
          )}
        </p>
      </div>
    </div>
  );
}
