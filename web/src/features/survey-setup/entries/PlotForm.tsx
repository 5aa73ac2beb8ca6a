import { useRef, useState } from 'react';
import { printLength, readQuantity, type UnitSystem } from '@arbolito/core/units';
import { placeWords, PLOT_SLOPE_LIMITS_PCT, type PlotShape, type SurveyDesign } from '@arbolito/core/protocol';
import { plotRadiusM, shapeWords, slopeCorrectedRadiusM } from '@arbolito/core/plot';
import type { PlotView, StratumView } from '../../../contracts/views.ts';
import { callUntilAnswered, Refused } from '../../../client/api.ts';
import { deviceId, newId } from '../../../client/identity.ts';
import { ShapeFields } from '../design/ShapeFields.tsx';
import { readShape, textsOfShape } from '../design/shape-texts.ts';
import { auxiliaryLabel, readAuxiliary } from '../../../ui/auxiliary-figure.ts';

export interface PlotFormProps {
  readonly surveyId: string;
  readonly strata: readonly StratumView[];
  readonly crew: string;
  readonly unitSystem: UnitSystem;
  readonly nextLabel: string;
  readonly design: SurveyDesign;
}

type Field = 'label' | 'slope' | 'stratum' | 'auxiliary';
const FIELD_OF: Record<string, Field> = {
  '/label': 'label',
  '/slopePct': 'slope',
  '/stratumId': 'stratum',
  '/auxiliary': 'auxiliary',
};

/** What to lay out on this ground, in words. */
function layoutWords(shape: PlotShape, slopePct: number, design: SurveyDesign, system: UnitSystem): string {
  if (shape.kind !== 'circle') return `${shapeWords(shape, system)}: distances are level ones.`;
  if (design.slopeRadius === 'level')
    return `Level radius: ${printLength(plotRadiusM(shape.areaM2), system)}. Make every distance level before you compare.`;
  return `Radius to lay out along the ground: ${printLength(slopeCorrectedRadiusM(shape.areaM2, slopePct), system)}, so that the level area is right on this slope.`;
}

/** Laying out one more plot: as the survey usually does, or as another kind. */
export function PlotForm({ surveyId, strata, crew, unitSystem, nextLabel, design }: PlotFormProps) {
  const id = useRef(newId());
  const [values, setValues] = useState<Record<Field, string>>({
    label: nextLabel,
    slope: '0',
    stratum: strata[0]?.id ?? '',
    auxiliary: '',
  });
  const [texts, setTexts] = useState(textsOfShape(design.shape, unitSystem));
  const [errors, setErrors] = useState<Partial<Record<Field | 'form', string>>>({});
  const [tried, setTried] = useState(false);
  const [sending, setSending] = useState(false);
  const asked = auxiliaryLabel(design.phases);

  const shape = readShape(texts, unitSystem);
  const slope = readQuantity(values.slope, { unit: 'pct' });
  const isSteep = slope.ok && !(slope.value >= 0 && slope.value <= PLOT_SLOPE_LIMITS_PCT.high);
  const words = shape.ok && slope.ok && !isSteep ? layoutWords(shape.shape, slope.value, design, unitSystem) : null;

  const submit = async (): Promise<void> => {
    const found: typeof errors = {};
    setTried(true);
    if (!slope.ok) found.slope = slope.message;
    else if (isSteep) found.slope = `The slope must be from 0 to ${PLOT_SLOPE_LIMITS_PCT.high} %.`;
    if (values.label.trim() === '') found.label = `Give the ${placeWords(design.shape).one} a label.`;
    const auxiliary = readAuxiliary(values.auxiliary);
    if (typeof auxiliary === 'string') found.auxiliary = auxiliary;
    setErrors(found);
    if (Object.keys(found).length > 0 || !slope.ok || !shape.ok) return;
    setSending(true);
    try {
      const body = {
        id: id.current,
        observer: crew,
        device: deviceId(),
        surveyId,
        stratumId: values.stratum,
        label: values.label.trim(),
        shape: shape.shape,
        slopePct: slope.value,
        ...(typeof auxiliary === 'number' ? { auxiliary } : {}),
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
          : { form: error instanceof Error ? error.message : `The ${placeWords(design.shape).one} could not be made.` },
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
      <div className="grid gap-4 sm:grid-cols-2 lg:grid-cols-3">
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
        {input('slope', 'Slope, %')}
        {asked !== null && input('auxiliary', asked)}
        <ShapeFields
          id="plot"
          texts={texts}
          onTexts={setTexts}
          system={unitSystem}
          problem={tried && !shape.ok ? shape : null}
        />
      </div>
      <p role="status">{words ?? 'Give the measures and the slope to see what to lay out.'}</p>
      {errors.form !== undefined && (
        <p role="alert" className="font-semibold text-paint-ink">
          {errors.form}
        </p>
      )}
      <p>
        <button type="submit" className="btn" disabled={sending}>
          {sending ? 'Laying it out …' : `Add ${placeWords(design.shape).one}`}
        </button>
      </p>
    </form>
  );
}
