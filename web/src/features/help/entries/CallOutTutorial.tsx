import { useId, useState } from 'react';
import { type CalloutContext, evaluateForm, type FormProtocol, parseCallout } from '@arbolito/core/callout';
import { message, type Text } from '@arbolito/core/message';
import { estimateOf } from '@arbolito/core/uncertainty';
import { unitOf } from '@arbolito/core/units';
import { say, t } from '../../../messages/text.ts';

/** What a newcomer types, one thing more each time. */
const LESSONS: readonly { readonly line: string; readonly says: Text }[] = [
  { line: 'sp 34.5', says: message('help.lesson.dbh', 'Species code and dbh') },
  {
    line: 'sp 34.5 +82 -6 @20',
    says: message('help.lesson.height', 'Sights to top and base with their signs, and the distance after @'),
  },
  {
    line: 'sp 34.5 34.7 (43.7) +82 -6 @20',
    says: message('help.lesson.tries', 'Several tries of a reading: their mean counts; a try in brackets does not'),
  },
  {
    line: 'sp 34.5 +92 +7 @20 below',
    says: message('help.lesson.position', 'Where you stand, compared with the base: above, level or below'),
  },
  { line: 'ch g104', says: message('help.lesson.girth', 'A girth instead of a diameter: g') },
  { line: 'bt 41 = 22.5', says: message('help.lesson.known', 'A height that the instrument shows: =') },
  {
    line: 'ch 28 &21 at0.9',
    says: message('help.lesson.stems', 'A second stem of the same tree: &, at its own height'),
  },
  {
    line: 'sp 28.2 dead az112 r7.4',
    says: message('help.lesson.notes', 'Condition, bearing and distance from the centre'),
  },
];

/** A line to try: its parts are read as in the tally, and nothing is saved. */
export function CallOutTutorial({ survey }: { readonly survey: CalloutContext & FormProtocol }) {
  const id = useId();
  const [line, setLine] = useState(LESSONS[1]?.line ?? '');
  const parsed = parseCallout(line, survey);
  const result = evaluateForm(parsed.draft, survey);
  const figures = [
    { name: t('help.dbh', 'dbh'), estimate: result.dbh },
    { name: t('help.height', 'height'), estimate: result.height === null ? null : estimateOf(result.height) },
  ].flatMap(({ name, estimate }) => (estimate === null ? [] : [{ name, printed: estimate.printed }]));
  return (
    <section aria-label={t('help.try-it', 'Try it')} className="card grid gap-3 p-4">
      <label htmlFor={id} className="font-bold">
        {t('help.try-a-line', 'Try a line. Nothing is saved.')}
      </label>
      <input
        id={id}
        className="field figures !text-2xl font-bold"
        value={line}
        maxLength={300}
        autoComplete="off"
        autoCapitalize="off"
        spellCheck={false}
        aria-describedby={`${id}-chips`}
        onChange={(event) => {
          setLine(event.target.value);
        }}
      />
      <ul id={`${id}-chips`} className="flex min-h-20 flex-wrap content-start gap-2" aria-live="polite">
        {parsed.tokens.map((token) => (
          <li key={token.from} className={`chip ${token.problem === null ? '' : 'chip-odd'}`}>
            {token.chip === null ? `${token.text}: ${say(token.problem)}` : say(token.chip)}
          </li>
        ))}
        {figures.map(({ name, printed }) => (
          <li key={name} className="chip font-bold">
            {t('help.figure', '{name} {value} ± {standardError} {unit}', {
              ...{ name, value: printed.value, standardError: printed.standardError },
              unit: unitOf(printed.unit).symbol,
            })}
          </li>
        ))}
      </ul>
      <ol className="grid gap-1 border-t border-line pt-2">
        {LESSONS.map(({ line: example, says }) => (
          <li key={example}>
            <button
              type="button"
              className="grid min-h-11 w-full content-center items-center gap-x-4 rounded-md px-2 py-1 text-left hover:bg-wash sm:grid-cols-[16rem_minmax(0,1fr)]"
              aria-current={line === example}
              onClick={() => {
                setLine(example);
              }}
            >
              <span className="figures font-bold underline">{example}</span>
              <span>{say(says)}</span>
            </button>
          </li>
        ))}
      </ol>
    </section>
  );
}
