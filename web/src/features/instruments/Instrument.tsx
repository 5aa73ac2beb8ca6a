import { useState } from 'react';
import { CalendarClock, CircleCheck, TriangleAlert } from 'lucide-react';
import { INSTRUMENT_KINDS, nextCheckAt, overdue } from '@arbolito/core/instruments';
import { printAsRead, unitOf } from '@arbolito/core/units';
import { call } from '../../client/api.ts';
import { deviceId, newId, now } from '../../client/identity.ts';
import type { InstrumentCheckView, InstrumentView } from '../../contracts/views.ts';
import { Disclosure } from '../../ui/feedback/Disclosure.tsx';
import { ConfirmDialog } from '../../ui/feedback/ConfirmDialog.tsx';
import { useAction } from '../../ui/feedback/use-action.ts';
import { CheckForm } from './CheckForm.tsx';
import { t, say } from '../../messages/text.ts';
import { day } from '../../messages/figures.ts';
import { rich } from '../../messages/rich.ts';

/** What was read in a check, in one line. */
function readWords({ readings }: InstrumentCheckView): string {
  switch (readings.check) {
    case 'zero':
      return t('instruments.forward-back', 'forward {forth}, back {back}', {
        forth: printAsRead(readings.forth, true),
        back: printAsRead(readings.back, true),
      });
    case 'fixed-distance': {
      const air =
        readings.airC === undefined
          ? ''
          : t('instruments.air-c', ', air {airC} °C', { airC: printAsRead(readings.airC) });
      return t('instruments.tape-displayed', 'tape {taped}, displayed {join}{air}', {
        taped: printAsRead(readings.taped),
        join: readings.shown.map((each) => printAsRead(each)).join(', '),
        air,
      });
    }
    case 'pace-line':
      return t('instruments.line-paces', 'line {line}, paces {join}', {
        line: printAsRead(readings.line),
        join: readings.paces.map((each) => printAsRead(each)).join(', '),
      });
  }
}

function Log({ checks }: { readonly checks: readonly InstrumentCheckView[] }) {
  return (
    <Disclosure title={t('instruments.calibration-log', 'calibration log · {checks}', { checks: checks.length })}>
      {() => (
        <ol className="grid gap-2 pb-2">
          {checks.map((check) => (
            <li key={check.id} className="border-t border-line pt-1">
              <span className="figures font-semibold">{day(check.checkedAt)}</span> · {check.observer}
              <span className="block">{say(check.result.words)}</span>
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
        {t('instruments.retire-instrument', 'Retire instrument…')}
      </button>
      <ConfirmDialog
        title={t('instruments.retire', 'Retire {name}?', { name: instrument.name })}
        confirm={t('instruments.retire-instrument-2', 'Retire instrument')}
        cancel={t('instruments.cancel', 'Cancel')}
        isOpen={isOpen}
        isBusy={isBusy}
        trouble={trouble}
        onConfirm={() => void run(retire)}
        onClose={close}
      >
        {t(
          'instruments.the-instrument-leaves-the-list',
          'The instrument leaves the list. Its log and all its readings are kept.',
        )}
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
  const next = nextCheckAt(instrument, last?.checkedAt ?? null);
  const symbol = unitOf(unit).symbol;
  return (
    <li className="card grid gap-2 p-5">
      <h2 className="text-xl leading-tight font-bold">{name}</h2>
      <p className="text-quiet">
        {rich(
          'instruments.graduation-check-every-days',
          '{everyDays, plural, =0 {{name} · graduation {graduation} ± {standardError} · no checks} one {{name} · graduation {graduation} ± {standardError} · check every day} other {{name} · graduation {graduation} ± {standardError} · check every # days}}',
          {
            everyDays,
            name: say(INSTRUMENT_KINDS[kind].name),
            graduation: <span className="figures">{printAsRead(graduation)}</span>,
            standardError: (
              <span className="figures">
                {printAsRead(standardError)} {symbol}
              </span>
            ),
          },
        )}
      </p>
      {due !== null && (
        <p className="flex items-start gap-2 rounded-lg border-2 border-paint-ink bg-alarm p-2.5 font-semibold">
          <CalendarClock aria-hidden="true" size={20} className="mt-0.5 shrink-0 text-paint-ink" />
          {say(due.words)}
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
            <span className="figures">{day(last.checkedAt)}</span>: {say(last.result.words)}
          </span>
        </p>
      )}
      {due === null && next !== null && <p>{t('instruments.next-check', 'Next check: {day}', { day: day(next) })}</p>}
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
            {t('instruments.check-now', 'Check now')}
          </button>
          <Retire instrument={instrument} onRetired={onRetired} />
        </p>
      )}
      {checks.length > 0 && <Log checks={checks} />}
    </li>
  );
}
