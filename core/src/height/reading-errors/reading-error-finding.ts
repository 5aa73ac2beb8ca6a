import type { Finding, ReadingChange, SuggestedFix } from '../../uncertainty/index.ts';
import type { Method, Readings } from '../../measurement/index.ts';
import { printAsRead, unitOf } from '../../units/index.ts';
import type { Expectation } from './evidence.ts';
import type { HeightCase, ReadingErrorKind, Suspicion } from './reading-error-kind.ts';
import { message, type Text, joined } from '../../message/index.ts';

const sentenceOf = ({ words, heightM }: Expectation, print: (heightM: number) => string): Text =>
  message('height.evidence-gives', '{words}: {height}', { words, height: print(heightM) });

/** A possible error as a finding: what happened, why it is suspected, and the fix. */
export function findingOf(
  kind: ReadingErrorKind,
  { changes, methodId, heightM, because, clears = [] }: Suspicion,
  found: HeightCase,
  method: Method,
  print: (heightM: number) => string,
): Finding {
  const { evidence, readings } = found;
  const others = evidence.expected.map((each) => sentenceOf(each, print));
  const becomes =
    found.heightM > 0
      ? message('height.instead-of', '{heightM} instead of {heightM2}', {
          heightM: print(heightM),
          heightM2: print(found.heightM),
        })
      : print(heightM);
  const written = Object.entries({ ...(methodId === undefined ? {} : readings), ...changes }).map(
    ([reading, { value, unit }]): ReadingChange => {
      const isSigned = method.description.readings.some((spec) => spec.key === reading && spec.signed);
      return { reading, text: printAsRead(value, isSigned), unit };
    },
  );
  const cleared = clears.map((reading): ReadingChange => ({
    reading,
    text: '',
    unit: readings[reading]?.unit ?? 'm',
  }));
  const suggestedFixes: SuggestedFix[] =
    written.length + cleared.length === 0 && methodId === undefined
      ? []
      : [
          {
            label: labelOf(changes, methodId, cleared, method),
            measure: 'height',
            ...(methodId === undefined ? {} : { methodId }),
            changes: [...written, ...cleared],
            ...(cleared.length > 0 ? {} : { becomes: print(heightM) }),
          },
        ];
  const [reading = null] = [...Object.keys(changes), ...clears];
  const sentences = [
    kind.effect,
    because ?? '',
    clears.length > 0
      ? ''
      : message('height.height-2', '{SuggestedFix}: height {becomes}.', { SuggestedFix: kind.suggestedFix, becomes }),
    others.length === 0 ? '' : message('height.evidence', '{Others}.', { Others: joined(others, '; ') }),
    clears.length > 0 ? kind.suggestedFix : '',
  ];
  return {
    code: kind.code,
    severity: 'check',
    reading: reading !== null && readings[reading] === undefined ? null : reading,
    title: kind.name,
    message: joined(sentences),
    suggestedFixes,
  };
}

function labelOf(
  changes: Readings,
  methodId: string | undefined,
  cleared: readonly ReadingChange[],
  method: Method,
): Text {
  if (cleared.length > 0)
    return message('height.clear-and-read-again', 'Clear {join} and read again', {
      join: cleared.map(({ reading }) => reading).join(' and '),
    });
  if (methodId !== undefined) return message('height.use-the-other-method', 'Use the other method');
  const parts = Object.entries(changes).map(([key, { value, unit }]) => {
    const spec = method.description.readings.find((each) => each.key === key);
    return message('height.change-reading', '{label} to {value} {symbol}', {
      label: spec?.label ?? key,
      value: printAsRead(value, spec?.signed ?? false),
      symbol: unitOf(unit).symbol,
    });
  });
  return message('height.change-readings', 'Change {parts}', { parts: joined(parts, ', ') });
}
