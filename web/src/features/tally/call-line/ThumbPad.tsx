import { useRef, useState, type ReactNode } from 'react';
import { Delete, Undo2 } from 'lucide-react';
import { calloutWords } from '@arbolito/core/callout';
import { OBSERVER_POSITIONS } from '@arbolito/core/height';
import type { ConditionCode, Species } from '@arbolito/core/protocol';
import type { UnitSystem } from '@arbolito/core/units';
import { completions, distanceOnLine, lastDistance, type PadKey, padLine, usedWords } from './pad.ts';
import type { TallyStateView, TallyStore } from '../store.ts';
import { t, say } from '../../../messages/text.ts';
import { message, type Text } from '@arbolito/core/message';

interface ThumbPadProps {
  readonly view: TallyStateView;
  readonly store: TallyStore;
  readonly species: readonly Species[];
  readonly conditions: readonly ConditionCode[];
  readonly unitSystem: UnitSystem;
}

type Page = 'numbers' | 'codes' | 'letters' | 'species';

/** Species on the first row; the others stand behind "more". */
const FIRST_SPECIES = 5;
const WORDS: readonly string[] = [...calloutWords(), ...OBSERVER_POSITIONS];
const WORDS_OFFERED = 6;
const LETTERS = [...'abcdefghijklmnopqrstuvwxyz'];
/** Units that are not those of the survey come last. */
const UNITS: Readonly<Record<UnitSystem, readonly string[]>> = {
  metric: ['%', '°', 'm', 'cm', 'in', 'ft'],
  imperial: ['%', '°', 'ft', 'in', 'm', 'cm'],
};
const BEFORE: readonly { readonly word: string; readonly label: Text }[] = [
  { word: 'at', label: message('tally.measuring-height', 'measuring height') },
  { word: 'f', label: message('tally.stems-of-a-fork', 'stems of a fork') },
  { word: 'az', label: message('tally.bearing-from-the-centre', 'bearing from the centre') },
  { word: 'r', label: message('tally.distance-from-the-centre', 'distance from the centre') },
];

/** The first species of a survey, the one in use always among them. */
function firstSpecies(species: readonly Species[], on: string): readonly Species[] {
  const first = species.slice(0, species.length <= FIRST_SPECIES + 1 ? FIRST_SPECIES + 1 : FIRST_SPECIES);
  const used = species.find(({ code }) => code === on);
  return used === undefined || first.includes(used) ? first : [...first.slice(0, -1), used];
}

