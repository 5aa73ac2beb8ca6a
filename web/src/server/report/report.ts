import { CURVE_MODELS, modelOf, type StandCurves } from '@arbolito/core/height-curve';
import {
  EDGE_RULES,
  heightRuleWords,
  LAYOUTS,
  RULE_SETS,
  ruleBook,
  setOf,
  SLOPE_RADII,
  takesEveryTree,
  TWO_PHASE_SOURCES,
  twoPhaseWords,
} from '@arbolito/core/protocol';
import { INSTRUMENT_KINDS } from '@arbolito/core/instruments';
import { printRounded, STAND_UNITS, type StandUnits, standUnits, unitOf, type UnitSystem } from '@arbolito/core/units';
import { findMethod } from '@arbolito/core/methods';
import { shapeWords } from '@arbolito/core/plot';
import { taperDoubts } from '@arbolito/core/taper';
import { volumeBark, volumeName } from '@arbolito/core/volume';
import type { PhotoView } from '../../contracts/photo-view.ts';
import type { InstrumentView, StandSummary, WorkListView, WorkPoint } from '../../contracts/views.ts';
import { chartsOf, type ReportChart } from './charts.ts';
import { figure, number, type ReportTable, text, words } from './table.ts';
import { type ListedTree, treeListTable } from './tables/tree-list-table.ts';
import { tablesOf } from './tables/report-tables.ts';
import { t, say } from '../../messages/text.ts';
import { message, type Text } from '@arbolito/core/message';

/** A part of a report; page, PDF and workbook set the same parts. */
export type ReportPart = {
  /** By which it is chosen. */
  readonly id: string;
  readonly title: string;
  /** Shown only where it is chosen. */
  readonly isOptional?: boolean;
} & (
  | { readonly kind: 'facts'; readonly facts: readonly (readonly [Text, Text])[] }
  | { readonly kind: 'table'; readonly table: ReportTable; readonly chart: ReportChart | null }
  | { readonly kind: 'list'; readonly items: readonly string[] }
  | { readonly kind: 'map'; readonly chart: ReportChart }
  | { readonly kind: 'photos'; readonly photos: readonly ReportPhoto[] }
);

/** A photo of a plot, with what it shows. */
export interface ReportPhoto {
  readonly id: string;
  readonly words: string;
}

/** A survey on paper. */
export interface Report {
  readonly title: string;
  readonly subtitle: string;
  readonly system: UnitSystem;
  /** Day that it was made on. */
  readonly madeOn: string;
  readonly parts: readonly ReportPart[];
  readonly caution: string;
}

export interface ReportSource {
  readonly summary: StandSummary;
  /** Identifiers of the methods that the survey’s readings are of. */
  readonly methods: readonly string[];
  readonly curves: StandCurves;
  readonly kit: readonly InstrumentView[];
  readonly workList: WorkListView;
  readonly photos: readonly PhotoView[];
  /** Empty where the list of trees is not asked for. */
  readonly trees: readonly ListedTree[];
  /** Day, as ISO writes it. */
  readonly madeOn: string;
}

const CAUTION = message(
  'report.results-of-this-report-are',
  'Results of this report are no permission to fell. Felling is for trained people; everyone else stays at least two tree lengths away. Local codes and licensed practice decide.',
);

