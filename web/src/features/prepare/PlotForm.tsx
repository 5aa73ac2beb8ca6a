import { useRef, useState } from 'react';
import { convert, readQuantity, type UnitSystem } from '@arbolito/core/quantity';
import { PLOT_AREA_LIMITS_M2, PLOT_SLOPE_LIMITS_PCT, slopeCorrectedRadiusM } from '@arbolito/core/survey';
import type { PlotView, StratumView } from '../../contracts/views.ts';
import { callUntilAnswered, Refused } from '../../client/api.ts';
import { deviceId, newId } from '../../client/identity.ts';
import { printLength } from '@arbolito/core/survey';

export interface PlotFormProps {
  readonly surveyId: string;
  readonly strata: readonly StratumView[];
  readonly crew: string;
  readonly unitSystem: UnitSystem;
  readonly nextLabel: string;
}

type Field = 'label' | 'area' | 'slope' | 'stratum';
const FIELD_OF: Record<string, Field> = {
  '/label': 'label',
  '/areaM2': 'area',
  '/slopePct': 'slope',
  '/stratumId': 'stratum',
};

/** Laying out one more circular plot. Shows the radius to tape along the slope as one types. */
export function PlotForm({ surveyId, strata, crew, unitSystem, nextLabel }: PlotFormProps) {
  const metric = unitSystem === 'metric';
  const id = useRef(newId());
  const [values, setValues] = useState<Record<Field, string>>({
    label: nextLabel,
    area: metric ? '500' : '1/10 ac',
    slope: '0',
    stratum: strata[0]?.id ?? '',
  });
  const [errors, setErrors] = useState<Partial<Record<Field | 'form', string>>>({});
  const [sending, setSending] = useState(false);

  const area = readQuantity(values.area, { unit: metric ? 'm2' : 'ft2', units: ['m2', 'ft2', 'ha', 'acre'] });
  const slope = readQuantity(values.slope, { unit: 'pct' });
  const areaM2 = area.ok ? convert(area.value, area.unit, 'm2') : NaN;
  const good =
    areaM2 >= PLOT_AREA_LIMITS_M2.low &&
    areaM2 <= PLOT_AREA_LIMITS_M2.high &&
    slope.ok &&
    slope.value >= 0 &&
    slope.value <= PLOT_SLOPE_LIMITS_PCT.high;
  const radiusM = good ? slopeCorrectedRadiusM(areaM2, slope.value) : null;

  const submit = async (): Promise<void> => {
    const found: typeof errors = {};
    if (!area.ok) found.area = area.message;
    else if (!(areaM2 >= PLOT_AREA_LIMITS_M2.low && areaM2 <= PLOT_AREA_LIMITS_M2.high))
      found.area = 'The area must be from 1 m² to one hectare.';
    if (!slope.ok) found.slope = slope.message;
    else if (!(slope.value >= 0 && slope.value <= PLOT_SLOPE_LIMITS_PCT.high))
      found.slope = `The slope must be from 0 to ${PLOT_SLOPE_LIMITS_PCT.high} %.`;
    if (values.label.trim() === '') found.label = 'Give the plot a label.';
    setErrors(found);
    if (Object.keys(found).length > 0 || !slope.ok) return;
    setSending(true);
    try {
      const body = {
        id: id.current,
        observer: crew,
        device: deviceId(),
        surveyId,
        stratumId: values.stratum,
        label: values.label.trim(),
        areaM2,
        slopePct: slope.value,
      };
      const plot = await callUntilAnswered<PlotView>('/api/plots', body, (form) => {
        setErrors({ form });
      });
      location.assign(`/tally/${plot.id}`);
    } catch (error) {
      setSending(false);
      const byField =
        error instanceof Refused
          ? (error.problem.errors ?? []).map(({ pointer, detail }) => [FIELD_OF[pointer] ?? 'form', detail] as const)
          : [];
      setErrors(
        byField.length > 0
          ? Object.fromEntries(byField)
          : { form: error instanceof Error ? error.message : 'The plot could not be made.' },
      );
    }
  };

  const input = (name: Exclude<Field, 'stratum'>, label: string) => (
    <div className="grid content-start gap-1">
      <label htmlFor={`plot-${name}`} className="font-semibold">
        {label}
      </label>
      <input
        id={`plot-${name}`}
        className="field figures"
        value={values[name]}
        aria-invalid={errors[name] !== undefined}
        aria-describedby={errors[name] === undefined ? undefined : `plot-${name}-error`}
        onChange={(event) => {
          setValues({ ...values, [name]: event.target.value });
        }}
      />
      {errors[name] !== undefined && (
        <p id={`plot-${name}-error`} role="alert" className="font-semibold text-paint-ink">
          {errors[name]}
        </p>
      )}
    </div>
  );

  return (
    <form
      noValidate
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      <div className="grid gap-4 sm:grid-cols-2 lg:grid-cols-4">
        {input('label', 'Label')}
        <div className="grid content-start gap-1">
          <label htmlFor="plot-stratum" className="font-semibold">
            Stratum
          </label>
          <select
            id="plot-stratum"
            className="field"
            value={values.stratum}
            onChange={(event) => {
              setValues({ ...values, stratum: event.target.value });
            }}
          >
            {strata.map((stratum) => (
              <option key={stratum.id} value={stratum.id}>
                {stratum.name}
              </option>
            ))}
          </select>
        </div>
        {input('area', metric ? 'Level area, m²' : 'Level area, ft² (or ac)')}
        {input('slope', 'Slope, %')}
      </div>
      <p role="status">
        {radiusM === null
          ? 'Give area and slope to see the radius.'
          : `Radius to lay out along the ground: ${printLength(radiusM, unitSystem)}, so that the level area is right on this slope.`}
      </p>
      {errors.form !== undefined && (
        <p role="alert" className="font-semibold text-paint-ink">
          {errors.form}
        </p>
      )}
      <p>
        <button type="submit" className="btn" disabled={sending}>
          {sending ? 'Laying it out …' : 'Add plot'}
        </button>
      </p>
    </form>
  );
}
