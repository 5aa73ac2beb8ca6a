import { ImportOptionsDto } from '../../../../contracts/exchange.ts';
import { readQuery } from '../../../../server/body.ts';
import { services } from '../../../../server/compose.ts';
import { endpoint, json, otherMethods, remoteAddress, routeId } from '../../../../server/endpoint.ts';
import { withStoredFile } from '../../../../server/import/store-file.ts';
import { turns } from '../../../../server/one-at-a-time.ts';
import { t } from '../../../../messages/text.ts';
import { message } from '@arbolito/core/message';

/** Each sender has one file under way, and two files at a time are worked through. */
const uploads = turns(message('shell.an-import', 'An import'), { atOnce: 20, mostWaiting: 20, retryAfterS: 5 });
const readings = turns(message('shell.an-import', 'An import'), { atOnce: 2, mostWaiting: 20, retryAfterS: 5 });

/** A file of trees as the body: looked at without an `id` in the address, kept with one. */
export const POST = endpoint(async (context) => {
  const surveyId = routeId(context, t('shell.the-survey', 'The survey'));
  const options = await readQuery(context.url, ImportOptionsDto);
  const { exchange, surveys } = services();
  // A survey that is not there is told before its file has to arrive.
  await surveys.get(surveyId);
  const sender = remoteAddress(context);
  return uploads.run(sender, () =>
    withStoredFile(context.request, (file) =>
      readings.run(sender, async () => {
        if (options.id === undefined) return json(await exchange.preview(surveyId, file, options));
        const done = await exchange.write(surveyId, file, options);
        return json(done, done.created ? 201 : 200);
      }),
    ),
  );
});

export const ALL = otherMethods('POST');
