import { useEffect, useState } from 'react';
import { LARGEST_GIRTH_CM } from '@arbolito/core/diameter';
import { readQuantity } from '@arbolito/core/units';
import { TapeCloseUp } from './TapeCloseUp.tsx';
import { t, say } from '../../../../messages/text.ts';

type Unit = 'cm' | 'in';
type Face = 'diameter' | 'girth';

const LARGEST = { cm: LARGEST_GIRTH_CM, in: 741 } as const;

/** The close up by itself: type what you read and see how the tape lies. The reading stands in the address. */
export function TapeReader() {
  const [query] = useState(() => new URLSearchParams(location.search));
  const [text, setText] = useState(query.get('value')?.slice(0, 20) ?? '34.7');
  const [unit, setUnit] = useState<Unit>(query.get('unit') === 'in' ? 'in' : 'cm');
  const [face, setFace] = useState<Face>(query.get('side') === 'girth' ? 'girth' : 'diameter');
  useEffect(() => {
    const next = new URLSearchParams({ value: text, unit, side: face });
    history.replaceState(null, '', `?${next.toString()}`);
  }, [text, unit, face]);
  const read = readQuantity(text, { unit, units: [unit] });
  const problem = !read.ok
    ? read.message
    : read.value < 0.1 || read.value > LARGEST[unit]
      ? t('tree-sheet.reading-must-be-0-1', 'Reading must be 0.1 to {largest} {unit}.', {
          largest: LARGEST[unit],
          unit,
        })
      : null;
  return (
    <div className="mx-auto grid max-w-4xl gap-5 p-4 md:p-6">
      <div className="flex flex-wrap items-end gap-3">
        <label className="grid gap-1">
          <span className="font-bold">{t('tree-sheet.your-reading', 'Your reading')}</span>
          <input
            className="field figures !w-32 text-2xl"
            inputMode="decimal"
            autoComplete="off"
            value={text}
            aria-invalid={problem !== null}
            aria-describedby="reading-problem"
            onChange={(event) => {
              setText(event.target.value);
            }}
          />
        </label>
        <label className="grid gap-1">
          <span className="font-bold">{t('tree-sheet.in', 'in')}</span>
          <select
            className="field"
            value={unit}
            onChange={(event) => {
              setUnit(event.target.value === 'in' ? 'in' : 'cm');
            }}
          >
            <option value="cm">{t('tree-sheet.cm', 'cm')}</option>
            <option value="in">{t('tree-sheet.in', 'in')}</option>
          </select>
        </label>
        <label className="grid gap-1">
          <span className="font-bold">{t('tree-sheet.on-the', 'on the')}</span>
          <select
            className="field"
            value={face}
            onChange={(event) => {
              setFace(event.target.value === 'girth' ? 'girth' : 'diameter');
            }}
          >
            <option value="diameter">{t('tree-sheet.diameter-side', 'diameter side')}</option>
            <option value="girth">{t('tree-sheet.plain-side-girth', 'plain side: girth')}</option>
          </select>
        </label>
      </div>
      <p id="reading-problem" role="status" className="font-semibold text-paint-ink">
        {say(problem)}
      </p>
      {read.ok && problem === null && <TapeCloseUp value={read.value} unit={unit} face={face} />}
      <p className="text-quiet">
        {t(
          'tree-sheet.look-for-wasps-thorns-and',
          'Look for wasps, thorns and stinging climbers before you reach round. Street trees: stay off the road.',
        )}
      </p>
    </div>
  );
}
