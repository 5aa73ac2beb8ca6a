import { silentWorkbook } from '../uncertainty/index.ts';
import { evaluate, type Method, type Readings, withFixed } from '../measurement/index.ts';
import { normal, type Random } from '../statistics/index.ts';
import { convert, isSlopeUnit, toGraduation, type UnitSystem } from '../units/index.ts';
import { convertSlope } from '../units/slope-scale.ts';

const Z95 = 1.96;

/**
 * Share of simulated measurements whose 95 % interval holds the truth. Each act is carried out in full: the true readings
 * lie anywhere within a graduation about the example, what the method fixes is kept with its error, the stem strays as the
 * description says, and every reading is taken with its typical error and rounded to its graduation.
 *
 * @param readings true readings of an ordinary tree
 * @param draws more than a few thousand tell a per cent
 */
export function coverageOf(
  method: Method,
  readings: Readings,
  unitSystem: UnitSystem,
  random: Random,
  draws: number,
): number {
  const { description } = method;
  const { readings: specs, fixed = [], stemErrors = [] } = description;
  const context = { unitSystem, dbhCm: 36 } as const;
  const exact = (all: Readings): number => method.compute(all, silentWorkbook, context).exact;
  let held = 0;
  let computed = 0;
  for (let draw = 0; draw < draws; draw += 1) {
    const truth: Record<string, Readings[string]> = {};
    const read: Record<string, Readings[string]> = {};
    for (const { key, graduation, typicalError, errorIncludesRounding = false } of specs) {
      const example = readings[key];
      if (example === undefined) throw new Error(`${description.id} has no example of ${key}`);
      const { value, unit } = example;
      const step = graduation[unit] ?? 0;
      const error = typicalError[unit] ?? 0;
      if (error < step / 50) {
        // Counted, not measured: whole lengths, or what is printed on the instrument.
        truth[key] = example;
        read[key] = example;
        continue;
      }
      const trueReading = value + (random() - 0.5) * step;
      const noisy = normal(random, trueReading, error);
      truth[key] = { value: trueReading, unit };
      read[key] = { value: errorIncludesRounding || step === 0 ? noisy : toGraduation(noisy, step), unit };
    }
    const kept = Object.fromEntries(
      fixed.map(({ key, value, unit, standardError }) => [key, { value: normal(random, value, standardError), unit }]),
    );
    const stem = stemErrors.reduce((factor, { share }) => factor * normal(random, 1, share), 1);
    const outcome = evaluate(method, read, context);
    if (!outcome.ok) continue;
    computed += 1;
    const { value, standardError } = outcome.estimate;
    const perUnit = value / exact(withFixed(description, read));
    // The act as it was done: with the sight, stick or line as it was kept, on the face of the stem that was met.
    const trueValue = (perUnit * exact({ ...truth, ...kept })) / stem;
    if (Math.abs(value - trueValue) <= Z95 * standardError) held += 1;
  }
  if (computed < draws * 0.9)
    throw new Error(`${description.id}: only ${String(computed)} of ${String(draws)} computed`);
  return held / computed;
}

/** The example of a method in the usual units of a system, on their graduations. */
export function exampleIn({ description }: Method, system: UnitSystem): Readings {
  return Object.fromEntries(
    description.readings.map(({ key, defaultUnit, graduation, range }) => {
      const example = description.example[key];
      if (example === undefined) throw new Error(`${description.id} has no example of ${key}`);
      const unit = defaultUnit[system];
      const value =
        isSlopeUnit(example.unit) && isSlopeUnit(unit)
          ? convertSlope(example.value, example.unit, unit)
          : convert(example.value, example.unit, unit);
      const [low = -Infinity, high = Infinity] = range[unit] ?? [];
      return [key, { value: Math.min(high, Math.max(low, toGraduation(value, graduation[unit] ?? 1e-6))), unit }];
    }),
  );
}