function designFacts({ survey, plots, plotsCounted }: StandSummary): readonly (readonly [string, Text])[] {
  const { design, unitSystem } = survey;
  const days = plots.flatMap(({ measuredOn }) => (measuredOn === null ? [] : [measuredOn])).sort();
  const last = days.at(-1);
  const areaHa = survey.strata.every(({ areaHa: each }) => each !== null)
    ? survey.strata.reduce((sum, { areaHa: each }) => sum + (each ?? 0), 0)
    : null;
  return [
    ['place', survey.place.name],
    ['crew', survey.crew],
    [t('report.first-day', 'first day'), survey.startedOn],
    ...(last === undefined ? [] : ([[t('report.last-day', 'last day'), last]] as const)),
    [
      'strata',
      survey.strata
        .map(
          ({ name, areaHa: each }) =>
            `${name}${each === null ? '' : t('report.ha', ' ({each} ha)', { each: printRounded(each, 2) })}`,
        )
        .join(', '),
    ],
    ...(areaHa === null ? [] : ([['area', `${printRounded(areaHa, 2)} ha`]] as const)),
    ...(takesEveryTree(design.shape) ? [] : ([['layout', LAYOUTS[design.layout]]] as const)),
    [
      'plots',
      t('report.of-counted', '{shape}; {plotsCounted} of {plots} counted', {
        shape: shapeWords(design.shape, unitSystem),
        plotsCounted,
        plots: plots.length,
      }),
    ],
    // Where every tree is measured no plot reaches beyond an edge.
    ...(takesEveryTree(design.shape)
      ? []
      : ([
          ['slopes', SLOPE_RADII[design.slopeRadius]],
          ['edges', EDGE_RULES[design.edge]],
        ] as const)),
    ['heights', heightRuleWords(design.heights)],
    ...(design.phases === undefined
      ? []
      : ([[t('report.two-phase-design', 'two-phase design'), twoPhaseWords(design.phases, unitSystem)]] as const)),
  ];
}

function instrumentsTable(kit: readonly InstrumentView[]): ReportTable | null {
  if (kit.length === 0) return null;
  return {
    id: 'instruments',
    title: t('report.instruments-and-calibration', 'Instruments and calibration'),
    columns: [
      text(t('report.column.instrument', 'instrument')),
      text(t('report.column.kind', 'kind')),
      text(t('report.column.scale', 'scale')),
      number(t('report.standard-error-of-one-reading', 'standard error of one reading')),
      text(t('report.last-check', 'last check')),
      text(t('report.result', 'result')),
    ],
    rows: kit.map(({ name, kind, unit, standardError, checks }) => {
      const [last] = checks;
      return [
        words(name),
        words(INSTRUMENT_KINDS[kind].name),
        words(unitOf(unit).words),
        figure(standardError, 2),
        words(last === undefined ? 'never' : last.checkedAt.slice(0, 10)),
        words(last === undefined ? '—' : last.result.words),
      ];
    }),
    notes: [],
  };
}

/** Which curve gave which heights, and how many lie outside the diameters that it was made from. */
function fillingNotes(
  { sums }: StandSummary,
  nameOf: (code: string | null) => string,
  units: StandUnits,
): readonly string[] {
  const diameter = (cm: number): string => printRounded(units.diameterOf(cm), 1);
  return sums.curveFillings.map(({ speciesCode, curveOf, rangeCm: [from, to], trees, outside }) => {
    const range = `${diameter(from)} to ${diameter(to)} ${units.diameter}`;
    return t(
      'report.heights-imputed-from-the-curve',
      '{speciesCode}: {trees} heights imputed from the curve of {curveOf}, made from {range}; {value} outside that range.',
      {
        speciesCode: nameOf(speciesCode),
        trees,
        curveOf: nameOf(curveOf),
        range,
        value: outside === 0 ? 'none' : outside,
      },
    );
  });
}

function curvesTable({ summary, curves }: ReportSource, units: StandUnits): ReportTable | null {
  const list = [...Object.values(curves.bySpecies), curves.pooled].flatMap((curve) => curve ?? []);
  if (list.length === 0) return null;
  const nameOf = (code: string | null) =>
    code === null
      ? t('report.all-species', 'all species')
      : (summary.survey.species.find((each) => each.code === code)?.name ?? code);
  return {
    id: 'curves',
    title: t('report.height-curves', 'Height curves'),
    columns: [
      text(t('report.column.species', 'species')),
      text(t('report.curve-in-m-and-cm', 'curve, in m and cm')),
      text(t('report.column.parameters', 'parameters')),
      number(t('report.column.trees', 'trees')),
      number(t('report.standard-error-of-one-tree', 'standard error of one tree, m')),
      number(t('report.standard-deviation-between-plots-m', 'standard deviation between plots, m')),
    ],
    rows: list.map(({ speciesCode, model, breastHeightM, parameters, trees, residualErrorM, plots }) => [
      words(nameOf(speciesCode)),
      words(`${say(CURVE_MODELS[model].name)}: ${modelOf(model, breastHeightM).formula}`),
      words(
        parameters.map((value, i) => `${CURVE_MODELS[model].parameters[i] ?? ''} ${printRounded(value, 4)}`).join(', '),
      ),
      figure(trees, 0),
      figure(residualErrorM, 2),
      figure(plots?.betweenM ?? null, 2),
    ]),
    notes: [
      ...fillingNotes(summary, nameOf, units),
      t(
        'report.least-squares-from-several-starting',
        'Least squares from several starting values; each curve is the one of seven models with the lowest AICc. Doubtful trees are left out. A species with fewer than eight heights uses the curve of all species. Where plots differ by more than their trees do, each plot has its own effect, shrunk towards zero if it has few heights.',
      ),
    ],
  };
}

