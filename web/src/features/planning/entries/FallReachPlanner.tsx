import { useRef, useState } from 'react';
import { convert, printLength, type UnitSystem } from '@arbolito/core/units';
import { type FallCase, fallReach, type FallReach } from '@arbolito/core/safety';
import { Choice } from '../../../ui/forms/Choice.tsx';
import { Ground } from '../../../ui/drawing/kit.tsx';
import { fit } from '../../../ui/drawing/projection.ts';
import { Tree } from '../../../shared/elevation/TreeDrawing.tsx';
import type { QuantitySpec } from '../../../ui/forms/quantity.ts';
import { EnterFirst } from '../../../ui/feedback/EnterFirst.tsx';
import { NumberField } from '../../../ui/forms/NumberField.tsx';
import { useQuantities } from '../../../ui/forms/use-quantities.ts';
import { useSize } from '../../../ui/use-media.ts';
import { FromThere, StickInHand } from '../fall-reach/FromThere.tsx';
import { NearPowerLine } from '../fall-reach/NearPowerLine.tsx';
import { VERDICTS } from '../fall-reach/verdicts.ts';
import { t, say } from '../../../messages/text.ts';
import { message } from '@arbolito/core/message';

const LIMITS_M = {
  height: { label: message('planning.height-of-the-tree', 'height of the tree'), low: 1.5, high: 130 },
  error: { label: message('planning.standard-error-of-the-height', 'standard error of the height'), low: 0, high: 20 },
  lean: { label: message('planning.horizontal-lean-of-the-top', 'horizontal lean of the top'), low: 0, high: 60 },
  stump: { label: message('planning.hinge-height-above-ground', 'hinge height above ground'), low: 0, high: 10 },
  distance: { label: message('planning.horizontal-distance', 'horizontal distance'), low: 0.5, high: 300 },
  distanceError: {
    label: message('planning.standard-error-of-the-distance', 'standard error of the distance'),
    low: 0,
    high: 20,
  },
  above: {
    label: message('planning.height-above-the-tree-base', 'height above the tree base (negative: below)'),
    low: -100,
    high: 100,
  },
} as const satisfies Record<string, Omit<QuantitySpec, 'unit'>>;
type Key = keyof typeof LIMITS_M;

const specsIn = (unit: 'm' | 'ft'): Readonly<Record<Key, QuantitySpec>> =>
  Object.fromEntries(
    Object.entries(LIMITS_M).map(([key, { label, low, high }]) => [
      key,
      { label, unit, low: Number(convert(low, 'm', unit).toFixed(1)), high: Math.floor(convert(high, 'm', unit)) },
    ]),
  ) as Record<Key, QuantitySpec>;
const SPECS = { metric: specsIn('m'), imperial: specsIn('ft') } as const;

/** Nothing is assumed of a tree that may fall: every figure is the user's own. */
const NOTHING_ENTERED: Readonly<Record<Key, string>> = {
  height: '',
  error: '',
  lean: '',
  stump: '',
  distance: '',
  distanceError: '',
  above: '',
};

const THINGS = {
  path: message('planning.path-or-road', 'path or road'),
  building: message('planning.building', 'building'),
} as const;
const LINE = 'line';
type Thing = keyof typeof THINGS;

const isThing = (id: string): id is Thing => Object.hasOwn(THINGS, id);
const thingOf = (id: string | null): Thing | typeof LINE | null =>
  id === LINE || (id !== null && isThing(id)) ? id : null;

/** Keeps a choice in the address, so that the page can be shared as it stands. */
function putInAddress(key: string, value: string): void {
  const query = new URLSearchParams(location.search);
  query.set(key, value);
  history.replaceState(null, '', `?${query.toString()}`);
}

interface ThingMarkProps {
  readonly thing: Thing;
  readonly x: number;
  /** Where the tip would touch it. */
  readonly y: number;
  readonly size: number;
}

