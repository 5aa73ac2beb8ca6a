import { useRef } from 'react';
import { leanCost, type LeanCost, type Side, type Situation, standOff, type StandOff } from '@arbolito/core/height';
import { printRounded } from '@arbolito/core/units';
import { Ground, Person, Ray } from '../../../ui/drawing/kit.tsx';
import { fit } from '../../../ui/drawing/projection.ts';
import { crownRadiusM } from '../../../shared/elevation/Crown.tsx';
import { Tree } from '../../../shared/elevation/TreeDrawing.tsx';
import type { QuantitySpec } from '../../../ui/forms/quantity.ts';
import { EnterFirst } from '../../../ui/feedback/EnterFirst.tsx';
import { NumberField } from '../../../ui/forms/NumberField.tsx';
import { useQuantities } from '../../../ui/forms/use-quantities.ts';
import { useSize } from '../../../ui/use-media.ts';
import { t, say } from '../../../messages/text.ts';
import { rich } from '../../../messages/rich.ts';
import { message, type Text } from '@arbolito/core/message';
import { onDemand } from '../../../ui/feedback/on-demand.tsx';

const ErrorCurve = onDemand(() => import('../observer-distance/ErrorCurve.tsx'), 'h-72');

const SPECS = {
  height: { label: message('planning.expected-height', 'expected height'), unit: 'm', low: 2, high: 120 },
  crown: { label: message('planning.radius-of-the-crown-top', 'radius of the crown top'), unit: 'm', low: 0, high: 20 },
  lean: {
    label: message('planning.horizontal-lean-of-the-top', 'horizontal lean of the top'),
    unit: 'm',
    low: 0,
    high: 30,
  },
  eye: { label: message('planning.eye-height', 'eye height'), unit: 'm', low: 0.5, high: 2.5 },
  slope: { label: message('planning.slope-of-the-ground', 'slope of the ground'), unit: 'pct', low: 0, high: 150 },
  angle: {
    label: message('planning.standard-error-of-one-sight', 'standard error of one sight'),
    unit: 'deg',
    low: 0.01,
    high: 10,
  },
  tape: {
    label: message('planning.standard-error-of-the-distance', 'standard error of the distance'),
    unit: 'm',
    low: 0,
    high: 10,
  },
  share: {
    label: message('planning.plus-a-share-of-the', 'plus a share of the distance'),
    unit: 'pct',
    low: 0,
    high: 30,
  },
  from: {
    label: message('planning.shortest-distance-possible', 'shortest distance possible'),
    unit: 'm',
    low: 1,
    high: 200,
  },
  to: {
    label: message('planning.longest-distance-possible', 'longest distance possible'),
    unit: 'm',
    low: 1,
    high: 200,
  },
} as const satisfies Record<string, QuantitySpec>;
type Key = keyof typeof SPECS;

/** The tree is the user’s own; of the rest the usual stands at its field. */
const USUAL: Readonly<Record<Key, string>> = {
  height: '',
  crown: '',
  lean: '0',
  eye: '1.6',
  slope: '0',
  angle: '0.5',
  tape: '0.1',
  share: '0',
  from: '8',
  to: '45',
};

/** What instruments are good for, by their usual errors: of a sight, of the distance, and as a share of it. */
const INSTRUMENTS = {
  clinometer: {
    name: message('planning.clinometer-and-tape', 'clinometer and tape'),
    angle: '0.5',
    tape: '0.1',
    share: '0',
  },
  paces: {
    name: message('planning.clinometer-and-paces', 'clinometer and paces'),
    angle: '0.5',
    tape: '0.3',
    share: '3',
  },
  pendulum: {
    name: message('planning.pendulum-hypsometer-base-staff', 'pendulum hypsometer, base staff'),
    angle: '0.4',
    tape: '0.2',
    share: '0.5',
  },
  ultrasonic: {
    name: message('planning.ultrasonic-hypsometer', 'ultrasonic hypsometer'),
    angle: '0.2',
    tape: '0.1',
    share: '0.5',
  },
  laser: { name: message('planning.laser-rangefinder', 'laser rangefinder'), angle: '0.2', tape: '0.1', share: '0' },
  protractor: {
    name: message('planning.protractor-and-straw', 'protractor and straw'),
    angle: '1',
    tape: '0.1',
    share: '0',
  },
} as const;

type InstrumentId = keyof typeof INSTRUMENTS;

const GROUPS: readonly { readonly title: Text; readonly keys: readonly Key[] }[] = [
  { title: message('planning.tree', 'Tree'), keys: ['height', 'crown', 'lean', 'slope'] },
  {
    title: message('planning.observer-and-instrument', 'Observer and instrument'),
    keys: ['eye', 'angle', 'tape', 'share'],
  },
  { title: message('planning.space-available', 'Space available'), keys: ['from', 'to'] },
];

