import type { SheetProps } from '../sheet/sheet-props.ts';
import { t } from '../../../messages/text.ts';

/** The species of the tree. That of the tree before is offered first; it is never filled in by itself. */
export function SpeciesField({ view, store, lastSpecies, label }: SheetProps & { readonly label?: string }) {
  const { speciesCode } = view.draft;
  const { species } = view.settings;
  const last = species.find(({ code }) => code === lastSpecies);
  const ordered = last === undefined ? species : [last, ...species.filter(({ code }) => code !== last.code)];
  return (
    <div className="grid gap-1.5">
      <label>
        <span className={label === undefined ? 'sr-only' : 'text-quiet'}>
          {label ?? t('tree-sheet.species', 'Species')}
        </span>
        <select
          className="field"
          value={speciesCode}
          onChange={(event) => {
            store.name({ speciesCode: event.target.value });
          }}
        >
          <option value="">{t('tree-sheet.choose-a-species', 'Choose a species')}</option>
          {ordered.map(({ code, name }) => (
            <option key={code} value={code}>
              {name}
            </option>
          ))}
        </select>
      </label>
      {speciesCode === '' && last !== undefined && (
        <button
          type="button"
          className="btn"
          onClick={() => {
            store.name({ speciesCode: last.code });
          }}
        >
          {t('tree-sheet.again-2', '{name} again', { name: last.name })}{' '}
        </button>
      )}
    </div>
  );
}
