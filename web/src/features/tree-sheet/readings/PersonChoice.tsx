import type { SheetProps } from '../sheet/sheet-props.ts';
import { personWords } from '../../../shared/person-words.ts';
import { t } from '../../../messages/text.ts';

/** Who measures this tree: eye height and pace come from there. */
export function PersonChoice({ view, people, onPerson }: Pick<SheetProps, 'view' | 'people' | 'onPerson'>) {
  if (people.length === 0) return null;
  return (
    <label className="flex flex-wrap items-center gap-2">
      <span className="text-quiet">{t('tree-sheet.measured-by', 'Measured by')}</span>
      <select
        className="field !w-auto max-w-full"
        value={view.settings.person?.name ?? ''}
        onChange={(event) => {
          onPerson(people.find(({ name }) => name === event.target.value) ?? null);
        }}
      >
        <option value="">{t('tree-sheet.the-crew', 'the crew')}</option>
        {people.map((person) => (
          <option key={person.name} value={person.name}>
            {personWords(person, view.unitSystem)}
          </option>
        ))}
      </select>
    </label>
  );
}
