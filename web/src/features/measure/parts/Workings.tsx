import { useState } from 'react';
import { Check, Copy } from 'lucide-react';
import type { Estimate, Step } from '@arbolito/core/estimate';
import { unitOf } from '@arbolito/core/quantity';
import { Fold } from '../../../ui/Fold.tsx';

const lineOf = ({ expression, result, unit }: Step): string =>
  `${expression} = ${result}${unit === '' ? '' : ` ${unit}`}`;

/** The workings as text, for the notebook or a message. */
export const workingsText = (name: string, estimate: Estimate): string => {
  const { printed, workings, errorWorkings } = estimate;
  const lines = [...workings, ...errorWorkings].map((step) => `${lineOf(step)}   (${step.rule})`);
  return [`${name}: ${printed.value} ± ${printed.standardError} ${unitOf(printed.unit).symbol}`, ...lines].join('\n');
};

const sourcesOf = ({ workings, errorWorkings }: Estimate): string[] => [
  ...new Set([...workings, ...errorWorkings].map(({ source }) => source)),
];

function Steps({ steps }: { readonly steps: readonly Step[] }) {
  return (
    <ol>
      {steps.map((step, line) => (
        <li
          // By its place: a line whose numbers change stays the same line, and is not built anew at every key.
          key={line}
          className="border-t border-dashed border-line py-1.5"
          title={step.source}
        >
          <p className="figures leading-snug">{lineOf(step)}</p>
          <p className="text-[0.92rem] leading-snug text-quiet">{step.rule}</p>
        </li>
      ))}
    </ol>
  );
}

interface WorkingsProps {
  readonly name: string;
  readonly estimate: Estimate;
}

/** The arithmetic as a person would write it, each line with its rule; the source stands below. */
export function Workings({ name, estimate }: WorkingsProps) {
  const [copied, setCopied] = useState(false);
  return (
    <section aria-label={`Workings of the ${name}`}>
      <div className="flex items-center justify-between">
        <h2 className="text-quiet">workings · {name}</h2>
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
          {copied ? 'copied' : 'copy'}
        </button>
      </div>
      <Steps steps={estimate.workings} />
      {estimate.errorWorkings.length > 0 && (
        <Fold title={`how the ± ${estimate.printed.standardError} ${unitOf(estimate.printed.unit).symbol} comes about`}>
          {() => <Steps steps={estimate.errorWorkings} />}
        </Fold>
      )}
      <Fold title="sources">
        {() => (
          <ul className="pb-2 text-[0.92rem] text-quiet">
            {sourcesOf(estimate).map((source) => (
              <li key={source}>{source}</li>
            ))}
          </ul>
        )}
      </Fold>
    </section>
  );
}
