import { basalAreaM2, combineStems, STEMS_RULES, type StemsRule } from '@arbolito/core/diameter';
import { printDiameters } from '@arbolito/core/units';
import { DataTable } from '../../../ui/table/DataTable.tsx';
import { basalAreaText } from '../sheet/FiguresCard.tsx';
import { say, t } from '../../../messages/text.ts';

/** What a rule does to the basal area of the stems together. */
function changeWords(basalAreaChange: number): string {
  const share = Math.round(basalAreaChange * 100);
  return share === 0
    ? t('tree-sheet.the-whole-basal-area', 'the whole basal area')
    : share < 0
      ? t('tree-sheet.loses', 'loses {share} %', { share: -share })
      : t('tree-sheet.adds', 'adds {share} %', { share });
}

/** What each rule makes of these stems, the survey's own marked. */
export function StemRules({
  stemsCm,
  rule,
  system,
}: {
  stemsCm: readonly number[];
  rule: StemsRule;
  system: 'metric' | 'imperial';
}) {
  const whole = stemsCm.reduce((sum, d) => sum + basalAreaM2(d), 0);
  return (
    <DataTable
      className="text-[0.95rem]"
      caption={
        <>
          <span className="font-bold">{t('tree-sheet.result-by-each-rule', 'Result by each rule')}</span>
          <span className="block text-quiet">
            {t('tree-sheet.all-stems-together', 'All stems together: {whole} {value}', {
              whole: basalAreaText(whole, system),
              value: system === 'metric' ? 'm²' : 'ft²',
            })}
          </span>
        </>
      }
      rows={Object.keys(STEMS_RULES) as StemsRule[]}
      keyOf={(id) => id}
      rowProps={(id) => ({ className: id === rule ? 'bg-wash font-bold' : '', 'aria-current': id === rule })}
      columns={[
        {
          id: 'rule',
          head: t('tree-sheet.head.rule', 'rule'),
          kind: 'row-head',
          cellClassName: '!text-[0.95rem]',
          cell: (id) => (
            <>
              {say(STEMS_RULES[id].name)}
              {id === rule && (
                <span className="block font-normal text-quiet">
                  {t('tree-sheet.rule-of-this-survey', 'rule of this survey')}
                </span>
              )}
            </>
          ),
        },
        {
          id: 'dbh',
          head: t('tree-sheet.dbh-unit', 'dbh, {unit}', { unit: system === 'metric' ? 'cm' : 'in' }),
          kind: 'number',
          cell: (id) =>
            id === 'kept-apart'
              ? t('tree-sheet.each', 'each')
              : printDiameters(combineStems(stemsCm, id).diametersCm, system),
        },
        {
          id: 'basalArea',
          head: t('tree-sheet.basal-area', 'basal area'),
          kind: 'number',
          cellClassName: 'whitespace-nowrap',
          cell: (id) => changeWords(combineStems(stemsCm, id).basalAreaChange),
        },
      ]}
    />
  );
}
