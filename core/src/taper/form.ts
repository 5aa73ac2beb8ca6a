/** Figures of stem form. Diameters of one kind, both in the same unit. */

/**
 * Normal form quotient: the diameter at half the total height over the dbh.
 *
 * Source: Prodan 1965, Holzmesslehre.
 */
export const formQuotient = (halfHeightCm: number, dbhCm: number): number => halfHeightCm / dbhCm;

/** Coefficients of Burkhart's ratio for loblolly pine, in inches; medium confidence: check against your local table. */
export const BURKHART_LOBLOLLY = { b1: -0.32354, b2: 3.1579, b3: 2.7115 } as const;

/**
 * The share of a stem's volume below a top diameter: R = 1 + b₁ d^b₂ ÷ D^b₃, both in inches; 0 where the top is as thick as
 * the formula has wood for.
 *
 * Source: Burkhart 1977, Cubic-foot volume of loblolly pine to any merchantable top limit, South. J. Appl. For. 1(2):7.
 */
export const merchantableShare = (
  topIn: number,
  dbhIn: number,
  { b1, b2, b3 }: { readonly b1: number; readonly b2: number; readonly b3: number } = BURKHART_LOBLOLLY,
): number => Math.max(0, 1 + (b1 * topIn ** b2) / dbhIn ** b3);
