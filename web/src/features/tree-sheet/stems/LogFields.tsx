import { useState } from 'react';
import { Minus, Plus } from 'lucide-react';
import { LOG_RULES } from '@arbolito/core/log-rules';
import type { Text } from '@arbolito/core/message';
import { USUAL_LOGS } from '@arbolito/core/protocol';
import { NOTE_LIMITS } from '@arbolito/core/tree';
import { convert, printRounded, printStandardError, readQuantity } from '@arbolito/core/units';
import { FieldError } from '../../../ui/forms/FieldError.tsx';
import { localFigure } from '../../../messages/figures.ts';
import { say, t } from '../../../messages/text.ts';
import type { SheetProps } from '../sheet/sheet-props.ts';
import { lengthText, lengthUnit } from './stem-lengths.ts';

/** The number of logs in halves, by two large keys. */
function LogStepper({ view, store, onTouched }: SheetProps) {
  const { logs } = view.draft.notes ?? {};
  const step = (by: number): void => {
    const next = (logs ?? 0) + by;
    store.setNotes({ logs: next < NOTE_LIMITS.logs.low ? undefined : Math.min(NOTE_LIMITS.logs.high, next) });
    onTouched();
  };
  return (
    <div role="group" aria-label={t('tree-sheet.logs', 'logs')} className="flex items-center gap-2">
      <span>{t('tree-sheet.logs', 'logs')}</span>
      <button
        type="button"
        className="btn"
        aria-label={t('tree-sheet.half-log-less', 'half a log less')}
        disabled={logs === undefined}
        onClick={() => {
          step(-0.5);
        }}
      >
        <Minus aria-hidden="true" size={20} />
      </button>
      <output className="figures min-w-12 text-center text-2xl font-bold">
        {logs === undefined ? '—' : localFigure(String(logs))}
      </output>
      <button
        type="button"
        className="btn"
        aria-label={t('tree-sheet.half-log-more', 'half a log more')}
        onClick={() => {
          step(0.5);
        }}
      >
        <Plus aria-hidden="true" size={20} />
      </button>
    </div>
  );
}

/** The merchantable length, typed in the unit of the sheet or with its own. */
function MerchantableField({ view, store, onTouched }: SheetProps) {
  const unit = lengthUnit(view.unitSystem);
  const { merchantableM } = view.draft.notes ?? {};
  const known = merchantableM === undefined ? '' : String(Number(convert(merchantableM, 'm', unit).toFixed(2)));
  const [typed, setTyped] = useState<string | null>(null);
  const [problem, setProblem] = useState<Text | null>(null);
  const take = (text: string): void => {
    setTyped(text);
    onTouched();
    if (text.trim() === '') {
      setProblem(null);
      store.setNotes({ merchantableM: undefined });
      return;
    }
    const read = readQuantity(text, { unit, units: ['m', 'ft'] });
    const metres = read.ok ? convert(read.value, read.unit, 'm') : NaN;
    const { low, high } = NOTE_LIMITS.merchantableM;
    const isRight = metres >= low && metres <= high;
    setProblem(
      isRight
        ? null
        : t('tree-sheet.merchantable-must-be', 'Merchantable length must be {low} to {high}.', {
            low: lengthText(low, view.unitSystem),
            high: lengthText(high, view.unitSystem),
          }),
    );
    if (isRight) store.setNotes({ merchantableM: metres });
  };
  return (
    <div>
      <label className="flex flex-wrap items-center gap-2">
        {t('tree-sheet.merchantable-length', 'or merchantable length above the stump')}
        <input
          className="field figures !w-24"
          inputMode="decimal"
          autoComplete="off"
          value={typed ?? known}
          aria-invalid={problem !== null}
          aria-describedby={problem === null ? undefined : 'merchantable-problem'}
          onChange={(event) => {
            take(event.target.value);
          }}
          onBlur={() => {
            if (problem === null) setTyped(null);
          }}
        />
        {unit}
      </label>
      {problem !== null && <FieldError id="merchantable-problem">{say(problem)}</FieldError>}
    </div>
  );
}

/** What the logs come to. */
function LogsResult({ view }: SheetProps) {
  const { logs } = view.reckoned;
  if (logs === null) return null;
  const settings = view.settings.logs ?? USUAL_LOGS;
  const { boardFeet, merchantable } = logs;
  const isMetric = view.unitSystem === 'metric';
  const volumeUnit = isMetric ? 'm3' : 'ft3';
  return (
    <p role="status">
      <strong className="figures">
        {t('tree-sheet.logs-of', '{logs} logs of {length}', {
          logs: localFigure(String(logs.logs)),
          length: lengthText(settings.logLengthM, view.unitSystem),
        })}
      </strong>
      {boardFeet !== null && (
        <>
          {', '}
          <span className="figures whitespace-nowrap">
            {t('tree-sheet.board-feet', '{value} ± {error} bf', {
              value: localFigure(printRounded(boardFeet.value, 0)),
              error: localFigure(printStandardError(boardFeet.standardError)),
            })}
          </span>{' '}
          <span className="text-quiet">
            {t('tree-sheet.board-feet-by', '({rule}, form class {formClass})', {
              rule: LOG_RULES[settings.rule].name,
              formClass: String(settings.formClass),
            })}
          </span>
          {boardFeet.beyond.length > 0 && (
            <span className="block text-quiet">
              {t('tree-sheet.beyond-the-table', 'Outside the published table: scaled log by log along a taper.')}
            </span>
          )}
        </>
      )}
      {merchantable !== null && (
        <span className="block">
          {t('tree-sheet.merchantable-volume', 'Merchantable volume {value} ± {error} {unit}, top {top}, {bark} bark', {
            value: localFigure(printRounded(convert(merchantable.volumeM3, 'm3', volumeUnit), isMetric ? 3 : 1)),
            error: localFigure(printStandardError(convert(merchantable.standardErrorM3, 'm3', volumeUnit))),
            unit: isMetric ? 'm³' : 'ft³',
            top: localFigure(
              isMetric
                ? `${printRounded(merchantable.topCm, 1)} cm`
                : `${printRounded(convert(merchantable.topCm, 'cm', 'in'), 1)} in`,
            ),
            bark: merchantable.bark,
          })}
        </span>
      )}
    </p>
  );
}

/** Logs of the tree: counted or from a length, and what they come to. */
export const LogFields = (props: SheetProps) => (
  <>
    <LogStepper {...props} />
    <MerchantableField {...props} />
    <LogsResult {...props} />
  </>
);
