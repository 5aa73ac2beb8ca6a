/** Confidence levels that a report may ask for, percent. */
export const CONFIDENCES_PCT = [68, 80, 90, 95, 99] as const;
export type ConfidencePct = (typeof CONFIDENCES_PCT)[number];
/** The level of every interval unless somebody asks for another one. */
export const USUAL_CONFIDENCE_PCT: ConfidencePct = 95;
