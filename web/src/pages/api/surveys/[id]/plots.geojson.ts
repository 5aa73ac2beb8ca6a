import { services } from '../../../../server/compose.ts';
import { endpoint, otherMethods, routeId } from '../../../../server/endpoint.ts';
import { fileOf } from '../../../../server/report/csv.ts';
import { plotsGeoJson } from '../../../../server/report/plots-geojson.ts';
import { t } from '../../../../messages/text.ts';

/** The plots of a survey as GeoJSON (RFC 7946), with their sums per hectare. */
export const GET = endpoint(async (context) => {
  const { survey, plots } = await services().summary.stand(
    await services().surveys.get(routeId(context, t('shell.the-survey', 'The survey'))),
  );
  const sums = new Map(plots.map(({ id, sums: own }) => [id, own]));
  const body = plotsGeoJson(survey, plots, (plotId) => sums.get(plotId) ?? null);
  return fileOf(JSON.stringify(body), 'application/geo+json', `${survey.place.name}-${survey.name}-plots.geojson`);
});

export const ALL = otherMethods('GET');
