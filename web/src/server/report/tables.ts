import { type ClassRow, type FigureSampling, type GroupSums, type IndexQuantity, STAND_INDICES, twoPhaseSummaryWords } from '@arbolito/core/inventory';
import { CLASS_WIDTHS, classLimits, placeWords, type TwoPhaseKind } from '@arbolito/core/protocol';
import { printAsRead, printMean, printRounded, STAND_UNITS, type StandUnits, type UnitSystem } from '@arbolito/core/units';
import { BOOTSTRAP_NARROW_BELOW, type Estimated, weibullShareBelow } from '@arbolito/core/statistics';
import { shapeWords } from '@arbolito/core/plot';
import type { StandSummary } from '../../contracts/views.ts';
import { leftOutWords, needsPlots, placementWords, pooledWords } from '../results/counting-words.ts';
import { type Cell, errorCell, figure, number, type ReportTable, text, words } from './table.ts';

/** The three figures of every sum, in the units shown. */
interface Figure {
  readonly words: string;
  readonly of: 'stemsPerHa' | 'basalAreaM2PerHa' | 'volumeM3PerHa';
  readonly to: (value: number) => number;
  readonly decimals: number;
}

export const figuresOf = (units: StandUnits): readonly Figure[] => [
  { words: `stems / ${units.area}`, of: 'stemsPerHa', to: units.stems, decimals: 1 },
  {
    words: `basal area, ${units.basalArea} / ${units.area}`,
    of: 'basalAreaM2PerHa',
    to: units.basalAreaPer,
    decimals: 2,
  },
  { words: `volume, ${units.volume} / ${units.area}`, of: 'volumeM3PerHa', to: units.volumePer, decimals: 1 },
];

const NO_SAMPLE = 'none: every tree was tallied';
const ONE_PLOT = 'needs a second plot';

/** Why there is no error of sampling: the strata that have a single plot, or one plot in all. */
const missingError = ({ sums, survey }: StandSummary): string => needsPlots(sums, survey);

const ofMean = (estimated: Estimated | null, to: (value: number) => number, decimals: number): Cell =>
  figure(estimated === null ? null : to(estimated.mean), decimals);

function interval(
  estimated: Pick<Estimated, 'mean' | 'halfWidth'> | null,
  to: (value: number) => number,
  decimals: number,
): Cell {
  if (estimated === null) return words('—');
  const { mean, halfWidth } = estimated;
  if (halfWidth === null) return words('—');
  return words(`${printRounded(to(mean - halfWidth), decimals)} to ${printRounded(to(mean + halfWidth), decimals)}`);
}

/** The standard error of a figure, or why there is none. */
function errorOf(
  estimated: Pick<Estimated, 'standardError'> | null,
  to: (value: number) => number,
  none?: string,
): Cell {
  const value = estimated?.standardError ?? null;
  return errorCell(value === null ? null : to(value), none);
}

const pctOfMean = ({ mean, halfWidth }: Estimated): Cell =>
  figure(halfWidth === null || mean === 0 ? null : (100 * halfWidth) / Math.abs(mean), 1);

const WEIGHING_WORDS = {
  plots: 'each weighing the same',
  strata: 'strata weighing their areas, with the degrees of freedom of Satterthwaite',
  whole: 'areas weighing their size',
} as const;

/** What the tallied plots alone say, and the relative efficiency of the first phase. */
function aloneNotes({ withoutAuxiliary, volumeM3PerHa }: StandSummary['sums'], units: StandUnits): readonly string[] {
  const own = withoutAuxiliary?.volumeM3PerHa;
  const together = volumeM3PerHa?.standardError ?? 0;
  if (own?.standardError === undefined || own.standardError === null || together === 0) return [];
  const { value, error } = printMean(own, units.volumePer, 0);
  const worth =
    together < own.standardError
      ? `relative efficiency ${printRounded((own.standardError / together) ** 2, 1)}.`
      : 'the first phase does not lower the error here.';
  return [`The tallied plots alone have ${value} ${error} ${units.volume} / ${units.area}: ${worth}`];
}

/** What strata weigh where a survey looks twice. */
const WEIGHED: Readonly<Partial<Record<TwoPhaseKind, string>>> = {
  'count-measure': 'Strata weigh their areas.',
  stratification: 'Strata weigh the points that fell into them.',
};

