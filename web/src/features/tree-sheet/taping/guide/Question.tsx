import type { UnitSystem } from '@arbolito/core/units';
import {
  ASKS,
  ASKS_WHETHER,
  type FigureKey,
  type FlagKey,
  FLAGS,
  type Found,
  FOUND_FIELDS,
  parseFoundField,
  treeOf,
} from './found.ts';
import { NumberField } from '../../../../ui/forms/NumberField.tsx';
import { TrunkDrawing } from './TrunkDrawing.tsx';
import { message, type Text } from '@arbolito/core/message';
import { say } from '../../../../messages/text.ts';

/** Every answer in a word or two. */
const WORDS = {
  level: 'level',
  slope: 'slope',
  snow: 'snow',
  upright: 'upright',
  leaning: 'leaning',
  one: message('tree-sheet.one', 'one'),
  'fork-low': message('tree-sheet.fork-below-0-3-m', 'fork below 0.3 m (1 ft)'),
  'fork-middle': message('tree-sheet.fork-below-breast-height', 'fork below breast height'),
  'fork-high': message('tree-sheet.fork-above-breast-height', 'fork above breast height'),
  many: message('tree-sheet.many-stems', 'many stems'),
  together: message('tree-sheet.two-grown-together', 'two grown together'),
  broken: 'broken',
  none: 'nothing',
  bulge: 'bulge',
  scar: 'scar',
  branch: 'branch',
  butt: message('tree-sheet.swollen-butt', 'swollen butt'),
  climber: 'climber',
} as const;

interface QuestionProps<T extends keyof typeof WORDS> {
  readonly title: string;
  readonly name: 'ground' | 'leaning' | 'trunks' | 'swelling';
  readonly choices: readonly T[];
  readonly chosen: T;
  readonly onChoose: (choice: T) => void;
  readonly found: Found;
  readonly onFigure: (key: FigureKey | FlagKey, text: string) => void;
}

const problemOf = (key: FigureKey, text: string, units: UnitSystem): Text | null => {
  if (text.trim() === '') return null;
  const read = parseFoundField(key, text, units);
  return 'problem' in read ? read.problem : null;
};

/** One of the four questions: large answers for a thumb, and the figures that the answer asks for. */
export function Question<T extends keyof typeof WORDS>({
  title,
  name,
  choices,
  chosen,
  onChoose,
  found,
  onFigure,
}: QuestionProps<T>) {
  const flags = (ASKS_WHETHER as Partial<Record<string, readonly FlagKey[]>>)[chosen] ?? [];
  const asks = (ASKS as Partial<Record<string, readonly FigureKey[]>>)[chosen] ?? [];
  return (
    <fieldset className="grid gap-2">
      <legend className="pb-1 font-bold">{title}</legend>
      <div className="flex flex-wrap gap-2">
        {choices.map((choice) => (
          <label
            key={choice}
            className="choice-card relative grid w-[5.6rem] content-start justify-items-center gap-1 p-1.5 text-center text-[0.92rem] leading-tight"
          >
            <input
              type="radio"
              name={name}
              value={choice}
              checked={choice === chosen}
              className="absolute inset-0 cursor-pointer opacity-0"
              onChange={() => {
                onChoose(choice);
              }}
            />
            <TrunkDrawing tree={treeOf({ ...found, breakAt: '1.9 m', [name]: choice })} width={58} height={54} />
            <span>
              {choice === chosen && <span aria-hidden="true">✓ </span>}
              {say(WORDS[choice])}
            </span>
          </label>
        ))}
      </div>
      {flags.map((key) => (
        <label key={key} className="flex min-h-11 items-center gap-3">
          <input
            type="checkbox"
            checked={found[key] === 'yes'}
            onChange={(event) => {
              onFigure(key, event.target.checked ? 'yes' : '');
            }}
          />
          {say(FLAGS[key])}
        </label>
      ))}
      {asks.length > 0 && (
        <div className="flex flex-wrap gap-3">
          {asks.map((key) => (
            <NumberField
              key={key}
              spec={FOUND_FIELDS[found.units][key]}
              optional
              problem={say(problemOf(key, found[key], found.units))}
              text={found[key]}
              onType={(text) => {
                onFigure(key, text);
              }}
            />
          ))}
        </div>
      )}
    </fieldset>
  );
}
