import { placeKind, REGENERATION_CLASSES } from '@arbolito/core/protocol';
import type { StandUnits } from '@arbolito/core/units';
import type { StandSummary } from '../../../contracts/views.ts';
import { figure, number, type ReportTable, text, words } from '../table.ts';
import { errorOf, interval, intervalHead, ONE_PLOT } from './cells.ts';
import { say, t } from '../../../messages/text.ts';

/** Stems too thin for the tally, by species and height class; null where nobody counted them. */
export function regenerationTable(
  { regeneration, survey, options }: StandSummary,
  units: StandUnits,
): ReportTable | null {
  if (regeneration === null) return null;
  const names = new Map(survey.species.map(({ code, name }) => [code, name]));
  return {
    id: 'regeneration',
    title: t('report.regeneration', 'Regeneration'),
    columns: [
      text(t('report.column.species', 'species')),
      text(t('report.height-class', 'height class')),
      number(t('report.counted', 'counted')),
      number(t('report.stems', 'stems{per}', { per: units.per === '' ? '/ha' : units.per })),
      number(t('report.standard-error-2', 'standard error')),
      number(intervalHead(options)),
    ],
    rows: regeneration.rows.map(({ speciesCode, heightClass, counted, stemsPerHa }) => [
      words(speciesCode === null ? t('report.all-species', 'all species') : (names.get(speciesCode) ?? speciesCode)),
      words(REGENERATION_CLASSES[heightClass]),
      figure(counted, 0),
      figure(units.stems(stemsPerHa.mean), 0),
      errorOf(stemsPerHa, units.stems, say(ONE_PLOT)),
      interval(stemsPerHa, units.stems, 0),
    ]),
    notes: [
      t(
        'report.regeneration-note',
        '{place, select, point {From {plots} points whose subplots were counted, those without any stem included.} other {From {plots} plots whose subplots were counted, those without any stem included.}}',
        { place: placeKind(survey.design.shape), plots: String(regeneration.plots) },
      ),
    ],
  };
}