/** How trees become figures per hectare; nothing for a list of trees. */
function expansionWords({ plots, survey }: StandSummary): readonly string[] {
  if (survey.design.shape.kind === 'tree-list') return [];
  return [
    plots.some(({ shape }) => shape.kind === 'variable-radius')
      ? t(
          'report.expansion-basal-area-factor-basal',
          'Expansion: basal area factor ÷ basal area at variable-radius points (Bitterlich 1948); 10 000 m² ÷ horizontal area on plots.',
        )
      : t('report.expansion-10-000-m-horizontal', 'Expansion: 10 000 m² ÷ horizontal area of the plot.'),
  ];
}

function methodsList({ summary, methods }: ReportSource): readonly string[] {
  const { survey } = summary;
  const readings = methods.flatMap((id) => {
    const method = findMethod(id);
    return method === null ? [] : [`${say(method.description.name)}: ${method.description.source}.`];
  });
  const volumes = survey.wood.species.flatMap(({ speciesCode, volume }) => {
    const name = survey.species.find(({ code }) => code === speciesCode)?.name ?? speciesCode;
    if (volume === undefined) return [];
    const source =
      volume.by === 'equation'
        ? `: ${volume.equation.source}`
        : taperDoubts(volume.taper)
            .map((doubt) => `: ${say(doubt).replace(/\.$/, '')}`)
            .join('');
    return [
      t('report.volume-of-by-bark', 'Volume of {name} by {volume}, {volume2} bark{source}.', {
        name,
        volume: volumeName(volume),
        volume2: volumeBark(volume),
        source,
      }),
    ];
  });
  return [
    ...readings,
    ...volumes,
    t(
      'report.other-volumes-form-factor-basal',
      'Other volumes: form factor {formFactor} ± {formFactorStandardError} × basal area × height (Prodan 1965, Holzmesslehre).',
      { formFactor: survey.formFactor, formFactorStandardError: survey.formFactorStandardError },
    ),
    ...expansionWords(summary),
    ...(survey.design.phases === undefined
      ? []
      : [
          t('report.two-phase-design-2', 'Two-phase design: {twoPhaseSources}.', {
            twoPhaseSources: TWO_PHASE_SOURCES[survey.design.phases.kind],
          }),
        ]),
    t(
      'report.means-and-errors-cochran-1977',
      'Means and errors: Cochran 1977, Sampling Techniques, 2 and 5; bootstrap after Efron and Tibshirani 1993. Errors of single results: JCGM 100, 5.1.2.',
    ),
  ];
}

/** More points than these are walked through on the work list, not read on paper. */
const MOST_POINTS = 300;

/** The first of very many items in words, and how many more there are. */
export function shortened<T>(items: readonly T[], wordsOf: (item: T) => string): readonly string[] {
  const more = items.length - MOST_POINTS;
  const first = items.slice(0, MOST_POINTS).map(wordsOf);
  return more <= 0
    ? first
    : [...first, t('report.and-more-in-the-review', 'And {more} more, in the review list.', { more: String(more) })];
}

const placeOf = ({ plotLabel, tag }: WorkPoint): string =>
  plotLabel === null
    ? ''
    : t('report.plot', 'Plot {plotLabel}{value}: ', {
        plotLabel,
        value: tag === null ? '' : t('report.tree', ', tree {tag}', { tag }),
      });

/** More photos than these stay on the record. */
const MOST_PHOTOS = 24;

