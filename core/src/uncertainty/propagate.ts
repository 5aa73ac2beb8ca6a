/** An input of a computed figure: where it stands and how uncertain it is, both in its own unit. */
export interface UncertainInput {
  readonly value: number;
  readonly standardError: number;
}

export interface Propagated {
  readonly standardError: number;
  /** Rate of change with each input and what it contributes, in the order of the inputs. */
  readonly parts: readonly { readonly rate: number; readonly effect: number }[];
  /** Share by which bends and products raise the standard error above the first-order one; 0 for a straight relation. */
  readonly curvature: number;
}

/**
 * First-order propagation of independent errors: SE² = Σ (∂f/∂xᵢ · σᵢ)², with central differences.
 *
 * Source: ISO/IEC Guide 98-3:2008 (GUM), 5.1.2; `curvature` uses the second-order terms of its note.
 *
 * @param compute smooth near the inputs; may not keep the list that it is given
 * @param inputs independent of each other; a standard error of 0 contributes nothing
 */
export function propagate(
  compute: (values: readonly number[]) => number,
  inputs: readonly UncertainInput[],
): Propagated {
  // One list whose entries are moved and put back: a copy for each of some fifty computations would cost more than they do.
  const values = inputs.map((input) => input.value);
  const centre = compute(values);
  let variance = 0;
  let second = 0;
  const parts = inputs.map(({ value, standardError }, index) => {
    const width = Math.max(Math.abs(value), 1) * 1e-5;
    const at = (x: number): number => {
      values[index] = x;
      const moved = compute(values);
      values[index] = value;
      return moved;
    };
    const rate = (at(value + width) - at(value - width)) / (2 * width);
    const effect = Math.abs(rate * standardError);
    // An exact input neither bends nor twists.
    const bend = standardError === 0 ? 0 : (at(value + standardError) - 2 * centre + at(value - standardError)) / 2;
    variance += effect * effect;
    second += 2 * bend * bend;
    return { rate, effect };
  });
  const uncertain = inputs.flatMap((input, index) => (input.standardError === 0 ? [] : [{ ...input, index }]));
  uncertain.forEach((a, i) => {
    for (const b of uncertain.slice(i + 1)) {
      const at = (x: number, y: number): number => {
        values[a.index] = a.value + x * a.standardError;
        values[b.index] = b.value + y * b.standardError;
        const moved = compute(values);
        values[a.index] = a.value;
        values[b.index] = b.value;
        return moved;
      };
      const twist = (at(1, 1) - at(1, -1) - at(-1, 1) + at(-1, -1)) / 4;
      second += twist * twist;
    }
  });
  const curvature = variance > 0 ? Math.sqrt(1 + second / variance) - 1 : 0;
  return { standardError: Math.sqrt(variance), parts, curvature };
}
