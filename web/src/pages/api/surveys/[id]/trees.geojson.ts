import { endpoint, otherMethods, routeId } from '../../../../server/endpoint.ts';
import { treesGeoJson } from '../../../../server/report/places-files.ts';
import { t } from '../../../../messages/text.ts';

/** Trees of a survey as GeoJSON (RFC 7946). */
export const GET = endpoint((context) => treesGeoJson(routeId(context, t('shell.the-survey', 'The survey'))));

export const ALL = otherMethods('GET');
