import { barkRatioOf, isLogRuleId, type LogRuleId, volumesOf } from '@arbolito/core/protocol';
import { LOG_RULES } from '@arbolito/core/log-rules';
import { convert, printRounded, type UnitSystem } from '@arbolito/core/units';
import { outsideTaper, solidsTaper, taperDoubts, taperOf, taperStatement } from '@arbolito/core/taper';
import { equationVolume, stemVolumeM3, volumeBark, volumeName, volumeTable } from '@arbolito/core/volume';
import type { SurveyView } from '../../contracts/views.ts';
import { type PocketTable, pocketTablePdf } from './pocket-table.ts';
import { t } from '../../messages/text.ts';
import { isText } from '@arbolito/core/message';

/** What a table shows: the volume of the whole stem, or board feet by a rule. */
export type SpeciesTableQuantity = 'volume' | LogRuleId;

export const isShown = (text: string | null): text is SpeciesTableQuantity => text === 'volume' || isLogRuleId(text);

/** Rows and columns, in the units that are printed. */
const GRID: Readonly<
  Record<UnitSystem, { readonly diameters: readonly number[]; readonly heights: readonly number[] }>
> = {
  metric: {
    diameters: Array.from({ length: 15 }, (_, i) => 10 + 5 * i),
    heights: Array.from({ length: 7 }, (_, i) => 10 + 5 * i),
  },
  imperial: {
    diameters: Array.from({ length: 16 }, (_, i) => 6 + 2 * i),
    heights: Array.from({ length: 7 }, (_, i) => 30 + 15 * i),
  },
};

/** Trees that stand by themselves: height over dbh. */
const SLENDER = { low: 20, high: 130 } as const;
const LOG_M = 16.3 * 0.3048;

/** A table for one species of a survey, by the survey’s own way, in its own units. */
export function speciesVolumeTable(survey: SurveyView, speciesCode: string, shown: SpeciesTableQuantity): PocketTable {
  const { unitSystem, wood } = survey;
  const species = survey.species.find(({ code }) => code === speciesCode);
  const volume = volumesOf(wood)[speciesCode];
  const { diameters, heights } = GRID[unitSystem];
  const [diameter, length] = unitSystem === 'metric' ? (['cm', 'm'] as const) : (['in', 'ft'] as const);
  const diametersCm = diameters.map((each) => convert(each, diameter, 'cm'));
  const heightsM = heights.map((each) => convert(each, length, 'm'));
  const common = {
    across: t('report.height', 'height, {length}', { length }),
    down: t('report.dbh', 'dbh, {diameter}', { diameter }),
    columns: heights.map(String),
  };
  const last = t('report.a-volume-is-an-estimate', 'A volume is an estimate: no permission to fell, and no appraisal.');
  const rowsOf = (cellOf: (row: number, column: number) => string): PocketTable['rows'] =>
    diameters.map((each, row) => ({ name: String(each), cells: heights.map((_, column) => cellOf(row, column)) }));
  if (shown === 'volume') {
    const [unit, decimals, symbol] =
      unitSystem === 'metric' ? (['m3', 2, 'm³'] as const) : (['ft3', 1, 'ft³'] as const);
    const factor = { value: survey.formFactor, standardError: survey.formFactorStandardError };
    const equation = volume?.by === 'equation' ? volume.equation : null;
    const isRanged = equation !== null && (equation.rangeCm !== undefined || equation.rangeM !== undefined);
    const taper = volume?.by === 'profile' ? volume.taper : null;
    const notes = [
      ...(isRanged || (taper !== null && taperStatement(taper).rangeCm !== null)
        ? [t('report.in-brackets-outside-the-range', 'In brackets: outside the range of the trees used for the table.')]
        : []),
      ...(taper === null ? [] : taperDoubts(taper)),
    ];
    return {
      ...common,
      title: t('report.stem-volume', '{name}: stem volume, {symbol}', {
        name: species?.name ?? speciesCode,
        symbol,
      }),
      words: t('report.whole-stem-bark-by', 'Whole stem {volume} bark, by {value}; {name}, {name2}.', {
        volume: volumeBark(volume),
        value:
          volume === undefined
            ? t('report.form-factor', 'form factor {formFactor}', { formFactor: String(survey.formFactor) })
            : volumeName(volume),
        name: survey.place.name,
        name2: survey.name,
      }),
      rows: rowsOf((row, column) => {
        const [dbhCm = 0, heightM = 0] = [diametersCm[row], heightsM[column]];
        const slender = (100 * heightM) / dbhCm;
        if (slender < SLENDER.low || slender > SLENDER.high) return '';
        const m3 = stemVolumeM3(volume, factor, dbhCm, heightM, survey.breastHeightM);
        if (isText(m3)) return '';
        const figure = printRounded(convert(m3, 'm3', unit), decimals);
        const outcome = volume?.by === 'equation' ? equationVolume(volume.equation, dbhCm, heightM) : null;
        const outside =
          outcome?.ok === true ? outcome.value.outside : taper === null ? [] : outsideTaper(taper, { dbhCm, heightM });
        return outside.length > 0 ? `(${figure})` : figure;
      }),
      notes: [...notes, last],
    };
  }
  const outcome = taperOf(volume?.by === 'profile' ? volume.taper : { model: 'solids' }, survey.breastHeightM);
  const model = outcome.ok ? outcome.model : solidsTaper(survey.breastHeightM);
  const { boardFeet } = volumeTable(
    model,
    {
      stumpM: wood.stumpM,
      topCm: wood.topCm,
      logM: LOG_M,
      barkRatio: barkRatioOf(wood, speciesCode),
      rule: shown,
      breastHeightM: survey.breastHeightM,
    },
    diametersCm,
    heightsM,
  );
  return {
    ...common,
    title: t('report.board-feet-by', '{name}: board feet by {name2}', {
      name: species?.name ?? speciesCode,
      name2: LOG_RULES[shown].name,
    }),
    words: t(
      'report.16-ft-logs-and-a',
      '16-ft logs and a half log to {topCm} {diameter} under bark, by {words}; {name}, {name2}.',
      {
        topCm: printRounded(convert(wood.topCm, 'cm', diameter), 1),
        diameter,
        words: model.words,
        name: survey.place.name,
        name2: survey.name,
      },
    ),
    rows: rowsOf((row, column) => {
      const feet = boardFeet[row]?.[column] ?? null;
      return feet === null ? '' : printRounded(feet, 0);
    }),
    notes: [LOG_RULES[shown].source, last],
  };
}

/** @returns the bytes of a PDF of one page */
export const speciesTablePdf = (
  survey: SurveyView,
  speciesCode: string,
  shown: SpeciesTableQuantity,
): Promise<Uint8Array> => pocketTablePdf(speciesVolumeTable(survey, speciesCode, shown));
