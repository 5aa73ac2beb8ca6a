import { type Term, type Workbook, workOut } from '../uncertainty/index.ts';
import type { Method, MethodContext, Readings } from './description.ts';
import { withFixed } from './evaluate.ts';
import { readingOf } from './reading-of.ts';

/** A nudge far above the rounding of a double, and far below any reading. */
const NUDGE = 1e-6;

/** What each line of the workings comes to, unrounded. */
function exactSteps(method: Method, readings: Readings, context: MethodContext): number[] {
  const exact: number[] = [];
  workOut((book): Term => {
    const listening: Workbook = {
      ...book,
      step: (input) => {
        const term = book.step(input);
        exact.push(term.exact);
        return term;
      },
    };
    exact.length = 0;
    return method.compute(withFixed(method.description, readings), listening, context);
  });
  return exact;
}

/**
 * Which readings each line of the workings rests on: those that move it when they are nudged.
 *
 * @param readings all of the method's, each within its range
 * @returns the keys of the readings for each step, in the order of the workings
 */
export function readingsOfSteps(
  method: Method,
  readings: Readings,
  context: MethodContext,
): readonly (readonly string[])[] {
  const still = exactSteps(method, readings, context);
  const keys = method.description.readings.map(({ key }) => key);
  const moved = keys.map((key) => {
    const reading = readingOf(readings, key);
    const value = reading.value + NUDGE * Math.max(1, Math.abs(reading.value));
    return exactSteps(method, { ...readings, [key]: { ...reading, value } }, context);
  });
  return still.map((value, line) => keys.filter((_, i) => moved[i]?.[line] !== value));
}
