import { convert, printRounded, type UnitSystem } from '@arbolito/core/units';
import { type QuantitySpec, parseQuantity } from '../../../ui/forms/quantity.ts';
import { NumberField } from '../../../ui/forms/NumberField.tsx';
import { useQuantities } from '../../../ui/forms/use-quantities.ts';
import { t } from '../../../messages/text.ts';
import { message } from '@arbolito/core/message';

const LABEL = message('planning.distance-to-keep-away-by', 'distance to keep away, by local rules');
const SPECS = {
  metric: { keepAway: { label: LABEL, unit: 'm', low: 0.5, high: 100 } },
  imperial: { keepAway: { label: LABEL, unit: 'ft', low: 1.5, high: 330 } },
} as const satisfies Record<UnitSystem, Record<string, QuantitySpec>>;
/** Upwards to so many decimals: a distance to keep is never printed shorter than the rule has it. */
const printUp = (value: number, decimals: number): string => {
  const step = 10 ** decimals;
  return printRounded(Math.ceil(value * step - 1e-9) / step, decimals);
};
/** A distance in both units, the one of the system first. */
function bothUnits(metres: number, system: UnitSystem): string {
  const inMetres = `${printUp(metres, 1)} m`;
  const inFeet = `${printUp(convert(metres, 'm', 'ft'), 0)} ft`;
  return system === 'metric' ? `${inMetres} (${inFeet})` : `${inFeet} (${inMetres})`;
}
const NOTHING_ENTERED = { keepAway: '' } as const;

/**
 * Near a power line nothing is worked out: a line can flash over, sag and swing. The page repeats the distance of the
 * local rules, and says whom to call.
 */
export function NearPowerLine({ system }: { readonly system: UnitSystem }) {
  const specs = SPECS[system];
  const { texts, type } = useQuantities(specs, NOTHING_ENTERED);
  const read = parseQuantity(specs.keepAway, texts.keepAway);
  const keepAwayM = 'value' in read ? convert(read.value, specs.keepAway.unit, 'm') : null;
  return (
    <div className="card grid gap-3 p-5 text-lg">
      <h2 className="text-xl font-bold">{t('planning.near-a-power-line', 'Near a power line')}</h2>
      <NumberField
        spec={specs.keepAway}
        text={texts.keepAway}
        optional
        onType={(text) => {
          type('keepAway', text);
        }}
      />
      <p aria-live="polite" data-testid="keep-away" className="font-semibold">
        {keepAwayM === null
          ? t('planning.ask-the-line-operator-how', 'Ask the line operator how far to keep away.')
          : t(
              'planning.keep-people-tools-tapes-and',
              'Keep people, tools, tapes and every part of the tree at least {keepAwayM} away from the line, by the rule that you entered.',
              { keepAwayM: bothUnits(keepAwayM, system) },
            )}
      </p>
      <ul className="grid list-disc gap-1.5 pl-5">
        <li>
          {t(
            'planning.call-the-line-operator-before',
            'Call the line operator before any work near the line. The number is often on the poles.',
          )}
        </li>
        <li>
          {t(
            'planning.only-qualified-people-work-near',
            'Only qualified people work near power lines. Local codes decide.',
          )}
        </li>
        <li>
          {t(
            'planning.a-tree-on-a-line',
            'A tree on a line, or a line on the ground: stay away, keep others away, call the emergency number.',
          )}
        </li>
      </ul>
    </div>
  );
}
