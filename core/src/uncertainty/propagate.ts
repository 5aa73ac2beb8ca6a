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
 * @param compute smooth near the inputs
 * @param inputs independent of each other; a standard error of 0 contributes nothing
 */
export function propagate(
  compute: (values: readonly number[]) => number,
  inputs: readonly UncertainInput[],
): Propagated {
  const values = inputs.map((input) => input.value);
  const centre = compute(values);
  let variance = 0;
  let second = 0;
  const parts = inputs.map(({ value, standardError }, index) => {
    const width = Math.max(Math.abs(value), 1) * 1e-5;
    const at = (x: number) => compute(values.with(index, x));
    const above = at(value + width);
    const below = at(value - width);
    const rate = (above - below) / (2 * width);
    const effect = Math.abs(rate * standardError);
    const bend = (at(value + standardError) - 2 * centre + at(value - standardError)) / 2;
    variance += effect * effect;
    second += 2 * bend * bend;
    return { rate, effect };
  });
  inputs.forEach((a, i) => {
    inputs.slice(i + 1).forEach((b, offset) => {
      const j = i + 1 + offset;
      const at = (x: number, y: number) =>
        compute(values.with(i, a.value + x * a.standardError).with(j, b.value + y * b.standardError));
      const twist = (at(1, 1) - at(1, -1) - at(-1, 1) + at(-1, -1)) / 4;
      second += twist * twist;
    });
  });
  const curvature = variance > 0 ? Math.sqrt(1 + second / variance) - 1 : 0;
  return { standardError: Math.sqrt(variance), parts, curvature };
}