/** Plots that the means leave out, a variance that was borrowed from other strata, and how the plots were placed. */
function countingNotes(summary: StandSummary): readonly string[] {
  const left = leftOutWords(summary);
  const pooled = pooledWords(summary.sums, summary.survey.strata);
  return [
    ...(left === null ? [] : [left]),
    ...(pooled === null ? [] : [pooled]),
    ...placementWords(summary.survey.design),
  ];
}

/** How the plots were put together. */
function meansNotes(summary: StandSummary, units: StandUnits): readonly string[] {
  const { sums } = summary;
  const { phaseSummary, plots, weighing } = sums;
  if (phaseSummary === null)
    return [
      `Means over ${String(plots)} ${placeWords(summary.survey.design.shape).many}, ${WEIGHING_WORDS[weighing]}.`,
      ...countingNotes(summary),
    ];
  const held = twoPhaseSummaryWords(phaseSummary);
  const sentence = `${held.charAt(0).toUpperCase()}${held.slice(1)}.`;
  const weighed = phaseSummary.problem === null && weighing === 'strata' ? WEIGHED[phaseSummary.kind] : undefined;
  return [
    sentence,
    ...(weighed === undefined ? [] : [weighed]),
    ...(phaseSummary.problem === null ? [] : [phaseSummary.problem]),
    ...aloneNotes(sums, units),
    ...countingNotes(summary),
  ];
}

/** The stand as a whole: three figures with their errors of sampling. */
export function totalsTable(summary: StandSummary, units: StandUnits): ReportTable {
  const { sums } = summary;
  const isWhole = sums.weighing === 'whole';
  const row = (
    name: string,
    estimated: Estimated | null,
    to: (value: number) => number,
    decimals: number,
  ): readonly Cell[] => [
    words(name),
    ofMean(estimated, to, decimals),
    errorOf(estimated, to, isWhole ? NO_SAMPLE : missingError(summary)),
    interval(estimated, to, decimals),
    estimated === null ? words('—') : pctOfMean(estimated),
    figure(estimated?.halfWidth === undefined || estimated.halfWidth === null ? null : estimated.degreesOfFreedom, 1),
  ];
  return {
    id: 'totals',
    title: 'The stand',
    columns: [
      text('figure'),
      number('mean'),
      number('standard error'),
      number('95 % interval'),
      number('± % of the mean'),
      number('degrees of freedom'),
    ],
    rows: [
      ...figuresOf(units).map(({ words: name, of, to, decimals }) => row(name, sums[of], to, decimals)),
      ...(sums.dead === null
        ? []
        : figuresOf(units).map(({ words: name, of, to, decimals }) =>
            row(`dead trees: ${name}`, sums.dead?.[of] ?? null, to, decimals),
          )),
    ],
    notes: [
      ...meansNotes(summary, units),
      ...(sums.dead === null ? [] : ['Live trees; dead trees have rows of their own.']),
      isWhole
        ? 'Every tree was tallied: there is no error of sampling. What is left are the errors of the readings and of the volume.'
        : 'Standard errors and intervals are those of sampling, the intervals by Student’s t.',
    ],
  };
}

/** Where the error of the volume comes from. */
export function errorsTable({ sums }: StandSummary, units: StandUnits): ReportTable | null {
  const { volumeErrors, volumeM3PerHa } = sums;
  if (volumeErrors === null || volumeM3PerHa === null) return null;
  const row = (name: string, value: number | null, none?: string): readonly Cell[] => [
    words(name),
    errorCell(value === null ? null : units.volumePer(value), none),
    figure(value === null || volumeM3PerHa.mean === 0 ? null : (100 * value) / volumeM3PerHa.mean, 1),
  ];
  const isWhole = sums.weighing === 'whole';
  return {
    id: 'errors',
    title: 'Where the error of the volume comes from',
    columns: [text('source'), number(`standard error, ${units.volume} / ${units.area}`), number('% of the mean')],
    rows: [
      isWhole
        ? [words('sampling'), words(NO_SAMPLE), words('—')]
        : row(
            sums.phaseSummary?.kind === 'three-p'
              ? 'sampling: other trees would have been drawn'
              : 'sampling: other plots would have been other trees',
            volumeErrors.sampling,
            ONE_PLOT,
          ),
      row('readings of dbh and height', volumeErrors.measurement),
      row('heights by the curve', volumeErrors.curve),
      row('volume equation or form factor', volumeErrors.model),
    ],
    total: row('all together', volumeErrors.all, ONE_PLOT),
    notes: [
      isWhole
        ? 'Errors add as the root of their squares.'
        : 'Errors add as the root of their squares. That of the readings is not added again: it is part of how plots differ.',
    ],
  };
}

