import { compassPoint, readAspect } from '@arbolito/core/layout';
import { printAsRead, readQuantity } from '@arbolito/core/units';
import { PLOT_SLOPE_LIMITS_PCT } from '@arbolito/core/protocol';
import { callUntilAnswered } from '../../../client/api.ts';
import { deviceId, newId, now } from '../../../client/identity.ts';
import { readAuxiliary } from '../../../shared/auxiliary-figure.ts';
import type { PlotView } from '../../../contracts/views.ts';
import { Alert } from '../../../ui/feedback/Alert.tsx';
import { TextField } from '../../../ui/forms/Field.tsx';
import { SubmitButton } from '../../../ui/forms/SubmitButton.tsx';
import { useEntryForm } from '../../../ui/forms/use-entry-form.ts';
import { t, say } from '../../../messages/text.ts';
import { message, type Text, isText } from '@arbolito/core/message';

interface PlotDetailsProps {
  readonly plot: PlotView;
  readonly observer: string;
  /** What is told of every plot, where the survey looks twice. */
  readonly auxiliaryLabel: string | null;
  readonly onKept: (plot: PlotView) => void;
}

type Field = 'auxiliary' | 'slopePct' | 'aspectDeg' | 'position' | 'ground' | 'measuredOn' | 'crew';

const LABELS: Readonly<Record<Exclude<Field, 'auxiliary'>, Text>> = {
  slopePct: message('tally.slope-2', 'Slope, %'),
  aspectDeg: message('tally.aspect-compass-point-ne-or', 'Aspect: compass point (NE) or degrees'),
  position: message('tally.position-latitude-longitude', 'Position: latitude, longitude'),
  ground: message('tally.ground', 'Ground'),
  measuredOn: message('tally.date', 'Date'),
  crew: message('tally.crew', 'Crew'),
};

/** Latitude and longitude in degrees, in one line; null for what is none. */
function readPosition(text: string): { readonly latitude: number; readonly longitude: number } | null {
  const found = /^\s*(-?\d+(?:\.\d+)?)\s*[,; ]\s*(-?\d+(?:\.\d+)?)\s*$/.exec(text);
  const latitude = Number(found?.[1]);
  const longitude = Number(found?.[2]);
  return found !== null && Math.abs(latitude) <= 90 && Math.abs(longitude) <= 180 ? { latitude, longitude } : null;
}

type DetailTexts = Record<Field, string>;

const textsOf = (plot: PlotView): DetailTexts => ({
  auxiliary: plot.auxiliary === null ? '' : printAsRead(plot.auxiliary),
  slopePct: printAsRead(plot.slopePct),
  aspectDeg: plot.aspectDeg === null ? '' : printAsRead(plot.aspectDeg),
  position: plot.latitude === null || plot.longitude === null ? '' : `${plot.latitude}, ${plot.longitude}`,
  ground: plot.ground ?? '',
  measuredOn: plot.measuredOn ?? '',
  crew: plot.crew ?? '',
});

/** What was typed as a correction of the plot, or what is wrong with it, at the field. */
export function readDetails(texts: Readonly<DetailTexts>): {
  readonly body: Readonly<Record<string, unknown>>;
  readonly problems: Readonly<Partial<Record<Field, string>>>;
} {
  const problems: Partial<Record<Field, string>> = {};
  const slope = readQuantity(texts.slopePct, { unit: 'pct' });
  const { low, high } = PLOT_SLOPE_LIMITS_PCT;
  if (!slope.ok) problems.slopePct = say(slope.message);
  else if (!(slope.value >= low && slope.value <= high))
    problems.slopePct = t('tally.slope-must-be-to', 'Slope must be {low} to {high} %.', { low, high });
  const aspect = texts.aspectDeg.trim() === '' ? undefined : readAspect(texts.aspectDeg);
  if (aspect === null)
    problems.aspectDeg = t(
      'tally.enter-a-compass-point-such',
      'Enter a compass point such as NE, or 0 to 360 degrees.',
    );
  const position = texts.position.trim() === '' ? undefined : readPosition(texts.position);
  if (position === null)
    problems.position = t(
      'tally.enter-latitude-and-longitude-in',
      'Enter latitude and longitude in degrees, such as 41.2345, -30.9876.',
    );
  const auxiliary = readAuxiliary(texts.auxiliary);
  if (isText(auxiliary)) problems.auxiliary = say(auxiliary);
  const text = (field: 'ground' | 'measuredOn' | 'crew') =>
    texts[field].trim() === '' ? {} : { [field]: texts[field].trim() };
  return {
    problems,
    body: {
      ...(slope.ok ? { slopePct: slope.value } : {}),
      ...(aspect === undefined || aspect === null ? {} : { aspectDeg: aspect }),
      ...(position ?? {}),
      ...(typeof auxiliary === 'number' ? { auxiliary } : {}),
      ...text('ground'),
      ...text('measuredOn'),
      ...text('crew'),
    },
  };
}

/** What is known of the plot beside its trees: slope, where it falls, where it lies, the ground, day and crew. */
export function PlotDetails({ plot, observer, auxiliaryLabel, onKept }: PlotDetailsProps) {
  const entry = useEntryForm<DetailTexts>({
    // What is not asked here is not sent either: it may be counted on meanwhile.
    defaultValues: { ...textsOf(plot), ...(auxiliaryLabel === null ? { auxiliary: '' } : {}) },
    check: (texts) => readDetails(texts).problems,
    send: async (texts, onWait) => {
      const correction = {
        id: newId(),
        observer,
        device: deviceId(),
        madeAt: now(),
        ...readDetails(texts).body,
      };
      onKept(await callUntilAnswered<PlotView>(`/api/plots/${plot.id}/corrections`, correction, onWait));
      return t('tally.saved', 'Saved.');
    },
  });
  const { form, errorOf, trouble, said } = entry;
  const fields: readonly (readonly [Field, string])[] = [
    ...(auxiliaryLabel === null ? [] : ([['auxiliary', auxiliaryLabel]] as const)),
    ...Object.entries(LABELS).map(([field, label]) => [field as Field, say(label)] as const),
  ];
  const degrees = readAspect(form.watch('aspectDeg'));
  return (
    <form noValidate className="grid gap-2 py-2" onSubmit={entry.onSubmit}>
      {fields.map(([field, label]) => (
        <TextField
          key={field}
          id={`detail-${field}`}
          label={field === 'aspectDeg' && degrees !== null ? `${label} (${compassPoint(degrees)})` : label}
          type={field === 'measuredOn' ? 'date' : 'text'}
          error={errorOf(field)}
          {...form.register(field)}
        />
      ))}
      <SubmitButton isSending={entry.isSending} isChanged={entry.isChanged}>
        {t('tally.save-plot-details', 'Save plot details')}
      </SubmitButton>
      {trouble !== null && <Alert>{trouble}</Alert>}
      <p role="status">{said}</p>
    </form>
  );
}
