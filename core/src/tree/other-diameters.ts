import { evaluate, type MethodContext, type ReadingValue } from '../measurement/index.ts';
import { findMethod } from '../methods/index.ts';
import { OTHER_DIAMETER_METHODS, type OtherDiameterMethod } from '../protocol/index.ts';
import { type Estimate, estimateOf, type Finding, type Outcome } from '../uncertainty/index.ts';
import { printDbh } from '../height/index.ts';
import { message, type Text } from '../message/index.ts';
import { fieldsOf, instrumentProblem } from './instrument-readings.ts';

/** A second diameter of a stem at the same point, as it was read by another instrument or person. */
export interface OtherDiameter {
  readonly method: OtherDiameterMethod;
  /** By the keys of the method. */
  readonly readings: Readonly<Record<string, ReadingValue>>;
  /** Who read it; the observer of the tree where left out. */
  readonly observer?: string | undefined;
}

/** A second diameter beside the first one. */
export interface ComparedDiameter {
  readonly method: OtherDiameterMethod;
  readonly observer: string | null;
  readonly outcome: Outcome;
  /** It is the one that counts, by the rule of the survey. */
  readonly counts: boolean;
  /** This one less the first; null while one of them cannot be computed. */
  readonly difference: { readonly valueCm: number; readonly standardErrorCm: number } | null;
}

/** A name without what has a meaning on the call-out line. */
const OBSERVER = /^[\p{L}\p{N}.' -]{1,60}$/u;
/** Standard errors that two diameters of one stem may differ by. */
const APART = 3;

const NOT_ONE: Text = message('tree.other-diameter-needs', 'A second diameter needs a method and its readings.');

function problemOf(value: unknown): Text | null {
  const { method, readings, observer, ...rest } = fieldsOf(value) ?? {};
  if (Object.keys(rest).length > 0) return NOT_ONE;
  if (observer !== undefined && !(typeof observer === 'string' && OBSERVER.test(observer)))
    return message('tree.other-diameter-observer', 'The observer must be a name of up to 60 letters and digits.');
  return instrumentProblem(method, readings, OTHER_DIAMETER_METHODS, NOT_ONE);
}

/**
 * Why something that came over the wire is no list of second diameters.
 *
 * @param value anything
 * @returns the first problem in words; null where it is such a list
 * @example otherDiametersProblem([]) // null
 */
export function otherDiametersProblem(value: unknown): Text | null {
  if (!Array.isArray(value)) return NOT_ONE;
  return value.map(problemOf).find((problem) => problem !== null) ?? null;
}

/**
 * Second diameters of a stem, each with its difference to the first. They are kept side by side and never averaged: at most
 * one of them counts, and only where the survey names its method.
 *
 * @param others as they were read
 * @param first diameter of the tree as it was kept first; null where it cannot be computed
 * @param firstMethod identifier of its method
 * @param wanted the method that counts by the rule of the survey; the first diameter where undefined
 * @returns differences in cm with the root of the sum of both variances; in the order of the list
 */
export function compareDiameters(
  others: readonly OtherDiameter[],
  first: Estimate | null,
  firstMethod: string,
  wanted: OtherDiameterMethod | undefined,
  context: MethodContext,
): ComparedDiameter[] {
  let isTaken = wanted === undefined || wanted === firstMethod;
  return others.flatMap(({ method, readings, observer = null }): ComparedDiameter[] => {
    const found = findMethod(method);
    if (found === null) return [];
    const outcome = evaluate(found, readings, context);
    const own = estimateOf(outcome);
    const counts = !isTaken && method === wanted && own !== null;
    isTaken ||= counts;
    return [
      {
        method,
        observer,
        outcome,
        counts,
        difference:
          own === null || first === null
            ? null
            : {
                valueCm: own.value - first.value,
                standardErrorCm: Math.hypot(own.standardError, first.standardError),
              },
      },
    ];
  });
}

/** Says where two diameters of one stem cannot both be right. */
export const diametersApart = (
  compared: readonly ComparedDiameter[],
  first: Estimate | null,
  unitSystem: MethodContext['unitSystem'],
): Finding[] =>
  compared.flatMap(({ method, outcome, difference }): Finding[] => {
    const own = estimateOf(outcome);
    if (first === null || own === null || difference === null) return [];
    if (Math.abs(difference.valueCm) <= APART * difference.standardErrorCm) return [];
    return [
      {
        code: 'diameter.methods-apart',
        severity: 'check',
        reading: null,
        title: message('tree.diameters-apart', 'Two diameters differ'),
        message: message(
          'tree.diameters-apart.words',
          '{first} and {other} ({method}) differ by more than 3 standard errors. Measure both again.',
          {
            first: printDbh(first.value, unitSystem),
            other: printDbh(own.value, unitSystem),
            method: findMethod(method)?.description.name ?? method,
          },
        ),
        suggestedFixes: [],
      },
    ];
  });
