import type { KeyboardEvent } from 'react';
import { isUnitId, unitOf } from '@arbolito/core/units';
import type { Finding } from '@arbolito/core/uncertainty';
import type { ReadingText } from '@arbolito/core/callout';
import { isOptional, type Slot, slotKey } from '../store.ts';
import { t, say } from '../../../messages/text.ts';

/** Turns the sign of what is typed: the key works wherever the caret stands. */
export const withSign = (text: string, sign: '+' | '-'): string => `${sign}${text.trim().replace(/^[+−–-]\s*/, '')}`;

export const turnSign = (text: string): string => withSign(text, /^\s*[−–-]/.test(text) ? '+' : '-');

/** Signs of a signed reading work wherever the caret stands. Answers whether the key was taken. */
export function takeSignKey(
  event: KeyboardEvent<HTMLInputElement>,
  slot: Slot,
  entry: ReadingText,
  onType: (text: string) => void,
): boolean {
  if (!slot.spec.signed || (event.key !== '-' && event.key !== '+' && event.key !== '±')) return false;
  event.preventDefault();
  onType(event.key === '±' ? turnSign(entry.text) : withSign(entry.text, event.key === '-' ? '-' : '+'));
  return true;
}

/** Several tries do not fit in large figures. */
export const LONG_TEXT = 8;

interface ReadingBoxProps {
  readonly slot: Slot;
  readonly entry: ReadingText;
  readonly problem: Finding | null;
  readonly now: boolean;
  /** The finding that stands first is about it. */
  readonly isDoubtful?: boolean;
  /** Where the box stands on the drawing; in the flow of the page where left out. */
  readonly style?: { readonly left: number; readonly top: number; readonly width: number };
  /** What an empty optional reading means. */
  readonly placeholder?: string;
  readonly onType: (text: string) => void;
  readonly onUnit: (unit: ReadingText['unit']) => void;
  readonly onFocus: () => void;
  readonly onEnter: (back: boolean) => void;
}

/** A reading, typed on the drawing at the place where it is taken. */
export function ReadingBox({
  slot,
  entry,
  problem,
  now,
  isDoubtful = false,
  style,
  placeholder,
  onType,
  onUnit,
  onFocus,
  onEnter,
}: ReadingBoxProps) {
  const { spec } = slot;
  const id = `reading-${slotKey(slot).replaceAll('.', '-')}`;
  const wrong = problem !== null && entry.text.trim() !== '';
  const frame = now
    ? 'border-paint border-[3px]'
    : wrong || isDoubtful
      ? `border-paint-ink border-[3px] ${isDoubtful ? 'border-dashed bg-alarm' : ''}`
      : 'border-edge border-[1.5px]';
  return (
    <div className={`${style === undefined ? '' : 'absolute'} rounded-lg bg-sheet ${frame}`} style={style}>
      <label
        htmlFor={id}
        className="block overflow-hidden px-2.5 pt-1 -mb-1 text-[0.9rem] leading-tight text-ellipsis whitespace-nowrap text-quiet"
      >
        {say(spec.label)}
        {now && <span className="font-semibold text-paint-ink"> {t('tree-sheet.now', '· now')}</span>}
      </label>
      <div className="flex items-center">
        <input
          id={id}
          data-reading={slotKey(slot)}
          className={`figures min-h-11 w-full min-w-0 bg-transparent py-0 pl-2.5 font-bold outline-none ${entry.text.length > LONG_TEXT ? 'text-sm' : 'text-xl'}`}
          inputMode="decimal"
          autoComplete="off"
          spellCheck={false}
          value={entry.text.replace(/^-/, '−')}
          placeholder={isOptional(slot) ? placeholder : undefined}
          aria-invalid={wrong}
          aria-describedby={wrong ? `${id}-problem` : undefined}
          onChange={(event) => {
            onType(event.target.value.replace(/^−/, '-'));
          }}
          onFocus={(event) => {
            onFocus();
            event.target.select();
          }}
          onKeyDown={(event) => {
            if (takeSignKey(event, slot, entry, onType)) return;
            if (event.key === 'Enter' && !event.ctrlKey && !event.metaKey) {
              event.preventDefault();
              onEnter(event.shiftKey);
            } else if (event.key === 'Escape') event.currentTarget.blur();
          }}
        />
        <select
          aria-label={t('tree-sheet.unit', '{label}: unit', { label: spec.label })}
          className="min-h-11 min-w-11 shrink-0 rounded-md bg-transparent pr-0.5 text-right text-quiet"
          value={entry.unit}
          onChange={(event) => {
            if (isUnitId(event.target.value)) onUnit(event.target.value);
          }}
        >
          {spec.units.map((unit) => (
            <option key={unit} value={unit}>
              {unitOf(unit).symbol}
            </option>
          ))}
        </select>
      </div>
      {wrong && (
        <p id={`${id}-problem`} className="max-w-64 px-2.5 pb-1.5 text-sm leading-snug text-paint-ink">
          {say(problem.message)}
        </p>
      )}
    </div>
  );
}
