import { useEffect, useRef, useState } from 'react';
import {
  DECISIONS,
  FROM_NAMES,
  type FieldRules,
  RULE_SETS,
  type RuleSetId,
  slopeSchools,
  type TapeAnswer,
  type TapedTree,
  whereToTape,
} from '@arbolito/core/protocol';
import { lengthWords, thicknessWords, type UnitSystem } from '@arbolito/core/units';
import { Choice } from '../../../../ui/forms/Choice.tsx';
import { useSize } from '../../../../ui/use-media.ts';
import {
  canCompareSchools,
  type FigureKey,
  type FlagKey,
  type Found,
  foundOf,
  fromQuery,
  GROUNDS,
  LEANS,
  missingOf,
  NOTHING_FOUND,
  stemOf,
  SWELLINGS,
  toQuery,
  treeOf,
  TRUNKS,
  unanswered,
} from './found.ts';
import { Question } from './Question.tsx';
import { DataTable } from '../../../../ui/table/DataTable.tsx';
import { TrunkDrawing } from './TrunkDrawing.tsx';
import { t, say } from '../../../../messages/text.ts';

const placeOf = ({ point, stems }: TapeAnswer, units: UnitSystem): string => {
  if (stems === 0) return t('tree-sheet.no-dbh', 'no dbh');
  return point.kind === 'at'
    ? lengthWords(point.heightM, units)
    : t('tree-sheet.narrowest-point-to', 'narrowest point, {fromM} to {toM}', {
        fromM: lengthWords(point.fromM, units),
        toM: lengthWords(point.toM, units),
      });
};

const stemsOf = ({ stems, counts }: TapeAnswer): string =>
  stems === 0
    ? t('tree-sheet.record-the-break', 'record the break')
    : counts === 'one tree'
      ? t('tree-sheet.one-stem', 'one stem')
      : counts === 'separate stems'
        ? t('tree-sheet.separate-stems', '{stems} separate stems', { stems })
        : t('tree-sheet.separate-trees', '{stems} separate trees', { stems });

export interface GuideProps {
  readonly found: Found;
  readonly onFound: (found: Found) => void;
  /** The survey's own rules; left out, one of the sets is chosen. */
  readonly rules?: FieldRules | undefined;
  /** Takes the answer onto the tree sheet. */
  readonly onTake?: (tree: TapedTree, answer: TapeAnswer) => void;
}

