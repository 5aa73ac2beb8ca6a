import { useState } from 'react';
import {
  barkRatioOf,
  type Species,
  type SpeciesWood,
  type VolumeModel,
  type WoodSettings,
} from '@arbolito/core/protocol';
import { callUntilAnswered } from '../../../client/api.ts';
import { deviceId, newId, now } from '../../../client/identity.ts';
import { Alert } from '../../../ui/feedback/Alert.tsx';
import { useAction } from '../../../ui/feedback/use-action.ts';
import { t } from '../../../messages/text.ts';

/** The survey that a table or a taper can be kept for. */
export interface KeepingSurvey {
  readonly id: string;
  readonly name: string;
  readonly crew: string;
  /** Where the survey measures dbh, m. */
  readonly breastHeightM: number;
  readonly species: readonly Species[];
  readonly wood: WoodSettings;
  /** The settings in force; null where none were made. */
  readonly woodId: string | null;
}

interface KeepForProps {
  readonly survey: KeepingSurvey;
  /** `table`, `taper`. */
  readonly what: string;
  readonly volumeOf: (code: string, speciesName: string) => VolumeModel;
}

/** Keeps what was fitted as the way to the volume of a species of the survey; all else that was settled stays. */
export function KeepFor({ survey, what, volumeOf }: KeepForProps) {
  const [code, setCode] = useState(survey.species[0]?.code ?? '');
  const { said, trouble, isBusy, run } = useAction();
  const [isKept, setKept] = useState(false);
  const keep = async (onWait: (words: string) => void): Promise<string> => {
    const { wood, woodId } = survey;
    const name = survey.species.find((each) => each.code === code)?.name ?? code;
    const settled: SpeciesWood = {
      speciesCode: code,
      barkRatio: barkRatioOf(wood, code),
      volume: volumeOf(code, name),
    };
    await callUntilAnswered(
      `/api/surveys/${survey.id}/wood`,
      {
        id: newId(),
        observer: survey.crew,
        device: deviceId(),
        madeAt: now(),
        ...(woodId === null ? {} : { replaces: woodId }),
        ...wood,
        species: [...wood.species.filter(({ speciesCode }) => speciesCode !== code), settled],
      },
      onWait,
    );
    setKept(true);
    return t('results.saved-of-now-uses-this', 'Saved: {name} of {name2} now uses this {what}.', {
      name,
      name2: survey.name,
      what,
    });
  };
  return (
    <section aria-labelledby="keep-for" className="card grid gap-3 p-5">
      <h2 id="keep-for" className="text-xl font-bold">
        {t('results.save-for', 'Save for {name}', { name: survey.name })}
      </h2>
      <div className="flex flex-wrap items-center gap-3">
        <label className="flex items-center gap-2">
          {t('results.volume-of', 'volume of')}
          <select
            className="field !w-auto"
            value={code}
            onChange={(event) => {
              setCode(event.target.value);
            }}
          >
            {survey.species.map((each) => (
              <option key={each.code} value={each.code}>
                {each.name}
              </option>
            ))}
          </select>
        </label>
        <button
          type="button"
          className="btn btn-main"
          disabled={isKept || isBusy}
          onClick={() => {
            void run(keep);
          }}
        >
          {t('results.save', 'Save {what}', { what })}
        </button>
        <a className="underline" href={`/surveys/${survey.id}/wood`}>
          {t('results.volumes-and-prices', 'Volumes and prices')}
        </a>
      </div>
      {trouble !== null && <Alert>{trouble}</Alert>}
      <p role="status" className="font-semibold">
        {said}
      </p>
    </section>
  );
}
