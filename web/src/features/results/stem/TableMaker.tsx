import { useState } from 'react';
import { Printer } from 'lucide-react';
import { FORM_CLASS_LIMITS, LOG_RULES } from '@arbolito/core/log-rules';
import { FORM_CLASS_RULES } from '@arbolito/core/protocol';
import { type QuantitySpec, parseQuantity } from '../../../ui/forms/quantity.ts';
import { NumberField } from '../../../ui/forms/NumberField.tsx';
import { t, say } from '../../../messages/text.ts';
import { message } from '@arbolito/core/message';

const [LEAST, MOST] = FORM_CLASS_LIMITS.formClass;
const CLASS: QuantitySpec = {
  label: message('results.girard-form-class', 'Girard form class'),
  unit: 'one',
  low: LEAST,
  high: MOST,
};

interface TableMakerProps {
  /** The survey whose species can have tables of their own. */
  readonly survey: { readonly id: string; readonly name: string } | null;
  readonly species: string;
  readonly speciesName: string;
}

/** A table for one species of the survey, by the survey's own way. */
function SpeciesTable({
  survey,
  species,
  speciesName,
}: TableMakerProps & { readonly survey: { readonly id: string; readonly name: string } }) {
  const [show, setShow] = useState('volume');
  return (
    <div className="flex flex-wrap items-center gap-4 border-t border-line pt-3">
      <label className="flex items-center gap-2">
        {t('results.by-dbh-and-height', '{speciesName} by dbh and height:', { speciesName })}{' '}
        <select
          className="field !w-auto"
          value={show}
          onChange={(event) => {
            setShow(event.target.value);
          }}
        >
          <option value="volume">{t('results.volume-of-the-stem', 'volume of the stem')}</option>
          {Object.entries(LOG_RULES).map(([id, { name }]) => (
            <option key={id} value={id}>
              {t('results.board-feet-4', 'board feet, {name}', { name })}
            </option>
          ))}
        </select>
      </label>
      <a
        className="btn"
        href={`/print/species-table.pdf?${new URLSearchParams({ survey: survey.id, species, show }).toString()}`}
      >
        <Printer aria-hidden="true" size={18} /> {t('results.print-for', 'Print for {name}', { name: survey.name })}
      </a>
    </div>
  );
}

/** A table of standing board feet for the pocket, made for a rule and a form class. */
export function TableMaker({ survey, species, speciesName }: TableMakerProps) {
  const [rule, setRule] = useState<(typeof FORM_CLASS_RULES)[number]>('international-1/4');
  const [formClass, setFormClass] = useState('78');
  const read = parseQuantity(CLASS, formClass);
  const isGood = 'value' in read;
  return (
    <div className="grid gap-3">
      <p>
        {t(
          'results.board-feet-of-standing-trees',
          'Board feet of standing trees by dbh and number of 16-ft logs, with half logs, on one page.',
        )}
      </p>
      <div className="flex flex-wrap items-start gap-4">
        <label className="flex items-center gap-2">
          {t('results.rule', 'rule')}
          <select
            className="field !w-auto"
            value={rule}
            onChange={(event) => {
              setRule(FORM_CLASS_RULES.find((each) => each === event.target.value) ?? rule);
            }}
          >
            {FORM_CLASS_RULES.map((id) => (
              <option key={id} value={id}>
                {say(LOG_RULES[id].name)}
              </option>
            ))}
          </select>
        </label>
        <NumberField spec={CLASS} text={formClass} onType={setFormClass} />
        {isGood && (
          <a
            className="btn"
            href={`/print/board-feet.pdf?${new URLSearchParams({ rule, formClass: String(read.value) }).toString()}`}
          >
            <Printer aria-hidden="true" size={18} /> {t('results.print-table', 'Print table')}
          </a>
        )}
      </div>
      {survey !== null && <SpeciesTable survey={survey} species={species} speciesName={speciesName} />}
    </div>
  );
}
