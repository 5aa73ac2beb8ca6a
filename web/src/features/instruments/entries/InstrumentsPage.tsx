import { useState } from 'react';
import type { InstrumentView } from '../../../contracts/views.ts';
import { AddInstrument } from '../AddInstrument.tsx';
import { Instrument } from '../Instrument.tsx';
import { t } from '../../../messages/text.ts';
import { rich } from '../../../messages/rich.ts';

export interface KitPageProps {
  readonly kit: readonly InstrumentView[];
  /** Crews that have surveys or instruments. */
  readonly crews: readonly string[];
}

/** What each crew measures with: scale, graduation, ±, when each was checked and what that said. */
export function InstrumentsPage({ kit: known, crews }: KitPageProps) {
  const [kit, setKit] = useState(known);
  const [crew, setCrew] = useState(crews[0] ?? '');
  const own = kit.filter((each) => each.crew === crew);
  const put = (instrument: InstrumentView): void => {
    setKit((before) =>
      before.some(({ id }) => id === instrument.id)
        ? before.map((each) => (each.id === instrument.id ? instrument : each))
        : [...before, instrument],
    );
  };
  if (crews.length === 0)
    return (
      <p className="card p-6 text-lg">
        {rich(
          'instruments.no-crew-yet-create-a',
          'No crew yet. <link>Create a survey</link> first: it names the crew.',
          { link: (chunks) => <a href="/surveys/new">{chunks}</a> },
        )}{' '}
      </p>
    );
  return (
    <div className="grid gap-5">
      <label className="flex flex-wrap items-center gap-3">
        <span className="font-semibold">{t('instruments.crew', 'Crew')}</span>
        <select
          className="field !w-auto"
          value={crew}
          onChange={(event) => {
            setCrew(event.target.value);
          }}
        >
          {crews.map((each) => (
            <option key={each}>{each}</option>
          ))}
        </select>
      </label>
      {own.length === 0 && (
        <p className="card p-5">
          {t(
            'instruments.has-no-instruments-yet-an',
            '{crew} has no instruments yet. An instrument gives its readings their own ±, and the tree sheet says when a check is overdue.',
            { crew },
          )}{' '}
        </p>
      )}
      <ul className="grid items-start gap-4 md:grid-cols-2">
        {own.map((instrument) => (
          <Instrument
            key={instrument.id}
            instrument={instrument}
            onChanged={put}
            onRetired={() => {
              setKit((before) => before.filter(({ id }) => id !== instrument.id));
            }}
          />
        ))}
      </ul>
      <AddInstrument key={crew} crew={crew} onAdded={put} />
    </div>
  );
}