/** What might be touched. */
function ThingMark({ thing, x, y, size }: ThingMarkProps) {
  const d = {
    path: `M ${x - size * 0.5} ${y} h ${size}`,
    building: `M ${x - size * 0.3} ${y} v -${size * 0.5} l ${size * 0.3} -${size * 0.3} l ${size * 0.3} ${size * 0.3} v ${size * 0.5} Z`,
  }[thing];
  return (
    <path d={d} className="fill-none stroke-ink" strokeWidth={thing === 'path' ? 7 : 3.5} strokeLinejoin="round" />
  );
}

interface PictureProps {
  readonly given: FallCase;
  readonly reach: FallReach;
  readonly thing: Thing;
  readonly system: UnitSystem;
}

/** The arc of the tip, the thing in its way or out of it, true to scale. */
function Picture({ given, reach, thing, system }: PictureProps) {
  const area = useRef<HTMLDivElement>(null);
  const { width } = useSize(area);
  const { heightM, distanceM, aboveM, stumpM, leanOffsetM } = given;
  const radius = reach.lengthM - stumpM;
  const worst = radius + (reach.worstMarginM - reach.marginM);
  const height = Math.round(Math.min(420, Math.max(240, width * 0.66)));
  const projection = fit(
    {
      left: -Math.max(4, heightM * 0.2),
      right: Math.max(distanceM, worst) + 2,
      bottom: Math.min(0, aboveM) - 1,
      top: stumpM + worst + 0.5,
    },
    width,
    height,
    { left: 14, right: 20, top: 16, bottom: 30 },
  );
  const { x, y, pxPerM } = projection;
  const arc = (metres: number): string =>
    `M ${x(0)} ${y(stumpM + metres)} A ${metres * pxPerM} ${metres * pxPerM} 0 0 1 ${x(metres)} ${y(stumpM)}`;
  const leanDeg = (Math.asin(Math.min(1, leanOffsetM / Math.max(reach.lengthM, 0.01))) * 180) / Math.PI;
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
            'planning.drawing-to-scale-fall-radius',
            'Drawing to scale: fall radius {radius} from the hinge; the {things} is {distanceM} away',
            { radius: printLength(radius, system), things: THINGS[thing], distanceM: printLength(distanceM, system) },
          )}
        >
          <Ground a={{ x: x(0), y: y(0) }} b={{ x: x(distanceM), y: y(aboveM) }} width={width} height={height} />
          <path d={`${arc(worst)} L ${x(0)} ${y(stumpM)} Z`} className="fill-paint" opacity={0.14} />
          <path d={arc(worst)} className="stroke-paint-ink" strokeWidth={2} strokeDasharray="6 5" fill="none" />
          <path d={arc(radius)} className="stroke-paint" strokeWidth={4} fill="none" />
          <g transform={`rotate(${leanDeg} ${x(0)} ${y(0)})`}>
            <Tree projection={projection} heightM={reach.lengthM} dbhM={heightM / 60} crown="layered" ghost={false} />
          </g>
          <ThingMark thing={thing} x={x(distanceM)} y={y(aboveM)} size={Math.max(26, 5 * pxPerM)} />
          <text x={x(distanceM)} y={height - 9} textAnchor="middle" fontSize={15} fontWeight={700} className="fill-ink">
            {say(THINGS[thing])}
          </text>
        </svg>
      )}
    </div>
  );
}

