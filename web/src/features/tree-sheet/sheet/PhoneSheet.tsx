import { onDemand } from '../../../ui/feedback/on-demand.tsx';
import { useRef, useState } from 'react';
import { type UnitId, unitOf } from '@arbolito/core/units';
import { heightNoOf } from '@arbolito/core/tree';
import { exampleLines } from '../../../shared/example-lines.ts';
import { useSize } from '../../../ui/use-media.ts';
import { sceneOf } from '../../../shared/elevation/scene.ts';
import { entryOf, isBaseReading, isOptional, type Slot, slotKey } from '../store.ts';
import { CalloutBar } from '../readings/CalloutBar.tsx';
import { Elevation, elevationLayout } from '../../../shared/elevation/Elevation.tsx';
import { doubtOf, isInDoubt } from './doubt.ts';
import { FiguresCard } from './FiguresCard.tsx';
import { Findings } from '../readings/Findings.tsx';
import { KitWords } from '../readings/KitWords.tsx';
import { KeepWords } from './KeepBar.tsx';
import { SheetFolds } from './SheetFolds.tsx';
import { Keypad } from '../readings/Keypad.tsx';
import { ObserverPositionChoice } from '../readings/ObserverPosition.tsx';
import { measuresShadows } from '../readings/shadow-method.ts';
import { MethodChoice } from '../readings/MethodChoice.tsx';
import { LONG_TEXT, takeSignKey, turnSign } from '../readings/ReadingBox.tsx';
import { LastVisitPanel } from '../last-visit/LastVisitPanel.tsx';
import { SidePanel } from './SidePanel.tsx';
import { SpeciesField } from '../readings/SpeciesField.tsx';
import { FieldError } from '../../../ui/forms/FieldError.tsx';
import { askOf, breastHeightText, drawingLabel, hintOf, problemAt, type SheetProps, slotLabel } from './sheet-props.ts';
import { t, say } from '../../../messages/text.ts';

// Few heights are measured by shadows.
const ShadowTimer = onDemand(async () => ({ default: (await import('../readings/ShadowTimer.tsx')).ShadowTimer }));

const STRIP_MARGINS = { left: 34, right: 26, top: 20, bottom: 26 } as const;

/** Frames of the readings in their row. */
const FRAMES = {
  chosen: 'border-[3px] border-paint bg-sheet',
  inDoubt: 'border-2 border-dashed border-paint-ink bg-alarm',
  empty: 'border-[1.5px] border-edge bg-sheet',
  read: 'border-[1.5px] border-edge bg-wash',
} as const;

/** Longer than this the name of a unit would leave no room for the reading. */
const LONGEST_WORDS = 12;

/** A unit in words, or by its symbol where the words are long. */
const shortWords = (unit: UnitId): string => {
  const { symbol } = unitOf(unit);
  const words = say(unitOf(unit).words);
  return words.length > LONGEST_WORDS ? symbol : words;
};

/** Scrolls the reading in hand into sight within its row. */
const intoSight = (element: HTMLElement | null): void => {
  element?.scrollIntoView({ block: 'nearest', inline: 'center' });
};

