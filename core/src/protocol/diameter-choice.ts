/** Instruments by which a stem may be measured beside its first diameter. */
export const OTHER_DIAMETER_METHODS = [
  'diameter.tape',
  'diameter.girth',
  'diameter.caliper',
  'diameter.two-faces',
  'diameter.band-count',
  'diameter.full-angle',
] as const;
export type OtherDiameterMethod = (typeof OTHER_DIAMETER_METHODS)[number];