const SIDES: Record<Side, Text> = {
  across: message('planning.across-the-slope-level-with', 'across the slope, level with the base'),
  uphill: message('planning.uphill-of-the-tree', 'uphill of the tree'),
  downhill: message('planning.downhill-of-the-tree', 'downhill of the tree'),
};
const ON_LEVEL = message('planning.on-any-side-that-shows', 'on any side that shows the tip');

/** Which side to take: of the slope, of the lean. */
const whereabouts = ({ slopePct }: Situation, { side }: StandOff, leanM: number): string => {
  const ofLean = leanM > 0 ? t('planning.at-right-angles-to-the', 'at right angles to the lean') : '';
  if (slopePct === 0) return ofLean === '' ? say(ON_LEVEL) : ofLean;
  return ofLean === ''
    ? say(SIDES[side])
    : t('planning.if-also', '{sides}, if also {ofLean}', { sides: SIDES[side], ofLean });
};

const metres = (value: number, decimals = 1): string => `${printRounded(value, decimals)} m`;

/** The tree, the ground and the observer at the best place, true to scale. */
function Picture({ situation, plan }: { readonly situation: Situation; readonly plan: StandOff }) {
  const area = useRef<HTMLDivElement>(null);
  const { width } = useSize(area);
  const { heightM, eyeM, slopePct } = situation;
  const { distanceM } = plan.best;
  const height = Math.round(Math.min(380, Math.max(220, width * 0.62)));
  const rise = plan.side === 'across' ? 0 : (plan.side === 'uphill' ? 1 : -1) * (slopePct / 100) * distanceM;
  const radius = crownRadiusM(heightM, 'dome');
  const projection = fit(
    { left: -distanceM - 1.5, right: radius + 1.5, bottom: Math.min(0, rise) - 0.5, top: Math.max(heightM, rise + 2) },
    width,
    height,
    { left: 18, right: 18, top: 26, bottom: 34 },
  );
  const { x, y } = projection;
  const eye = { x: x(-distanceM), y: y(rise + eyeM) };
  return (
    <div ref={area} className="overflow-hidden rounded-xl border border-line bg-sheet">
      {width > 0 && (
        <svg
          width={width}
          height={height}
          viewBox={`0 0 ${width} ${height}`}
          className="block"
          role="img"
          aria-label={t(
            'planning.drawing-to-scale-a-tree',
            'Drawing to scale: a tree of {heightM}, the observer {distanceM} away',
            { heightM: metres(heightM), distanceM: metres(distanceM) },
          )}
        >
          <Ground a={{ x: x(-distanceM), y: y(rise) }} b={{ x: x(0), y: y(0) }} width={width} height={height} />
          <path
            d={`M ${eye.x} ${eye.y} H ${x(0)}`}
            className="stroke-sky"
            strokeWidth="var(--hair)"
            strokeDasharray="8 5"
          />
          <Tree projection={projection} heightM={heightM} dbhM={heightM / 60} crown="dome" ghost={false} />
          <Ray from={eye} to={{ x: x(0), y: y(0) }} now={false} />
          <Ray from={eye} to={{ x: x(0), y: y(heightM) }} now />
          <Person projection={projection} xM={-distanceM} feetM={rise} eyeM={rise + eyeM} />
          <text
            x={(x(-distanceM) + x(0)) / 2}
            y={height - 10}
            textAnchor="middle"
            fontSize={16}
            fontWeight={700}
            className="fill-ink figures"
          >
            {metres(distanceM)}
          </text>
        </svg>
      )}
    </div>
  );
}

/** What the lean does, from the side and from where it leans to. */
function LeanWords({ cost: { towardsM, awayM, acrossM } }: { readonly cost: LeanCost }) {
  return (
    <p className="mt-1 text-lg" data-testid="lean-words">
      {t(
        'planning.at-right-angles-to-the-lean',
        'At right angles to the lean the height is {acrossM} too low. With the top towards you it is {towardsM} too high, away from you {awayM} too low; the mean of both does not correct this. Or measure the distance to the point below the top.',
        { acrossM: metres(Math.abs(acrossM), 2), towardsM: metres(towardsM, 1), awayM: metres(-awayM, 1) },
      )}{' '}
    </p>
  );
}