/** The tree sheet on a phone: the drawing as a strip, one reading at a time, large keys. */
export function PhoneSheet(props: SheetProps) {
  const { view, store, tokens, calloutRef, dismissed, keepState, isLoose, speciesName, heightText } = props;
  const strip = useRef<HTMLDivElement>(null);
  const { width, height } = useSize(strip);
  const [more, setMore] = useState(false);
  // The sheet as it was when the methods were opened.
  const opened = useRef<SheetProps['view']['draft'] | null>(null);
  const { settings, draft } = view;
  // What nobody has to read comes behind the rest, and only once it is read.
  const isShown = (slot: Slot): boolean =>
    entryOf(draft, slot, settings).text !== '' || (props.now !== null && slotKey(props.now) === slotKey(slot));
  const slots = [
    ...view.slots.filter((slot) => !isOptional(slot)),
    ...view.slots.filter((slot) => isOptional(slot) && isShown(slot)),
  ];
  const asked = slots.filter((slot) => !isOptional(slot));
  const now = props.now ?? asked.at(-1) ?? null;
  const species = settings.species.find(({ code }) => code === draft.speciesCode);
  const scene = sceneOf(draft, view.reckoned, settings, species?.crown ?? 'layered');
  const doubt = doubtOf(view, dismissed, scene.crown);
  const entry = now === null ? null : entryOf(draft, now, settings);
  const problem = now === null ? null : problemAt(view, now);
  const wrong = problem !== null && entry !== null && entry.text.trim() !== '';
  const findings = view.findings.filter(
    ({ code, severity }) => !dismissed.has(code) && code !== 'reading.missing' && (severity !== 'stop' || !wrong),
  );
  const at = asked.findIndex((slot) => now !== null && slotKey(slot) === slotKey(now));
  const next = at < 0 ? undefined : asked[at + 1];
  const type = (text: string): void => {
    if (now === null) return;
    // The reading in hand stays in hand while it is typed, though it is no longer the first that is missing.
    props.onFocusSlot(now);
    store.type(now, text);
    props.onTouched();
  };
  /** Back to the keys: the first reading of a method that was chosen meanwhile is in hand. */
  const toKeys = (): void => {
    const before = opened.current;
    const changed = (['height', 'diameter'] as const).find(
      (measure) => before !== null && before[measure].methodId !== draft[measure].methodId,
    );
    const first = asked.find((slot) => slot.measure === changed && entryOf(draft, slot, settings).text === '');
    if (first !== undefined) props.onFocusSlot(first);
  };
  if (props.panel !== null) {
    return (
      <div className="bg-sheet p-4">
        <SidePanel {...props} />
      </div>
    );
  }
  return (
    <div
      className={`grid ${more ? 'min-h-full grid-rows-[minmax(7rem,1fr)_auto_auto_auto]' : 'h-full grid-rows-[minmax(5.9rem,1fr)_auto_auto_auto]'}`}
    >
      <div ref={strip} className="relative h-full max-h-[46dvh] overflow-hidden">
        {width > 0 && (
          <Elevation
            scene={scene}
            layout={elevationLayout(
              scene,
              width,
              height,
              { ...STRIP_MARGINS, left: Math.min(150, width * 0.36) },
              doubt?.corrected,
            )}
            width={width}
            height={height}
            unitSystem={view.unitSystem}
            now={now === null ? null : { place: now.spec.place, heightNo: heightNoOf(now) }}
            shown={props.shown}
            corrected={doubt?.corrected ?? null}
            heightText={heightText}
            label={drawingLabel(view, speciesName)}
            strip
          />
        )}
        <div className="absolute top-2 left-3.5 max-w-[9.5rem] rounded-md bg-paper/85 pr-1">
          <FiguresCard view={view} phone />
        </div>
        <button
          type="button"
          aria-expanded={more}
          className="btn absolute top-2 right-2"
          onClick={() => {
            if (more) toKeys();
            else opened.current = draft;
            setMore(!more);
          }}
        >
          {more ? t('tree-sheet.keys', 'Keys') : t('tree-sheet.method', 'Method')}
        </button>
      </div>
      <div
        className="flex min-h-[3.9rem] gap-1.5 overflow-x-auto border-t border-line bg-sheet px-2 py-1.5"
        role="group"
        aria-label={t('tree-sheet.readings', 'Readings')}
      >
        {slots.map((slot) => {
          const { text, unit } = entryOf(draft, slot, settings);
          const chosen = now !== null && slotKey(slot) === slotKey(now);
          return (
            <button
              key={slotKey(slot)}
              ref={chosen ? intoSight : undefined}
              type="button"
              aria-pressed={chosen}
              className={`min-h-12 min-w-18 flex-auto shrink-0 rounded-lg px-2 py-0.5 text-left leading-tight ${
                chosen
                  ? FRAMES.chosen
                  : isInDoubt(doubt, slot)
                    ? FRAMES.inDoubt
                    : text === ''
                      ? FRAMES.empty
                      : FRAMES.read
              }`}
              onClick={() => {
                props.onFocusSlot(slot);
              }}
            >
              <span className="block text-[0.92rem] whitespace-nowrap">{say(slotLabel(view, slot))}</span>
              <span className="figures font-bold whitespace-nowrap">
                {text === ''
                  ? isOptional(slot)
                    ? breastHeightText(settings)
                    : '·'
                  : `${text.replace(/^-/, '−')} ${unitOf(unit).symbol}`}
              </span>
            </button>
          );
        })}
      </div>
      {findings.length > 0 && (
        <div className={`${more ? '' : 'max-h-[22dvh]'} overflow-y-auto bg-sheet px-2.5 pb-1`}>
          <Findings
            isCompact={!more}
            findings={findings.slice(0, 1)}
            dismissed={dismissed}
            onDismiss={props.onDismiss}
            onFix={(fix, at) => {
              store.applyFix(fix, at);
            }}
          />
        </div>
      )}
      {more ? (
        <div className="grid gap-4 bg-sheet p-4">
          <CalloutBar
            line={view.line}
            example={exampleLines(settings).sights}
            tokens={tokens}
            inputRef={calloutRef}
            onLine={props.onLine}
            onEnter={props.onKeep}
          />
          <div className="grid grid-cols-[1fr_6rem] items-start gap-2">
            <SpeciesField {...props} label={t('tree-sheet.species-2', 'species')} />
            <label>
              <span className="text-quiet">{t('tree-sheet.tag-2', 'tag')}</span>
              <input
                className="field figures"
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
          <SheetFolds {...props} isPhone />
          <div className="flex gap-2">
            {isLoose && (
              <button type="button" className="btn flex-1" onClick={props.onStartOver}>
                {t('tree-sheet.clear-sheet', 'Clear sheet')}
              </button>
            )}
            <button
              type="button"
              className="btn flex-1"
              onClick={() => {
                store.undo();
              }}
            >
              {t('tree-sheet.undo', 'Undo')}
            </button>
            <button
              type="button"
              className="btn flex-1"
              onClick={() => {
                store.setUnitSystem(view.unitSystem === 'metric' ? 'imperial' : 'metric');
              }}
            >
              {view.unitSystem === 'metric'
                ? t('tree-sheet.measure-in-feet', 'Measure in feet')
                : t('tree-sheet.measure-in-metres-2', 'Measure in metres')}
            </button>
          </div>
          <button id="keep" type="button" className="btn btn-main" onClick={props.onKeep}>
            {t('tree-sheet.save-tree', 'Save tree')}
          </button>
          <KeepWords state={keepState} isChanged={props.isChanged} onStartOver={props.onStartOver} />
        </div>
      ) : (
        now !== null &&
        entry !== null && (
          <div>
            <div className="border-t border-line bg-sheet px-3.5 pt-1.5 pb-1">
              {/* On a low screen a possible error needs the room of the instruction. */}
              <div className={findings.length > 0 ? '[@media(max-height:700px)]:sr-only' : ''}>
                <label htmlFor="phone-reading" className="block text-[0.97rem] leading-snug text-quiet">
                  {say(askOf(view, now))}
                </label>
                <p className="text-[0.9rem] leading-snug text-quiet [@media(max-height:700px)]:sr-only">
                  {hintOf(view, now)}
                </p>
                <KitWords view={view} slot={now} />
              </div>
              <div className="flex items-baseline gap-3">
                <input
                  id="phone-reading"
                  data-reading={slotKey(now)}
                  className={`figures min-h-12 w-full min-w-0 bg-transparent font-extrabold outline-none ${entry.text.length > LONG_TEXT ? 'text-xl' : 'text-4xl sm:text-5xl'}`}
                  inputMode="none"
                  autoComplete="off"
                  value={entry.text.replace(/^-/, '−')}
                  placeholder={isOptional(now) ? breastHeightText(settings) : '·'}
                  aria-invalid={wrong}
                  aria-describedby={wrong ? 'phone-problem' : undefined}
                  onChange={(event) => {
                    type(event.target.value.replace(/^−/, '-'));
                  }}
                  onKeyDown={(event) => {
                    if (takeSignKey(event, now, entry, type)) return;
                    if (event.key === 'Enter' && next !== undefined) props.onFocusSlot(next);
                  }}
                />
                <span className="figures max-w-[42%] shrink-0 text-right text-lg leading-tight">
                  {say(shortWords(entry.unit))}
                </span>
                {/\d$/.test(entry.text) && (
                  <button
                    type="button"
                    className="btn shrink-0 self-center px-3"
                    aria-label={t('tree-sheet.another-try', 'Another try of the same reading')}
                    onClick={() => {
                      type(`${entry.text} `);
                    }}
                  >
                    <span aria-hidden="true">+</span>
                  </button>
                )}
              </div>
              {measuresShadows(view) && <ShadowTimer view={view} />}
              {isBaseReading(now) && (
                <div className={findings.length > 0 ? '[@media(max-height:700px)]:hidden' : ''}>
                  <ObserverPositionChoice view={view} store={store} />
                </div>
              )}
              {wrong && (
                <FieldError id="phone-problem" className="pb-1 leading-snug">
                  {say(problem.message)}
                </FieldError>
              )}
              <KeepWords state={keepState} isChanged={props.isChanged} onStartOver={props.onStartOver} />
            </div>
            <Keypad
              onKey={(key) => {
                type(`${entry.text}${key}`);
              }}
              onSign={
                now.spec.signed
                  ? () => {
                      type(turnSign(entry.text));
                    }
                  : null
              }
              onBack={() => {
                type(entry.text.slice(0, -1));
              }}
              onUnit={() => {
                const { units } = now.spec;
                const following = units[(units.indexOf(entry.unit) + 1) % units.length];
                if (following !== undefined) store.setUnit(now, following);
              }}
              unitLabel={unitOf(entry.unit).symbol}
              nextLabel={
                next === undefined
                  ? t('tree-sheet.save-tree', 'Save tree')
                  : t('tree-sheet.next', 'next: {label}', { label: slotLabel(view, next) })
              }
              onNext={() => {
                if (next !== undefined) props.onFocusSlot(next);
                else props.onKeep();
              }}
            />
          </div>
        )
      )}
    </div>
  );
}
