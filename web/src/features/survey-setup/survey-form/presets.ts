import { message, type Text } from '@arbolito/core/message';
import {
  type FieldRules,
  type HeightRule,
  heightRuleWords,
  type RuleSetId,
  type SurveyDesign,
  takesEveryTree,
} from '@arbolito/core/protocol';
import { M2_PER_HA_IN_FT2_PER_ACRE, shapeWords } from '@arbolito/core/plot';
import { convert, type SlopeUnit, standUnits, thicknessWords, unitOf, type UnitSystem } from '@arbolito/core/units';
import { textsOfShape, type ShapeTexts } from '../design/shape-texts.ts';

/** What a survey is made for; the choice sets its plots. */
export type PresetId =
  'fixed-area' | 'variable-radius' | 'complete-tally' | 'street-trees' | 'remarkable-trees' | 'string-walk';

export const PRESETS: Readonly<Record<PresetId, { readonly name: Text; readonly gives: Text }>> = {
  'fixed-area': {
    name: message('survey-setup.fixed-area-plots', 'Fixed-area plots'),
    gives: message(
      'survey-setup.circles-or-rectangles-stems',
      'Circles or rectangles; stems, basal area and volume per area',
    ),
  },
  'variable-radius': {
    name: message('survey-setup.variable-radius-points', 'Variable-radius points'),
    gives: message(
      'survey-setup.trees-counted-in-by-gauge',
      'Trees counted in by gauge; basal area and volume per area',
    ),
  },
  'complete-tally': {
    name: message('survey-setup.complete-tally', 'Complete tally'),
    gives: message('survey-setup.every-tree-no-sampling-error', 'Every tree of an area; no sampling error'),
  },
  'street-trees': {
    name: message('survey-setup.street-trees', 'Street trees'),
    gives: message('survey-setup.street-trees-gives', 'Each tree with position and condition; totals, no area'),
  },
  'remarkable-trees': {
    name: message('survey-setup.remarkable-trees', 'Remarkable trees'),
    gives: message('survey-setup.remarkable-trees-gives', 'A list of single trees by the record rules; no area'),
  },
  'string-walk': {
    name: message('survey-setup.string-walk', 'Walk with a string'),
    gives: message('survey-setup.string-walk-gives', 'Girths by string or tape; heights only if wanted; no area'),
  },
};

/** What a preset without an area brings beside its shape; other presets keep the rules that were chosen. */
const LIST_PRESETS: Readonly<
  Partial<Record<PresetId, { readonly rules: RuleSetId; readonly ask: HeightRule['ask']; readonly every: string }>>
> = {
  'street-trees': { rules: 'urban', ask: 'every', every: '1' },
  'remarkable-trees': { rules: 'record', ask: 'every', every: '1' },
  'string-walk': { rules: 'street', ask: 'none', every: '1' },
};

/** Field rules and heights of a preset; null where it has none of its own. */
export const listPreset = (preset: PresetId) => LIST_PRESETS[preset] ?? null;

const FACTOR_M2_PER_HA = { metric: 4, imperial: 10 * M2_PER_HA_IN_FT2_PER_ACRE } as const;
const AREA_M2 = {
  metric: { plot: 500, whole: convert(1, 'ha', 'm2') },
  imperial: { plot: convert(0.1, 'acre', 'm2'), whole: convert(1, 'acre', 'm2') },
} as const;

/** The plots that a preset begins with, as they are typed. */
export function presetShape(preset: PresetId, system: UnitSystem): ShapeTexts {
  switch (preset) {
    case 'fixed-area':
      return textsOfShape({ kind: 'circle', areaM2: AREA_M2[system].plot }, system);
    case 'variable-radius':
      return textsOfShape({ kind: 'variable-radius', factorM2PerHa: FACTOR_M2_PER_HA[system] }, system);
    case 'complete-tally':
      return textsOfShape({ kind: 'complete-tally', areaM2: AREA_M2[system].whole }, system);
    case 'street-trees':
    case 'remarkable-trees':
    case 'string-walk':
      return textsOfShape({ kind: 'tree-list' }, system);
  }
}

/** The preset that a plot type belongs to: of those without an area the one that was chosen. */
export function presetOf(kind: ShapeTexts['kind'], chosen: PresetId): PresetId {
  if (kind === 'tree-list') return listPreset(chosen) === null ? 'street-trees' : chosen;
  return kind === 'variable-radius' || kind === 'complete-tally' ? kind : 'fixed-area';
}

/** What the crew is asked for under these settings, in the order of the work. */
export function crewTasks(
  design: SurveyDesign,
  rules: FieldRules,
  slopeUnit: SlopeUnit,
  system: UnitSystem,
): readonly Text[] {
  return [
    design.shape.kind === 'tree-list'
      ? message('survey-setup.each-tree-with-its-position', 'each tree, with its position where there is one')
      : design.shape.kind === 'complete-tally'
        ? message('survey-setup.every-tree-of-the-area', 'every tree of the area')
        : design.shape.kind === 'variable-radius'
          ? message('survey-setup.trees-in-at-each-point', 'trees that are in at each point: {shape}', {
              shape: shapeWords(design.shape, system),
            })
          : message('survey-setup.trees-of-each-plot', 'trees of each plot: {shape}', {
              shape: shapeWords(design.shape, system),
            }),
    rules.smallestDbhCm > 0
      ? message('survey-setup.species-and-dbh-from', 'species and dbh from {smallest}', {
          smallest: thicknessWords(rules.smallestDbhCm, system),
        })
      : message('survey-setup.species-and-dbh-of-every-stem', 'species and dbh of every stem'),
    heightRuleWords(design.heights),
    message('survey-setup.sights-in', 'sights in {scale}', { scale: unitOf(slopeUnit).words }),
  ];
}

/** What comes out of a survey of this design. */
export function surveyOutcomes(design: SurveyDesign, system: UnitSystem): readonly Text[] {
  const { per, volume, basalArea } = standUnits(system, design.shape.kind === 'tree-list');
  return [
    message(
      'survey-setup.stems-basal-area-and-volume',
      'stems{per}, basal area ({basalArea}{per}) and volume ({volume}{per})',
      {
        per,
        basalArea,
        volume,
      },
    ),
    takesEveryTree(design.shape)
      ? message('survey-setup.totals-without-sampling-error', 'totals without a sampling error')
      : message(
          'survey-setup.each-with-its-standard-error',
          'each with its standard error (sampling), from two plots on',
        ),
    message('survey-setup.stand-and-stock-tables', 'stand and stock tables, height curves, report and files'),
  ];
}
