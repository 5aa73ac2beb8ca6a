import { useState } from 'react';
import {
  REGENERATION_CLASS_IDS,
  REGENERATION_CLASSES,
  type RegenerationClass,
  type Species,
} from '@arbolito/core/protocol';
import type { UnitSystem } from '@arbolito/core/units';
import { callUntilAnswered } from '../../../client/api.ts';
import { deviceId, newId, now } from '../../../client/identity.ts';
import type { PlotView } from '../../../contracts/views.ts';
import { Alert } from '../../../ui/feedback/Alert.tsx';
import { useAction } from '../../../ui/feedback/use-action.ts';
import { FieldError } from '../../../ui/forms/FieldError.tsx';
import { areaUnit, cellOf, readRegeneration, textsOfRegeneration } from './regeneration-values.ts';
import { say, t } from '../../../messages/text.ts';

interface RegenerationProps {
  readonly plot: PlotView;
  readonly observer: string;
  readonly species: readonly Species[];
  readonly unitSystem: UnitSystem;
  readonly onKept: (plot: PlotView) => void;
}

/** Stems too thin for the tally, counted on small subplots by species and height class. */
export function Regeneration({ plot, observer, species, unitSystem, onKept }: RegenerationProps) {
  const [texts, setTexts] = useState(() => textsOfRegeneration(plot.regeneration, unitSystem));
  const [isTried, setIsTried] = useState(false);
  const { said, trouble, isBusy, run } = useAction();
  const read = readRegeneration(texts, unitSystem);
  const rows = species.filter(({ code }) => texts.counts[code] !== undefined);
  const others = species.filter(({ code }) => texts.counts[code] === undefined);
  const type = (code: string, heightClass: RegenerationClass, text: string): void => {
    setTexts({ ...texts, counts: { ...texts.counts, [code]: { ...texts.counts[code], [heightClass]: text } } });
  };
  const save = (): void => {
    setIsTried(true);
    if (!read.ok) return;
    void run(async (onWait) => {
      const body = { id: newId(), observer, device: deviceId(), madeAt: now(), regeneration: read.regeneration };
      onKept(await callUntilAnswered<PlotView>(`/api/plots/${plot.id}/corrections`, body, onWait));
      return t('tally.saved', 'Saved.');
    });
  };
  const problems = isTried && !read.ok ? read : null;
  const areaProblem = problems?.area ?? null;
  const wrongCell = [...(problems?.counts.values() ?? [])][0];
  return (
    <form
      noValidate
      className="grid gap-2 py-2"
      onSubmit={(event) => {
        event.preventDefault();
        save();
      }}
    >
      <label className="flex flex-wrap items-center gap-2">
        {t('tally.regeneration-area', 'Area of all subplots, {unit}', {
          unit: areaUnit(unitSystem) === 'm2' ? 'm²' : 'ft²',
        })}
        <input
          className="field figures !w-24"
          inputMode="decimal"
          autoComplete="off"
          value={texts.area}
          aria-invalid={areaProblem !== null}
          aria-describedby={areaProblem === null ? undefined : 'regeneration-area-problem'}
          onChange={(event) => {
            setTexts({ ...texts, area: event.target.value });
          }}
        />
      </label>
      {areaProblem !== null && <FieldError id="regeneration-area-problem">{areaProblem}</FieldError>}
      {rows.length > 0 && (
        <div className="overflow-x-auto">
          <table className="w-full">
            <thead>
              <tr>
                <th scope="col" className="text-left">
                  {t('tally.species', 'Species')}
                </th>
                {REGENERATION_CLASS_IDS.map((id) => (
                  <th key={id} scope="col" className="px-1 text-left text-sm font-normal text-quiet">
                    {say(REGENERATION_CLASSES[id])}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {rows.map(({ code, name }) => (
                <tr key={code}>
                  <th scope="row" className="text-left font-normal">
                    {name}
                  </th>
                  {REGENERATION_CLASS_IDS.map((id) => (
                    <td key={id} className="p-1">
                      <input
                        className="field figures !w-16"
                        inputMode="numeric"
                        autoComplete="off"
                        aria-label={t('tally.regeneration-count', '{name}, {heightClass}', {
                          name,
                          heightClass: REGENERATION_CLASSES[id],
                        })}
                        aria-invalid={problems?.counts.has(cellOf(code, id)) === true}
                        aria-describedby={
                          problems?.counts.has(cellOf(code, id)) === true ? 'regeneration-count-problem' : undefined
                        }
                        value={texts.counts[code]?.[id] ?? ''}
                        onChange={(event) => {
                          type(code, id, event.target.value);
                        }}
                      />
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      {wrongCell !== undefined && <FieldError id="regeneration-count-problem">{wrongCell}</FieldError>}
      {others.length > 0 && (
        <select
          className="field"
          aria-label={t('tally.add-species-to-count', 'Add a species')}
          value=""
          onChange={(event) => {
            setTexts({ ...texts, counts: { ...texts.counts, [event.target.value]: {} } });
          }}
        >
          <option value="">{t('tally.add-species-to-count', 'Add a species')}</option>
          {others.map(({ code, name }) => (
            <option key={code} value={code}>
              {name}
            </option>
          ))}
        </select>
      )}
      <p className="text-quiet">{t('tally.regeneration-hint', 'Saved without a species, the count is zero.')}</p>
      <button className="btn" disabled={isBusy}>
        {t('tally.save-regeneration', 'Save regeneration')}
      </button>
      {trouble !== null && <Alert>{trouble}</Alert>}
      <p role="status">{said}</p>
    </form>
  );
}
