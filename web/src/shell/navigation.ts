import type { Text } from '@arbolito/core/message';
/** The tasks that work, in the order of the day's work. A task appears here when its first view works. */
export const TASKS = ['home', 'surveys', 'measure', 'tally', 'results', 'report'] as const;
export type Task = (typeof TASKS)[number];

/** What the page is about, so that the other tasks open on the same thing. */
export interface PageContext {
  readonly surveyId?: string;
  readonly plotId?: string;
}

/** Where a task starts, given what the page is about. */
export function taskHref(task: Task, { surveyId, plotId }: PageContext): string {
  switch (task) {
    case 'home':
      return '/';
    case 'surveys':
      return '/surveys';
    case 'measure':
      return plotId === undefined ? '/measure' : `/measure?plot=${plotId}`;
    case 'tally':
      if (plotId !== undefined) return `/tally/${plotId}`;
      return surveyId === undefined ? '/tally' : `/tally?survey=${surveyId}`;
    case 'results':
      return surveyId === undefined ? '/results' : `/results/${surveyId}`;
    case 'report':
      return surveyId === undefined ? '/report' : `/report/${surveyId}`;
  }
}

/** Names the survey that this device worked with last: tally, sums and report open it. */
export const SURVEY_COOKIE = 'survey';
/** Names the plot that this device worked with last: the start page offers to continue there. */
export const PLOT_COOKIE = 'plot';

export interface Shortcut {
  readonly keys: readonly string[];
  readonly does: Text;
}

export const THEMES = ['day', 'sun', 'dusk'] as const;
export type Theme = (typeof THEMES)[number];

export const isTheme = (text: string | undefined): text is Theme => THEMES.some((theme) => theme === text);
