import { useMemo, useState } from 'react';
import { TriangleAlert } from 'lucide-react';
import { useStore } from '@nanostores/react';
import type { LastVisit } from '@arbolito/core/diameter';
import { estimateOf } from '@arbolito/core/estimate';
import { unitOf } from '@arbolito/core/quantity';
import {
  plotRadiusM,
  printCallout,
  printDiameters,
  printLength,
  shapeWords,
  slopeCorrectedRadiusM,
} from '@arbolito/core/survey';
import { callUntilAnswered } from '../../client/api.ts';
import { deviceId, newId, now } from '../../client/identity.ts';
import type { PlotView, TreeView } from '../../contracts/views.ts';
import { Fold } from '../../ui/Fold.tsx';
import { RoomOfRows, useLongRows } from '../../ui/use-long-rows.tsx';
import { useMedia } from '../../ui/use-media.ts';
import { CallLine } from './parts/CallLine.tsx';
import { DotTally } from './parts/DotTally.tsx';
import { PlotDetails } from './parts/PlotDetails.tsx';
import { PlotPlan } from './parts/PlotPlan.tsx';
import { RunningSums } from './parts/RunningSums.tsx';
import { ThumbPad } from './parts/ThumbPad.tsx';
import { tallyStore, type Elsewhere, type RowFigures, type TallySettings } from './store.ts';

/** About how high a tree's row and the head are. */
const ROW_PX = 54;
const HEAD_PX = 40;

export interface TallyProps {
  readonly plot: PlotView;
  readonly trees: readonly TreeView[];
  readonly elsewhere: Elsewhere;
  readonly lastVisits: Readonly<Record<string, LastVisit>>;
  readonly settings: TallySettings;
  readonly observer: string;
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
  readonly onSelect: () => void;
}

function TreeRow({ index, measure, figures, settings, selected, heightAsked, onSelect }: TreeRowProps) {
  const { row, reckoned, findings } = figures;
  const height = reckoned.height === null ? null : estimateOf(reckoned.height);
  const called = printCallout({ ...row.draft, tag: '', speciesCode: '' }, settings);
  const name = settings.species.find(({ code }) => code === row.draft.speciesCode)?.name ?? row.draft.speciesCode;
  return (
    <tbody ref={measure} data-index={index}>
      <tr className={selected ? 'bg-wash' : ''} onClick={onSelect}>
        <td className={`figures font-bold ${selected ? 'shadow-[inset_5px_0_0_var(--paint)]' : ''}`}>
          <button
            type="button"
            className="min-h-9 min-w-11 text-left font-bold"
            aria-label={`Tree ${row.draft.tag}, ${name}: bring to the line`}
          >
            {row.draft.tag}
          </button>
        </td>
        <td>{name}</td>
        <td className="num text-lg font-bold">{printDiameters(reckoned.diametersCm, settings.unitSystem)}</td>
        <td className="num text-lg font-bold">
          {height?.printed.value ??
            (heightAsked ? <span className="text-base font-normal text-sky">height?</span> : '')}
        </td>
        <td className="num whitespace-nowrap text-quiet">
          {height === null ? '' : `± ${height.printed.standardError}`}
        </td>
        <td className="figures hidden text-quiet lg:table-cell">{called}</td>
        <td className="text-right text-quiet">{row.state === 'waiting' ? 'waiting' : ''}</td>
      </tr>
      {findings.map((finding) => (
        <tr key={`${finding.code} ${finding.stem}`} className={selected ? 'bg-wash' : ''} onClick={onSelect}>
          <td className="!border-0" />
          <td colSpan={6} className="!border-0 !pt-0 text-[0.95rem] leading-snug text-paint-ink">
            <TriangleAlert aria-hidden="true" size={15} className="mr-1.5 inline" />
            {finding.title}
            {finding.mends[0] === undefined
              ? '.'
              : `: ${finding.mends[0].label}${finding.mends[0].becomes === undefined ? '' : `, ${finding.mends[0].becomes}`}?`}
          </td>
        </tr>
      ))}
    </tbody>
  );
}

/** Marks the plot as walked to its end, or opens it again. */
function Finish({
  plot,
  observer,
  trees,
}: {
  readonly plot: PlotView;
  readonly observer: string;
  readonly trees: number;
}) {
  const [{ finished, empty }, setState] = useState<Pick<PlotView, 'finished' | 'empty'>>(plot);
  const [trouble, setTrouble] = useState<string | null>(null);
  const turn = async (change: { readonly finished: boolean; readonly empty?: boolean }): Promise<void> => {
    setTrouble(null);
    try {
      const body = { id: newId(), observer, device: deviceId(), madeAt: now(), ...change };
      const kept = await callUntilAnswered<PlotView>(`/api/plots/${plot.id}/corrections`, body, setTrouble);
      setState(kept);
      setTrouble(null);
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : 'That could not be kept.');
    }
  };
  return (
    <div className="grid gap-1">
      <button
        type="button"
        className="btn"
        aria-pressed={finished}
        onClick={() => void turn(finished ? { finished: false, empty: false } : { finished: true })}
      >
        {empty ? 'Empty: open it again' : finished ? 'Finished: open it again' : 'Plot is finished'}
      </button>
      {trees === 0 && !empty && (
        <button type="button" className="btn" onClick={() => void turn({ finished: true, empty: true })}>
          There is no tree on it
        </button>
      )}
      {trouble !== null && <p role="alert">{trouble}</p>}
    </div>
  );
}

