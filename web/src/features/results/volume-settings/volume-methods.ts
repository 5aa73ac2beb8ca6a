import { isLoblolly, LOBLOLLY } from '@arbolito/core/taper';
import {
  type BiomassGroupId,
  type SpeciesWood,
  type TaperChoice,
  USUAL_BARK_RATIO,
  USUAL_VOLUME_ERROR_SHARE,
  type VolumeModel,
} from '@arbolito/core/protocol';
import { EQUATIONS } from '@arbolito/core/volume';
import { type QuantitySpec, parseQuantity } from '../../../ui/forms/quantity.ts';
import { asTyped } from '../prices/wood-units.ts';
import { t } from '../../../messages/text.ts';
import { message } from '@arbolito/core/message';

/** Ways to a species' volume, as the form offers them: `form-factor`, `kept`, `text`, `taper:ormerod`, `equation:denzin`. */
export type VolumeMethodId = string;

export const TAPER_NAMES = {
  solids: message('results.neiloid-paraboloid-and-cone', 'Neiloid, paraboloid and cone'),
  kozak: message('results.kozak-munro-and-smith', 'Kozak, Munro and Smith'),
  ormerod: message('results.ormerod', 'Ormerod'),
  'max-burkhart': message('results.max-and-burkhart-loblolly-pine', 'Max and Burkhart, loblolly pine, under bark'),
  behre: message('results.behre-by-form-class-under', 'Behre, by form class, under bark'),
} as const;
export type TaperId = keyof typeof TAPER_NAMES;

export const LIBRARY = EQUATIONS.filter(({ id }) => id !== 'form-factor');

export const SPECIES_SPECS = {
  bark: {
    label: message('results.under-bark-share-of-the-dbh', 'under bark share of the dbh'),
    unit: 'pct',
    low: 70,
    high: 100,
  },
  error: {
    label: message('results.of-the-volume-of-one', '± of the volume of one tree'),
    unit: 'pct',
    low: 0,
    high: 100,
  },
  p: { label: message('results.exponent', 'exponent'), unit: 'one', low: 0.1, high: 3 },
  b1: { label: 'b1', unit: 'one', low: -20, high: 20 },
  b2: { label: 'b2', unit: 'one', low: -20, high: 20 },
  formClass: { label: message('results.form-class', 'form class'), unit: 'pct', low: 40, high: 95 },
} as const satisfies Record<string, QuantitySpec>;
export type SpeciesKey = keyof typeof SPECIES_SPECS;

/** What a way asks for beside its name. */
export const keysOfMethod = (way: VolumeMethodId): readonly SpeciesKey[] =>
  (({ 'taper:ormerod': ['p'], 'taper:kozak': ['b1', 'b2'], 'taper:behre': ['formClass'] }) as const)[way] ?? [];

/** A species on the form, as it is typed. */
export interface SpeciesDraft {
  readonly code: string;
  readonly way: VolumeMethodId;
  readonly figures: Readonly<Record<SpeciesKey, string>>;
  /** An equation of one’s own in D (cm) and H (m). */
  readonly text: string;
  /** Equation of its dry mass; null for none. */
  readonly biomassGroup: BiomassGroupId | null;
  /** A way that the form cannot write, such as a local table or a taper that was fitted: kept as it is. */
  readonly kept: VolumeModel | null;
}

const percent = (share: number): string => asTyped(100 * share, 1);

function wayOf(volume: VolumeModel | undefined): VolumeMethodId {
  if (volume === undefined) return 'form-factor';
  if (volume.by === 'profile') {
    const { taper } = volume;
    const isFitted = taper.model === 'max-burkhart' && !isLoblolly(taper);
    return isFitted ? 'kept' : `taper:${taper.model}`;
  }
  const { equation } = volume;
  if (equation.of.form === 'user') return 'text';
  return LIBRARY.some(({ id }) => id === equation.id) ? `equation:${equation.id}` : 'kept';
}

/** The form’s state of a species, from what the survey has settled. */
export function speciesDraft(code: string, settled: SpeciesWood | undefined): SpeciesDraft {
  const volume = settled?.volume;
  const way = wayOf(volume);
  const taper = volume?.by === 'profile' ? volume.taper : null;
  return {
    code,
    way,
    figures: {
      bark: percent(settled?.barkRatio ?? USUAL_BARK_RATIO),
      error: percent(volume?.errorShare ?? USUAL_VOLUME_ERROR_SHARE),
      p: taper?.model === 'ormerod' ? String(taper.p) : '0.75',
      b1: taper?.model === 'kozak' ? String(taper.b1) : '-1.7',
      b2: taper?.model === 'kozak' ? String(taper.b2) : '0.6',
      formClass: taper?.model === 'behre' ? String(taper.formClassPct) : '78',
    },
    text:
      volume?.by === 'equation' && volume.equation.of.form === 'user' ? volume.equation.of.text : '0.00004 * D^2 * H',
    biomassGroup: settled?.biomassGroup ?? null,
    kept: way === 'kept' ? (volume ?? null) : null,
  };
}

/** A figure of the draft; NaN where it cannot be read. */
export function printedFigure({ figures }: SpeciesDraft, key: SpeciesKey): number {
  const read = parseQuantity(SPECIES_SPECS[key], figures[key]);
  return 'value' in read ? read.value : NaN;
}

function taperOf(model: string, draft: SpeciesDraft): TaperChoice {
  switch (model) {
    case 'kozak':
      return { model, b1: printedFigure(draft, 'b1'), b2: printedFigure(draft, 'b2') };
    case 'ormerod':
      return { model, p: printedFigure(draft, 'p') };
    case 'max-burkhart':
      return { model, ...LOBLOLLY };
    case 'behre':
      return { model, formClassPct: printedFigure(draft, 'formClass') };
    default:
      return { model: 'solids' };
  }
}

/** The way to the volume that a draft says; undefined for the survey's form factor. */
export function volumeOf(draft: SpeciesDraft, speciesName: string): VolumeModel | undefined {
  const errorShare = printedFigure(draft, 'error') / 100;
  const [kind, id = ''] = draft.way.split(':');
  if (kind === 'taper') return { by: 'profile', taper: taperOf(id, draft), errorShare };
  if (kind === 'text')
    return {
      by: 'equation',
      errorShare,
      equation: {
        id: `own-${draft.code}`,
        name: t('results.own-equation', 'Own equation, {speciesName}', { speciesName }),
        of: { form: 'user', text: draft.text.trim() },
        species: speciesName,
        region: t('results.this-survey', 'this survey'),
        bark: 'over',
        confidence: 'own',
        source: 'written into this survey by its crew',
      },
    };
  if (kind === 'kept') return draft.kept === null ? undefined : { ...draft.kept, errorShare };
  const equation = LIBRARY.find((each) => each.id === id);
  return equation === undefined ? undefined : { by: 'equation', equation, errorShare };
}

/** The species as they are sent. */
export function speciesWoodOf(draft: SpeciesDraft, speciesName: string): SpeciesWood {
  const volume = volumeOf(draft, speciesName);
  return {
    speciesCode: draft.code,
    barkRatio: printedFigure(draft, 'bark') / 100,
    ...(draft.biomassGroup === null ? {} : { biomassGroup: draft.biomassGroup }),
    ...(volume === undefined ? {} : { volume }),
  };
}
