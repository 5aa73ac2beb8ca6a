import { useCallback, useMemo, useState } from 'react';
import { useStore } from '@nanostores/react';
import type { LastVisit } from '@arbolito/core/tree';
import { placeKind } from '@arbolito/core/protocol';
import { plotRadiusM, shapeWords, slopeCorrectedRadiusM } from '@arbolito/core/plot';
import { printLength, standUnits } from '@arbolito/core/units';
import { notSent, send, type WriteResult } from '../../../client/device/outbox.ts';
import { progressWith, progressWrite } from '../../../client/plot-writes.ts';
import { Alert } from '../../../ui/feedback/Alert.tsx';
import { toast } from '../../../ui/feedback/toast.ts';
import { useBackCloses } from '../../../ui/feedback/use-back-closes.ts';
import { useAction } from '../../../ui/feedback/use-action.ts';
import type { PlotCopy } from '../../../contracts/sync.ts';
import type { PlotView, TreeView } from '../../../contracts/views.ts';
import { Disclosure } from '../../../ui/feedback/Disclosure.tsx';
import { useIsPhone } from '../../../ui/use-media.ts';
import { auxiliaryLabel } from '../../../shared/auxiliary-figure.ts';
import { exampleLines } from '../../../shared/example-lines.ts';
import { CallLine } from '../call-line/CallLine.tsx';
import { CountIn } from '../plot-controls/CountIn.tsx';
import { DotTally } from '../trees/DotTally.tsx';
import { GuessSums } from '../sums/GuessSums.tsx';
import { PlotBar } from '../plot-controls/PlotBar.tsx';
import { PlotPlan } from '../trees/PlotPlan.tsx';
import { RunningSums } from '../sums/RunningSums.tsx';
import { ThumbPad } from '../call-line/ThumbPad.tsx';
import { TreeTable } from '../trees/TreeTable.tsx';
import { ChangedRules } from '../plot-controls/ChangedRules.tsx';
import { OtherCrews } from '../plot-controls/OtherCrews.tsx';
import { useChangedRules } from '../use-changed-rules.ts';
import { useLivePlot } from '../use-live-plot.ts';
import { usePlotCopy } from '../use-plot-copy.ts';
import { type OtherPlotsRatio, type TallySettings, tallyStore } from '../store.ts';
import { t, say } from '../../../messages/text.ts';
import { rich } from '../../../messages/rich.ts';
import { onDemand } from '../../../ui/feedback/on-demand.tsx';

const DotCount = onDemand(async () => ({ default: (await import('../trees/DotCount.tsx')).DotCount }));
const PlotDetails = onDemand(async () => ({ default: (await import('../plot-controls/PlotDetails.tsx')).PlotDetails }));
const Regeneration = onDemand(async () => ({
  default: (await import('../plot-controls/Regeneration.tsx')).Regeneration,
}));
const Photos = onDemand(() => import('../../../shared/photos/Photos.tsx'));

export interface TallyProps {
  readonly plot: PlotView;
  readonly trees: readonly TreeView[];
  readonly elsewhere: OtherPlotsRatio;
  readonly lastVisits: Readonly<Record<string, LastVisit>>;
  readonly settings: TallySettings;
  readonly observer: string;
  /** The plot behind this one in the list; null at its end. */
  readonly nextPlot: NextPlot | null;
}

interface NextPlot {
  readonly id: string;
  readonly label: string;
}

/** An answer that takes longer is not waited for. */
const PATIENCE_MS = 1_500;
const after = (ms: number): Promise<undefined> =>
  new Promise((resolve) => {
    setTimeout(() => {
      resolve(undefined);
    }, ms);
  });

/** Where a tree without a plot about it stands. */
const OWN_POSITION = 'pos41.5012/-4.7203';