/** How sure the sample is: by t, by strata, drawn again, and what it would take. */
export function samplingTable({ sampling }: StandSummary, units: StandUnits): ReportTable | null {
  if (sampling === null) return null;
  const rows = figuresOf(units).flatMap(({ words: name, of, to, decimals }): (readonly Cell[])[] => {
    const found: FigureSampling | null = sampling[of];
    if (found === null) return [];
    const { simple, stratified, resampled } = found;
    const isStratified = stratified !== null && typeof stratified !== 'string';
    const ofAll: readonly Cell[] = [
      resampled === null
        ? words('—')
        : words(`${printRounded(to(resampled.low), decimals)} to ${printRounded(to(resampled.high), decimals)}`),
      figure(simple?.cvPct, 0),
      figure(found.plotsForTenPct, 0),
    ];
    const blank: readonly Cell[] = [words(''), figure(simple?.cvPct, 0), words('')];
    return [
      [
        words(isStratified ? `${name}, plots alike` : name),
        ofMean(simple, to, decimals),
        errorOf(simple, to, ONE_PLOT),
        interval(simple, to, decimals),
        ...(isStratified ? blank : ofAll),
      ],
      ...(isStratified
        ? [
            [
              words('by strata'),
              ofMean(stratified, to, decimals),
              errorOf(stratified, to, ONE_PLOT),
              interval(stratified, to, decimals),
              ...ofAll.map((cell, i) => (i === 1 ? words('') : cell)),
            ],
          ]
        : []),
    ];
  });
  const strataWords = Object.values(sampling).flatMap((each: FigureSampling | null) =>
    typeof each?.stratified === 'string' ? [each.stratified] : [],
  )[0];
  return {
    id: 'sampling',
    title: 'How sure the sample is',
    columns: [
      text('figure'),
      number('mean'),
      number('standard error'),
      number('95 % interval'),
      number('bootstrap interval'),
      number('spread, CV %'),
      number('plots for ± 10 %'),
    ],
    rows,
    notes: [
      '95 % intervals by Student’s t. Bootstrap: percentile interval from 2,000 resamples of the plots, within strata. A skewed interval may mean that a few plots dominate.',
      ...(Object.values(sampling).some((each: FigureSampling | null) => each?.resampledTooNarrow === true)
        ? [`With fewer than ${String(BOOTSTRAP_NARROW_BELOW)} plots the bootstrap interval is too narrow.`]
        : []),
      'Plots for ± 10 %: at the present allocation to strata.',
      ...(strataWords === undefined ? [] : [strataWords]),
      'The error of sampling alone: those of dbh, height and volume come on top of it.',
    ],
  };
}

const groupCells = (row: GroupSums, units: StandUnits): Cell[] =>
  figuresOf(units).flatMap(({ of, to, decimals }) => {
    const value = row[of];
    const estimated = row.sampling[of];
    return [figure(value === null ? null : to(value), decimals), errorOf(estimated, to)];
  });

const groupColumns = (units: StandUnits) => figuresOf(units).flatMap(({ words: name }) => [number(name), number('±')]);

const ERRORS_NOTE = '± is one standard error of sampling.';

export function strataTable({ sums, survey }: StandSummary, units: StandUnits): ReportTable | null {
  if (sums.strata.length === 0) return null;
  return {
    id: 'strata',
    title: 'By stratum',
    columns: [text('stratum'), number('area, ha'), number('plots'), number('trees'), ...groupColumns(units)],
    rows: sums.strata.map((row) => {
      const stratum = survey.strata.find(({ id }) => id === row.stratumId);
      return [
        words(stratum?.name ?? ''),
        figure(stratum?.areaHa, 2),
        figure(row.plots, 0),
        figure(row.stems, 0),
        ...groupCells(row, units),
      ];
    }),
    notes: [ERRORS_NOTE],
  };
}

