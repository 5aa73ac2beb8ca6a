import { lazy, Suspense } from 'react';
import { CirclePlus, X } from 'lucide-react';
import { basalAreaM2, combineStems, STEMS_RULES, type StemsRule } from '@arbolito/core/diameter';
import { estimateOf } from '@arbolito/core/uncertainty';
import { printDiameters, printRounded } from '@arbolito/core/units';
import { MAX_STEMS_PER_TREE } from '@arbolito/core/tree';
import { isOptional, type Slot, slotKey } from '../store.ts';
import { basalAreaText } from '../drawing/FiguresCard.tsx';
import type { SheetProps } from '../sheet/sheet-props.ts';
import { SlotBox } from '../readings/SlotBox.tsx';

// A tree of one stem has nothing to put together.
const CrossSections = lazy(async () => ({ default: (await import('./CrossSections.tsx')).CrossSections }));

/** What each rule makes of these stems, the survey's own marked. */
function Rules({
  stemsCm,
  rule,
  system,
}: {
  stemsCm: readonly number[];
  rule: StemsRule;
  system: 'metric' | 'imperial';
}) {
  const whole = stemsCm.reduce((sum, d) => sum + basalAreaM2(d), 0);
  return (
    <table className="rows w-full text-[0.95rem]">
      <caption className="pb-1 text-left">
        <span className="font-bold">What each rule makes of them</span>
        <span className="block text-quiet">
          together they have {basalAreaText(whole, system)} {system === 'metric' ? 'm²' : 'ft²'}
        </span>
      </caption>
      <thead>
        <tr>
          <th scope="col">rule</th>
          <th scope="col" className="!text-right">
            dbh {system === 'metric' ? 'cm' : 'in'}
          </th>
          <th scope="col" className="!text-right">
            basal area
          </th>
        </tr>
      </thead>
      <tbody>
        {(Object.keys(STEMS_RULES) as StemsRule[]).map((id) => {
          const { diametersCm, basalAreaChange } = combineStems(stemsCm, id);
          const share = Math.round(basalAreaChange * 100);
          const change = share === 0 ? 'all of it' : share < 0 ? `loses ${-share} %` : `adds ${share} %`;
          return (
            <tr key={id} className={id === rule ? 'bg-wash font-bold' : ''} aria-current={id === rule}>
              <th scope="row" className="!text-[0.95rem] !text-ink">
                {STEMS_RULES[id].name}
                {id === rule && <span className="block font-normal text-quiet">this survey’s rule</span>}
              </th>
              <td className="num">{id === 'kept-apart' ? 'each' : printDiameters(diametersCm, system)}</td>
              <td className="num whitespace-nowrap">{change}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

/**
 * The stems behind the first, each with its own point, and what the rules make of them all.
 *
 * @param withFirst the point of the first stem as well, where there is no drawing for it to stand on
 */
export function Stems({ withFirst = false, ...props }: SheetProps & { readonly withFirst?: boolean }) {
  const { view, store } = props;
  const { draft, settings, reckoned, unitSystem } = view;
  const { severalStems } = settings.fieldRules;
  const stemsCm = reckoned.stems.flatMap(({ diameter }) =>
    diameter === null ? [] : (estimateOf(diameter)?.value ?? []),
  );
  const box = (slot: Slot) => <SlotBox key={slotKey(slot)} {...props} slot={slot} />;
  return (
    <section aria-label="Stems" className="grid gap-2.5">
      {withFirst && view.slots.filter((slot) => slot.stem === 1 && isOptional(slot)).map(box)}
      {draft.moreStems.map(({ ordinal }) => (
        <div key={ordinal} className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-1">
          <h3 className="col-span-2 font-bold">stem {ordinal}</h3>
          <div className="grid grid-cols-[repeat(auto-fit,minmax(7rem,1fr))] gap-2">
            {view.slots.filter(({ stem }) => stem === ordinal).map(box)}
          </div>
          <button
            type="button"
            className="min-h-11 min-w-11 place-content-center self-center"
            aria-label={`Take stem ${ordinal} off the sheet`}
            onClick={() => {
              store.removeStem(ordinal);
              props.onTouched();
            }}
          >
            <X aria-hidden="true" size={20} />
          </button>
        </div>
      ))}
      <div className="flex flex-wrap items-center gap-x-3">
        <button
          type="button"
          className="btn"
          disabled={draft.moreStems.length + 1 >= MAX_STEMS_PER_TREE}
          onClick={props.onAddStem}
        >
          <CirclePlus aria-hidden="true" size={18} /> Another stem
        </button>
        <kbd className="key hidden md:inline-block">s</kbd>
      </div>
      {stemsCm.length > 1 && (
        <>
          <Suspense fallback={<p role="status">Unfolding …</p>}>
            <CrossSections stemsCm={stemsCm} oneCm={view.dbh?.value ?? null} />
          </Suspense>
          <Rules stemsCm={stemsCm} rule={severalStems} system={unitSystem} />
        </>
      )}
      {draft.moreStems.length > 0 && stemsCm.length < 2 && (
        <p className="text-quiet">
          With two diameters read, {printRounded(stemsCm.length, 0) === '0' ? 'they' : 'both'} are put together by the
          survey’s rule: {STEMS_RULES[severalStems].name}.
        </p>
      )}
    </section>
  );
}
