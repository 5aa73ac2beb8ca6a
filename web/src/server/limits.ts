/** How much a survey may hold; stated in docs/api.md. */
export const LIMITS = {
  plotsPerSurvey: 20_000,
  treesPerSurvey: 500_000,
  photosPerSurvey: 2_000,
} as const;