export function speciesTable({ sums, survey }: StandSummary, units: StandUnits): ReportTable {
  const whole = sums.basalAreaM2PerHa?.mean ?? 0;
  return {
    id: 'species',
    title: 'By species',
    columns: [text('species'), number('trees'), ...groupColumns(units), number('% of basal area')],
    rows: sums.species.map((row) => [
      words(survey.species.find(({ code }) => code === row.speciesCode)?.name ?? row.speciesCode),
      figure(row.stems, 0),
      ...groupCells(row, units),
      figure(whole === 0 ? null : (100 * row.basalAreaM2PerHa) / whole, 1),
    ]),
    notes: [ERRORS_NOTE],
  };
}

export function productsTable({ sums }: StandSummary, units: StandUnits): ReportTable | null {
  if (sums.products.length === 0) return null;
  return {
    id: 'products',
    title: 'Products by dbh',
    columns: [text('product'), number('stems tallied'), ...groupColumns(units)],
    rows: sums.products.map((row) => [
      words(row.product ?? 'below the first product'),
      figure(row.stems, 0),
      ...groupCells(row, units),
    ]),
    notes: [ERRORS_NOTE],
  };
}

/** So many classes without stems are shown about one that has some. */
const MOST_EMPTY_SHOWN = 3;

/** Classes from the thinnest to the thickest, without gaps, and the species that are there. */
export function classesOf({
  sums,
  survey,
}: {
  readonly survey: StandSummary['survey'];
  readonly sums: Pick<StandSummary['sums'], 'classes'>;
}) {
  const { width, unit } = CLASS_WIDTHS[survey.fieldRules.classes.width];
  const named = sums.classes.map(({ diameterClass }) => diameterClass);
  const first = Math.min(...named);
  const every =
    named.length === 0
      ? []
      : Array.from({ length: Math.round((Math.max(...named) - first) / width) + 1 }, (_, i) => first + i * width);
  // A long stretch without stems, up to one thick tree, is left out.
  const has = (at: number): boolean => named.includes(every[at] ?? NaN);
  const classes = every.filter((_, i) =>
    Array.from({ length: 2 * MOST_EMPTY_SHOWN + 1 }, (__, j) => i - MOST_EMPTY_SHOWN + j).some(has),
  );
  const present = survey.species.filter(({ code }) => sums.classes.some(({ speciesCode }) => speciesCode === code));
  return { classes, present, width, unit, hasGaps: classes.length < every.length };
}

const total = (rows: readonly ClassRow[], of: (row: ClassRow) => number | null): number | null =>
  rows.reduce<number | null>((sum, row) => {
    const value = of(row);
    return sum === null || value === null ? null : sum + value;
  }, 0);

function classWords(
  { classes, width, unit, hasGaps }: ReturnType<typeof classesOf>,
  survey: StandSummary['survey'],
): string {
  const rule = survey.fieldRules.classes;
  const [first] = classes;
  if (first === undefined) return '';
  const { from, to } = classLimits(first, rule);
  return `Classes of ${width} ${unit}, named by ${rule.place === 'down' ? 'their lower limit' : 'their middle'}: ${first} holds ${printAsRead(from)} up to ${printAsRead(to)} ${unit}.${hasGaps ? ' Long stretches of classes without stems are left out.' : ''}`;
}

/** Stems by class and species, with basal area and volume of all. */
export const standTable = (summary: StandSummary, units: StandUnits): ReportTable | null =>
  standTableOf(summary, summary.sums.classes, units, {
    id: 'stand',
    title: 'Stand table: by diameter class and species',
  });

/** The same of dead trees. */
export const deadStandTable = (summary: StandSummary, units: StandUnits): ReportTable | null =>
  summary.sums.dead === null
    ? null
    : standTableOf(summary, summary.sums.dead.classes, units, {
        id: 'dead',
        title: 'Dead trees: stand table by diameter class and species',
      });

function standTableOf(
  { survey }: StandSummary,
  rows: readonly ClassRow[],
  units: StandUnits,
  heading: Pick<ReportTable, 'id' | 'title'>,
): ReportTable | null {
  const table = classesOf({ survey, sums: { classes: rows } });
  const { classes, present, unit } = table;
  if (classes.length === 0) return null;
  const cells = (own: readonly ClassRow[]): Cell[] => [
    ...present.map(({ code }) => {
      const found = own.filter(({ speciesCode }) => speciesCode === code);
      return found.length === 0 ? words('·') : figure(units.stems(total(found, (row) => row.stemsPerHa) ?? 0), 1);
    }),
    ...figuresOf(units).map(({ of, to, decimals }) => {
      const value = total(own, (row) => row[of]);
      return figure(value === null ? null : to(value), decimals);
    }),
  ];
  return {
    ...heading,
    columns: [
      text(`class ${unit}`),
      ...present.map(({ name }) => number(`${name}, stems / ${units.area}`)),
      ...figuresOf(units).map(({ words: name }) => number(`all: ${name}`)),
    ],
    rows: classes.map((named) => [
      words(String(named)),
      ...cells(rows.filter(({ diameterClass }) => diameterClass === named)),
    ]),
    total: [words('all'), ...cells(rows)],
    notes: [classWords(table, survey)],
  };
}

