import type { TreeRecord } from '@arbolito/core/tree';
import { printCallout, printTreeForm } from '@arbolito/core/callout';
import { memo } from 'react';
import { TriangleAlert } from 'lucide-react';
import { estimateOf } from '@arbolito/core/uncertainty';
import { convert, printDiameters, printRounded, unitOf } from '@arbolito/core/units';
import { RoomOfRows, useLongRows } from '../../../ui/table/use-long-rows.tsx';
import type { RowFigures, TallySettings, TallyStateView } from '../store.ts';
import { t, say } from '../../../messages/text.ts';
import { localFigure } from '../../../messages/figures.ts';

/** How high a tree's row and the head are: a row that differs has all behind it moved. */
const ROW_PX = 51.375;
const HEAD_PX = 40;

/** Where a tree is that the server does not have yet. */
const stateWords = (state: RowFigures['row']['state']): string =>
  ({ kept: '', waiting: t('tally.row-not-sent', 'Not sent'), storing: t('tally.row-storing', 'Storing…') })[state];

/** The guess of a tree that nobody measures. */
function guessOnly({ predictedVolumeM3 }: TreeRecord, diametersCm: readonly number[], { unitSystem }: TallySettings) {
  if (predictedVolumeM3 === undefined || diametersCm.length > 0) return null;
  const [value, unit]: readonly [string, string] =
    unitSystem === 'metric'
      ? [printRounded(predictedVolumeM3, 2), 'm³']
      : [printRounded(convert(predictedVolumeM3, 'm3', 'ft3'), 0), 'ft³'];
  return (
    <span className="text-base font-normal text-quiet">
      {t('tally.predicted', 'predicted {value} {unit}', { value, unit })}
    </span>
  );
}

interface TreeRowProps {
  readonly index: number;
  /** Told of the row, so that its height is known. */
  readonly measure: (element: Element | null) => void;
  readonly figures: RowFigures;
  readonly settings: TallySettings;
  readonly selected: boolean;
  /** The survey asks for its height, and there is none. */
  readonly heightAsked: boolean;
  /** It was guessed, and is to be measured. */
  readonly toMeasure: boolean;
  readonly onSelect: (id: string) => void;
}

const TreeRow = memo(function TreeRow({
  index,
  measure,
  figures,
  settings,
  selected,
  heightAsked,
  toMeasure,
  onSelect,
}: TreeRowProps) {
  const { row, reckoned, findings } = figures;
  const height = reckoned.height === null ? null : estimateOf(reckoned.height);
  const called = printCallout({ ...printTreeForm(row.tree), tag: '', speciesCode: '' }, settings);
  const name = settings.species.find(({ code }) => code === row.tree.speciesCode)?.name ?? row.tree.speciesCode;
  const select = (): void => {
    onSelect(row.id);
  };
  return (
    <tbody ref={measure} data-index={index}>
      <tr className={selected ? 'bg-wash' : ''} onClick={select}>
        <td className={`figures font-bold ${selected ? 'shadow-[inset_5px_0_0_var(--paint)]' : ''}`}>
          <button
            type="button"
            className="-my-1 min-h-11 min-w-11 text-left font-bold"
            aria-label={t('tally.tree-edit-on-the-line-2', 'Tree {tag}, {name}: edit on the line', {
              tag: row.tree.tag,
              name,
            })}
          >
            {row.tree.tag}
            {row.state !== 'kept' && <span className="font-normal text-quiet md:hidden"> …</span>}
          </button>
        </td>
        <td className="max-w-24 truncate md:max-w-none">{name}</td>
        <td className="num text-lg font-bold">
          {toMeasure ? (
            <span className="text-base text-paint-ink">{t('tally.measure', 'Measure')}</span>
          ) : (
            (guessOnly(row.tree, reckoned.diametersCm, settings) ??
            localFigure(printDiameters(reckoned.diametersCm, settings.unitSystem)))
          )}
        </td>
        <td className="num text-lg font-bold">
          {height !== null ? (
            localFigure(height.printed.value)
          ) : heightAsked ? (
            <span className="text-base font-normal text-sky">{t('tally.height-missing', 'Height missing')}</span>
          ) : (
            ''
          )}
        </td>
        <td className="num whitespace-nowrap text-quiet max-md:text-[0.9rem]">
          {height === null ? '' : `± ${localFigure(height.printed.standardError)}`}
        </td>
        <td className="figures hidden text-quiet lg:table-cell">{called}</td>
        <td className="hidden text-right text-quiet md:table-cell">{stateWords(row.state)}</td>
      </tr>
      {findings.map((finding) => (
        <tr key={`${finding.code} ${finding.stem}`} className={selected ? 'bg-wash' : ''} onClick={select}>
          <td className="!border-0" />
          <td colSpan={6} className="!border-0 !pt-0 text-[0.95rem] leading-snug text-paint-ink">
            <TriangleAlert aria-hidden="true" size={15} className="mr-1.5 inline" />
            {say(finding.title)}
            {finding.suggestedFixes[0] === undefined
              ? '.'
              : `: ${say(finding.suggestedFixes[0].label)}${finding.suggestedFixes[0].becomes === undefined ? '' : `, ${finding.suggestedFixes[0].becomes}`}?`}
          </td>
        </tr>
      ))}
    </tbody>
  );
});

