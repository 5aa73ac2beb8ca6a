/** A tree as the four picture questions find it. Heights in m above the ground, along the stem. */
export interface TapedTree {
  readonly ground: { readonly slopePct: number; readonly snowM?: number };
  readonly leanDeg: number;
  readonly trunks:
    | { readonly kind: 'one' }
    /** `onePith`: whether all trunks come from one pith at the ground, where that can be told. */
    | { readonly kind: 'fork'; readonly crotchM: number; readonly stems: number; readonly onePith?: boolean }
    | { readonly kind: 'grown-together' }
    | { readonly kind: 'broken'; readonly breakM: number };
  readonly swelling:
    | { readonly kind: 'none' }
    | {
        readonly kind: 'bulge' | 'scar' | 'branch';
        readonly fromM: number;
        readonly toM: number;
        readonly aboveIsWorse?: boolean;
      }
    | { readonly kind: 'butt'; readonly endsM: number }
    | { readonly kind: 'climber' };
}

/** Limits of what can be said of a tree, shared by form, contract and test. */
export const TAPED_LIMITS = {
  slopePct: { low: 0, high: 150 },
  snowM: { low: 0, high: 3 },
  leanDeg: { low: 0, high: 60 },
  crotchM: { low: 0, high: 10 },
  stems: { low: 2, high: 40 },
  breakM: { low: 0.1, high: 60 },
  obstacleM: { low: 0, high: 10 },
  buttM: { low: 0.1, high: 10 },
} as const;