/** Volume by class and species. */
export function stockTable(summary: StandSummary, units: StandUnits): ReportTable | null {
  const { classes, present, unit } = classesOf(summary);
  const rows = summary.sums.classes;
  if (classes.length === 0 || rows.every(({ volumeM3PerHa }) => volumeM3PerHa === null)) return null;
  const volume = (own: readonly ClassRow[]): Cell => {
    const value = total(own, (row) => row.volumeM3PerHa);
    return own.length === 0 ? words('·') : figure(value === null ? null : units.volumePer(value), 1);
  };
  const cells = (own: readonly ClassRow[]): Cell[] => [
    ...present.map(({ code }) => volume(own.filter(({ speciesCode }) => speciesCode === code))),
    volume(own),
  ];
  return {
    id: 'stock',
    title: 'Stock table: volume by diameter class and species',
    columns: [
      text(`class ${unit}`),
      ...present.map(({ name }) => number(`${name}, ${units.volume} / ${units.area}`)),
      number(`all, ${units.volume} / ${units.area}`),
    ],
    rows: classes.map((named) => [
      words(String(named)),
      ...cells(rows.filter(({ diameterClass }) => diameterClass === named)),
    ]),
    total: [words('all'), ...cells(rows)],
    notes: [classWords(classesOf(summary), summary.survey)],
  };
}

/** Stems by class as they were found, and as the fitted distribution has them. */
export function distributionTable(summary: StandSummary, units: StandUnits): ReportTable | null {
  const { classes, present, unit } = classesOf(summary);
  const { weibull } = summary.figures;
  const stems = summary.sums.classes.reduce((sum, { stemsPerHa }) => sum + stemsPerHa, 0);
  if (classes.length === 0) return null;
  const cm = unit === 'in' ? 2.54 : 1;
  const fitted = (named: number): number | null => {
    if (weibull === null) return null;
    const { from, to } = classLimits(named, summary.survey.fieldRules.classes);
    return stems * (weibullShareBelow(weibull, to * cm) - weibullShareBelow(weibull, from * cm));
  };
  return {
    id: 'distribution',
    title: 'Diameter distribution',
    columns: [
      text(`class ${unit}`),
      ...present.map(({ name }) => number(`${name}, stems / ${units.area}`)),
      number(`Weibull, stems / ${units.area}`),
    ],
    rows: classes.map((named) => {
      const own = summary.sums.classes.filter(({ diameterClass }) => diameterClass === named);
      const value = fitted(named);
      return [
        words(String(named)),
        ...present.map(({ code }) =>
          figure(
            units.stems(
              total(
                own.filter(({ speciesCode }) => speciesCode === code),
                (row) => row.stemsPerHa,
              ) ?? 0,
            ),
            1,
          ),
        ),
        figure(value === null ? null : units.stems(value), 1),
      ];
    }),
    notes:
      weibull === null
        ? ['Too few stems of different diameters for a Weibull distribution.']
        : [
            `Weibull of greatest likelihood (Bailey and Dell 1973), ${weibull.from === undefined ? 'beginning at half the thinnest dbh' : `truncated at the smallest tallied dbh, ${printRounded(units.diameterOf(weibull.from), 1)} ${units.diameter} (Zutter et al. 1986)`}: location ${printRounded(units.diameterOf(weibull.location), 1)}, scale ${printRounded(units.diameterOf(weibull.scale), 1)} ${units.diameter}, shape ${printRounded(weibull.shape, 2)}.`,
          ],
  };
}

/** An index in the units of the report. */
function indexValue(value: number | null, quantity: IndexQuantity, units: StandUnits): number | null {
  if (value === null || quantity === 'number') return value;
  return quantity === 'height' ? units.heightOf(value) : units.stems(value);
}

