import { type TapeReading, type TapeReadingError, tapeReadingErrors } from '@arbolito/core/diameter';
import { convert, printRounded } from '@arbolito/core/units';
import { TapeDrawing, type TapeScene } from './TapeDrawing.tsx';

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
            Your reading, <strong className="figures">{`${printRounded(value, 1)} ${unit}`}</strong>: the tape’s own
            zero lies there on the {face} side
            {face === 'diameter' ? '' : `, ${printRounded(value / Math.PI, 1)} ${unit} thick`}. Read on from the smaller
            number, {Math.floor(value + 1e-9)}, the way the numbers rise.
          </figcaption>
        </figure>
        <section aria-labelledby="again">
          <h2 id="again" className="mb-2 text-xl font-bold">
            Or does it look like one of these? Read it again
          </h2>
          <ul className="grid gap-4 @2xl:grid-cols-2">
            {readings.map((reading) => (
              <li key={reading.readingError} className="card grid content-start gap-2 p-3">
                <h3 className="font-bold">{reading.title}</h3>
                <TapeDrawing {...sceneOf(reading, value, unit)} />
                <p className="leading-snug">{reading.words}</p>
                <p className="flex flex-wrap items-center justify-between gap-2">
                  <span>
                    then it is <strong className="figures text-xl">{printRounded(reading.meant, 1)}</strong> {unit}
                    {reading.readingError === 'other-unit' &&
                      `, ${printRounded(convert(reading.meant, unit, unit === 'cm' ? 'in' : 'cm'), 1)} ${unit === 'cm' ? 'in' : 'cm'}`}
                  </span>
                  {onTake !== undefined && (
                    <button
                      type="button"
                      className="btn"
                      onClick={() => {
                        onTake(reading.meant);
                      }}
                    >
                      Take {printRounded(reading.meant, 1)}
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
