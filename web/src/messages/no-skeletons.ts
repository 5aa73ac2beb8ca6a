/**
 * Stands in for `@formatjs/icu-skeleton-parser` in the browser: no message of ours uses a skeleton (`{n, number, ::percent}`),
 * and its parser would weigh more than many a page. A test of the scripts keeps messages without skeletons.
 */
const refused = (): never => {
  throw new TypeError('messages use no ICU skeletons');
};

export const parseDateTimeSkeleton = refused;
export const parseNumberSkeleton = refused;
export const parseNumberSkeletonFromString = refused;
