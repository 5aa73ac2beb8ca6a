import { CirclePlus, X } from 'lucide-react';
import type { Defect } from '@arbolito/core/bucking';
import { DEFECT_KINDS } from '@arbolito/core/protocol';
import { asTyped, type WoodUnits } from '../prices/wood-units.ts';
import { DEFECT_WORDS } from '../defect-words.ts';
import { say, t } from '../../../messages/text.ts';

interface DefectsProps {
  readonly defects: readonly Defect[];
  readonly heightM: number;
  readonly units: WoodUnits;
  readonly onChange: (defects: readonly Defect[]) => void;
}

/** What is wrong with the stem, and where. Ends are set here, or drawn on the stem. */
export function Defects({ defects, heightM, units, onChange }: DefectsProps) {
  return (
    <fieldset className="grid gap-2">
      <legend className="pb-1 font-bold">{t('results.defects', 'Defects')}</legend>
      {defects.map((defect, i) => (
        <div key={i} className="flex items-center gap-2">
          <select
            className="field"
            aria-label={t('results.defect', 'Defect {i}', { i: i + 1 })}
            value={defect.kind}
            onChange={(event) => {
              const kind = DEFECT_KINDS.find((each) => each === event.target.value);
              if (kind !== undefined) onChange(defects.map((each, at) => (at === i ? { ...each, kind } : each)));
            }}
          >
            {DEFECT_KINDS.map((kind) => (
              <option key={kind} value={kind}>
                {say(DEFECT_WORDS[kind])}
              </option>
            ))}
          </select>
          <span className="figures whitespace-nowrap">
            {t('results.to', '{fromM} to {fromM2} {units}', {
              fromM: asTyped(units.lengthOf(Math.min(defect.fromM, defect.toM)), 1),
              fromM2: asTyped(units.lengthOf(Math.max(defect.fromM, defect.toM)), 1),
              units: units.length,
            })}
          </span>
          <button
            type="button"
            className="grid min-h-11 min-w-11 place-content-center"
            aria-label={t('results.remove-3', 'Remove {kind}', { kind: DEFECT_WORDS[defect.kind] })}
            onClick={() => {
              onChange(defects.filter((_, at) => at !== i));
            }}
          >
            <X aria-hidden="true" size={20} />
          </button>
        </div>
      ))}
      <button
        type="button"
        className="btn"
        disabled={defects.length >= 8}
        onClick={() => {
          const fromM = Number(Math.min(2, heightM / 4).toFixed(1));
          onChange([...defects, { kind: 'rot', fromM, toM: Number((fromM + 1).toFixed(1)) }]);
        }}
      >
        <CirclePlus aria-hidden="true" size={18} /> {t('results.add-defect', 'Add defect')}
      </button>
      {defects.length > 0 && (
        <p className="text-quiet">
          {t('results.drag-the-ends-along-the', 'Drag the ends along the stem, or move them with the arrow keys.')}
        </p>
      )}
    </fieldset>
  );
}
