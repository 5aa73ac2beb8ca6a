/** A plot, as far as its pages are named by it. */
export interface PlotToTake {
  readonly id: string;
  readonly stratumId: string;
}

/** The pages of a survey that are worked with in the field. */
export const surveyPages = (surveyId: string, plots: readonly Pick<PlotToTake, 'id'>[]): readonly string[] => [
  `/tally?survey=${surveyId}`,
  ...plots.flatMap(({ id }) => [`/tally/${id}`, `/measure?plot=${id}`]),
  `/surveys/${surveyId}`,
  `/surveys/${surveyId}/plan`,
  `/surveys/${surveyId}/rules`,
  `/surveys/${surveyId}/conflicts`,
  `/results/${surveyId}`,
  `/results/${surveyId}/map`,
  `/results/${surveyId}/checks`,
];
