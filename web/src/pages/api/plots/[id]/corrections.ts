import { PlotCorrectionDto } from '../../../../contracts/tree.ts';
import { readBody } from '../../../../server/body.ts';
import { services } from '../../../../server/compose.ts';
import { endpoint, json, otherMethods, routeId } from '../../../../server/endpoint.ts';
import { t } from '../../../../messages/text.ts';

export const GET = endpoint(async (context) => {
  const plot = await services().plots.get(routeId(context, t('shell.the-plot', 'The plot')));
  return json(await services().history.ofSubject(plot.id));
});

export const POST = endpoint(async (context) =>
  json(
    await services().plotCommands.correct(
      routeId(context, t('shell.the-plot', 'The plot')),
      await readBody(context.request, PlotCorrectionDto),
    ),
  ),
);

export const ALL = otherMethods('GET, POST');
