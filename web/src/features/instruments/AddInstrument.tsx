import {
  INSTRUMENT_KINDS,
  type InstrumentKindId,
  isInstrumentKind,
  isUnitOfKind,
  KIT_LIMITS,
  usualReading,
} from '@arbolito/core/instruments';
import { isUnitId, type UnitId, unitOf } from '@arbolito/core/units';
import { callUntilAnswered } from '../../client/api.ts';
import { deviceId, newId } from '../../client/identity.ts';
import type { InstrumentView } from '../../contracts/views.ts';
import { type QuantitySpec, parseQuantity } from '../../ui/forms/quantity.ts';
import { Alert } from '../../ui/feedback/Alert.tsx';
import { SelectField, TextField } from '../../ui/forms/Field.tsx';
import { SubmitButton } from '../../ui/forms/SubmitButton.tsx';
import { type Problems, useEntryForm } from '../../ui/forms/use-entry-form.ts';
import { t, say } from '../../messages/text.ts';
import { message, type Text, isText } from '@arbolito/core/message';

interface Typed {
  readonly kind: InstrumentKindId;
  readonly name: string;
  readonly unit: UnitId;
  readonly graduation: string;
  readonly error: string;
  readonly every: string;
}

const [LEAST, MOST] = KIT_LIMITS.figure;
const SPECS = {
  graduation: {
    label: message('instruments.smallest-graduation', 'smallest graduation'),
    unit: 'one',
    low: LEAST,
    high: MOST,
  },
  error: {
    label: message('instruments.standard-error-of-one-reading', 'standard error of one reading'),
    unit: 'one',
    low: LEAST,
    high: MOST,
  },
  every: {
    label: message('instruments.days-between-checks', 'days between checks'),
    unit: 'one',
    low: KIT_LIMITS.everyDays[0],
    high: KIT_LIMITS.everyDays[1],
  },
} as const satisfies Record<string, QuantitySpec>;

/** Graduation and ± that are usual on the scale that is read. */
const readingTexts = (kind: InstrumentKindId, unit: UnitId): Pick<Typed, 'graduation' | 'error'> => {
  const { graduation, standardError } = usualReading(kind, unit);
  return { graduation: String(graduation), error: String(standardError) };
};

/** What is usual of a kind, to begin with. */
const usual = (kind: InstrumentKindId): Typed => {
  const { name, units, everyDays } = INSTRUMENT_KINDS[kind];
  const [unit] = units;
  return { kind, name: say(kind === 'paces' ? '' : name), unit, ...readingTexts(kind, unit), every: String(everyDays) };
};

const read = (spec: QuantitySpec, text: string): number | Text => {
  const figure = parseQuantity(spec, text);
  return 'value' in figure ? figure.value : figure.problem;
};

interface AddInstrumentProps {
  readonly crew: string;
  readonly onAdded: (instrument: InstrumentView) => void;
}

/** What is typed as figures, or what is wrong with each. */
const readFigures = ({ graduation, error, every }: Typed) => ({
  graduation: read(SPECS.graduation, graduation),
  standardError: read(SPECS.error, error),
  everyDays: read(SPECS.every, every),
});

const asProblem = (figure: number | Text): string | null => (isText(figure) ? say(figure) : null);

function check(typed: Typed): Problems<Typed> {
  const { graduation, standardError, everyDays } = readFigures(typed);
  const isHalfDay = typeof everyDays === 'number' && !Number.isInteger(everyDays);
  return {
    name:
      typed.name.trim() === ''
        ? t(
            'instruments.enter-the-name-the-crew',
            'Enter the name the crew uses, such as clinometer 2, or whose paces.',
          )
        : null,
    graduation: asProblem(graduation),
    error: asProblem(standardError),
    every: isHalfDay ? t('instruments.enter-a-whole-number-of', 'Enter a whole number of days.') : asProblem(everyDays),
  };
}

const FIELD_OF: Partial<Record<string, keyof Typed>> = {
  '/kind': 'kind',
  '/name': 'name',
  '/unit': 'unit',
  '/graduation': 'graduation',
  '/standardError': 'error',
  '/everyDays': 'every',
};

/** A new instrument of a crew, begun with what is usual of its kind. */
export function AddInstrument({ crew, onAdded }: AddInstrumentProps) {
  const entry = useEntryForm<Typed>({
    defaultValues: usual('clinometer'),
    check,
    fieldOf: (pointer) => FIELD_OF[pointer] ?? null,
    send: async (typed, onWait) => {
      const { kind, unit } = typed;
      const body = { id: newId(), crew, kind, name: typed.name.trim(), unit, ...readFigures(typed) };
      const instrument = await callUntilAnswered<InstrumentView>(
        '/api/instruments',
        { ...body, observer: crew, device: deviceId() },
        onWait,
      );
      onAdded(instrument);
      entry.form.reset(usual(kind));
      return t('instruments.added-to', '{name} added to {crew}.', { name: instrument.name, crew });
    },
  });
  const { form, errorOf, trouble, said } = entry;
  const kind = form.watch('kind');
  const unit = form.watch('unit');
  const symbol = unitOf(unit).symbol;
  const field = (key: 'name' | 'graduation' | 'error' | 'every', label: string) => (
    <TextField
      label={label}
      maxLength={60}
      inputMode={key === 'name' ? 'text' : 'decimal'}
      error={errorOf(key)}
      {...form.register(key)}
    />
  );
  return (
    <form
      noValidate
      aria-label={t('instruments.add-an-instrument', 'Add an instrument')}
      className="card grid gap-3 p-5"
      onSubmit={entry.onSubmit}
    >
      <h2 className="text-xl font-bold">{t('instruments.add-instrument', 'Add instrument')}</h2>
      <div className="grid gap-3 sm:grid-cols-2 md:grid-cols-3">
        <SelectField
          label={t('instruments.kind', 'Kind')}
          options={Object.entries(INSTRUMENT_KINDS).map(([id, { name }]) => [id, name])}
          value={kind}
          onChange={(event) => {
            if (isInstrumentKind(event.target.value)) form.reset(usual(event.target.value));
          }}
        />
        {field('name', t('instruments.name', 'Name'))}
        <SelectField
          label={
            kind === 'paces'
              ? t('instruments.unit-of-the-measured-line', 'Unit of the measured line')
              : t('instruments.scale', 'Scale')
          }
          options={INSTRUMENT_KINDS[kind].units.map((each) => [each, unitOf(each).words])}
          value={unit}
          onChange={(event) => {
            const next = event.target.value;
            if (!isUnitId(next) || !isUnitOfKind(kind, next)) return;
            form.setValue('unit', next);
            const { graduation, error } = readingTexts(kind, next);
            form.setValue('graduation', graduation);
            form.setValue('error', error);
          }}
        />
        {field('graduation', t('instruments.smallest-graduation-2', 'Smallest graduation, {symbol}', { symbol }))}
        {field(
          'error',
          t('instruments.standard-error-of-one-reading-2', 'Standard error of one reading, {symbol}', { symbol }),
        )}
        {field('every', t('instruments.days-between-checks-0-for', 'Days between checks; 0 for none'))}
      </div>
      {trouble !== null && <Alert>{trouble}</Alert>}
      <p className="flex flex-wrap items-center gap-3">
        <SubmitButton isMain isSending={entry.isSending} isChanged={entry.isChanged}>
          {t('instruments.add-instrument', 'Add instrument')}
        </SubmitButton>
        <span role="status">{said}</span>
      </p>
    </form>
  );
}
