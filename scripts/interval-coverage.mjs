// npm run coverage: how often the 95 % interval of each method holds the truth, by simulation. 93 to 98 % are wanted.
import { createServer } from 'vite';
import { root, run, say } from './lib/steps.mjs';

const DRAWS = Number(process.env.DRAWS ?? 10_000);

run(async () => {
  const server = await createServer({ root, configFile: false, logLevel: 'error', server: { middlewareMode: true } });
  try {
    const load = (file) => server.ssrLoadModule(`/core/src/${file}`);
    const { METHODS } = await load('methods/index.ts');
    const { seededRandom } = await load('statistics/index.ts');
    const { coverageOf, exampleIn } = await load('testing/coverage.ts');
    let outside = 0;
    say(`${'method'.padEnd(34)}${'metric'.padStart(9)}${'imperial'.padStart(10)}   % of ${String(DRAWS)} draws`);
    for (const method of METHODS) {
      const shares = ['metric', 'imperial'].map((system) =>
        coverageOf(method, exampleIn(method, system), system, seededRandom(2026), DRAWS),
      );
      if (shares.some((share) => share < 0.93 || share > 0.98)) outside += 1;
      const [metric, imperial] = shares.map((share) => (100 * share).toFixed(1));
      say(`${method.description.id.padEnd(34)}${metric.padStart(9)}${imperial.padStart(10)}`);
    }
    say(`${String(METHODS.length - outside)} of ${String(METHODS.length)} methods lie within 93 to 98 %.`);
    if (outside > 0) process.exitCode = 1;
  } finally {
    await server.close();
  }
});