/** Marks the plot as walked to its end, or opens it again. */
function Finish({
  plot,
  observer,
  trees,
  heightsMissing,
  nextPlot,
  onSelect,
}: {
  readonly plot: PlotView;
  readonly nextPlot: NextPlot | null;
  readonly observer: string;
  readonly trees: number;
  /** Trees whose height the survey asks for and that have none. */
  readonly heightsMissing: readonly { readonly id: string; readonly tag: string }[];
  readonly onSelect: (id: string) => void;
}) {
  const [{ finished, empty }, setState] = useState(() => progressWith(plot, notSent()));
  const { said, trouble, run } = useAction();
  const [wasAsked, setWasAsked] = useState(false);
  const place = placeKind(plot.shape);
  const isHeldUp = wasAsked && heightsMissing.length > 0;
  const turn = (change: { readonly finished: boolean; readonly empty?: boolean }): void => {
    setWasAsked(false);
    void run(async () => {
      const before = { finished, empty };
      let stored: Promise<void> | undefined;
      const answered = new Promise<WriteResult>((resolve) => {
        stored = send(progressWrite(plot.id, before, change, observer), resolve);
      });
      void answered.then((result) => {
        if (result.kind === 'kept') return;
        setState(before);
        toast(result.problem.detail);
      });
      // Where nobody answers the plot is finished all the same: that is stored on this device.
      const first = await Promise.race([answered, stored?.then(() => after(PATIENCE_MS))]);
      if (first?.kind !== 'refused') setState({ ...before, ...change });
      return first === undefined ? t('tally.stored-on-this-device', 'Stored on this device, waiting to send.') : null;
    });
  };
  return (
    <div className="grid gap-1">
      <button
        type="button"
        className="btn"
        aria-pressed={finished}
        onClick={() => {
          if (!finished && heightsMissing.length > 0 && !isHeldUp) setWasAsked(true);
          else turn(finished ? { finished: false, empty: false } : { finished: true });
        }}
      >
        {empty
          ? t('tally.reopen-declared-empty', 'Reopen (declared empty)')
          : finished
            ? t('tally.reopen-finished', 'Reopen (finished)')
            : isHeldUp
              ? t('tally.finish-without-these-heights', 'Finish without these heights')
              : t('tally.finish-plot', '{place, select, point {Finish point} list {Finish list} other {Finish plot}}', {
                  place,
                })}
      </button>
      {finished && (
        <a
          className="btn btn-main"
          href={nextPlot === null ? `/tally?survey=${plot.surveyId}` : `/tally/${nextPlot.id}`}
        >
          {nextPlot === null
            ? t('tally.all-plots', '{place, select, point {All points} list {All lists} other {All plots}}', { place })
            : t(
                'tally.next-plot',
                '{place, select, point {Next point: {label}} list {Next list: {label}} other {Next plot: {label}}}',
                {
                  place,
                  label: nextPlot.label,
                },
              )}
        </a>
      )}
      {trees === 0 && !empty && (
        <button
          type="button"
          className="btn"
          onClick={() => {
            turn({ finished: true, empty: true });
          }}
        >
          {t(
            'tally.no-trees-in-this-plot',
            '{place, select, point {No trees at this point} list {No trees in this list} other {No trees in this plot}}',
            { place },
          )}
        </button>
      )}
      {isHeldUp && !finished && (
        <div role="alert" className="grid gap-1">
          <p>{t('tally.the-survey-asks-for-the', 'The survey asks for the heights of these trees:')}</p>
          <ul className="flex flex-wrap gap-1.5">
            {heightsMissing.map(({ id, tag }) => (
              <li key={id}>
                <button
                  type="button"
                  className="btn"
                  onClick={() => {
                    onSelect(id);
                  }}
                >
                  {t('tally.tree', 'Tree {tag}', { tag })}
                </button>
              </li>
            ))}
          </ul>
        </div>
      )}
      {(trouble ?? said) !== null && <Alert>{trouble ?? said}</Alert>}
    </div>
  );
}

