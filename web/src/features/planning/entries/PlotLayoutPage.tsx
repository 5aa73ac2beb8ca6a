import { useMemo, useRef, useState } from 'react';
import { compassPoint, type GroundOutline, readAspect, readOutlines } from '@arbolito/core/layout';
import { convert, printRounded, readQuantity, type UnitSystem } from '@arbolito/core/units';
import type { PlotLayout } from '@arbolito/core/protocol';
import type { StratumView } from '../../../contracts/views.ts';
import { errorText } from '../../../client/api.ts';
import { newId } from '../../../client/identity.ts';
import { Alert } from '../../../ui/feedback/Alert.tsx';
import { FileField } from '../../../ui/forms/FileField.tsx';
import { FieldError } from '../../../ui/forms/FieldError.tsx';
import { layOutPlots, plotsOfPoints, type PlotToLay } from '../plot-layout/create-plots.ts';
import { PlotsFile } from '../plot-layout/PlotsFile.tsx';
import { DataTable } from '../../../ui/table/DataTable.tsx';
import {
  makePlan,
  type Plan,
  PLAN_LAYOUTS,
  planGeoJson,
  type PlanLayout,
  plotsForError,
} from '../plot-layout/layout-state.ts';
import { t, say } from '../../../messages/text.ts';
import { rich } from '../../../messages/rich.ts';
import { onDemand } from '../../../ui/feedback/on-demand.tsx';

const PlanMap = onDemand(() => import('../plot-layout/LayoutMap.tsx'), 'h-96');

export interface PlanPageProps {
  readonly surveyId: string;
  readonly crew: string;
  readonly system: UnitSystem;
  readonly strata: readonly StratumView[];
  /** How the survey lays plots out. */
  readonly layout: PlotLayout;
  /** Labels that are taken. */
  readonly labels: readonly string[];
}

interface Texts {
  readonly stratum: string;
  readonly plots: string;
  readonly layout: PlanLayout;
  readonly apart: string;
  readonly bearing: string;
  readonly seed: string;
  readonly speed: string;
  readonly minutes: string;
  readonly cv: string;
  readonly error: string;
  readonly population: string;
}

const planned = Object.keys(PLAN_LAYOUTS) as PlanLayout[];

const numberOf = (text: string): number => {
  const read = readQuantity(text, { unit: 'one' });
  return read.ok ? read.value : NaN;
};

