import {
  CHECK_REPEATS,
  type CheckReadings,
  checkResult,
  INSTRUMENT_KINDS,
  type KitInstrument,
} from '@arbolito/core/instruments';
import { convert, readQuantity, type UnitId, unitOf } from '@arbolito/core/units';
import { callUntilAnswered } from '../../client/api.ts';
import { deviceId, newId, now } from '../../client/identity.ts';
import type { InstrumentView } from '../../contracts/views.ts';
import { Alert } from '../../ui/feedback/Alert.tsx';
import { TextField } from '../../ui/forms/Field.tsx';
import { SubmitButton } from '../../ui/forms/SubmitButton.tsx';
import { useEntryForm } from '../../ui/forms/use-entry-form.ts';
import { t, say } from '../../messages/text.ts';
import { type Text, isText } from '@arbolito/core/message';

interface FieldOf {
  readonly key: string;
  readonly label: string;
  readonly placeholder: string;
  /** Several figures, with spaces between them. */
  readonly several?: boolean;
  readonly unit: UnitId;
  readonly optional?: boolean;
}

interface Form {
  readonly steps: readonly string[];
  readonly fields: readonly FieldOf[];
  /** The readings of the check from its figures, field by field. */
  readonly readings: (figures: Readonly<Record<string, readonly number[]>>) => CheckReadings;
}

const FORMS: Readonly<Record<CheckReadings['check'], (instrument: KitInstrument) => Form>> = {
  zero: ({ unit }) => ({
    steps: [
      t('instruments.mark-two-trees-about-20', 'Mark two trees about 20 m (65 ft) apart at your eye height.'),
      t(
        'instruments.from-the-first-tree-sight',
        'From the first tree, sight the mark on the second. Walk over and sight back.',
      ),
      t(
        'instruments.a-correct-instrument-gives-the',
        'A correct instrument gives the same value with opposite sign, on any slope.',
      ),
    ],
    fields: [
      { key: 'forth', label: t('instruments.forward', 'forward'), placeholder: '+3.5', unit },
      { key: 'back', label: t('instruments.back', 'back'), placeholder: '-3.5', unit },
    ],
    readings: ({ forth = [], back = [] }) => ({ check: 'zero', forth: forth[0] ?? NaN, back: back[0] ?? NaN }),
  }),
  'fixed-distance': ({ kind, unit }) => ({
    steps: [
      t('instruments.tape-a-horizontal-distance-such', 'Tape a horizontal distance, such as {value}.', {
        value: unit === 'ft' ? '33 ft' : '10 m',
      }),
      kind === 'ultrasonic'
        ? t(
            'instruments.leave-the-instrument-in-the',
            'Leave the instrument in the open air for ten minutes, then measure a few times.',
          )
        : t('instruments.measure-it-several-times-with', 'Measure it several times with the instrument.'),
    ],
    fields: [
      {
        key: 'taped',
        label: t('instruments.taped-distance', 'taped distance'),
        placeholder: unit === 'ft' ? '33' : '10',
        unit,
      },
      {
        key: 'shown',
        label: t('instruments.displayed-distances', 'displayed distances'),
        placeholder: unit === 'ft' ? '32.9 33.1 33.0' : '9.98 10.01 9.99',
        several: true,
        unit,
      },
      ...(kind === 'ultrasonic'
        ? [
            {
              key: 'airC',
              label: t('instruments.air-temperature', 'air temperature'),
              placeholder: '12',
              unit: 'degC' as const,
              optional: true,
            },
          ]
        : []),
    ],
    readings: ({ taped = [], shown = [], airC = [] }) => ({
      check: 'fixed-distance',
      taped: taped[0] ?? NaN,
      shown,
      ...(airC[0] === undefined ? {} : { airC: airC[0] }),
    }),
  }),
  'pace-line': ({ unit }) => ({
    steps: [
      t(
        'instruments.walk-a-measured-line-of',
        'Walk a measured line of about {value} over ground like the plots, at your field pace.',
        { value: unit === 'ft' ? '165 ft' : '50 m' },
      ),
      t(
        'instruments.count-single-steps-or-double',
        'Count single steps or double paces, as in the field. Walk it two or three times.',
      ),
    ],
    fields: [
      {
        key: 'line',
        label: t('instruments.measured-line', 'measured line'),
        placeholder: unit === 'ft' ? '165' : '50',
        unit,
      },
      {
        key: 'paces',
        label: t('instruments.number-of-paces-each-time', 'number of paces, each time'),
        placeholder: '64 65 63.5',
        several: true,
        unit: 'one',
      },
    ],
    readings: ({ line = [], paces = [] }) => ({ check: 'pace-line', line: line[0] ?? NaN, paces }),
  }),
};

