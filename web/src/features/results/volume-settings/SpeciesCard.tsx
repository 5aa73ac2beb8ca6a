import { printRounded } from '@arbolito/core/units';
import { type FormFactor, type TaperChoice, type VolumeModel, withBark } from '@arbolito/core/protocol';
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

/** A tree that everybody can picture, to see what a way would say. */
const SAMPLE = { dbhCm: 40, heightM: 25 } as const;

/** Volume of the sample by a way, or what is wrong with it. */
const sampleOf = (
  volume: VolumeModel | undefined,
  barkRatio: number,
  factor: FormFactor,
  breastHeightM: number,
): number | string =>
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
    ...(species === 'any' ? [] : [`made from ${species}`]),
    ...(diameters === undefined ? [] : [`dbh ${diameters} ${units.diameter}`]),
    ...(heights === undefined ? [] : [`height ${heights} ${units.length}`]),
    ...(rangeIsAssumed ? ['range assumed'] : []),
    breastHeightM === null ? 'dbh at the survey’s breast height' : `dbh at ${breastHeightM} m`,
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
  const problem = typeof sample === 'string' ? sample : refused;
  const equation = volume?.by === 'equation' ? volume.equation : null;
  return (
    <fieldset className="card grid content-start gap-2 p-4">
      <legend className="sr-only">{name}</legend>
      <p aria-hidden="true" className="text-lg font-bold">
        {name}
      </p>
      <label className="grid gap-1">
        <span>volume of the stem by</span>
        <select
          className="field"
          value={draft.way}
          onChange={(event) => {
            onChange({ ...draft, way: event.target.value });
          }}
        >
          <option value="form-factor">the survey’s form factor {printRounded(factor.value, 2)}</option>
          {draft.kept !== null && <option value="kept">{volumeName(draft.kept)}, fitted</option>}
          <option value="text">an equation of your own</option>
          <optgroup label="A taper, or the tree’s own upper diameters">
            {Object.entries(TAPER_NAMES).map(([id, words]) => (
              <option key={id} value={`taper:${id}`}>
                {words}
              </option>
            ))}
          </optgroup>
          <optgroup label="Volume equations">
            {LIBRARY.map((each) => (
              <option key={each.id} value={`equation:${each.id}`}>
                {each.name}
              </option>
            ))}
          </optgroup>
        </select>
      </label>
      {draft.way === 'text' && (
        <label className="grid gap-1">
          <span>V in m³, D in cm, H in m</span>
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
      {problem !== null && <FieldError>{problem}</FieldError>}
      {typeof sample === 'number' && (
        <p>
          <strong className="figures text-lg">
            {units.printVolume(sample)} {units.volume}
          </strong>{' '}
          {volumeLimit(volume)}, {volumeBark(volume)} bark, for {units.printDiameter(SAMPLE.dbhCm)} {units.diameter} and{' '}
          {units.printLength(SAMPLE.heightM)} {units.length}
        </p>
      )}
      {taper !== null && (
        <p className="text-quiet">
          {taperDoubts(taper).map((doubt) => (
            <strong key={doubt}>{doubt} </strong>
          ))}
          For this volume: {statementWords(taper, units)}.
        </p>
      )}
      {equation !== null && draft.way !== 'text' && (
        <p className="text-quiet">
          {equation.confidence === 'medium' && <strong>Check against your local table. </strong>}
          {equation.region}
          {equation.rangeCm !== undefined &&
            `, dbh ${equation.rangeCm.map((cm) => units.printDiameter(cm)).join(' to ')} ${units.diameter}`}
          {equation.rangeM !== undefined &&
            `, height ${equation.rangeM.map((metres) => units.printLength(metres)).join(' to ')} ${units.length}`}
          {equation.rangeIsAssumed === true && ' (range assumed)'}
          {equation.breastHeightM !== undefined && `, dbh at ${equation.breastHeightM} m`}. {equation.source}.
        </p>
      )}
    </fieldset>
  );
}
