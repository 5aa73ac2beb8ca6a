import { lazy, Suspense, useState } from 'react';
import { CirclePlus, X } from 'lucide-react';
import { estimateOf } from '@arbolito/core/uncertainty';
import { convert, printRounded, readQuantity, unitOf } from '@arbolito/core/units';
import {
  HEIGHT_ENDS,
  type HeightEnd,
  heightNoOf,
  type HeightNote,
  MAX_HEIGHTS_PER_STATION,
  MAX_HEIGHTS_PER_TREE,
  STEM_LIMITS,
  type StemLimit,
  TOP_DIAMETER_CM,
} from '@arbolito/core/tree';
import { methodOf } from '@arbolito/core/callout';
import { type SheetView, type Slot, slotKey } from '../store.ts';
import { DistanceSelect, MethodSelect } from '../readings/MethodChoice.tsx';
import type { SheetProps } from '../sheet/sheet-props.ts';
import { FieldError } from '../../../ui/forms/FieldError.tsx';
import { SlotBox } from '../readings/SlotBox.tsx';

// Nothing is compared before there is a second height.
const Comparison = lazy(async () => ({ default: (await import('./Comparison.tsx')).Comparison }));

type Ending = StemLimit | 'diameter' | 'unsaid';

interface Asked {
  readonly of: HeightEnd;
  readonly sameStation: boolean;
  readonly ending: Ending;
  readonly diameter: string;
}

const START: Asked = { of: 'crown-base', sameStation: true, ending: 'diameter', diameter: '' };

/** What is asked for as a note, or what is wrong with the diameter. */
function readAsked(asked: Asked, view: SheetView): Omit<HeightNote, 'heightNo'> | string {
  const { of, sameStation, ending, diameter } = asked;
  if (of !== 'merchantable' || ending === 'unsaid') return { of, sameStation };
  if (ending !== 'diameter') return { of, sameStation, limit: ending };
  const unit = view.unitSystem === 'metric' ? 'cm' : 'in';
  const read = readQuantity(diameter, { unit, units: ['cm', 'in', 'mm'] });
  if (!read.ok) return `The top diameter: ${read.message}`;
  const topDiameterCm = convert(read.value, read.unit, 'cm');
  const [least, most] = TOP_DIAMETER_CM;
  return topDiameterCm < least || topDiameterCm > most
    ? `The top diameter must lie between ${least} cm and ${most} cm.`
    : { of, sameStation, topDiameterCm };
}

/** Whether the first height's readings have a sight that can be turned to another end. */
const canTurn = ({ draft }: SheetView): boolean =>
  methodOf(draft, { measure: 'height', stem: 1 }).description.readings.some(({ place }) => place === 'tip');