interface TreeTableProps {
  /** Of the plot. */
  readonly label: string;
  readonly figures: readonly RowFigures[];
  readonly selected: string | null;
  readonly heightsAsked: TallyStateView['heightsAsked'];
  readonly toMeasure: TallyStateView['toMeasure'];
  readonly settings: TallySettings;
  readonly onSelect: (id: string) => void;
}

/** The trees of a plot. Scrolling draws rows and nothing else: it stands by itself. */
export function TreeTable({ label, figures, selected, heightsAsked, toMeasure, settings, onSelect }: TreeTableProps) {
  const metric = settings.unitSystem === 'metric';
  const shown = figures.findIndex(({ row }) => row.id === selected);
  // Without a tree on the line the last one stays in sight: it is what was just saved.
  const rows = useLongRows(figures.length, ROW_PX, HEAD_PX, shown < 0 ? figures.length - 1 : shown);
  return (
    <div ref={rows.scroller} className="min-h-0 overflow-auto px-1 md:px-5">
      <table className="rows w-full max-md:[&_td]:!px-1.5 max-md:[&_th]:!px-1.5">
        <caption className="sr-only">{t('tally.trees-of-plot', 'Trees of plot {label}', { label })}</caption>
        <thead className="sticky top-0 bg-paper [@media(max-height:700px)_and_(max-width:767px)]:sr-only">
          <tr>
            <th scope="col">{t('tally.tree-3', 'Tree')}</th>
            <th scope="col">{t('tally.species', 'Species')}</th>
            <th scope="col" className="!text-right whitespace-nowrap">
              {t('tally.dbh', 'dbh, {symbol}', { symbol: unitOf(metric ? 'cm' : 'in').symbol })}
            </th>
            <th scope="col" className="!text-right whitespace-nowrap">
              {t('tally.height-2', 'Height, {value}', { value: metric ? 'm' : 'ft' })}
            </th>
            <th scope="col" className="!text-right">
              <span className="sr-only">{t('tally.standard-error', 'Standard error')}</span>
            </th>
            <th scope="col" className="hidden lg:table-cell">
              {t('tally.as-entered', 'As entered')}
            </th>
            <th scope="col" className="hidden md:table-cell">
              <span className="sr-only">{t('tally.state', 'State')}</span>
            </th>
          </tr>
        </thead>
        <RoomOfRows px={rows.beforePx} />
        {rows.drawn.flatMap((index) => {
          const own = figures[index];
          return own === undefined
            ? []
            : [
                <TreeRow
                  key={own.row.id}
                  index={index}
                  measure={rows.measure}
                  figures={own}
                  settings={settings}
                  selected={index === shown}
                  heightAsked={heightsAsked.has(own.row.id)}
                  toMeasure={toMeasure.has(own.row.id)}
                  onSelect={onSelect}
                />,
              ];
        })}
        <RoomOfRows px={rows.behindPx} />
      </table>
    </div>
  );
}