/** Four picture questions, and the drawn answer under the field rules that hold. */
export function Guide({ found, onFound, rules: own, onTake }: GuideProps) {
  const area = useRef<HTMLDivElement>(null);
  const { width } = useSize(area);
  const change = (part: Partial<Found>): void => {
    onFound({ ...found, ...part });
  };
  const onFigure = (key: FigureKey | FlagKey, text: string): void => {
    change({ [key]: text });
  };
  const tree = treeOf(found);
  const set = RULE_SETS[found.rules];
  const rules = own ?? set.rules;
  const { units } = found;
  const answer = whereToTape(tree, rules, units);
  const missing = missingOf(found);
  const isAnswered = missing.length === 0;
  const stem = stemOf(found);
  const schools = slopeSchools({ ...stem, slopePct: tree.ground.slopePct });
  const question = { found, onFigure };
  return (
    <div className="@container">
      <div className="grid items-start gap-x-8 gap-y-5 @3xl:grid-cols-[minmax(0,1fr)_26rem] @3xl:grid-rows-[auto_1fr]">
        <section
          aria-label={t('tree-sheet.the-tree-as-you-find', 'The tree as you find it')}
          className="grid gap-5 @3xl:col-start-1 @3xl:row-span-2 @3xl:row-start-1"
        >
          {own === undefined && (
            <Choice
              name={t('tree-sheet.units', 'Units')}
              options={{
                metric: t('tree-sheet.cm-and-m', 'cm and m'),
                imperial: t('tree-sheet.in-and-ft', 'in and ft'),
              }}
              chosen={units}
              onChoose={(next) => {
                change({ ...foundOf(tree, next), ...unanswered(found), units: next, rules: found.rules });
              }}
            />
          )}
          {own === undefined && (
            <label className="grid gap-1">
              <span className="font-bold">{t('tree-sheet.field-rules', 'Field rules')}</span>
              <select
                className="field"
                value={found.rules}
                onChange={(event) => {
                  change({ rules: event.target.value as RuleSetId });
                }}
              >
                {Object.entries(RULE_SETS).map(([id, { name }]) => (
                  <option key={id} value={id}>
                    {say(name)}
                  </option>
                ))}
              </select>
              <span className="text-quiet">{say(set.purpose)}</span>
            </label>
          )}
          <Question
            title={t('tree-sheet.ground', 'Ground')}
            name="ground"
            choices={GROUNDS}
            chosen={found.ground}
            onChoose={(ground) => {
              change({ ground });
            }}
            {...question}
          />
          <Question
            title={t('tree-sheet.lean-of-the-stem', 'Lean of the stem')}
            name="leaning"
            choices={LEANS}
            chosen={found.leaning}
            onChoose={(leaning) => {
              change({ leaning });
            }}
            {...question}
          />
          <Question
            title={t('tree-sheet.trunks', 'Trunks')}
            name="trunks"
            choices={TRUNKS}
            chosen={found.trunks}
            onChoose={(trunks) => {
              change({ trunks });
            }}
            {...question}
          />
          <Question
            title={t('tree-sheet.obstacle-at-breast-height', 'Obstacle at breast height')}
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
                onFound({ ...NOTHING_FOUND, rules: found.rules, units });
              }}
            >
              {t('tree-sheet.next-tree', 'Next tree')}
            </button>
          </p>
        </section>
        <section
          aria-label={t('tree-sheet.measuring-point', 'Measuring point')}
          className="order-first grid grid-cols-[10.5rem_minmax(0,1fr)] items-center gap-3 @3xl:order-none @3xl:col-start-2 @3xl:grid-cols-1"
        >
          <div ref={area} className="overflow-hidden rounded-xl border border-line bg-sheet">
            {width > 0 && (
              <TrunkDrawing
                tree={tree}
                answer={answer}
                halfM={stem.dbhCm / 200}
                width={width}
                height={Math.round(Math.min(width * 0.92, 330))}
              />
            )}
          </div>
          <div className="grid gap-2">
            <p aria-live="polite">
              <strong className="figures text-3xl leading-tight font-extrabold @3xl:text-4xl" data-testid="tape-point">
                {isAnswered ? placeOf(answer, units) : '–'}
              </strong>
              <span className="block text-lg">
                {isAnswered
                  ? t('tree-sheet.measured-from-and-stems', 'Measured from: {from} · {answer}', {
                      from: FROM_NAMES[answer.from],
                      answer: stemsOf(answer),
                    })
                  : t('tree-sheet.enter', 'Enter {join}.', { join: missing.join(' · ') })}
              </span>
            </p>
            {onTake !== undefined && isAnswered && answer.stems > 0 && (
              <button
                type="button"
                className="btn btn-main justify-self-start"
                onClick={() => {
                  onTake(tree, answer);
                }}
              >
                {answer.point.kind === 'at'
                  ? t('tree-sheet.tape-there', 'Tape there')
                  : t('tree-sheet.measure-there-and-record-the', 'Measure there and record the height')}
              </button>
            )}
          </div>
        </section>
        <section aria-label={t('tree-sheet.what-to-do', 'What to do')} className="grid gap-3 @3xl:col-start-2">
          <ol className="grid list-decimal gap-1.5 pl-5 text-lg leading-snug">
            {(isAnswered ? answer.sentences : []).map((sentence) => (
              <li key={say(sentence)}>{say(sentence)}</li>
            ))}
          </ol>
          <div>
            <h2 className="font-bold">{t('tree-sheet.recorded', 'Recorded')}</h2>
            <ul className="list-disc pl-5">
              {answer.recorded.map((words) => (
                <li key={say(words)}>{say(words)}</li>
              ))}
            </ul>
          </div>
          {canCompareSchools(found) && (
            <p className="rounded-lg bg-wash p-3">
              {t(
                'tree-sheet.the-two-rules-are-apart',
                'The two rules are {apartM} apart on a stem of {dbhCm}: from the middle of the slope the dbh is {dbhDifferenceCm} larger than from uphill. {why}',
                {
                  apartM: thicknessWords(schools.apartM * 100, units),
                  dbhCm: thicknessWords(stem.dbhCm, units, 1),
                  dbhDifferenceCm: thicknessWords(schools.dbhDifferenceCm, units, 2),
                  why: DECISIONS.slope.choices[rules.slope].why,
                },
              )}
            </p>
          )}
          {isAnswered && (
            <DataTable
              caption={
                <span className="font-bold">
                  {own === undefined
                    ? t('tree-sheet.the-same-tree-under-the', 'The same tree under the other rules')
                    : t('tree-sheet.the-same-tree-under-other-field', 'The same tree under other field rules')}
                </span>
              }
              hasHead={false}
              rows={Object.entries(RULE_SETS).map(([id, { name, rules: others }]) => ({
                id,
                name,
                answer: whereToTape(tree, others, units),
              }))}
              keyOf={({ id }) => id}
              rowProps={({ id }) => ({ className: own === undefined && id === found.rules ? 'font-bold' : '' })}
              columns={[
                {
                  id: 'rules',
                  head: t('tree-sheet.head.rules', 'rules'),
                  kind: 'row-head',
                  cell: ({ name }) => say(name),
                },
                {
                  id: 'place',
                  head: t('tree-sheet.head.place', 'place'),
                  cellClassName: 'figures',
                  cell: ({ answer }) => placeOf(answer, units),
                },
                { id: 'stems', head: t('tree-sheet.head.stems', 'stems'), cell: ({ answer }) => stemsOf(answer) },
              ]}
            />
          )}
          <p className="text-quiet">
            {t(
              'tree-sheet.look-up-before-you-look',
              'Look up before you look at the tape. Look for wasps, thorns and stinging climbers before you reach round. Street trees: stay off the road.',
            )}
          </p>
        </section>
      </div>
    </div>
  );
}

/** The guide by itself, its answers in the address. */
export function WhereToTape() {
  const [found, setFound] = useState<Found>(() => fromQuery(location.search));
  useEffect(() => {
    const query = toQuery(found);
    history.replaceState(null, '', query === '' ? location.pathname : `?${query}`);
  }, [found]);
  return (
    <div className="mx-auto max-w-6xl p-4 md:p-6">
      <Guide found={found} onFound={setFound} />
    </div>
  );
}
