import { useRef } from 'react';
import { printLength, readQuantity, type UnitSystem } from '@arbolito/core/units';
import { placeKind, PLOT_SLOPE_LIMITS_PCT, type PlotShape, type SurveyDesign } from '@arbolito/core/protocol';
import { plotRadiusM, shapeWords, slopeCorrectedRadiusM } from '@arbolito/core/plot';
import type { PlotView, StratumView } from '../../../contracts/views.ts';
import { callUntilAnswered } from '../../../client/api.ts';
import { deviceId, newId } from '../../../client/identity.ts';
import { auxiliaryLabel, readAuxiliary } from '../../../shared/auxiliary-figure.ts';
import { Alert } from '../../../ui/feedback/Alert.tsx';
import { SelectField, TextField } from '../../../ui/forms/Field.tsx';
import { SubmitButton } from '../../../ui/forms/SubmitButton.tsx';
import { useEntryForm } from '../../../ui/forms/use-entry-form.ts';
import { ShapeFields } from '../design/ShapeFields.tsx';
import { readShape, type ShapeTexts, textsOfShape } from '../design/shape-texts.ts';
import { t, say } from '../../../messages/text.ts';
import { type Text, isText } from '@arbolito/core/message';

export interface PlotFormProps {
  readonly surveyId: string;
  readonly strata: readonly StratumView[];
  readonly crew: string;
  readonly unitSystem: UnitSystem;
  readonly nextLabel: string;
  readonly design: SurveyDesign;
}

interface PlotValues {
  readonly label: string;
  readonly slope: string;
  readonly stratum: string;
  readonly auxiliary: string;
  readonly shape: ShapeTexts;
}

const FIELD_OF: Partial<Record<string, keyof PlotValues>> = {
  '/label': 'label',
  '/slopePct': 'slope',
  '/stratumId': 'stratum',
  '/auxiliary': 'auxiliary',
};

/** What to lay out on this ground, in words. */
function layoutWords(shape: PlotShape, slopePct: number, design: SurveyDesign, system: UnitSystem): string {
  if (shape.kind !== 'circle')
    return t('survey-setup.distances-are-horizontal', '{shape}: distances are horizontal.', {
      shape: shapeWords(shape, system),
    });
  if (design.slopeRadius === 'level')
    return t(
      'survey-setup.horizontal-radius-reduce-every-slope',
      'Horizontal radius: {areaM2}. Reduce every slope distance to the horizontal before you compare.',
      { areaM2: printLength(plotRadiusM(shape.areaM2), system) },
    );
  return t(
    'survey-setup.radius-along-the-slope-the',
    'Radius along the slope: {areaM2}. The horizontal area is then correct on this slope.',
    { areaM2: printLength(slopeCorrectedRadiusM(shape.areaM2, slopePct), system) },
  );
}

/** A typed slope in percent, or what is wrong with it. */
function readSlope(text: string): number | Text {
  const read = readQuantity(text, { unit: 'pct' });
  if (!read.ok) return read.message;
  const { low, high } = PLOT_SLOPE_LIMITS_PCT;
  return read.value >= low && read.value <= high
    ? read.value
    : t('survey-setup.slope-must-be-to', 'Slope must be {low} to {high} %.', { low, high });
}

/** Laying out one more plot: as the survey usually does, or as another kind. */
export function PlotForm({ surveyId, strata, crew, unitSystem, nextLabel, design }: PlotFormProps) {
  const id = useRef(newId());
  const place = placeKind(design.shape);
  const entry = useEntryForm<PlotValues>({
    defaultValues: {
      label: nextLabel,
      slope: '0',
      stratum: strata[0]?.id ?? '',
      auxiliary: '',
      shape: textsOfShape(design.shape, unitSystem),
    },
    check: ({ label, slope, auxiliary, shape }) => {
      const slopePct = readSlope(slope);
      const read = readAuxiliary(auxiliary);
      const readAs = readShape(shape, unitSystem);
      return {
        label:
          label.trim() === ''
            ? t(
                'survey-setup.enter-a-label-for-the',
                '{place, select, point {Enter a label for the point.} list {Enter a label for the list.} other {Enter a label for the plot.}}',
                { place },
              )
            : null,
        slope: isText(slopePct) ? say(slopePct) : null,
        auxiliary: isText(read) ? say(read) : null,
        shape: readAs.ok ? null : say(readAs.message),
      };
    },
    fieldOf: (pointer) => FIELD_OF[pointer] ?? null,
    send: async (values, onWait) => {
      const shape = readShape(values.shape, unitSystem);
      const auxiliary = readAuxiliary(values.auxiliary);
      const body = {
        id: id.current,
        observer: crew,
        device: deviceId(),
        surveyId,
        stratumId: values.stratum,
        label: values.label.trim(),
        ...(shape.ok ? { shape: shape.shape } : {}),
        slopePct: readSlope(values.slope),
        ...(typeof auxiliary === 'number' ? { auxiliary } : {}),
      };
      const plot = await callUntilAnswered<PlotView>('/api/plots', body, onWait);
      location.assign(`/tally/${plot.id}`);
      return null;
    },
  });
  const { form, errorOf } = entry;
  const texts = form.watch('shape');
  const shape = readShape(texts, unitSystem);
  const slopePct = readSlope(form.watch('slope'));
  const words =
    shape.ok && typeof slopePct === 'number' ? layoutWords(shape.shape, slopePct, design, unitSystem) : null;
  const asked = auxiliaryLabel(design.phases);
  // A list has no area to lay out, and nothing else stands beside lists.
  const isList = design.shape.kind === 'tree-list';
  const wired = (name: 'label' | 'slope' | 'auxiliary') => ({
    id: `plot-${name}`,
    className: 'figures',
    error: errorOf(name),
    ...form.register(name),
  });
  return (
    <form noValidate className="grid gap-3" onSubmit={entry.onSubmit}>
      <div className="grid gap-4 sm:grid-cols-2 lg:grid-cols-3">
        <TextField label={t('survey-setup.label', 'Label')} {...wired('label')} />
        <SelectField
          id="plot-stratum"
          label={t('survey-setup.stratum', 'Stratum')}
          options={strata.map((stratum) => [stratum.id, stratum.name])}
          error={errorOf('stratum')}
          {...form.register('stratum')}
        />
        {!isList && <TextField label={t('survey-setup.slope', 'Slope, %')} {...wired('slope')} />}
        {asked !== null && <TextField label={asked} {...wired('auxiliary')} />}
        {!isList && (
          <ShapeFields
            id="plot"
            texts={texts}
            onTexts={(next) => {
              form.setValue('shape', next);
            }}
            system={unitSystem}
            problem={entry.isTried && !shape.ok ? shape : null}
          />
        )}
      </div>
      {!isList && (
        <p role="status">
          {words ??
            t(
              'survey-setup.enter-the-dimensions-and-the',
              'Enter the dimensions and the slope to see what to lay out.',
            )}
        </p>
      )}
      {(entry.trouble ?? entry.said) !== null && <Alert>{entry.trouble ?? entry.said}</Alert>}
      <p>
        <SubmitButton
          isSending={entry.isSending}
          isChanged={entry.isChanged}
          sending={t('survey-setup.saving', 'Saving…')}
        >
          {t('survey-setup.add-plot', '{place, select, point {Add point} list {Add list} other {Add plot}}', { place })}
        </SubmitButton>
      </p>
    </form>
  );
}
