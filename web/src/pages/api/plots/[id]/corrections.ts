import { PlotCorrectionDto } from '../../../../contracts/tree.ts';
import { readBody } from '../../../../server/body.ts';
import { services } from '../../../../server/compose.ts';
import { endpoint, json, otherMethods, routeId } from '../../../../server/endpoint.ts';

export const GET = endpoint(async (context) => {
  const plot = await services().plots.get(routeId(context, 'Plot'));
  return json(await services().trees.history(plot.id));
});

export const POST = endpoint(async (context) =>
  json(
    await services().trees.correctPlot(routeId(context, 'Plot'), await readBody(context.request, PlotCorrectionDto)),
  ),
);

export const ALL = otherMethods('GET, POST');
