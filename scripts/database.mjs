// npm run database -- start | stop | url: the demo's own database, by hand.
import { openCluster } from './lib/cluster.mjs';
import { run, say, Stop } from './lib/steps.mjs';

run(async () => {
  const [verb] = process.argv.slice(2);
  const cluster = await openCluster();
  if (verb === 'start') {
    say((await cluster.start()) ? 'The database is started.' : 'The database is running already.');
    process.exit(0);
  } else if (verb === 'stop') {
    await cluster.stop();
    say('The database is stopped.');
  } else if (verb === 'url') {
    say(cluster.urlOf('arbolito'));
  } else {
    throw new Stop('Say what to do: npm run database -- start, stop or url');
  }
});