/** The figures in a field, or what is wrong with it. */
function figuresOf(
  { several = false, optional = false, unit, label }: FieldOf,
  text: string,
): readonly number[] | Text {
  const parts = text.trim().split(several ? /[\s;]+/ : /$^/);
  if (text.trim() === '') return optional ? [] : t('instruments.enter', 'Enter {label}.', { label });
  if (parts.length > CHECK_REPEATS)
    return t('instruments.at-most-repeats', 'At most {checkRepeats} repeats.', { checkRepeats: CHECK_REPEATS });
  const figures: number[] = [];
  for (const part of parts) {
    const read = readQuantity(part, { unit });
    if (!read.ok) return read.message;
    figures.push(convert(read.value, read.unit, unit));
  }
  return figures;
}

/** The fields of a check as they are typed, by key. */
type Texts = Record<string, string>;

interface CheckFormProps {
  readonly instrument: InstrumentView;
  readonly onKept: (instrument: InstrumentView) => void;
  readonly onLeave: () => void;
}

/** A check step by step, with what it says as the figures are typed. */
export function CheckForm({ instrument, onKept, onLeave }: CheckFormProps) {
  const { steps, fields, readings: readingsOf } = FORMS[INSTRUMENT_KINDS[instrument.kind].check](instrument);
  const read = (typed: Texts) => fields.map((field) => [field.key, figuresOf(field, typed[field.key] ?? '')] as const);
  const readingsFrom = (typed: Texts): CheckReadings | null => {
    const figures = read(typed).flatMap(([key, found]) => (isText(found) ? [] : [[key, found] as const]));
    return figures.length === fields.length ? readingsOf(Object.fromEntries(figures)) : null;
  };
  const entry = useEntryForm<Texts>({
    defaultValues: Object.fromEntries(fields.map(({ key }) => [key, ''])),
    check: (typed) => Object.fromEntries(read(typed).map(([key, found]) => [key, isText(found) ? say(found) : null])),
    send: async (typed, onWait) => {
      const readings = readingsFrom(typed);
      const body = { id: newId(), observer: instrument.crew, device: deviceId(), checkedAt: now(), readings };
      onKept(await callUntilAnswered<InstrumentView>(`/api/instruments/${instrument.id}/checks`, body, onWait));
      return t('instruments.saved', 'Saved.');
    },
  });
  const { form, trouble, said } = entry;
  const typed = form.watch();
  const problems = new Map(read(typed));
  const readings = readingsFrom(typed);
  const result = readings === null ? null : checkResult(readings, instrument, instrument.checks[0]?.result ?? null);
  return (
    <form
      noValidate
      aria-label={t('instruments.check', 'Check {name}', { name: instrument.name })}
      className="grid gap-2 rounded-lg border-2 border-edge p-3"
      onSubmit={entry.onSubmit}
    >
      <ol className="list-decimal pl-5 leading-snug">
        {steps.map((step) => (
          <li key={step}>{step}</li>
        ))}
      </ol>
      {fields.map(({ key, label, placeholder, unit }) => {
        const problem = problems.get(key);
        const isShown = entry.isTried || (typed[key] ?? '').trim() !== '';
        return (
          <TextField
            key={key}
            className="figures"
            label={[label, unitOf(unit).symbol].filter((part) => part !== '').join(', ')}
            placeholder={placeholder}
            maxLength={120}
            error={say(isShown && isText(problem) ? problem : null)}
            {...form.register(key)}
          />
        );
      })}
      <p aria-live="polite" className="min-h-6 font-semibold">
        {say(
          result !== null && Number.isFinite(result.factor ?? result.reads ?? result.pace?.lengthM ?? 0)
            ? result.words
            : '',
        )}
      </p>
      {trouble !== null && <Alert>{trouble}</Alert>}
      <p className="flex flex-wrap items-center gap-2">
        <SubmitButton isMain isSending={entry.isSending} isChanged={entry.isChanged}>
          {t('instruments.save-check', 'Save check')}
        </SubmitButton>
        <button type="button" className="btn" onClick={onLeave}>
          {t('instruments.cancel', 'Cancel')}
        </button>
        <span role="status" className="text-paint-ink">
          {said}
        </span>
      </p>
    </form>
  );
}