/** How the plot is laid out on its ground. */
function groundWords({ shape, slopePct }: PlotView, { unitSystem, design }: TallySettings): string {
  const slope = `slope ${slopePct} %`;
  if (shape.kind !== 'circle') return `${shapeWords(shape, unitSystem)} · ${slope}`;
  const radius =
    design.slopeRadius === 'circle'
      ? `radius ${printLength(slopeCorrectedRadiusM(shape.areaM2, slopePct), unitSystem)} along the ground`
      : `level radius ${printLength(plotRadiusM(shape.areaM2), unitSystem)}`;
  return `${radius} · ${slope}`;
}

/** One plot: the trees so far, the sums as they grow, and the call-out line. */
export function Tally({ plot, trees, elsewhere, lastVisits, settings, observer }: TallyProps) {
  const store = useMemo(
    () => tallyStore({ plot, trees, elsewhere, lastVisits, settings, observer }),
    [plot, trees, elsewhere, lastVisits, settings, observer],
  );
  const view = useStore(store.$view);
  const shown = view.figures.findIndex(({ row }) => row.id === view.selected);
  const rows = useLongRows(view.figures.length, ROW_PX, HEAD_PX, shown);
  const metric = settings.unitSystem === 'metric';
  const isPhone = useMedia('(max-width: 767px)');
  const [padWished, setPadWished] = useState<boolean | null>(null);
  const padOpen = padWished ?? isPhone;
  const [counting, setCounting] = useState(false);
  const [details, setDetails] = useState(plot);
  return (
    <div className="grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)_auto] md:grid-rows-[minmax(0,1fr)_auto] md:grid-cols-[minmax(0,1fr)_21rem]">
      <div ref={rows.scroller} className="min-h-0 overflow-auto px-3 md:px-5">
        {view.figures.length === 0 ? (
          <div className="grid gap-2 p-6 text-lg">
            <p className="font-bold">No tree in plot {plot.label} yet.</p>
            <p>
              Write the first one on the line below: species, dbh, and if you took a height, top, base and distance. For
              example <kbd className="key">sp 34.5 +18 -1.5 @20</kbd>, <kbd className="key">ch g104</kbd> for a girth,{' '}
              <kbd className="key">bt 41 = 22.5</kbd> for a height read off directly,{' '}
              <kbd className="key">az112 r7.4</kbd> for where it stands.
            </p>
          </div>
        ) : (
          <table className="rows w-full">
            <caption className="sr-only">Trees of plot {plot.label}</caption>
            <thead className="sticky top-0 bg-paper">
              <tr>
                <th scope="col">tree</th>
                <th scope="col">species</th>
                <th scope="col" className="!text-right">
                  dbh {unitOf(metric ? 'cm' : 'in').symbol}
                </th>
                <th scope="col" className="!text-right">
                  height {metric ? 'm' : 'ft'}
                </th>
                <th scope="col" className="!text-right">
                  <span className="sr-only">standard error</span>
                </th>
                <th scope="col" className="hidden lg:table-cell">
                  as called
                </th>
                <th scope="col">
                  <span className="sr-only">state</span>
                </th>
              </tr>
            </thead>
            <RoomOfRows px={rows.beforePx} />
            {rows.drawn.flatMap((index) => {
              const figures = view.figures[index];
              return figures === undefined
                ? []
                : [
                    <TreeRow
                      key={figures.row.id}
                      index={index}
                      measure={rows.measure}
                      figures={figures}
                      settings={settings}
                      selected={index === shown}
                      heightAsked={view.heightsAsked.has(figures.row.id)}
                      onSelect={() => {
                        store.select(figures.row.id);
                      }}
                    />,
                  ];
            })}
            <RoomOfRows px={rows.behindPx} />
          </table>
        )}
      </div>
      <aside
        className={`order-first grid ${padOpen ? 'max-h-[11dvh]' : 'max-h-[22dvh]'} content-start gap-3 overflow-y-auto border-b border-line bg-band p-3 md:order-none md:row-span-1 md:max-h-none md:border-b-0 md:border-l md:p-4`}
        aria-label="Plot sums"
      >
        <RunningSums sums={view.sums} unitSystem={settings.unitSystem} />
        <p className="text-[0.95rem] text-quiet">{groundWords(details, settings)}</p>
        <PlotPlan
          figures={view.figures}
          shape={plot.shape}
          settings={settings}
          selected={view.selected}
          onSelect={(id) => {
            store.select(id);
          }}
        />
        <DotTally
          onDot={counting ? store.dot : undefined}
          trees={view.figures.flatMap(({ tallied }) => tallied)}
          species={settings.species}
          classes={settings.fieldRules.classes}
        />
        <div className="flex flex-wrap gap-2">
          <button
            type="button"
            className="btn"
            aria-pressed={counting}
            onClick={() => {
              setCounting(!counting);
            }}
          >
            Count by dots
          </button>
          <button
            type="button"
            className="btn"
            aria-pressed={padOpen}
            onClick={() => {
              setPadWished(!padOpen);
            }}
          >
            Thumb pad
          </button>
        </div>
        <Fold title="About the plot">
          {() => <PlotDetails plot={details} observer={observer} onKept={setDetails} />}
        </Fold>
        <Finish plot={plot} observer={observer} trees={view.figures.length} />
        <a className="btn" href={`/measure?plot=${plot.id}`}>
          New tree on a sheet
        </a>
      </aside>
      <div className="md:col-span-2">
        <CallLine
          view={view}
          store={store}
          padOpen={padOpen}
          onOpen={(id) => {
            location.assign(`/measure/${id}`);
          }}
        />
        {padOpen && <ThumbPad view={view} store={store} species={settings.species} />}
      </div>
    </div>
  );
}