/** Keys for thumbs in gloves: they write the same line that is called out. */
export function ThumbPad({ view, store, species, conditions, unitSystem }: ThumbPadProps) {
  const before = useRef<string[]>([]);
  const [page, setPage] = useState<Page>('numbers');
  const { line, figures } = view;
  const lastSpecies = figures.at(-1)?.row.tree.speciesCode ?? '';
  const distance = lastDistance(figures.map(({ row }) => row.tree));
  const used = usedWords(figures.map(({ row }) => row.tree));
  const write = (next: string): void => {
    before.current = line === '' ? [''] : [...before.current, line];
    store.write(next);
  };
  const press = (key: PadKey): void => {
    write(padLine(line, key, lastSpecies));
    if (page === 'codes' || page === 'species' || key.startsWith('complete ')) setPage('numbers');
  };
  const save = (): void => {
    before.current = [];
    setPage('numbers');
    store.enter();
  };
  const undo = (): void => {
    const last = before.current.pop();
    if (line === '') store.undo();
    else store.write(last ?? '');
  };
  const key = (of: PadKey, words: ReactNode, label?: string, className = '') => (
    <button
      key={of}
      type="button"
      className={`pad-key ${className}`}
      {...(label === undefined ? {} : { 'aria-label': label })}
      onClick={() => {
        press(of);
      }}
    >
      {words}
    </button>
  );
  const turnTo = (to: Page, words: string, label: string) => (
    <button
      type="button"
      className="pad-key !text-[0.9rem]"
      aria-label={label}
      aria-pressed={page === to}
      onClick={() => {
        setPage(page === to ? 'numbers' : to);
      }}
    >
      {words}
    </button>
  );
  const saveKey = (
    <button type="button" className="pad-key col-span-2 bg-paint-ink !font-sans !text-lg text-sheet" onClick={save}>
      {t('tally.save-tree', 'Save tree')}
    </button>
  );
  const undoKey = (
    <button type="button" className="pad-key" aria-label={t('tally.undo', 'Undo')} onClick={undo}>
      <Undo2 aria-hidden="true" size={22} />
    </button>
  );
  const backKey = key(
    'back',
    <Delete aria-hidden="true" size={22} />,
    t('tally.delete-a-character', 'Delete a character'),
  );
  const on = view.parsed.draft.speciesCode === '' ? lastSpecies : view.parsed.draft.speciesCode;
  const speciesKey = ({ code, name }: Species) => (
    <button
      key={code}
      type="button"
      className="pad-key min-w-0"
      aria-pressed={on === code}
      aria-label={name}
      onClick={() => {
        press(`species ${code}`);
      }}
    >
      {code}
    </button>
  );
  const first = firstSpecies(species, on);
  const repeatsDistance = distance !== null && !distanceOnLine(line) && line !== '';

  const numbers = (
    <>
      {(['7', '8', '9'] as const).map((digit) => key(digit, digit))}
      {key('+', '+', t('tally.top-above-level', 'top, above level'))}
      {backKey}
      {key('g', 'g', t('tally.key.girth', 'girth'))}
      {(['4', '5', '6'] as const).map((digit) => key(digit, digit))}
      {key('-', '−', t('tally.base-below-level', 'base, below level'))}
      {key('#', '#', t('tally.key.tag', 'tag'))}
      {key('&', '&', t('tally.another-stem', 'another stem'))}
      {(['1', '2', '3'] as const).map((digit) => key(digit, digit))}
      {key('@', '@', t('tally.key.distance', 'distance'))}
      {key('/', '/', t('tally.second-diameter', 'second diameter'))}
      {turnTo(
        'codes',
        t('tally.key.codes', 'codes'),
        t('tally.condition-codes-units-and-more', 'condition codes, units and more'),
      )}
      {key('.', '.', t('tally.decimal-point', 'decimal point'))}
      {key('0', '0')}
      {turnTo('letters', t('tally.abc', 'ABC'), t('tally.key.letters', 'letters'))}
      {repeatsDistance ? (
        <button
          type="button"
          className="pad-key bg-paint-ink !text-base text-sheet"
          aria-label={t('tally.distance-as-before-and-save', 'Distance {distance} as before, and save the tree', {
            distance,
          })}
          onClick={() => {
            before.current = [];
            store.write(padLine(line, `distance ${distance}`, lastSpecies));
            store.enter();
          }}
        >
          @{distance} ✓
        </button>
      ) : (
        key('=', '=', t('tally.height-read-directly', 'height read directly'))
      )}
      {saveKey}
    </>
  );
  const codes = (
    <>
      {conditions.map(({ code, words }) => key(`word ${code}`, code, words, '!text-base'))}
      {BEFORE.map(({ word, label }) => key(`before ${word}`, word, say(label), '!text-base'))}
      {key('word x2', 'x2', t('tally.counts-twice', 'counts twice'), '!text-base')}
      {key('=', '=', t('tally.height-read-directly', 'height read directly'))}
      {UNITS[unitSystem].map((unit) =>
        key(`unit ${unit}`, unit, t('tally.key.unit', 'unit {unit}', { unit }), '!text-base'),
      )}
      {key('sign', '±', t('tally.change-the-sign', 'Change the sign'))}
      {key('space', t('tally.key.space', 'space'), t('tally.key.space', 'space'), '!text-base')}
      {undoKey}
      {turnTo('codes', '123', t('tally.key.numbers', 'numbers'))}
      {saveKey}
    </>
  );
  const letters = (
    <>
      {LETTERS.map((letter) => key(`letter ${letter}`, letter))}
      {key('space', t('tally.key.space', 'space'), t('tally.key.space', 'space'), '!text-base')}
      {backKey}
      {turnTo('letters', '123', t('tally.key.numbers', 'numbers'))}
      {undoKey}
    </>
  );
  return (
    <div
      className="no-print grid gap-1.5 border-t border-line bg-band p-2"
      role="group"
      aria-label={t('tally.thumb-pad', 'Thumb pad')}
    >
      {page === 'letters' ? (
        <div className="grid min-h-11 grid-cols-6 gap-1.5" role="group" aria-label={t('tally.words', 'Words')}>
          {completions(line, used, WORDS, WORDS_OFFERED).map((word) =>
            key(`complete ${word}`, word, t('tally.key.word', 'word {word}', { word }), '!text-base'),
          )}
        </div>
      ) : (
        <div className="grid grid-cols-6 gap-1.5" role="group" aria-label={t('tally.species', 'Species')}>
          {first.map(speciesKey)}
          {species.length > first.length && turnTo('species', 'more', t('tally.all-species', 'All species'))}
        </div>
      )}
      <div className="grid max-h-[46dvh] grid-cols-6 gap-1.5 overflow-y-auto">
        {page === 'numbers' && numbers}
        {page === 'codes' && codes}
        {page === 'letters' && letters}
        {page === 'species' && species.map(speciesKey)}
      </div>
    </div>
  );
}
