import {
  HEIGHT_ENDS,
  type HeightEnd,
  type HeightNote,
  MAX_HEIGHTS_PER_STATION,
  type StemLimit,
  TOP_DIAMETER_CM,
} from '@arbolito/core/tree';
import { convert, readQuantity, type UnitSystem } from '@arbolito/core/units';
import { SelectField, TextField } from '../../../ui/forms/Field.tsx';
import { useEntryForm } from '../../../ui/forms/use-entry-form.ts';
import type { SheetView } from '../store.ts';
import { canTurn } from './can-turn.ts';
import { t } from '../../../messages/text.ts';
import { message, type Text } from '@arbolito/core/message';

type Ending = StemLimit | 'diameter' | 'unsaid';

interface HeightValues {
  readonly of: HeightEnd;
  /** As a radio button has it: `same` or `other`. */
  readonly station: 'same' | 'other';
  readonly ending: Ending;
  readonly diameter: string;
}

const ENDINGS: readonly (readonly [Ending, Text])[] = [
  ['diameter', message('tree-sheet.a-diameter', 'a diameter')],
  ['break', message('tree-sheet.ends-at-break', 'a break')],
  ['fork', message('tree-sheet.ends-at-fork', 'a fork')],
  ['sweep', message('tree-sheet.ends-at-sweep', 'a sweep')],
  ['unsaid', message('tree-sheet.not-stated', 'not stated')],
];

/** The top diameter in cm, or what is wrong with it. */
function readTopDiameter(text: string, system: UnitSystem): number | string {
  const read = readQuantity(text, { unit: system === 'metric' ? 'cm' : 'in', units: ['cm', 'in', 'mm'] });
  if (!read.ok) return t('tree-sheet.top-diameter', 'Top diameter: {message}', { message: read.message });
  const topDiameterCm = convert(read.value, read.unit, 'cm');
  const [least, most] = TOP_DIAMETER_CM;
  return topDiameterCm < least || topDiameterCm > most
    ? t('tree-sheet.top-diameter-must-be-to', 'Top diameter must be {least} to {most} cm.', { least, most })
    : topDiameterCm;
}

function noteOf({ of, station, ending, diameter }: HeightValues, system: UnitSystem): Omit<HeightNote, 'heightNo'> {
  const note = { of, sameStation: station === 'same' };
  if (of !== 'merchantable' || ending === 'unsaid') return note;
  if (ending !== 'diameter') return { ...note, limit: ending };
  const topDiameterCm = readTopDiameter(diameter, system);
  return typeof topDiameterCm === 'string' ? note : { ...note, topDiameterCm };
}

interface AnotherHeightFormProps {
  readonly view: SheetView;
  readonly onAdd: (note: Omit<HeightNote, 'heightNo'>) => void;
  readonly onLeave: () => void;
}

/** What another height of the tree ends at, and where it is read from. */
export function AnotherHeightForm({ view, onAdd, onLeave }: AnotherHeightFormProps) {
  const { unitSystem, draft } = view;
  const isFull = draft.moreHeights.filter(({ sameStation }) => sameStation).length + 1 >= MAX_HEIGHTS_PER_STATION;
  const canStay = canTurn(view) && !isFull;
  const { form, onSubmit, errorOf } = useEntryForm<HeightValues>({
    defaultValues: { of: 'crown-base', station: canStay ? 'same' : 'other', ending: 'diameter', diameter: '' },
    check: ({ of, ending, diameter }) => {
      if (of !== 'merchantable' || ending !== 'diameter') return {};
      const read = readTopDiameter(diameter, unitSystem);
      return { diameter: typeof read === 'string' ? read : null };
    },
    send: (values) => {
      onAdd(noteOf(values, unitSystem));
      return Promise.resolve(null);
    },
  });
  const stations = [
    ['same', t('tree-sheet.from-the-same-station-one', 'from the same station: one more sight'), !canStay],
    ['other', t('tree-sheet.from-another-station-or-by', 'from another station, or by another method'), false],
  ] as const;
  return (
    <form
      noValidate
      aria-label={t('tree-sheet.another-height', 'Another height')}
      className="grid gap-2 rounded-lg border-2 border-edge p-3"
      onSubmit={onSubmit}
    >
      <SelectField
        label={t('tree-sheet.upper-limit-of-the-height', 'Upper limit of the height')}
        options={Object.entries(HEIGHT_ENDS)}
        {...form.register('of')}
      />
      {form.watch('of') === 'merchantable' && (
        <div className="grid grid-cols-2 gap-2">
          <SelectField
            label={t('tree-sheet.stem-limit', 'Stem limit')}
            options={ENDINGS}
            {...form.register('ending')}
          />
          {form.watch('ending') === 'diameter' && (
            <TextField
              className="figures"
              label={t('tree-sheet.top-diameter-2', 'Top diameter, {value}', {
                value: unitSystem === 'metric' ? 'cm' : 'in',
              })}
              inputMode="decimal"
              placeholder={unitSystem === 'metric' ? '7' : '4'}
              error={errorOf('diameter')}
              {...form.register('diameter')}
            />
          )}
        </div>
      )}
      <fieldset className="grid">
        <legend className="sr-only">{t('tree-sheet.measured-from', 'Measured from')}</legend>
        {stations.map(([station, words, isOut]) => (
          <label key={station} className={`flex min-h-11 items-center gap-2 ${isOut ? 'text-quiet' : ''}`}>
            <input type="radio" value={station} disabled={isOut} {...form.register('station')} />
            {words}
          </label>
        ))}
      </fieldset>
      <p className="flex gap-2">
        <button type="submit" className="btn btn-main">
          {t('tree-sheet.add-height', 'Add height')}
        </button>
        <button type="button" className="btn" onClick={onLeave}>
          {t('tree-sheet.cancel', 'Cancel')}
        </button>
      </p>
    </form>
  );
}
