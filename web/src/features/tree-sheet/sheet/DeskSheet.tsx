import { useEffect, useRef } from 'react';
import { Undo2 } from 'lucide-react';
import { heightNoOf } from '@arbolito/core/tree';
import { type Box, settle } from '../../../ui/drawing/settle.ts';
import { exampleLines } from '../../../shared/example-lines.ts';
import { useSize } from '../../../ui/use-media.ts';
import { sceneOf } from '../../../shared/elevation/scene.ts';
import { type Slot, slotKey } from '../store.ts';
import { CalloutBar } from '../readings/CalloutBar.tsx';
import { Elevation, elevationLayout, type ElevationLayout } from '../../../shared/elevation/Elevation.tsx';
import { doubtOf, isInDoubt } from './doubt.ts';
import { FiguresCard } from './FiguresCard.tsx';
import { Findings } from '../readings/Findings.tsx';
import { KitWords } from '../readings/KitWords.tsx';
import { heightLabel, levelLabels } from '../../../shared/elevation/level-labels.ts';
import { KeepWords } from './KeepBar.tsx';
import { SheetFolds } from './SheetFolds.tsx';
import { MethodChoice } from '../readings/MethodChoice.tsx';
import { SlotBox } from '../readings/SlotBox.tsx';
import { LastVisitPanel } from '../last-visit/LastVisitPanel.tsx';
import { SpeciesField } from '../readings/SpeciesField.tsx';
import { askOf, drawingLabel, hintOf, type SheetProps } from './sheet-props.ts';
import { t, say } from '../../../messages/text.ts';
import { onDemand } from '../../../ui/feedback/on-demand.tsx';

// Fetched when a helper is first opened: the sheet itself stays light.
const SidePanel = onDemand(async () => ({ default: (await import('./SidePanel.tsx')).SidePanel }));

const BOX = { width: 156, height: 68 } as const;
const MARGINS = { left: 44, right: 222, top: 44, bottom: 128 } as const;

/** Where a reading's box would like to stand: beside the thing it measures. */
function wish({ spec }: Slot, { eye, tip, foot, ring, sideX }: ElevationLayout): Box {
  const along = (share: number, end: { x: number; y: number }) => ({
    x: eye.x + (end.x - eye.x) * share,
    y: eye.y + (end.y - eye.y) * share,
  });
  switch (spec.place) {
    case 'tip': {
      const at = along(0.5, tip);
      return { ...BOX, x: at.x - BOX.width - 6, y: at.y - BOX.height - 6 };
    }
    case 'base': {
      const at = along(0.55, foot);
      return { ...BOX, x: at.x - BOX.width / 2, y: at.y + (foot.y > eye.y ? -6 : 12) - BOX.height / 3 };
    }
    case 'ground':
      return { ...BOX, x: (eye.x + foot.x) / 2 - BOX.width / 2, y: Math.max(eye.y, foot.y) + 62 };
    case 'ring':
      return { ...BOX, x: sideX + 18, y: ring.y - BOX.height / 2 };
    case 'side':
      return { ...BOX, x: sideX + 34, y: (tip.y + foot.y) / 2 - BOX.height / 2 };
  }
}

