import { useState } from 'react';
import { CalendarClock, CircleCheck, TriangleAlert } from 'lucide-react';
import { INSTRUMENT_KINDS, overdue } from '@arbolito/core/instruments';
import { printAsRead, unitOf } from '@arbolito/core/units';
import { call } from '../../client/api.ts';
import { deviceId, newId, now } from '../../client/identity.ts';
import type { InstrumentCheckView, InstrumentView } from '../../contracts/views.ts';
import { Disclosure } from '../../ui/feedback/Disclosure.tsx';
import { ConfirmDialog } from '../../ui/feedback/ConfirmDialog.tsx';
import { useAction } from '../../ui/feedback/use-action.ts';
import { CheckForm } from './CheckForm.tsx';

const dayOf = (moment: string): string => moment.slice(0, 10);

/** What was read in a check, in one line. */
function readWords({ readings }: InstrumentCheckView): string {
  switch (readings.check) {
    case 'zero':
      return `forth ${printAsRead(readings.forth, true)}, back ${printAsRead(readings.back, true)}`;
    case 'fixed-distance': {
      const air = readings.airC === undefined ? '' : `, air ${printAsRead(readings.airC)} °C`;
      return `taped ${printAsRead(readings.taped)}, shown ${readings.shown.map((each) => printAsRead(each)).join(', ')}${air}`;
    }
    case 'pace-line':
      return `line ${printAsRead(readings.line)}, paces ${readings.paces.map((each) => printAsRead(each)).join(', ')}`;
  }
}

function Log({ checks }: { readonly checks: readonly InstrumentCheckView[] }) {
  return (
    <Disclosure title={`calibration log · ${checks.length}`}>
      {() => (
        <ol className="grid gap-2 pb-2">
          {checks.map((check) => (
            <li key={check.id} className="border-t border-line pt-1">
              <span className="figures font-semibold">{dayOf(check.checkedAt)}</span> · {check.observer}
              <span className="block">{check.result.words}</span>
              <span className="figures block text-[0.92rem] text-quiet">{readWords(check)}</span>
            </li>
          ))}
        </ol>
      )}
    </Disclosure>
  );
}

/** Takes an instrument out of the kit, after it was asked. */
function Retire({ instrument, onRetired }: { instrument: InstrumentView; onRetired: () => void }) {
  const [isOpen, setIsOpen] = useState(false);
  const { isBusy, trouble, run } = useAction();
  const close = (): void => {
    setIsOpen(false);
  };
  const retire = async (): Promise<null> => {
    const body = { id: newId(), observer: instrument.crew, device: deviceId(), madeAt: now() };
    await call('DELETE', `/api/instruments/${instrument.id}`, body);
    close();
    onRetired();
    return null;
  };
  return (
    <>
      <button
        type="button"
        className="btn"
        onClick={() => {
          setIsOpen(true);
        }}
      >
        Take out of use …
      </button>
      <ConfirmDialog
        title={`Take ${instrument.name} out of use?`}
        confirm="Take out of use"
        cancel="Keep it"
        isOpen={isOpen}
        isBusy={isBusy}
        trouble={trouble}
        onConfirm={() => void run(retire)}
        onClose={close}
      >
        It leaves the kit. Its log and every reading taken with it stay on the record.
      </ConfirmDialog>
    </>
  );
}

interface InstrumentProps {
  readonly instrument: InstrumentView;
  readonly onChanged: (instrument: InstrumentView) => void;
  readonly onRetired: () => void;
}

/** One instrument: what it is, whether its check is due, what the last one said, and the next one. */
export function Instrument({ instrument, onChanged, onRetired }: InstrumentProps) {
  const { kind, name, unit, graduation, standardError, everyDays, checks } = instrument;
  const [open, setOpen] = useState(false);
  const [last] = checks;
  const due = overdue(instrument, last?.checkedAt ?? null, now());
  const symbol = unitOf(unit).symbol;
  return (
    <li className="card grid gap-2 p-5">
      <h2 className="text-xl leading-tight font-bold">{name}</h2>
      <p className="text-quiet">
        {INSTRUMENT_KINDS[kind].name} · read to <span className="figures">{printAsRead(graduation)}</span> ±{' '}
        <span className="figures">
          {printAsRead(standardError)} {symbol}
        </span>{' '}
        · {everyDays === 0 ? 'not checked' : everyDays === 1 ? 'checked every day' : `checked every ${everyDays} days`}
      </p>
      {due !== null && (
        <p className="flex items-start gap-2 rounded-lg border-2 border-paint-ink bg-alarm p-2.5 font-semibold">
          <CalendarClock aria-hidden="true" size={20} className="mt-0.5 shrink-0 text-paint-ink" />
          {due.words}
        </p>
      )}
      {last !== undefined && (
        <p className="flex items-start gap-2">
          {last.result.passes ? (
            <CircleCheck aria-hidden="true" size={20} className="mt-0.5 shrink-0 text-sky" />
          ) : (
            <TriangleAlert aria-hidden="true" size={20} className="mt-0.5 shrink-0 text-paint-ink" />
          )}
          <span>
            <span className="figures">{dayOf(last.checkedAt)}</span>: {last.result.words}
          </span>
        </p>
      )}
      {open ? (
        <CheckForm
          instrument={instrument}
          onKept={(changed) => {
            setOpen(false);
            onChanged(changed);
          }}
          onLeave={() => {
            setOpen(false);
          }}
        />
      ) : (
        <p className="flex flex-wrap gap-2">
          <button
            type="button"
            className="btn btn-main"
            onClick={() => {
              setOpen(true);
            }}
          >
            Check it now
          </button>
          <Retire instrument={instrument} onRetired={onRetired} />
        </p>
      )}
      {checks.length > 0 && <Log checks={checks} />}
    </li>
  );
}