/** Where plots go in a stratum, in which order they are walked, and how long that takes. */
export function PlotLayoutPage({ surveyId, crew, system, strata, layout, labels }: PlanPageProps) {
  const [texts, setTexts] = useState<Texts>({
    stratum: strata[0]?.id ?? '',
    plots: '12',
    layout: layout === 'random' || layout === 'lines' ? layout : 'systematic',
    apart: system === 'metric' ? '100' : '330',
    bearing: '0',
    seed: '1',
    speed: '2',
    minutes: '30',
    cv: '40',
    error: '10',
    population: '',
  });
  const [given, setGiven] = useState<Readonly<Record<string, readonly GroundOutline[]>>>({});
  const [wrong, setWrong] = useState<string | null>(null);
  const [laid, setLaid] = useState<{ readonly done: number; readonly of: number } | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  // The same plan keeps its identifiers: laid out again after a break, nothing is laid out twice.
  const ids = useRef(new Map<string, string>());
  const stratum = strata.find(({ id }) => id === texts.stratum);
  const outlines = given[texts.stratum] ?? stratum?.outline ?? [];
  const made = useMemo(
    () =>
      makePlan({
        outlines,
        plots: numberOf(texts.plots),
        layout: texts.layout,
        lines: {
          apartM: numberOf(texts.apart) * (system === 'metric' ? 1 : convert(1, 'ft', 'm')),
          bearingDeg: readAspect(texts.bearing) ?? NaN,
        },
        seed: Math.floor(Math.abs(numberOf(texts.seed)) || 0),
        speedKmh: numberOf(texts.speed) * (system === 'metric' ? 1 : 1.609344),
        minutesPerPlot: numberOf(texts.minutes),
      }),
    [outlines, texts, system],
  );
  const needed = plotsForError(
    numberOf(texts.cv),
    numberOf(texts.error),
    texts.population.trim() === '' ? undefined : numberOf(texts.population),
  );
  const length = (metres: number): string =>
    system === 'metric' ? `${printRounded(metres, 0)} m` : `${printRounded(convert(metres, 'm', 'ft'), 0)} ft`;

  const area = (ha: number): string =>
    system === 'metric' ? `${printRounded(ha, 1)} ha` : `${printRounded(convert(ha, 'ha', 'acre'), 1)} ac`;

  const read = async (file: File): Promise<void> => {
    setWrong(null);
    let value: unknown;
    try {
      value = JSON.parse(await file.text());
    } catch {
      setWrong(
        t('planning.this-file-is-not-json', 'This file is not JSON. Export the outline as GeoJSON, in degrees.'),
      );
      return;
    }
    const found = readOutlines(value);
    if (found.ok) setGiven({ ...given, [texts.stratum]: found.outlines });
    else setWrong(say(found.message));
  };
  const idOf = (key: string): string => {
    const id = ids.current.get(key) ?? newId();
    ids.current.set(key, id);
    return id;
  };
  const lay = async (plots: readonly PlotToLay[]): Promise<void> => {
    setSaid(null);
    try {
      await layOutPlots({ surveyId, crew }, plots, idOf, {
        onDone: (done) => {
          setLaid({ done, of: plots.length });
        },
        onWait: setSaid,
      });
      location.assign(`/tally?survey=${surveyId}`);
    } catch (error) {
      setLaid(null);
      setSaid(errorText(error));
    }
  };
  const layPlan = async (plan: Plan): Promise<void> => {
    const first = Math.max(0, ...labels.map(Number).filter(Number.isInteger)) + 1;
    const points = plan.plots.map(({ latitude, longitude }, i) => ({
      label: String(first + i),
      latitude,
      longitude,
      slopePct: 0,
      aspectDeg: null,
      stratum: null,
    }));
    const plots = plotsOfPoints(points, strata, texts.stratum);
    if (typeof plots === 'string') setSaid(plots);
    else await lay(plots);
  };

  const field = (name: keyof Texts, label: string) => (
    <div className="grid content-start gap-1">
      <label htmlFor={`plan-${name}`} className="font-semibold">
        {label}
      </label>
      <input
        id={`plan-${name}`}
        className="field figures"
        inputMode="decimal"
        value={texts[name]}
        onChange={(event) => {
          setTexts({ ...texts, [name]: event.target.value });
        }}
      />
    </div>
  );
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-6">
      <div className="grid gap-4 sm:grid-cols-2 lg:grid-cols-4">
        <div className="grid content-start gap-1">
          <label htmlFor="plan-stratum" className="font-semibold">
            {t('planning.stratum', 'Stratum')}
          </label>
          <select
            id="plan-stratum"
            className="field"
            value={texts.stratum}
            onChange={(event) => {
              setTexts({ ...texts, stratum: event.target.value });
            }}
          >
            {strata.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </div>
        <div className="grid content-start gap-1 lg:col-span-2">
          <label htmlFor="plan-outline" className="font-semibold">
            {t(
              'planning.outline-as-geojson',
              '{has, select, yes {Outline as GeoJSON (saved)} other {Outline as GeoJSON}}',
              { has: outlines.length > 0 ? 'yes' : 'no' },
            )}
          </label>
          <FileField
            id="plan-outline"
            accept=".geojson,.json,application/geo+json"
            aria-describedby={wrong === null ? undefined : 'plan-outline-error'}
            onFile={(file) => {
              if (file !== null) void read(file);
            }}
          />
          {wrong !== null && <FieldError id="plan-outline-error">{wrong}</FieldError>}
        </div>
        <div className="grid content-start gap-1">
          <label htmlFor="plan-layout" className="font-semibold">
            {t('planning.layout', 'Layout')}
          </label>
          <select
            id="plan-layout"
            className="field"
            value={texts.layout}
            onChange={(event) => {
              const chosen = planned.find((each) => each === event.target.value);
              if (chosen !== undefined) setTexts({ ...texts, layout: chosen });
            }}
          >
            {planned.map((each) => (
              <option key={each} value={each}>
                {say(PLAN_LAYOUTS[each])}
              </option>
            ))}
          </select>
        </div>
        {texts.layout === 'lines' && (
          <>
            {field(
              'apart',
              system === 'metric'
                ? t('planning.line-spacing-m', 'Line spacing, m')
                : t('planning.line-spacing-ft', 'Line spacing, ft'),
            )}
            {field('bearing', t('planning.bearing-of-the-lines', 'Bearing of the lines'))}
          </>
        )}
        {field('plots', t('planning.plots', 'Plots'))}
        {field('seed', t('planning.random-seed', 'Random seed'))}
        {field(
          'speed',
          system === 'metric'
            ? t('planning.walking-speed-km-h', 'Walking speed, km/h')
            : t('planning.walking-speed-mi-h', 'Walking speed, mi/h'),
        )}
        {field('minutes', t('planning.minutes-per-plot', 'Minutes per plot'))}
      </div>
      <fieldset className="card flex flex-wrap items-end gap-4 p-4">
        <legend className="px-1 font-semibold">
          {t('planning.number-of-plots-for-a', 'Number of plots for a target error')}
        </legend>
        {field('cv', t('planning.coefficient-of-variation-between-plots', 'Coefficient of variation between plots, %'))}
        {field('error', t('planning.target-error-at-95', 'Target error at 95 %, ± %'))}
        {field('population', t('planning.number-of-plots-in-the', 'Number of plots in the population (optional)'))}
        <p role="status" className="pb-2">
          {say(
            typeof needed === 'number' ? (
              <>
                {rich('planning.plots-2', '{needed} plots', {
                  needed: <strong className="figures text-2xl">{needed}</strong>,
                })}
                <button
                  type="button"
                  className="btn ml-2"
                  onClick={() => {
                    setTexts({ ...texts, plots: String(needed) });
                  }}
                >
                  {t('planning.use-this-number', 'Use this number')}
                </button>
              </>
            ) : (
              needed
            ),
          )}
        </p>
      </fieldset>
      {!made.ok ? (
        <p role="status" className="card p-5 text-lg">
          {say(made.message)}
        </p>
      ) : (
        <>
          <p className="text-lg" role="status">
            {rich(
              'planning.plots-on-to-walk-h',
              '{kind, select, spacing {<strong>{plots} plots</strong> on {areaHa}, {spacing} apart: {walkM} to walk, {walkingH} h, and {workH} h on the plots: {allH}.} lines {<strong>{plots} plots</strong> on {areaHa}, {spacing} apart on {lines} lines: {walkM} to walk, {walkingH} h, and {workH} h on the plots: {allH}.} other {<strong>{plots} plots</strong> on {areaHa}: {walkM} to walk, {walkingH} h, and {workH} h on the plots: {allH}.}}',
              {
                kind: made.plan.lines !== null ? 'lines' : made.plan.spacingM !== null ? 'spacing' : 'none',
                strong: (chunks) => <strong>{chunks}</strong>,
                plots: made.plan.plots.length,
                areaHa: area(made.plan.areaHa),
                spacing: made.plan.spacingM === null ? '' : length(made.plan.spacingM),
                lines: made.plan.lines ?? 0,
                walkM: length(made.plan.walkM),
                walkingH: printRounded(made.plan.hours.walkingH, 1),
                workH: printRounded(made.plan.hours.workH, 1),
                allH: <strong>{printRounded(made.plan.hours.allH, 1)} h</strong>,
              },
            )}{' '}
          </p>
          <div className="grid gap-6 lg:grid-cols-2">
            <PlanMap plan={made.plan} system={system} />
            <div
              className="max-h-[34rem] overflow-auto"
              tabIndex={0}
              role="group"
              aria-label={t('planning.route', 'Route')}
            >
              <DataTable
                caption={t('planning.plots-in-walking-order', 'Plots in walking order')}
                isCaptionHidden
                rows={made.plan.plots}
                keyOf={({ number }) => String(number)}
                columns={[
                  { id: 'plot', head: t('planning.head.plot', 'plot'), kind: 'row-head', cell: ({ number }) => number },
                  {
                    id: 'bearing',
                    head: t('planning.head.bearing', 'bearing'),
                    kind: 'number',
                    cell: ({ number, leg }) =>
                      number === 1 ? 'start' : `${printRounded(leg.bearingDeg, 0)}° ${compassPoint(leg.bearingDeg)}`,
                  },
                  {
                    id: 'distance',
                    head: t('planning.head.distance', 'distance'),
                    kind: 'number',
                    cell: ({ number, leg }) => (number === 1 ? '' : length(leg.distanceM)),
                  },
                  {
                    id: 'position',
                    head: t('planning.latitude-longitude', 'Latitude, longitude'),
                    kind: 'number',
                    cell: ({ latitude, longitude }) => `${latitude.toFixed(5)}, ${longitude.toFixed(5)}`,
                  },
                ]}
              />
            </div>
          </div>
          <p className="flex flex-wrap items-center gap-3">
            <button
              type="button"
              className="btn btn-main"
              disabled={laid !== null}
              onClick={() => void layPlan(made.plan)}
            >
              {t('planning.create-these-plots', 'Create these plots')}
            </button>
            <a
              className="btn"
              download="plan.geojson"
              href={`data:application/geo+json,${encodeURIComponent(JSON.stringify(planGeoJson(made.plan)))}`}
            >
              {t('planning.geojson', 'GeoJSON')}
            </a>
            {laid !== null && (
              <span role="status">
                {t('planning.of-plots-created', '{done} of {of} plots created', { done: laid.done, of: laid.of })}{' '}
              </span>
            )}
          </p>
        </>
      )}
      <PlotsFile
        strata={strata}
        stratumId={texts.stratum}
        labels={labels}
        busy={laid !== null}
        onLay={(plots) => void lay(plots)}
      />
      {said !== null && <Alert>{said}</Alert>}
    </div>
  );
}
