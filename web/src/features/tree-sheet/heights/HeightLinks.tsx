import { convert } from '@arbolito/core/units';
import type { SheetView } from '../store.ts';
import { t } from '../../../messages/text.ts';

const address = (path: string, figures: Readonly<Record<string, number | null>>): string => {
  const given = Object.entries(figures).filter((entry): entry is [string, number] => entry[1] !== null);
  const query = new URLSearchParams(given.map(([key, value]) => [key, String(Number(value.toFixed(2)))]));
  return `${path}?${query.toString()}`;
};

/** The stem with its dbh and height and their errors, in the units of the sheet; of its survey, where it has one. */
function stemAddress({ dbh, height, settings, draft }: SheetView, heightM: number | null): string {
  const { unitSystem, surveyId } = settings;
  const isMetric = unitSystem === 'metric';
  const cm = (value: number | undefined): number | null =>
    value === undefined ? null : isMetric ? value : convert(value, 'cm', 'in');
  const m = (value: number | null | undefined): number | null =>
    value === undefined || value === null ? null : isMetric ? value : convert(value, 'm', 'ft');
  const figures = address('/results/stem', {
    dbh: cm(dbh?.value),
    height: m(heightM),
    dbhError: cm(dbh?.standardError),
    heightError: m(height?.standardError),
  });
  const of = surveyId === null ? {} : { survey: surveyId, species: draft.speciesCode };
  return `${figures}&${new URLSearchParams({ units: unitSystem, ...of }).toString()}`;
}

/** To the planners and the saw, with what is known of this tree. */
export function HeightLinks({ view }: { readonly view: SheetView }) {
  const { height, settings } = view;
  const heightM = height?.value ?? null;
  const { distance, below } = view.reckoned.heights.heights[0]?.readings ?? {};
  const lean =
    distance === undefined || below === undefined
      ? null
      : Math.abs(convert(below.value, below.unit, 'm') - convert(distance.value, distance.unit, 'm'));
  return (
    <p className="flex flex-wrap gap-x-4">
      <a
        className="inline-flex min-h-11 items-center underline"
        href={address('/surveys/stand-off', {
          height: heightM,
          slope: settings.slopePct,
          eye: settings.eyeHeightM,
          lean,
        })}
      >
        {t('tree-sheet.where-to-stand', 'Where to stand')}
      </a>
      <a
        className="inline-flex min-h-11 items-center underline"
        href={address('/surveys/fall-reach', { height: heightM, error: height?.standardError ?? null, lean })}
      >
        {t('tree-sheet.fall-reach', 'Fall reach')}
      </a>
      <a className="inline-flex min-h-11 items-center underline" href={stemAddress(view, heightM)}>
        {t('tree-sheet.logs-of-this-tree', 'Logs of this tree')}
      </a>
      <a className="inline-flex min-h-11 items-center underline" href="/measure/tools">
        {t('tree-sheet.small-tools', 'Slope, distance, units')}
      </a>
    </p>
  );
}