/** Whether a tree can touch something, with the errors added; never leave to fell. Near power lines it says nothing. */
export function FallReachPlanner() {
  const [system, setSystem] = useState<UnitSystem>(() =>
    new URLSearchParams(location.search).get('units') === 'imperial' ? 'imperial' : 'metric',
  );
  const unit = system === 'metric' ? 'm' : 'ft';
  const specs = SPECS[system];
  const { texts, type, values, missing, part } = useQuantities(specs, NOTHING_ENTERED);
  const inMetres = (key: Key): number => convert(values?.[key] ?? NaN, unit, 'm');
  const changeUnits = (next: UnitSystem): void => {
    if (next === system) return;
    for (const key of Object.keys(specs) as Key[]) {
      const value = part([key]).values?.[key];
      if (value !== undefined)
        type(key, String(Number(convert(value, unit, next === 'metric' ? 'm' : 'ft').toFixed(2))));
    }
    setSystem(next);
    putInAddress('units', next);
  };
  const [thing, setThing] = useState(() => thingOf(new URLSearchParams(location.search).get('thing')));
  const given: FallCase | null =
    values === null
      ? null
      : {
          heightM: inMetres('height'),
          heightErrorM: inMetres('error'),
          leanOffsetM: inMetres('lean'),
          stumpM: Math.min(inMetres('stump'), inMetres('height') / 2),
          distanceM: inMetres('distance'),
          distanceErrorM: inMetres('distanceError'),
          aboveM: inMetres('above'),
        };
  const reach = given === null ? null : fallReach(given, system);
  const verdict = reach === null ? null : VERDICTS[reach.verdict];
  const [said = '', everybodyElse = '', ...rules] = reach?.words ?? [];
  const field = (key: Key) => (
    <NumberField
      key={key}
      spec={specs[key]}
      text={texts[key]}
      optional
      onType={(text) => {
        type(key, text);
      }}
    />
  );
  return (
    <div className="mx-auto grid max-w-6xl items-start gap-6 p-4 md:grid-cols-[20rem_minmax(0,1fr)] md:p-6">
      <section aria-label={t('planning.situation', 'Situation')} className="grid gap-5">
        <Choice
          name={t('planning.units', 'Units')}
          options={{ metric: 'm', imperial: 'ft' }}
          chosen={system}
          onChoose={changeUnits}
        />
        <fieldset className="grid gap-2">
          <legend className="pb-1 font-bold">{t('planning.object-at-risk', 'Object at risk')}</legend>
          <label className="flex items-center gap-2">
            <span>{t('planning.type', 'Type')}</span>
            <select
              className="field ml-auto !w-44"
              value={thing ?? ''}
              onChange={(event) => {
                setThing(thingOf(event.target.value));
                putInAddress('thing', event.target.value);
              }}
            >
              <option value="">{t('planning.choose', 'Choose…')}</option>
              <option value={LINE}>{t('planning.power-line', 'power line')}</option>
              {Object.entries(THINGS).map(([id, words]) => (
                <option key={id} value={id}>
                  {say(words)}
                </option>
              ))}
            </select>
          </label>
          {thing !== LINE && (['distance', 'distanceError', 'above'] as const).map(field)}
        </fieldset>
        {thing !== LINE && (
          <fieldset className="grid gap-2">
            <legend className="pb-1 font-bold">{t('planning.tree', 'Tree')}</legend>
            {(['height', 'error', 'lean', 'stump'] as const).map(field)}
          </fieldset>
        )}
      </section>
      <section aria-label={t('planning.fall-reach', 'Fall reach')} className="grid gap-4">
        {thing === null ? (
          <p className="card p-5 text-lg">
            {t('planning.choose-the-object-that-the', 'Choose the object that the tree might reach.')}
          </p>
        ) : thing === LINE ? (
          <NearPowerLine key={system} system={system} />
        ) : reach === null || given === null || verdict === null ? (
          <EnterFirst missing={missing} />
        ) : (
          <>
            <div
              aria-live="polite"
              className={`rounded-xl p-4 ${reach.verdict === 'falls-short' ? 'border-2 border-ink bg-sheet' : 'border-[3px] border-paint-ink bg-alarm'}`}
            >
              <p className="flex items-center gap-3 text-3xl font-extrabold" data-testid="verdict">
                <verdict.Icon aria-hidden="true" size={34} className="shrink-0" /> {say(verdict.words)}
              </p>
              <p className="mt-1 text-lg">{say(said)}</p>
            </div>
            <Picture given={given} reach={reach} thing={thing} system={system} />
            <p className="text-xl font-bold">{say(everybodyElse)}</p>
            <ul className="grid list-disc gap-1.5 pl-5">
              {rules.map((rule) => (
                <li key={say(rule)}>{say(rule)}</li>
              ))}
            </ul>
          </>
        )}
        {thing !== null && thing !== LINE && (
          <>
            <FromThere />
            <StickInHand key={system} system={system} />
          </>
        )}
      </section>
    </div>
  );
}
