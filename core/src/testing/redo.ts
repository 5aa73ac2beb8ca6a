import type { Step } from '../uncertainty/index.ts';

/**
 * Redoes a line of workings the way a person with a pocket calculator would: reads the characters that are printed and
 * nothing else. Knows + − × ÷, powers of two, roots, brackets, π, the functions of angles in degrees.
 *
 * @throws Error when the line holds anything else
 */
export function redo(expression: string): number {
  const text = expression.replaceAll(' ', '');
  let at = 0;
  const peek = (): string => text.charAt(at);
  const take = (mark: string): boolean => {
    if (!text.startsWith(mark, at)) return false;
    at += mark.length;
    return true;
  };
  const degrees = (f: (radians: number) => number): number => {
    const angle = atom();
    if (!take('°')) throw new Error(`an angle without its unit in ${expression}`);
    return f((angle * Math.PI) / 180);
  };
  const inDegrees = (value: number): number => (value * 180) / Math.PI;
  function atom(): number {
    if (take('tan')) return degrees(Math.tan);
    if (take('cos')) return degrees(Math.cos);
    if (take('sin')) return degrees(Math.sin);
    if (take('atan')) return inDegrees(Math.atan(atom()));
    if (take('√')) return Math.sqrt(atom());
    if (take('π')) return Math.PI;
    if (take('(')) {
      const inside = sum();
      if (!take(')')) throw new Error(`a bracket is open in ${expression}`);
      return inside;
    }
    const digits = /^−?\d+(\.\d+)?/.exec(text.slice(at))?.[0];
    if (digits === undefined) throw new Error(`“${text.slice(at)}” cannot be redone in ${expression}`);
    at += digits.length;
    return Number(digits.replace('−', '-'));
  }
  function power(): number {
    let base = atom();
    while (take('²')) base *= base;
    return base;
  }
  function product(): number {
    let value = power();
    for (;;) {
      if (take('×')) value *= power();
      else if (take('÷')) value /= power();
      else return value;
    }
  }
  function sum(): number {
    let value = product();
    for (;;) {
      if (take('+')) value += product();
      else if (peek() === '−') {
        at += 1;
        value -= product();
      } else return value;
    }
  }
  const value = sum();
  if (at < text.length) throw new Error(`“${text.slice(at)}” is left over in ${expression}`);
  return value;
}

/** A number rounded as by hand, halves up and away from zero, and written with all its decimals. */
export function byHand(value: number, decimals: number): string {
  const scale = 10 ** decimals;
  const rounded = Math.floor(Math.abs(value) * scale + 0.5 + 1e-9) / scale;
  return `${value < 0 && rounded > 0 ? '−' : ''}${rounded.toFixed(decimals)}`;
}

/** The lines whose printed result is not what the printed numbers give. */
export const wrongLines = (steps: readonly Step[]): string[] =>
  steps
    .filter(({ expression, result }) => byHand(redo(expression), result.split('.')[1]?.length ?? 0) !== result)
    .map(({ expression, result }) => `${expression} = ${result}, by hand ${String(redo(expression))}`);