/** The tree sheet on a desk, a tablet or a laptop on the tailgate. */
export function DeskSheet(props: SheetProps) {
  const { view, store, now, tokens, calloutRef, dismissed, keepState, isLoose, speciesName, heightText } = props;
  const area = useRef<HTMLDivElement>(null);
  const { width, height } = useSize(area);
  const { settings, slots, draft } = view;
  // The boxes stand only once the size of the drawing is known.
  useEffect(props.onDrawn);
  const species = settings.species.find(({ code }) => code === draft.speciesCode);
  const scene = sceneOf(draft, view.reckoned, settings, species?.crown ?? 'layered');
  const doubt = doubtOf(view, dismissed, scene.crown);
  const layout = elevationLayout(scene, width, height, MARGINS, doubt?.corrected);
  // The other stems and heights stand in lists beside the drawing.
  const onDrawing = slots.filter((slot) => slot.stem === 1 && heightNoOf(slot) === 1);
  const labels = [
    ...(heightText === null ? [] : [heightLabel(layout, scene)]),
    ...levelLabels(scene, layout).map(({ box }) => box),
  ];
  const boxes = settle([...labels, ...onDrawing.map((slot) => wish(slot, layout))], width, height).slice(labels.length);
  return (
    <div
      className={`grid h-full grid-rows-[minmax(0,1fr)_auto] ${props.panel === null ? 'grid-cols-[minmax(0,1fr)_340px]' : 'grid-cols-[minmax(0,1fr)_minmax(340px,46%)]'}`}
    >
      <div ref={area} className="relative min-h-[420px] overflow-hidden [contain:layout_paint]">
        {width > 0 && (
          <>
            <Elevation
              scene={scene}
              layout={layout}
              width={width}
              height={height}
              unitSystem={view.unitSystem}
              now={now === null ? null : { place: now.spec.place, heightNo: heightNoOf(now) }}
              shown={props.shown}
              corrected={doubt?.corrected ?? null}
              heightText={heightText}
              label={drawingLabel(view, speciesName)}
            />
            {onDrawing.map((slot, i) => {
              const box = boxes[i];
              if (box === undefined) return null;
              return (
                <SlotBox
                  key={slotKey(slot)}
                  {...props}
                  slot={slot}
                  isDoubtful={isInDoubt(doubt, slot)}
                  style={{ left: box.x, top: box.y, width: box.width }}
                />
              );
            })}
            {now !== null && (
              <p className="absolute top-3 left-0 max-w-[46%] rounded-r-md bg-paper py-0.5 pr-2 pl-4 text-quiet">
                <span className="font-semibold text-ink">{say(askOf(view, now))}.</span> {hintOf(view, now)}{' '}
                {say(now.method.description.safety)}
                <KitWords view={view} slot={now} />
              </p>
            )}
          </>
        )}
      </div>
      <aside
        className="row-span-2 grid min-h-0 content-start gap-4 overflow-y-auto border-l border-line bg-sheet p-5 [contain:layout_paint]"
        aria-label={t('tree-sheet.results', 'Results')}
      >
        {props.panel !== null ? (
          <SidePanel {...props} />
        ) : (
          <>
            <FiguresCard view={view} />
            <KeepWords state={keepState} isChanged={props.isChanged} onStartOver={props.onStartOver} />
            <Findings
              findings={view.findings}
              dismissed={dismissed}
              onDismiss={props.onDismiss}
              onFix={(fix, at) => {
                store.applyFix(fix, at);
              }}
            />
            <div className="grid grid-cols-[1fr_5.5rem] items-start gap-2">
              <SpeciesField {...props} />
              <label>
                <span className="sr-only">{t('tree-sheet.tag', 'Tag')}</span>
                <input
                  className="field figures"
                  placeholder={t('tree-sheet.tag-2', 'tag')}
                  value={draft.tag}
                  maxLength={12}
                  onChange={(event) => {
                    store.name({ tag: event.target.value.trim() });
                  }}
                />
              </label>
            </div>
            <MethodChoice view={view} store={store} />
            <LastVisitPanel view={view} store={store} />
            <SheetFolds {...props} />
          </>
        )}
      </aside>
      <CalloutBar
        line={view.line}
        example={exampleLines(settings).sights}
        tokens={tokens}
        inputRef={calloutRef}
        onLine={props.onLine}
        onEnter={props.onKeep}
      >
        <div className="flex shrink-0 gap-2">
          {isLoose && (
            <button type="button" className="btn" onClick={props.onStartOver}>
              {t('tree-sheet.clear-sheet', 'Clear sheet')}
            </button>
          )}
          <button id="keep" type="button" className="btn btn-main" onClick={props.onKeep}>
            {t('tree-sheet.save-tree', 'Save tree')}
          </button>
          <button
            type="button"
            className="btn"
            onClick={() => {
              store.undo();
            }}
          >
            <Undo2 aria-hidden="true" size={18} /> {t('tree-sheet.undo', 'Undo')}
          </button>
          <button
            type="button"
            className="btn"
            aria-label={t(
              'tree-sheet.measure-in-metres',
              '{system, select, metric {Measure in feet} other {Measure in metres}}',
              { system: view.unitSystem },
            )}
            onClick={() => {
              store.setUnitSystem(view.unitSystem === 'metric' ? 'imperial' : 'metric');
            }}
          >
            {view.unitSystem === 'metric' ? t('tree-sheet.m-ft', 'm → ft') : t('tree-sheet.ft-m', 'ft → m')}
          </button>
        </div>
      </CalloutBar>
    </div>
  );
}
