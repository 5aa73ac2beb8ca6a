import { useEffect, useRef, useState } from 'react';
import {
  DECISIONS,
  RULE_SETS,
  slopeSchools,
  whereToTape,
  type RuleSetId,
  type TapeAnswer,
} from '@arbolito/core/diameter';
import { printRounded } from '@arbolito/core/quantity';
import { useSize } from '../../../ui/use-media.ts';
import {
  fromQuery,
  GROUNDS,
  LEANS,
  NOTHING_FOUND,
  SWELLINGS,
  toQuery,
  treeOf,
  TRUNKS,
  type FigureKey,
  type Found,
} from './found.ts';
import { Question } from './Question.tsx';
import { TrunkDrawing } from './TrunkDrawing.tsx';

/** Stem and taper that the size of an effect is worked out for, and stated with it. */
const TYPICAL = { dbhCm: 60, taperCmPerM: 1.5 } as const;

const placeOf = ({ point, stems }: TapeAnswer): string => {
  if (stems === 0) return 'no dbh';
  return point.kind === 'at'
    ? `${printRounded(point.heightM, 2)} m`
    : `narrowest, ${printRounded(point.fromM, 2)} to ${printRounded(point.toM, 2)} m`;
};

const stemsOf = ({ stems, counts }: TapeAnswer): string =>
  stems === 0 ? 'note the break' : counts === 'one tree' ? 'one stem' : `${stems} ${counts}`;

/** Where to tape: four picture questions, and the drawn answer under the survey's field rules. */
export function WhereToTape() {
  const [found, setFound] = useState<Found>(() => fromQuery(location.search));
  const area = useRef<HTMLDivElement>(null);
  const { width } = useSize(area);
  useEffect(() => {
    const query = toQuery(found);
    history.replaceState(null, '', query === '' ? location.pathname : `?${query}`);
  }, [found]);

  const change = (part: Partial<Found>): void => {
    setFound((before) => ({ ...before, ...part }));
  };
  const onFigure = (key: FigureKey, text: string): void => {
    change({ [key]: text });
  };
  const tree = treeOf(found);
  const { rules, name, purpose } = RULE_SETS[found.rules];
  const answer = whereToTape(tree, rules);
  const schools = slopeSchools({ ...TYPICAL, slopePct: tree.ground.slopePct });
  const question = { found, onFigure };
  return (
    <div className="mx-auto grid max-w-6xl items-start gap-x-8 gap-y-5 p-4 md:grid-cols-[minmax(0,1fr)_26rem] md:grid-rows-[auto_1fr] md:p-6">
      <section aria-label="The tree as you find it" className="grid gap-5 md:col-start-1 md:row-span-2 md:row-start-1">
        <label className="grid gap-1">
          <span className="font-bold">Field rules</span>
          <select
            className="field"
            value={found.rules}
            onChange={(event) => {
              change({ rules: event.target.value as RuleSetId });
            }}
          >
            {Object.entries(RULE_SETS).map(([id, set]) => (
              <option key={id} value={id}>
                {set.name}
              </option>
            ))}
          </select>
          <span className="text-quiet">{purpose}</span>
        </label>
        <Question
          title="The ground"
          name="ground"
          choices={GROUNDS}
          chosen={found.ground}
          onChoose={(ground) => {
            change({ ground });
          }}
          {...question}
        />
        <Question
          title="The stem stands"
          name="leaning"
          choices={LEANS}
          chosen={found.leaning}
          onChoose={(leaning) => {
            change({ leaning });
          }}
          {...question}
        />
        <Question
          title="Trunks"
          name="trunks"
          choices={TRUNKS}
          chosen={found.trunks}
          onChoose={(trunks) => {
            change({ trunks });
          }}
          {...question}
        />
        <Question
          title="In the way at breast height"
          name="swelling"
          choices={SWELLINGS}
          chosen={found.swelling}
          onChoose={(swelling) => {
            change({ swelling });
          }}
          {...question}
        />
        <p>
          <button
            type="button"
            className="btn"
            onClick={() => {
              setFound({ ...NOTHING_FOUND, rules: found.rules });
            }}
          >
            Another tree
          </button>
        </p>
      </section>
      <section
        aria-label="Where the tape goes"
        className="order-first grid grid-cols-[10.5rem_minmax(0,1fr)] items-center gap-3 md:order-none md:col-start-2 md:grid-cols-1"
      >
        <div ref={area} className="overflow-hidden rounded-xl border border-line bg-sheet">
          {width > 0 && (
            <TrunkDrawing tree={tree} answer={answer} width={width} height={Math.round(Math.min(width * 0.92, 330))} />
          )}
        </div>
        <p aria-live="polite">
          <strong className="figures text-3xl leading-tight font-extrabold md:text-4xl" data-testid="tape-point">
            {placeOf(answer)}
          </strong>
          <span className="block text-lg">
            from the {answer.from} · {stemsOf(answer)}
          </span>
        </p>
      </section>
      <section aria-label="What to do" className="grid gap-3 md:col-start-2">
        <ol className="grid list-decimal gap-1.5 pl-5 text-lg leading-snug">
          {answer.sentences.map((sentence) => (
            <li key={sentence}>{sentence}</li>
          ))}
        </ol>
        <div>
          <h2 className="font-bold">Goes on the record</h2>
          <ul className="list-disc pl-5">
            {answer.recorded.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
        </div>
        {tree.ground.slopePct > 0 && (
          <p className="rounded-lg bg-wash p-3">
            The two schools lie {printRounded(schools.apartM * 100, 0)} cm apart on a stem of {TYPICAL.dbhCm} cm: from
            the middle of the slope it reads {printRounded(schools.dbhDifferenceCm, 2)} cm more than from uphill, where
            the stem thins by {TYPICAL.taperCmPerM} cm a metre. {DECISIONS.slope.choices[rules.slope].why}
          </p>
        )}
        <table className="rows">
          <caption className="pb-1 text-left font-bold">The same tree under the other rules</caption>
          <tbody>
            {Object.entries(RULE_SETS).map(([id, set]) => {
              const other = whereToTape(tree, set.rules);
              return (
                <tr key={id} className={set.name === name ? 'font-bold' : ''}>
                  <th scope="row" className="!text-base !text-ink">
                    {set.name}
                  </th>
                  <td className="figures">{placeOf(other)}</td>
                  <td>{stemsOf(other)}</td>
                </tr>
              );
            })}
          </tbody>
        </table>
        <p className="text-quiet">
          Look up before you look at the tape. Look for wasps, thorns and stinging climbers before you reach round.
          Street trees: stay off the road.
        </p>
      </section>
    </div>
  );
}