export function standFiguresTable({ figures, sums }: StandSummary, units: StandUnits, system: UnitSystem): ReportTable {
  const means: readonly (readonly [string, Cell, string])[] = [
    [
      `quadratic mean dbh, ${units.diameter}`,
      figure(sums.quadraticMeanDiameterCm === null ? null : units.diameterOf(sums.quadraticMeanDiameterCm), 1),
      'diameter of the tree of mean basal area',
    ],
    [
      `mean height, ${units.height}`,
      figure(sums.meanHeightM === null ? null : units.heightOf(sums.meanHeightM), 1),
      `of the ${sums.heightsMeasured} measured trees`,
    ],
  ];
  const indices = STAND_INDICES.map(
    ({ id, label, quantity, decimals, explanation }) =>
      [label(units), figure(indexValue(figures[id], quantity, units), decimals), explanation(figures, system)] as const,
  );
  return {
    id: 'figures',
    title: 'Figures of the stand',
    columns: [text('figure'), number('value'), text('what it is')],
    rows: [...means, ...indices].map(([name, cell, what]) => [words(name), cell, words(what)]),
    notes: [],
  };
}

const stateWords = ({ finished, empty, trees }: StandSummary['plots'][number]): string =>
  empty ? 'empty' : finished ? 'finished' : trees > 0 ? 'begun' : 'to walk';

export function plotsTable(summary: StandSummary, units: StandUnits, system: UnitSystem): ReportTable {
  const { plots, survey } = summary;
  const strata = new Map(survey.strata.map(({ id, name }) => [id, name]));
  return {
    id: 'plots',
    title: placeWords(survey.design.shape).Many,
    columns: [
      text(placeWords(survey.design.shape).one),
      text('stratum'),
      text('what it takes'),
      number('slope %'),
      text('state'),
      number('trees'),
      number('of them dead'),
      ...figuresOf(units).map(({ words: name }) => number(name)),
      number(`quadratic mean dbh ${units.diameter}`),
    ],
    rows: plots.map((plot) => [
      words(plot.label, `/tally/${plot.id}`),
      words(strata.get(plot.stratumId) ?? ''),
      words(shapeWords(plot.shape, system)),
      figure(plot.slopePct, 0),
      words(stateWords(plot)),
      plot.sums === null ? words('·') : figure(plot.trees, 0),
      plot.sums === null ? words('·') : figure(plot.sums.deadStems, 0),
      ...figuresOf(units).map(({ of, to, decimals }) => {
        const value = plot.sums === null ? null : plot.sums[of];
        return plot.sums === null ? words('·') : figure(value === null ? null : to(value), decimals);
      }),
      plot.sums === null
        ? words('·')
        : figure(
            plot.sums.quadraticMeanDiameterCm === null ? null : units.diameterOf(plot.sums.quadraticMeanDiameterCm),
            1,
          ),
    ]),
    notes: [
      ...(plots.some(({ sums }) => (sums?.deadStems ?? 0) > 0) ? ['Figures of live trees.'] : []),
      ...countingNotes(summary),
    ],
  };
}

/** How the mean and its error went, plot by plot. */
export function progressTable({ sampling }: StandSummary, units: StandUnits): ReportTable | null {
  const steps = sampling?.basalAreaM2PerHa.steps ?? [];
  if (steps.length < 2) return null;
  return {
    id: 'progress',
    title: 'How the error shrank, plot by plot',
    columns: [
      number('plots'),
      number(`basal area, ${units.basalArea} / ${units.area}`),
      number('95 % interval, ± % of the mean'),
    ],
    rows: steps.map(({ plots, mean, errorPct }) => [
      figure(plots, 0),
      figure(units.basalAreaPer(mean), 2),
      figure(errorPct, 1),
    ]),
    notes: ['Plots in the order of their labels, each weighing the same.'],
  };
}

/** Every table of a survey, in the order of a report; those with nothing to say are left out. */
export function tablesOf(summary: StandSummary, system: UnitSystem): readonly ReportTable[] {
  const units = STAND_UNITS[system];
  return [
    totalsTable(summary, units),
    errorsTable(summary, units),
    samplingTable(summary, units),
    standFiguresTable(summary, units, system),
    strataTable(summary, units),
    speciesTable(summary, units),
    distributionTable(summary, units),
    standTable(summary, units),
    deadStandTable(summary, units),
    stockTable(summary, units),
    productsTable(summary, units),
    progressTable(summary, units),
    plotsTable(summary, units, system),
  ].flatMap((table) => table ?? []);
}
