/** Thickest stem that can be entered, in cm. The thickest living trees known stay well below twice this. */
export const LARGEST_DBH_CM = 600;
/** Girth of the thickest stem, rounded down to a whole cm. */
export const LARGEST_GIRTH_CM = 1_884;
/** Above this, with no height to compare, a diameter is asked about: it may be a girth. */
export const SURPRISING_DBH_CM = 150;