/** How the plot is laid out on its ground. */
function groundWords({ shape, slopePct }: PlotView, { unitSystem, design }: TallySettings): string {
  const slope = t('tally.slope', 'slope {slopePct} %', { slopePct });
  if (shape.kind === 'tree-list') return say(shapeWords(shape, unitSystem));
  if (shape.kind !== 'circle') return `${say(shapeWords(shape, unitSystem))} · ${slope}`;
  const radius =
    design.slopeRadius === 'circle'
      ? t('tally.radius-along-the-slope', 'radius {areaM2} along the slope', {
          areaM2: printLength(slopeCorrectedRadiusM(shape.areaM2, slopePct), unitSystem),
        })
      : t('tally.horizontal-radius', 'horizontal radius {areaM2}', {
          areaM2: printLength(plotRadiusM(shape.areaM2), unitSystem),
        });
  return `${radius} · ${slope}`;
}

/** One plot: the trees so far, the sums as they grow, and the call-out line. */
export function Tally({ plot, trees, elsewhere, lastVisits, settings, observer, nextPlot }: TallyProps) {
  const store = useMemo(
    () => tallyStore({ plot, trees, elsewhere, lastVisits, settings, observer }),
    [plot, trees, elsewhere, lastVisits, settings, observer],
  );
  const view = useStore(store.$view);
  const units = standUnits(settings.unitSystem, plot.shape.kind === 'tree-list');
  const isPhone = useIsPhone();
  const [padWished, setPadWished] = useState<boolean | null>(null);
  const padOpen = padWished ?? isPhone;
  const [counting, setCounting] = useState(false);
  useBackCloses(counting, () => {
    setCounting(false);
  });
  const [details, setDetails] = useState(plot);
  const absorb = useCallback(
    (copy: PlotCopy) => {
      store.absorb(copy);
      setDetails((known) => (copy.plot.revision > known.revision ? copy.plot : known));
    },
    [store],
  );
  usePlotCopy(plot.id, absorb);
  useLivePlot(plot, observer, store.knows, absorb);
  const haveRulesChanged = useChangedRules(plot.surveyId, settings.fieldRules);
  const example = exampleLines(settings);
  const heightsMissing = view.figures.flatMap(({ row: { id, tree } }) =>
    view.heightsAsked.has(id) ? [{ id, tag: tree.tag }] : [],
  );
  /** Sums, plan and acts of the plot: beside the trees, or in a dialog of a phone that a choice of a tree closes. */
  const controls = (close: () => void) => (
    <>
      {settings.design.phases?.kind === 'count-measure' ? (
        <CountIn plot={plot} observer={observer} unitSystem={settings.unitSystem} onKept={setDetails} />
      ) : settings.design.phases?.kind === 'three-p' ? (
        <GuessSums figures={view.figures} toMeasure={view.toMeasure} unitSystem={settings.unitSystem} />
      ) : (
        <RunningSums sums={view.sums} units={units} />
      )}
      <p className="text-[0.95rem] text-quiet">{groundWords(details, settings)}</p>
      <Finish
        plot={plot}
        observer={observer}
        trees={view.figures.length}
        heightsMissing={heightsMissing}
        nextPlot={nextPlot}
        onSelect={(id) => {
          store.select(id);
          close();
        }}
      />
      <a className="btn" href={`/measure?plot=${plot.id}`}>
        {t('tally.open-tree-sheet', 'Open tree sheet')}
      </a>
      <PlotPlan
        figures={view.figures}
        shape={plot.shape}
        settings={settings}
        selected={view.selected}
        onSelect={(id) => {
          store.select(id);
          close();
        }}
      />
      <DotTally
        trees={view.figures.flatMap(({ tallied }) => tallied)}
        species={settings.species}
        classes={settings.fieldRules.classes}
      />
      <div className="flex flex-wrap gap-2">
        <button
          type="button"
          className="btn"
          onClick={() => {
            setCounting(true);
            close();
          }}
        >
          {t('tally.count-by-dots', 'Count by dots')}
        </button>
        <button
          type="button"
          className="btn"
          aria-pressed={padOpen}
          onClick={() => {
            setPadWished(!padOpen);
          }}
        >
          {t('tally.thumb-pad', 'Thumb pad')}
        </button>
      </div>
      <Disclosure
        title={t(
          'tally.plot-details',
          '{place, select, point {Point details} list {List details} other {Plot details}}',
          {
            place: placeKind(plot.shape),
          },
        )}
      >
        {() => (
          <PlotDetails
            plot={details}
            observer={observer}
            // Trees are counted above: one place for one figure.
            auxiliaryLabel={
              settings.design.phases?.kind === 'count-measure' ? null : auxiliaryLabel(settings.design.phases)
            }
            onKept={setDetails}
          />
        )}
      </Disclosure>
      <Disclosure title={t('tally.regeneration', 'Regeneration')}>
        {() => (
          <Regeneration
            plot={details}
            observer={observer}
            species={settings.species}
            unitSystem={settings.unitSystem}
            onKept={setDetails}
          />
        )}
      </Disclosure>
      <Disclosure title={t('tally.photos', 'Photos')}>
        {() => (
          <Photos
            address={`/api/plots/${plot.id}/photos`}
            caption={t('tally.plot-label', 'Plot {label}', { label: plot.label })}
            observer={observer}
          />
        )}
      </Disclosure>
    </>
  );
  if (counting)
    return (
      <DotCount
        view={view}
        store={store}
        settings={settings}
        onDone={() => {
          setCounting(false);
        }}
      />
    );
  return (
    <div className="grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[minmax(0,1fr)_auto_auto] md:grid-rows-[minmax(0,1fr)_auto] md:grid-cols-[minmax(0,1fr)_21rem]">
      {view.figures.length === 0 ? (
        <div
          className="min-h-0 overflow-auto px-3 md:px-5"
          tabIndex={0}
          role="group"
          aria-label={t('tally.trees-so-far', 'Trees so far')}
        >
          <div className="grid gap-2 p-6 text-lg">
            <p className="font-bold">
              {t(
                'tally.no-trees-in-plot-yet',
                '{place, select, point {No trees at point {label} yet.} list {No trees in list {label} yet.} other {No trees in plot {label} yet.}}',
                { place: placeKind(plot.shape), label: plot.label },
              )}{' '}
            </p>
            <p>
              {rich(
                'tally.enter-the-first-tree-on',
                'Enter the first tree on the line below: species, dbh and, if you measured a height, top, base and distance. Examples: {sights}, {girth} for a girth, {readOff} for a height read directly, {place} for the position.',
                {
                  sights: <kbd className="key">{example.sights}</kbd>,
                  girth: <kbd className="key">{example.girth}</kbd>,
                  readOff: <kbd className="key">{example.readOff}</kbd>,
                  place: <kbd className="key">{plot.shape.kind === 'tree-list' ? OWN_POSITION : example.place}</kbd>,
                },
              )}{' '}
            </p>
          </div>
        </div>
      ) : (
        <TreeTable
          label={plot.label}
          figures={view.figures}
          selected={view.selected}
          heightsAsked={view.heightsAsked}
          toMeasure={view.toMeasure}
          settings={settings}
          onSelect={store.select}
        />
      )}
      {isPhone ? (
        <PlotBar
          sums={view.sums}
          trees={view.figures.length}
          units={units}
          word={t('tally.plot', '{place, select, point {Point} list {List} other {Plot}}', {
            place: placeKind(plot.shape),
          })}
        >
          {(close) => controls(close)}
        </PlotBar>
      ) : (
        <aside
          className="grid content-start gap-3 overflow-y-auto border-l border-line bg-band p-4"
          aria-label={t('tally.plot-sums', '{place, select, point {Point sums} list {List sums} other {Plot sums}}', {
            place: placeKind(plot.shape),
          })}
        >
          {controls(() => undefined)}
        </aside>
      )}
      <div className="md:col-span-2">
        <OtherCrews plotId={plot.id} />
        {haveRulesChanged && <ChangedRules />}
        <CallLine
          view={view}
          store={store}
          padOpen={padOpen}
          example={settings.design.phases?.kind === 'three-p' ? example.guess : example.sights}
          onOpen={(id) => {
            location.assign(`/measure/${id}`);
          }}
        />
        {padOpen && (
          <ThumbPad
            view={view}
            store={store}
            species={settings.species}
            conditions={settings.design.conditions}
            unitSystem={settings.unitSystem}
          />
        )}
      </div>
    </div>
  );
}
