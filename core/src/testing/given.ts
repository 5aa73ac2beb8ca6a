import type { Estimate, Finding, Outcome } from '../uncertainty/index.ts';
import { evaluate, type MethodContext, type Readings } from '../measurement/index.ts';
import type { UnitId } from '../units/index.ts';
import { findMethod } from '../methods/index.ts';
import { inEnglish } from './english.ts';

/** Readings as a test writes them: `{ top: [62, 'pct'], distance: [25, 'm', 0.1] }`. */
export type Given = Readonly<Record<string, readonly [number, UnitId] | readonly [number, UnitId, number]>>;

export const readingsFrom = (given: Given): Readings =>
  Object.fromEntries(
    Object.entries(given).map(([key, [value, unit, standardError]]) => [
      key,
      { value, unit, ...(standardError === undefined ? {} : { standardError }) },
    ]),
  );

/** What a method makes of the readings. */
export function givenOutcome(methodId: string, given: Given, context: Partial<MethodContext> = {}): Outcome {
  const method = findMethod(methodId);
  if (method === null) throw new Error(`${methodId} is not registered`);
  return evaluate(method, readingsFrom(given), { unitSystem: 'metric', ...context });
}

/** The estimate that a method makes of the readings; the test fails where there is none. */
export function estimateFrom(methodId: string, given: Given, context: Partial<MethodContext> = {}): Estimate {
  const outcome = givenOutcome(methodId, given, context);
  if (!outcome.ok)
    throw new Error(outcome.findings.map(({ title, message }) => inEnglish([title, message]).join('. ')).join(' '));
  return outcome.estimate;
}

/** The finding with that code, or undefined. */
export function findingIn(outcome: Outcome, code: string): Finding | undefined {
  const findings = outcome.ok ? outcome.estimate.findings : outcome.findings;
  return findings.find((finding) => finding.code === code);
}

/** A published case: what goes in, what must come out, how near. */
export interface Example {
  readonly case: string;
  readonly expected: number;
  readonly tolerance: number;
}

/**
 * The case with that name.
 *
 * @throws Error when the file does not hold it
 */
export function exampleNamed<T extends Example>(examples: readonly T[], name: string): T {
  const found = examples.find((example) => example.case === name);
  if (found === undefined) throw new Error(`no example ${name}`);
  return found;
}
