import { useId, useState } from 'react';
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
import { type FigureSpec, parseFigure } from '../../ui/figures/figure.ts';
import { useWriting } from './write.ts';

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
  graduation: { label: 'finest mark', unit: 'one', low: LEAST, high: MOST },
  error: { label: '± of one reading', unit: 'one', low: LEAST, high: MOST },
  every: { label: 'days between checks', unit: 'one', low: KIT_LIMITS.everyDays[0], high: KIT_LIMITS.everyDays[1] },
} as const satisfies Record<string, FigureSpec>;

/** Graduation and ± that are usual on the scale that is read. */
const readingTexts = (kind: InstrumentKindId, unit: UnitId): Pick<Typed, 'graduation' | 'error'> => {
  const { graduation, standardError } = usualReading(kind, unit);
  return { graduation: String(graduation), error: String(standardError) };
};

/** What is usual of a kind, to begin with. */
const usual = (kind: InstrumentKindId): Typed => {
  const { name, units, everyDays } = INSTRUMENT_KINDS[kind];
  const [unit] = units;
  return { kind, name: kind === 'paces' ? '' : name, unit, ...readingTexts(kind, unit), every: String(everyDays) };
};

const read = (spec: FigureSpec, text: string): number | string => {
  const figure = parseFigure(spec, text);
  return 'value' in figure ? figure.value : figure.problem;
};

interface AddInstrumentProps {
  readonly crew: string;
  readonly onAdded: (instrument: InstrumentView) => void;
}

/** A new instrument of a crew, begun with what is usual of its kind. */
export function AddInstrument({ crew, onAdded }: AddInstrumentProps) {
  const id = useId();
  const [typed, setTyped] = useState<Typed>(usual('clinometer'));
  const [tried, setTried] = useState(false);
  const { said, busy, run, say } = useWriting();
  const { units } = INSTRUMENT_KINDS[typed.kind];
  const graduation = read(SPECS.graduation, typed.graduation);
  const standardError = read(SPECS.error, typed.error);
  const everyDays = read(SPECS.every, typed.every);
  const problems = {
    name: typed.name.trim() === '' ? 'Name it as the crew does, such as: clinometer 2, or whose paces.' : null,
    graduation: typeof graduation === 'string' ? graduation : null,
    error: typeof standardError === 'string' ? standardError : null,
    every:
      typeof everyDays === 'string' ? everyDays : Number.isInteger(everyDays) ? null : 'Give a whole number of days.',
  };
  const isGood = Object.values(problems).every((problem) => problem === null);
  const field = (key: 'name' | 'graduation' | 'error' | 'every', label: string) => (
    <label className="grid content-start gap-1">
      <span className="font-semibold">{label}</span>
      <input
        className="field"
        maxLength={60}
        autoComplete="off"
        inputMode={key === 'name' ? 'text' : 'decimal'}
        value={typed[key]}
        aria-invalid={tried && problems[key] !== null}
        aria-describedby={`${id}-${key}`}
        onChange={(event) => {
          setTyped({ ...typed, [key]: event.target.value });
        }}
      />
      <span id={`${id}-${key}`} role={tried ? 'alert' : undefined} className="text-paint-ink">
        {tried ? problems[key] : null}
      </span>
    </label>
  );
  const add = async (): Promise<string> => {
    const { kind, unit } = typed;
    const name = typed.name.trim();
    const body = { id: newId(), crew, kind, name, unit, graduation, standardError, everyDays };
    const instrument = await callUntilAnswered<InstrumentView>(
      '/api/instruments',
      { ...body, observer: crew, device: deviceId() },
      say,
    );
    onAdded(instrument);
    setTyped(usual(kind));
    setTried(false);
    return `${instrument.name} is in the kit of ${crew}.`;
  };
  const symbol = unitOf(typed.unit).symbol;
  return (
    <form
      noValidate
      aria-label="Add an instrument"
      className="card grid gap-3 p-5"
      onSubmit={(event) => {
        event.preventDefault();
        setTried(true);
        if (isGood) run(add);
      }}
    >
      <h2 className="text-xl font-bold">Add an instrument</h2>
      <div className="grid gap-3 sm:grid-cols-2 md:grid-cols-3">
        <label className="grid content-start gap-1">
          <span className="font-semibold">Kind</span>
          <select
            className="field"
            value={typed.kind}
            onChange={(event) => {
              if (isInstrumentKind(event.target.value)) setTyped(usual(event.target.value));
            }}
          >
            {Object.entries(INSTRUMENT_KINDS).map(([kind, { name }]) => (
              <option key={kind} value={kind}>
                {name}
              </option>
            ))}
          </select>
        </label>
        {field('name', 'Its name in the crew')}
        <label className="grid content-start gap-1">
          <span className="font-semibold">
            {typed.kind === 'paces' ? 'The line is measured in' : 'Scale that is read'}
          </span>
          <select
            className="field"
            value={typed.unit}
            onChange={(event) => {
              const unit = event.target.value;
              if (isUnitId(unit) && isUnitOfKind(typed.kind, unit))
                setTyped({ ...typed, unit, ...readingTexts(typed.kind, unit) });
            }}
          >
            {units.map((unit) => (
              <option key={unit} value={unit}>
                {unitOf(unit).words}
              </option>
            ))}
          </select>
        </label>
        {field('graduation', `Finest mark, ${symbol}`)}
        {field('error', `± of one reading, ${symbol}`)}
        {field('every', 'Days between checks; 0 for none')}
      </div>
      <p className="flex flex-wrap items-center gap-3">
        <button type="submit" className="btn btn-main" disabled={busy}>
          Add to the kit
        </button>
        <span role="status">{said}</span>
      </p>
    </form>
  );
}
