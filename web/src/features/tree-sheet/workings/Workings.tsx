import { useState } from 'react';
import { Check, ChevronLeft, ChevronRight, Copy, Footprints } from 'lucide-react';
import type { Estimate, Step } from '@arbolito/core/uncertainty';
import type { Proof as ProofOf } from '@arbolito/core/measurement';
import { unitOf } from '@arbolito/core/units';
import { Disclosure } from '../../../ui/feedback/Disclosure.tsx';
import { PublishedCheck } from './PublishedCheck.tsx';
import { t, say } from '../../../messages/text.ts';
import type { Text } from '@arbolito/core/message';
import { localFigure } from '../../../messages/figures.ts';

const lineOf = ({ expression, result, unit }: Step): string =>
  localFigure(`${expression} = ${result}${unit === '' ? '' : ` ${unit}`}`);

/** The workings as text, for the notebook or a message. */
export const workingsText = (name: string, estimate: Estimate): string => {
  const { printed, workings, errorWorkings } = estimate;
  const lines = [...workings, ...errorWorkings].map((step) => `${lineOf(step)}   (${say(step.rule)})`);
  return [
    `${name}: ${localFigure(`${printed.value} ± ${printed.standardError}`)} ${unitOf(printed.unit).symbol}`,
    ...lines,
  ].join('\n');
};

const sourcesOf = ({ workings, errorWorkings }: Estimate): Text[] => [
  ...new Set([...workings, ...errorWorkings].map(({ source }) => source)),
];

interface StepsProps {
  readonly steps: readonly Step[];
  /** The line in hand, where one walks through them. */
  readonly line?: number | null;
}

function Steps({ steps, line = null }: StepsProps) {
  return (
    <ol>
      {steps.map((step, i) => (
        <li
          // By its place: a line whose numbers change stays the same line, and is not built anew at every key.
          key={i}
          className={`border-dashed py-1.5 ${i === line ? 'border-l-4 border-paint bg-wash pl-2' : 'border-t border-line'}`}
          aria-current={i === line ? 'step' : undefined}
          title={say(step.source)}
        >
          <p className="figures leading-snug">{lineOf(step)}</p>
          <p className="text-[0.92rem] leading-snug text-quiet">{say(step.rule)}</p>
        </li>
      ))}
    </ol>
  );
}

/** Walking through the workings: the line in hand is lit up on the drawing. */
export interface Walk {
  readonly line: number | null;
  readonly onLine: (line: number | null) => void;
}

function WalkButtons({ line, onLine, last }: Walk & { readonly last: number }) {
  if (line === null) {
    return (
      <button
        type="button"
        className="btn"
        onClick={() => {
          onLine(0);
        }}
      >
        <Footprints aria-hidden="true" size={18} />{' '}
        {t('tree-sheet.show-each-step-on-the', 'Show each step on the drawing')}
      </button>
    );
  }
  return (
    <div
      className="flex flex-wrap items-center gap-2"
      role="group"
      aria-label={t('tree-sheet.steps-of-the-calculation', 'Steps of the calculation')}
    >
      <button
        type="button"
        className="btn"
        aria-label={t('tree-sheet.previous-step', 'Previous step')}
        disabled={line === 0}
        onClick={() => {
          onLine(line - 1);
        }}
      >
        <ChevronLeft aria-hidden="true" size={20} />
      </button>
      <span className="figures">{t('tree-sheet.of', '{line} of {last}', { line: line + 1, last: last + 1 })}</span>
      <button
        type="button"
        className="btn"
        aria-label={t('tree-sheet.next-step', 'Next step')}
        disabled={line >= last}
        onClick={() => {
          onLine(line + 1);
        }}
      >
        <ChevronRight aria-hidden="true" size={20} />
      </button>
      <button
        type="button"
        className="btn"
        onClick={() => {
          onLine(null);
        }}
      >
        {t('tree-sheet.close', 'Close')}
      </button>
    </div>
  );
}

interface WorkingsProps {
  readonly name: string;
  readonly estimate: Estimate;
  /** Where the lines can be shown on the drawing. */
  readonly walk?: Walk | undefined;
  readonly proof?: ProofOf | undefined;
}

/** The arithmetic as a person would write it, each line with its rule; the source stands below. */
export function Workings({ name, estimate, walk, proof }: WorkingsProps) {
  const last = estimate.workings.length - 1;
  const line = walk === undefined || walk.line === null ? null : Math.min(walk.line, last);
  const [copied, setCopied] = useState(false);
  return (
    <section aria-label={t('tree-sheet.calculation-of', 'Calculation of {name}', { name })}>
      <div className="flex items-center justify-between">
        <h2 className="text-quiet">{t('tree-sheet.calculation', 'Calculation: {name}', { name })}</h2>
        <button
          type="button"
          className="inline-flex min-h-11 items-center gap-1.5 px-2 text-quiet underline-offset-2 hover:underline"
          onClick={() => {
            void navigator.clipboard.writeText(workingsText(name, estimate)).then(() => {
              setCopied(true);
            });
          }}
        >
          {copied ? <Check aria-hidden="true" size={17} /> : <Copy aria-hidden="true" size={17} />}
          {copied ? t('tree-sheet.copied', 'Copied') : t('tree-sheet.copy', 'Copy')}
        </button>
      </div>
      {walk !== undefined && <WalkButtons line={line} onLine={walk.onLine} last={last} />}
      <Steps steps={estimate.workings} line={line} />
      {proof !== undefined && <PublishedCheck proof={proof} />}
      {estimate.errorWorkings.length > 0 && (
        <Disclosure
          title={t('tree-sheet.where-comes-from', 'Where ± {standardError} {symbol} comes from', {
            standardError: estimate.printed.standardError,
            symbol: unitOf(estimate.printed.unit).symbol,
          })}
        >
          {() => <Steps steps={estimate.errorWorkings} />}
        </Disclosure>
      )}
      <Disclosure title={t('tree-sheet.sources', 'Sources')}>
        {() => (
          <ul className="pb-2 text-[0.92rem] text-quiet">
            {sourcesOf(estimate).map((source) => (
              <li key={say(source)}>{say(source)}</li>
            ))}
          </ul>
        )}
      </Disclosure>
    </section>
  );
}
