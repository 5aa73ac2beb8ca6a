import type { PriceList } from '@arbolito/core/protocol';
import { printRounded } from '@arbolito/core/units';
import { DataTable } from '../../../ui/table/DataTable.tsx';
import type { WoodUnits } from '../prices/wood-units.ts';
import type { CutStem } from './stem-state.ts';
import { t } from '../../../messages/text.ts';

interface CutListProps {
  readonly cut: CutStem;
  readonly prices: PriceList;
  readonly units: WoodUnits;
}

/** The logs one under the other, with what each is worth. */
export function CutList({ cut, prices, units }: CutListProps) {
  return (
    <DataTable
      className="self-start"
      caption={<span className="text-xl font-bold">{t('results.logs-from-the-butt', 'Logs, from the butt')}</span>}
      rows={cut.cuts.cuts}
      keyOf={({ fromM }) => String(fromM)}
      empty={t('results.no-product-of-the-list', 'No product of the list fits this stem.')}
      columns={[
        {
          id: 'product',
          head: t('results.head.product', 'product'),
          kind: 'row-head',
          cell: ({ product }) => prices.products[product]?.name,
        },
        {
          id: 'from',
          head: t('results.from', 'from, {units}', { units: units.length }),
          kind: 'number',
          className: 'hidden sm:table-cell',
          cell: ({ fromM }) => units.printLength(fromM),
        },
        {
          id: 'length',
          head: t('results.length-2', 'length, {units}', { units: units.length }),
          kind: 'number',
          cell: ({ lengthM }) => units.printLength(lengthM),
        },
        {
          id: 'butt',
          head: t('results.large-end', 'large end, {diameter}', { diameter: units.diameter }),
          kind: 'number',
          className: 'hidden sm:table-cell',
          cell: ({ buttCm }) => units.printDiameter(buttCm),
        },
        {
          id: 'top',
          head: t('results.small-end', 'small end, {diameter}', { diameter: units.diameter }),
          kind: 'number',
          cell: ({ topCm }) => units.printDiameter(topCm),
        },
        { id: 'value', head: prices.currency, kind: 'number', cell: ({ value }) => printRounded(value, 2) },
      ]}
    />
  );
}