/** Where to stand for a tree that one expects: how far, which side, which scale, what ± to expect. */
export function ObserverDistancePlanner() {
  const { texts, type, values, missing } = useQuantities(SPECS, USUAL);
  const spaceProblem =
    values !== null && values.to < values.from
      ? t('planning.longest-distance-must-be-at', 'Longest distance must be at least the shortest distance.')
      : null;
  const situation: Situation | null =
    values === null || spaceProblem !== null
      ? null
      : {
          heightM: values.height,
          crownRadiusM: Math.min(values.crown, values.height / 2),
          eyeM: values.eye,
          slopePct: values.slope,
          angleErrorDeg: values.angle,
          distanceErrorM: values.tape,
          distanceErrorShare: values.share / 100,
          space: { fromM: values.from, toM: values.to },
        };
  const plan = situation === null ? null : standOff(situation);
  const chosen = (Object.keys(INSTRUMENTS) as InstrumentId[]).find((id) =>
    (['angle', 'tape', 'share'] as const).every((key) => INSTRUMENTS[id][key] === texts[key]),
  );
  const leanM = values?.lean ?? 0;
  return (
    <div className="mx-auto grid max-w-6xl items-start gap-6 p-4 md:grid-cols-[20rem_minmax(0,1fr)] md:p-6">
      <section aria-label={t('planning.situation', 'Situation')} className="order-last grid gap-5 md:order-none">
        {GROUPS.map(({ title, keys }) => (
          <fieldset key={say(title)} className="grid gap-2">
            <legend className="pb-1 font-bold">{say(title)}</legend>
            {keys.includes('angle') && (
              <select
                className="field"
                aria-label={t('planning.instrument', 'Instrument')}
                value={chosen ?? ''}
                onChange={(event) => {
                  const id = event.target.value;
                  if (!(id in INSTRUMENTS)) return;
                  const { angle, tape, share } = INSTRUMENTS[id as InstrumentId];
                  type('angle', angle);
                  type('tape', tape);
                  type('share', share);
                }}
              >
                {Object.entries(INSTRUMENTS).map(([id, { name }]) => (
                  <option key={id} value={id}>
                    {say(name)}
                  </option>
                ))}
                {chosen === undefined && (
                  <option value="">{t('planning.by-the-values-below', 'by the values below')}</option>
                )}
              </select>
            )}
            {keys.map((key) => (
              <NumberField
                key={key}
                spec={SPECS[key]}
                text={texts[key]}
                optional
                problem={key === 'to' ? spaceProblem : null}
                onType={(text) => {
                  type(key, text);
                }}
              />
            ))}
          </fieldset>
        ))}
        <p className="text-quiet">
          {t(
            'planning.the-crown-top-is-taken',
            'The crown top is taken as a sphere of this radius below the tip: 0 for a pointed crown. From too near, its near edge hides the tip.',
          )}
        </p>
      </section>
      <section aria-label={t('planning.where-to-stand', 'Where to stand')} className="grid gap-4">
        {plan === null || situation === null ? (
          <EnterFirst missing={missing} />
        ) : (
          <>
            <div aria-live="polite">
              <p className="text-lg">
                {plan.good
                  ? t('planning.stand', 'Stand')
                  : t('planning.no-distance-is-good-here', 'No distance is good here. The best available is')}
              </p>
              <p className="flex flex-wrap items-baseline gap-x-4">
                <strong className="figures text-5xl font-extrabold" data-testid="stand-off">
                  {metres(plan.best.distanceM)}
                </strong>
                <span className="text-xl">
                  {t('planning.away', 'away, {situation}', { situation: whereabouts(situation, plan, leanM) })}
                </span>
              </p>
              <p className="mt-1 text-lg">
                {rich(
                  'planning.expect-of-the-height-from',
                  '{crown, select, none {Expect {totalM}, {share} % of the height: {standardErrorM} from sights and distance.} other {Expect {totalM}, {share} % of the height: {standardErrorM} from sights and distance, and {crown} too much from the near edge of the crown.}}',
                  {
                    totalM: <strong className="figures">± {metres(plan.best.totalM, 2)}</strong>,
                    share: printRounded(plan.share * 100, 1),
                    standardErrorM: metres(plan.best.standardErrorM, 2),
                    crown: plan.best.crownErrorM > 0.005 ? metres(plan.best.crownErrorM, 2) : 'none',
                  },
                )}{' '}
              </p>
              <p className="text-lg">
                {plan.mark === null
                  ? t(
                      'planning.any-scale-works-height-distance',
                      'Any scale works: height = distance × reading ÷ scale.',
                    )
                  : t(
                      'planning.at-m-the-1-scale',
                      'At {distanceM} m the 1:{distanceM2} scale shows the height directly, ± {totalM}.',
                      {
                        distanceM: printRounded(plan.mark.distanceM, 0),
                        distanceM2: printRounded(plan.mark.distanceM, 0),
                        totalM: metres(plan.mark.totalM, 2),
                      },
                    )}
              </p>
              {leanM > 0 && leanM < plan.best.distanceM && (
                <LeanWords cost={leanCost(situation, plan.best.distanceM, leanM)} />
              )}
              {plan.instead !== null && (
                <p className="mt-2 rounded-lg border-2 border-paint-ink bg-alarm p-3 font-semibold">
                  {say(plan.instead)}
                </p>
              )}
            </div>
            <Picture situation={situation} plan={plan} />
            <ErrorCurve curve={plan.curve} bestM={plan.best.distanceM} />
            <p className="text-quiet">
              {t(
                'planning.do-not-walk-backwards-while',
                'Do not walk backwards while sighting; look up before you look at the instrument.',
              )}
            </p>
          </>
        )}
      </section>
    </div>
  );
}
