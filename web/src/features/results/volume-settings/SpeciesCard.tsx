import { printRounded } from '@arbolito/core/units';
import {
  BIOMASS_GROUP_IDS,
  type FormFactor,
  type TaperChoice,
  type VolumeModel,
  withBark,
} from '@arbolito/core/protocol';
import { BIOMASS_GROUPS } from '@arbolito/core/biomass';
import { taperDoubts, taperStatement } from '@arbolito/core/taper';
import { stemVolumeM3, volumeBark, volumeLimit, volumeModelProblem, volumeName } from '@arbolito/core/volume';
import { NumberField } from '../../../ui/forms/NumberField.tsx';
import type { WoodUnits } from '../prices/wood-units.ts';
import { FieldError } from '../../../ui/forms/FieldError.tsx';
import {
  keysOfMethod,
  LIBRARY,
  printedFigure,
  SPECIES_SPECS,
  type SpeciesDraft,
  type SpeciesKey,
  TAPER_NAMES,
  volumeOf,
} from './volume-methods.ts';
import { t, say } from '../../../messages/text.ts';
import { rich } from '../../../messages/rich.ts';
import { type Text, isText } from '@arbolito/core/message';

/** A tree that everybody can picture, to see what a way would say. */
const SAMPLE = { dbhCm: 40, heightM: 25 } as const;

/** Volume of the sample by a way, or what is wrong with it. */
const sampleOf = (
  volume: VolumeModel | undefined,
  barkRatio: number,
  factor: FormFactor,
  breastHeightM: number,
): number | Text =>
  (volume === undefined ? null : volumeModelProblem(volume)) ??
  stemVolumeM3(
    volume === undefined ? undefined : withBark(volume, Number.isNaN(barkRatio) ? 1 : barkRatio),
    factor,
    SAMPLE.dbhCm,
    SAMPLE.heightM,
    breastHeightM,
  );

/** What a taper states about itself, in a line. */
function statementWords(taper: TaperChoice, units: WoodUnits): string {
  const { breastHeightM, rangeCm, rangeM, rangeIsAssumed, species } = taperStatement(taper);
  const diameters = rangeCm?.map((cm) => units.printDiameter(cm)).join(' to ');
  const heights = rangeM?.map((metres) => units.printLength(metres)).join(' to ');
  return [
    ...(species === 'any' ? [] : [t('results.from-2', 'from {species}', { species })]),
    ...(diameters === undefined
      ? []
      : [t('results.dbh-range', 'dbh {range} {unit}', { range: diameters, unit: units.diameter })]),
    ...(heights === undefined
      ? []
      : [t('results.height-range', 'height {range} {unit}', { range: heights, unit: units.length })]),
    ...(rangeIsAssumed ? [t('results.range-assumed', 'range assumed')] : []),
    breastHeightM === null
      ? t('results.dbh-at-the-survey-s', 'dbh at the survey’s breast height')
      : t('results.dbh-at-m', 'dbh at {breastHeightM} m', { breastHeightM }),
  ].join(', ');
}

interface SpeciesCardProps {
  readonly name: string;
  readonly draft: SpeciesDraft;
  readonly factor: FormFactor;
  /** Where the survey measures dbh, m. */
  readonly breastHeightM: number;
  readonly units: WoodUnits;
  /** What the server said against it. */
  readonly refused: string | null;
  readonly onChange: (draft: SpeciesDraft) => void;
}

