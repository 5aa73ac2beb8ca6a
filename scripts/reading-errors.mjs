// npm run reading-errors: how often a wrong reading is found, named and put right, by simulation.
import { createServer } from 'vite';
import { root, run, say } from './lib/steps.mjs';

const DRAWS = Number(process.env.DRAWS ?? 150);
const percent = (share) => (Number.isFinite(share) ? String(Math.round(100 * share)) : '·').padStart(6);
const columns = ({ trees, raised, first, firstThree, fixed, perCause }) =>
  `${String(trees).padStart(6)}${percent(raised)}${percent(first)}${percent(firstThree)}${percent(fixed)}${perCause.toFixed(2).padStart(8)}`;
/** Goals for large errors, as shares, by what is known: first cause, among three, fixed; and false alarms where the position is known. */
const GOALS = {
  curve: { first: 0.7, firstThree: 0.85, fixed: 0.75 },
  'second height': { first: 0.85, firstThree: 0.85, fixed: 0.75 },
};
const MOST_FALSE_ALARMS = 0.03;
const HEADS = '  trees  found  first  in 3  fixed  findings';

run(async () => {
  const server = await createServer({ root, configFile: false, logLevel: 'error', server: { middlewareMode: true } });
  try {
    const { KINDS, STATES, falseAlarms, rates, sum } = await server.ssrLoadModule('/bench/reading-errors.ts');
    const { seededRandom } = await server.ssrLoadModule('/core/src/statistics/index.ts');
    const missed = [];
    for (const state of STATES) {
      const byKind = KINDS.map((kind) => ({ kind, ...rates(kind, state, seededRandom(2026), DRAWS) }));
      say(`\nKnown: ${state}`);
      say(`  ${'errors of 30 % or more, or 3 standard errors; %'.padEnd(48)}${HEADS}`);
      for (const { kind, large } of byKind)
        if (large.trees > 0) say(`  ${kind.name.padEnd(48)}${columns(sum([large]))}`);
      const all = sum(byKind.map(({ large }) => large));
      say(`  ${'all of them'.padEnd(48)}${columns(all)}`);
      say(`  ${'errors of 15 to 30 %'.padEnd(48)}${columns(sum(byKind.map(({ small }) => small)))}`);
      for (const [key, goal] of Object.entries(GOALS[state] ?? {}))
        if (all[key] < goal) missed.push(`${state}: ${key} ${percent(all[key])} % of ${percent(goal)} %`);
      for (const position of ['above', 'level', 'below']) {
        const [known, unknown] = [true, false].map((isKnown) =>
          falseAlarms(state, position, isKnown, seededRandom(7), 10 * DRAWS),
        );
        say(
          `  false alarms, observer ${position.padEnd(6)} known ${percent(known)} %, not known ${percent(unknown)} %`,
        );
        if (known > MOST_FALSE_ALARMS) missed.push(`${state}: false alarms from ${position} ${percent(known)} %`);
      }
    }
    say(missed.length === 0 ? '\nAll goals are met.' : `\nGoals missed:\n  ${missed.join('\n  ')}`);
    if (missed.length > 0) process.exitCode = 1;
  } finally {
    await server.close();
  }
});
