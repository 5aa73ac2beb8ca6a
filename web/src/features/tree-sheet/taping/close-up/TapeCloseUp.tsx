import { type TapeReading, type TapeReadingError, tapeReadingErrors } from '@arbolito/core/diameter';
import { convert, printRounded } from '@arbolito/core/units';
import { TapeDrawing, type TapeScene } from './TapeDrawing.tsx';
import { t, say } from '../../../../messages/text.ts';
import { rich } from '../../../../messages/rich.ts';

export interface TapeCloseUpProps {
  readonly value: number;
  readonly unit: 'cm' | 'in';
  /** The side of the tape that was read. */
  readonly face: 'diameter' | 'girth';
  /** Takes another number onto the sheet. */
  readonly onTake?: (value: number) => void;
}

/** What the tape looks like where an error led to the number that was read. */
function sceneOf({ readingError, meant }: TapeReading, value: number, unit: 'cm' | 'in'): TapeScene {
  const other = unit === 'cm' ? 'in' : 'cm';
  const scenes: Record<TapeReadingError, TapeScene> = {
    'wrong-side': { shown: meant, unit, countedBack: true },
    'from-one': { shown: value, unit, heldAt: 1 },
    'plain-side': { shown: value, unit, face: 'girth' },
    'other-unit': { shown: value, unit: other },
  };
  return scenes[readingError];
}

/** The end of the tape as it looks for this reading, and as it looks where a known reading error led to it. */
export function TapeCloseUp({ value, unit, face, onTake }: TapeCloseUpProps) {
  const readings = tapeReadingErrors(value, unit).filter(
    ({ readingError }) => face === 'diameter' || readingError !== 'plain-side',
  );
  return (
    <div className="@container">
      <div className="grid gap-5">
        <figure className="grid items-center gap-x-6 gap-y-2 @2xl:grid-cols-[minmax(0,1.4fr)_1fr]">
          <TapeDrawing shown={value} unit={unit} face={face} />
          <figcaption className="text-lg leading-snug">
            {rich(
              'tree-sheet.your-reading-the-zero-of',
              '{face, select, diameter {Your reading, {value}: the zero of the tape lies there on the diameter side. Read from the smaller number, {from}, in the direction in which the numbers rise.} other {Your reading, {value}: the zero of the tape lies there on the plain side, {thickness} in diameter. Read from the smaller number, {from}, in the direction in which the numbers rise.}}',
              {
                face,
                value: <strong className="figures">{`${printRounded(value, 1)} ${unit}`}</strong>,
                thickness: `${printRounded(value / Math.PI, 1)} ${unit}`,
                from: Math.floor(value + 1e-9),
              },
            )}{' '}
          </figcaption>
        </figure>
        <section aria-labelledby="again">
          <h2 id="again" className="mb-2 text-xl font-bold">
            {t('tree-sheet.similar-readings-does-one-of', 'Similar readings. Does one of them match the tape?')}
          </h2>
          <ul className="grid gap-4 @2xl:grid-cols-2">
            {readings.map((reading) => (
              <li key={reading.readingError} className="card grid content-start gap-2 p-3">
                <h3 className="font-bold">{say(reading.title)}</h3>
                <TapeDrawing {...sceneOf(reading, value, unit)} />
                <p className="leading-snug">{say(reading.words)}</p>
                <p className="flex flex-wrap items-center justify-between gap-2">
                  <span>
                    {rich(
                      'tree-sheet.then-the-reading-is',
                      '{other, select, none {Then the reading is {meant} {unit}} other {Then the reading is {meant} {unit}, {other}}}',
                      {
                        meant: <strong className="figures text-xl">{printRounded(reading.meant, 1)}</strong>,
                        unit,
                        other:
                          reading.readingError === 'other-unit'
                            ? `${printRounded(convert(reading.meant, unit, unit === 'cm' ? 'in' : 'cm'), 1)} ${unit === 'cm' ? 'in' : 'cm'}`
                            : 'none',
                      },
                    )}
                  </span>
                  {onTake !== undefined && (
                    <button
                      type="button"
                      className="btn"
                      onClick={() => {
                        onTake(reading.meant);
                      }}
                    >
                      {t('tree-sheet.use', 'Use {meant}', { meant: printRounded(reading.meant, 1) })}
                    </button>
                  )}
                </p>
              </li>
            ))}
          </ul>
        </section>
      </div>
    </div>
  );
}

export default TapeCloseUp;