function photosPart({ photos, summary }: ReportSource): readonly ReportPart[] {
  if (photos.length === 0) return [];
  const labels = new Map(summary.plots.map(({ id, label }) => [id, label]));
  const first = photos.slice(0, MOST_PHOTOS).map(({ id, plotId, words: shown, takenAt }) => ({
    id,
    words: t('report.plot-2', 'Plot {plotId}: {shown}, {slice}', {
      plotId: labels.get(plotId ?? '') ?? '',
      shown,
      slice: takenAt.slice(0, 10),
    }),
  }));
  const title =
    photos.length > MOST_PHOTOS
      ? t('report.photos-of-plots-first-of', 'Photos of plots (first {mostPhotos} of {photos})', {
          mostPhotos: String(MOST_PHOTOS),
          photos: String(photos.length),
        })
      : t('report.photos-of-plots', 'Photos of plots');
  return [{ kind: 'photos', id: 'photos', title, photos: first }];
}

/** A report with the parts that were chosen; with the usual ones where none was. */
export const withParts = (report: Report, chosen: readonly string[]): Report => ({
  ...report,
  parts: report.parts.filter(({ id, isOptional }) => (chosen.length === 0 ? isOptional !== true : chosen.includes(id))),
});

/** Everything that a report of a survey says, in its order. */
export function reportOf(source: ReportSource, system: UnitSystem): Report {
  const { summary, kit, workList, madeOn } = source;
  const { survey } = summary;
  const set = setOf(survey.fieldRules, survey.unitSystem);
  const charts = chartsOf(summary, system);
  const map = charts.find(({ chart }) => chart.kind === 'map');
  const tables = tablesOf(summary, system);
  const instruments = instrumentsTable(kit);
  const curves = curvesTable(source, STAND_UNITS[system]);
  const asPart = (table: ReportTable): ReportPart => ({
    kind: 'table',
    id: table.id,
    title: table.title,
    table,
    chart: charts.find((each) => each.table === table.id && each !== map) ?? null,
  });
  return {
    title: survey.place.name,
    subtitle: survey.name,
    system,
    madeOn,
    caution: say(CAUTION),
    parts: [
      // The first page has the answer, then where it holds, then how it was found.
      ...tables.filter(({ id }) => id === 'result').map(asPart),
      ...(map === undefined ? [] : [{ kind: 'map', id: 'map', title: t('report.map', 'Map'), chart: map } as const]),
      {
        kind: 'facts',
        id: 'design',
        title: t('report.sampling-design', 'Sampling design'),
        facts: designFacts(summary),
      },
      ...tables.filter(({ id }) => id !== 'plots' && id !== 'result').map(asPart),
      ...(curves === null ? [] : [asPart(curves)]),
      ...tables.filter(({ id }) => id === 'plots').map(asPart),
      {
        ...asPart(treeListTable(source.trees, survey, standUnits(system, summary.sums.weighing === 'list'), system)),
        isOptional: true,
      },
      ...photosPart(source),
      {
        kind: 'facts',
        id: 'rules',
        title: t('report.field-rules', 'Field rules{value}', {
          value: set === null ? t('report.own-rules', ', own rules') : `: ${say(RULE_SETS[set].name)}`,
        }),
        facts: ruleBook(survey.fieldRules, survey.unitSystem).map(({ label, words: rule }) => [label, rule] as const),
      },
      ...(instruments === null ? [] : [asPart(instruments)]),
      {
        kind: 'list',
        id: 'methods',
        title: t('report.methods-and-their-sources', 'Methods and their sources'),
        items: methodsList(source),
      },
      {
        kind: 'list',
        id: 'open',
        title: t('report.open-review-list', 'Open review list'),
        items:
          workList.open.length === 0
            ? ['None.']
            : shortened(workList.open, (point) => `${placeOf(point)}${say(point.title)}. ${say(point.message)}`),
      },
      ...(workList.cleared.length === 0
        ? []
        : [
            {
              kind: 'list' as const,
              id: 'cleared',
              title: t('report.checked-findings', 'Checked findings'),
              items: shortened(
                workList.cleared,
                (point) =>
                  `${placeOf(point)}${say(point.title)}. ${point.decision?.observer ?? ''}: ${point.decision?.reason ?? ''}`,
              ),
            },
          ]),
    ],
  };
}