function AddHeight(props: SheetProps) {
  const { view, onAddHeight } = props;
  const [asked, setAsked] = useState<Asked | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const { moreHeights } = view.draft;
  if (asked === null) {
    return (
      <div className="flex flex-wrap items-center gap-x-3">
        <button
          type="button"
          className="btn"
          disabled={moreHeights.length + 1 >= MAX_HEIGHTS_PER_TREE}
          onClick={() => {
            setAsked({ ...START, sameStation: canTurn(view) });
          }}
        >
          <CirclePlus aria-hidden="true" size={18} /> Another height
        </button>
        {moreHeights.length === 0 && (
          <span className="text-quiet">crown base, merchantable, stump; or another method</span>
        )}
      </div>
    );
  }
  const isFull = moreHeights.filter(({ sameStation }) => sameStation).length + 1 >= MAX_HEIGHTS_PER_STATION;
  const stands = [
    [true, 'from the same stand: one more sight', !canTurn(view) || isFull],
    [false, 'from another stand, or by another method', false],
  ] as const;
  return (
    <form
      noValidate
      aria-label="Another height"
      className="grid gap-2 rounded-lg border-2 border-edge p-3"
      onSubmit={(event) => {
        event.preventDefault();
        const note = readAsked(asked, view);
        if (typeof note === 'string') {
          setSaid(note);
          return;
        }
        setAsked(null);
        setSaid(null);
        onAddHeight(note);
      }}
    >
      <label className="grid gap-0.5">
        <span className="text-quiet">It ends at</span>
        <select
          className="field"
          value={asked.of}
          onChange={(event) => {
            const of = (Object.keys(HEIGHT_ENDS) as HeightEnd[]).find((each) => each === event.target.value);
            if (of !== undefined) setAsked({ ...asked, of });
          }}
        >
          {Object.entries(HEIGHT_ENDS).map(([id, name]) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </label>
      {asked.of === 'merchantable' && (
        <div className="grid grid-cols-2 gap-2">
          <label className="grid content-start gap-0.5">
            <span className="text-quiet">limit</span>
            <select
              className="field"
              value={asked.ending}
              onChange={(event) => {
                const all: readonly Ending[] = ['diameter', ...STEM_LIMITS, 'unsaid'];
                setAsked({ ...asked, ending: all.find((each) => each === event.target.value) ?? 'unsaid' });
                setSaid(null);
              }}
            >
              <option value="diameter">a diameter</option>
              {STEM_LIMITS.map((limit) => (
                <option key={limit} value={limit}>
                  a {limit}
                </option>
              ))}
              <option value="unsaid">not said</option>
            </select>
          </label>
          {asked.ending === 'diameter' && (
            <label className="grid content-start gap-0.5">
              <span className="text-quiet">top diameter, {view.unitSystem === 'metric' ? 'cm' : 'in'}</span>
              <input
                className="field figures"
                inputMode="decimal"
                autoComplete="off"
                placeholder={view.unitSystem === 'metric' ? '7' : '4'}
                value={asked.diameter}
                aria-invalid={said !== null}
                aria-describedby="top-diameter-problem"
                onChange={(event) => {
                  setAsked({ ...asked, diameter: event.target.value });
                }}
              />
            </label>
          )}
          {said !== null && (
            <FieldError id="top-diameter-problem" className="col-span-2">
              {said}
            </FieldError>
          )}
        </div>
      )}
      <fieldset className="grid">
        <legend className="sr-only">Where it is read from</legend>
        {stands.map(([sameStation, words, isOut]) => (
          <label key={words} className={`flex min-h-11 items-center gap-2 ${isOut ? 'text-quiet' : ''}`}>
            <input
              type="radio"
              name="one-stand"
              className="size-5"
              disabled={isOut}
              checked={asked.sameStation === sameStation}
              onChange={() => {
                setAsked({ ...asked, sameStation });
              }}
            />
            {words}
          </label>
        ))}
      </fieldset>
      <p className="flex gap-2">
        <button type="submit" className="btn btn-main">
          Add it
        </button>
        <button
          type="button"
          className="btn"
          onClick={() => {
            setAsked(null);
            setSaid(null);
          }}
        >
          Leave it
        </button>
      </p>
    </form>
  );
}

/** The heights of a tree beside the first, what several total ones make of each other, and the broken top. */
export function Heights(props: SheetProps) {
  const { view, store } = props;
  const { draft, reckoned, unitSystem } = view;
  const { crownLengthM } = reckoned.heights;
  const unit = unitSystem === 'metric' ? 'm' : 'ft';
  const box = (slot: Slot) => <SlotBox key={slotKey(slot)} {...props} slot={slot} />;
  return (
    <section aria-label="Heights" className="grid gap-2.5">
      {view.draft.moreHeights.length > 0 && (
        <Suspense fallback={null}>
          <Comparison view={view} store={store} />
        </Suspense>
      )}
      {draft.moreHeights.map(({ heightNo, sameStation }) => {
        const height = reckoned.heights.heights.find((each) => each.heightNo === heightNo);
        const outcome = height?.outcome ?? null;
        const estimate = outcome === null ? null : estimateOf(outcome);
        return (
          <div key={heightNo} className="grid gap-1.5 border-t border-line pt-1.5">
            <div className="flex items-center gap-2">
              <h3 className="grow leading-tight">
                <span className="font-bold">{height?.name}</span>{' '}
                <span className="text-quiet">{sameStation ? 'same stand' : `height ${heightNo}`}</span>
              </h3>
              <span className="figures font-bold whitespace-nowrap" aria-live="polite">
                {estimate === null
                  ? '—'
                  : `${estimate.printed.value} ± ${estimate.printed.standardError} ${unitOf(estimate.printed.unit).symbol}`}
              </span>
              <button
                type="button"
                className="grid min-h-11 min-w-11 place-content-center"
                aria-label={`Take the ${height?.name ?? 'height'} off the sheet`}
                onClick={() => {
                  store.removeHeight(heightNo);
                  props.onTouched();
                }}
              >
                <X aria-hidden="true" size={20} />
              </button>
            </div>
            {!sameStation && (
              <div className="grid gap-2">
                <MethodSelect view={view} store={store} measure="height" heightNo={heightNo} />
                <DistanceSelect view={view} store={store} heightNo={heightNo} />
              </div>
            )}
            <div className="grid grid-cols-[repeat(auto-fit,minmax(7.5rem,1fr))] gap-2">
              {view.slots.filter((slot) => heightNoOf(slot) === heightNo).map(box)}
            </div>
          </div>
        );
      })}
      <AddHeight {...props} />
      {crownLengthM !== null && (
        <p>
          Crown length:{' '}
          <strong className="figures">
            {printRounded(convert(crownLengthM, 'm', unit), 2)} {unit}
          </strong>
        </p>
      )}
      <label className="flex min-h-11 items-center gap-2">
        <input
          type="checkbox"
          className="size-5"
          checked={draft.broken === true}
          onChange={(event) => {
            store.setBroken(event.target.checked);
            props.onTouched();
          }}
        />
        The top is broken off: the height ends at the break
      </label>
    </section>
  );
}
