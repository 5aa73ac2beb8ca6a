import type { StandSummary } from '../../../contracts/views.ts';
import { printRounded, type StandUnits } from '@arbolito/core/units';
import { figure, number, type ReportTable, text, words } from '../table.ts';
import { classesOf, totalOfClasses } from './diameter-classes.ts';
import { classLimits } from '@arbolito/core/protocol';
import { weibullShareBelow } from '@arbolito/core/statistics';
import { t } from '../../../messages/text.ts';

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
    title: t('report.diameter-distribution', 'Diameter distribution'),
    columns: [
      text(t('report.class', 'class {unit}', { unit })),
      ...present.map(({ name }) => number(t('report.stems-2', '{name}, stems{per}', { name, per: units.per }))),
      number(t('report.weibull-stems', 'Weibull, stems{per}', { per: units.per })),
    ],
    rows: classes.map((named) => {
      const own = summary.sums.classes.filter(({ diameterClass }) => diameterClass === named);
      const value = fitted(named);
      return [
        words(String(named)),
        ...present.map(({ code }) =>
          figure(
            units.stems(
              totalOfClasses(
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
        ? [t('report.too-few-stems-of-different', 'Too few stems of different diameters for a Weibull distribution.')]
        : [
            t(
              'report.maximum-likelihood-weibull-distribution-bailey',
              'Maximum-likelihood Weibull distribution (Bailey and Dell 1973), {value}: location {location}, scale {scale} {diameter}, shape {shape}.',
              {
                value:
                  weibull.from === undefined
                    ? t('report.location-at-half-the-smallest', 'location at half the smallest dbh')
                    : t(
                        'report.truncated-at-the-smallest-measured',
                        'truncated at the smallest measured dbh, {from} {diameter} (Zutter et al. 1986)',
                        { from: printRounded(units.diameterOf(weibull.from), 1), diameter: units.diameter },
                      ),
                location: printRounded(units.diameterOf(weibull.location), 1),
                scale: printRounded(units.diameterOf(weibull.scale), 1),
                diameter: units.diameter,
                shape: printRounded(weibull.shape, 2),
              },
            ),
          ],
  };
}