/** How the volume of one species is worked out, and how much of it is bark. */
export function SpeciesCard({ name, draft, factor, breastHeightM, units, refused, onChange }: SpeciesCardProps) {
  const volume = volumeOf(draft, name);
  const sample = sampleOf(volume, printedFigure(draft, 'bark') / 100, factor, breastHeightM);
  const taper = volume?.by === 'profile' ? volume.taper : null;
  const field = (key: SpeciesKey) => (
    <NumberField
      key={key}
      spec={SPECIES_SPECS[key]}
      text={draft.figures[key]}
      onType={(text) => {
        onChange({ ...draft, figures: { ...draft.figures, [key]: text } });
      }}
    />
  );
  const problem = isText(sample) ? sample : refused;
  const equation = volume?.by === 'equation' ? volume.equation : null;
  return (
    <fieldset className="card grid content-start gap-2 p-4">
      <legend className="sr-only">{name}</legend>
      <p aria-hidden="true" className="text-lg font-bold">
        {name}
      </p>
      <label className="grid gap-1">
        <span>{t('results.stem-volume-method', 'Stem volume method')}</span>
        <select
          className="field"
          value={draft.way}
          onChange={(event) => {
            onChange({ ...draft, way: event.target.value });
          }}
        >
          <option value="form-factor">
            {t('results.form-factor-of-the-survey', 'Form factor of the survey, {value}', {
              value: printRounded(factor.value, 2),
            })}
          </option>
          {draft.kept !== null && (
            <option value="kept">{t('results.fitted', '{kept}, fitted', { kept: volumeName(draft.kept) })}</option>
          )}
          <option value="text">{t('results.your-own-equation', 'Your own equation')}</option>
          <optgroup label={t('results.taper-or-the-tree-s', 'Taper, or the tree’s own upper diameters')}>
            {Object.entries(TAPER_NAMES).map(([id, words]) => (
              <option key={id} value={`taper:${id}`}>
                {say(words)}
              </option>
            ))}
          </optgroup>
          <optgroup label={t('results.volume-equations', 'Volume equations')}>
            {LIBRARY.map((each) => (
              <option key={each.id} value={`equation:${each.id}`}>
                {each.name}
              </option>
            ))}
          </optgroup>
        </select>
      </label>
      <label className="grid gap-1">
        <span>{t('results.biomass-equation', 'Biomass equation (Jenkins et al. 2003)')}</span>
        <select
          className="field"
          value={draft.biomassGroup ?? ''}
          onChange={(event) => {
            onChange({
              ...draft,
              biomassGroup: BIOMASS_GROUP_IDS.find((each) => each === event.target.value) ?? null,
            });
          }}
        >
          <option value="">{t('results.no-biomass', 'none')}</option>
          {BIOMASS_GROUP_IDS.map((id) => (
            <option key={id} value={id}>
              {say(BIOMASS_GROUPS[id].name)}
            </option>
          ))}
        </select>
      </label>
      {draft.way === 'text' && (
        <label className="grid gap-1">
          <span>{t('results.v-in-m-d-in', 'V in m³, D in cm, H in m')}</span>
          <input
            className="field figures"
            maxLength={200}
            autoComplete="off"
            value={draft.text}
            aria-invalid={problem !== null}
            onChange={(event) => {
              onChange({ ...draft, text: event.target.value });
            }}
          />
        </label>
      )}
      {keysOfMethod(draft.way).map(field)}
      {draft.way !== 'form-factor' && field('error')}
      {field('bark')}
      {problem !== null && <FieldError>{say(problem)}</FieldError>}
      {typeof sample === 'number' && (
        <p>
          {rich(
            'results.bark-for-and',
            '{sample} {volume}, {volume2} bark, for {dbhCm} {diameter} and {heightM} {units}',
            {
              sample: (
                <strong className="figures text-lg">
                  {units.printVolume(sample)} {units.volume}
                </strong>
              ),
              volume: say(volumeLimit(volume)),
              volume2: volumeBark(volume),
              dbhCm: units.printDiameter(SAMPLE.dbhCm),
              diameter: units.diameter,
              heightM: units.printLength(SAMPLE.heightM),
              units: units.length,
            },
          )}
        </p>
      )}
      {taper !== null && (
        <p className="text-quiet">
          {taperDoubts(taper).map((doubt) => (
            <strong key={say(doubt)}>{say(doubt)} </strong>
          ))}
          {t('results.volume-2', 'Volume: {taper}.', { taper: statementWords(taper, units) })}{' '}
        </p>
      )}
      {equation !== null && draft.way !== 'text' && (
        <p className="text-quiet">
          {equation.confidence === 'medium' && (
            <strong>{t('results.check-against-your-local-table', 'Check against your local table.')} </strong>
          )}
          {equation.region}
          {equation.rangeCm !== undefined &&
            t('results.dbh-3', ', dbh {join} {diameter}', {
              join: equation.rangeCm.map((cm) => units.printDiameter(cm)).join(' to '),
              diameter: units.diameter,
            })}
          {equation.rangeM !== undefined &&
            t('results.height-3', ', height {join} {units}', {
              join: equation.rangeM.map((metres) => units.printLength(metres)).join(' to '),
              units: units.length,
            })}
          {equation.rangeIsAssumed === true && t('results.range-assumed-2', ' (range assumed)')}
          {equation.breastHeightM !== undefined &&
            t('results.dbh-at-m-2', ', dbh at {breastHeightM} m', { breastHeightM: equation.breastHeightM })}
          . {equation.source}.
        </p>
      )}
    </fieldset>
  );
}
