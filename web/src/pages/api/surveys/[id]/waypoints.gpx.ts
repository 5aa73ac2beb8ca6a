import { endpoint, otherMethods, routeId } from '../../../../server/endpoint.ts';
import { waypointsGpx } from '../../../../server/report/places-files.ts';
import { t } from '../../../../messages/text.ts';

/** Plots and trees of a survey as waypoints of GPX 1.1. */
export const GET = endpoint((context) => waypointsGpx(routeId(context, t('shell.the-survey', 'The survey'))));

export const ALL = otherMethods('GET');
