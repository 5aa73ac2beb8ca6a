import { METHODS } from '@arbolito/core/methods';
import type { Measure } from '@arbolito/core/measurement';
import { say, t } from '../../messages/text.ts';

/** A page of the help, as the list names it. */
export interface Topic {
  readonly href: string;
  readonly title: string;
  readonly summary: string;
  /** What a search finds it by, beside its title and summary. */
  readonly words: string;
}

export interface TopicGroup {
  readonly title: string;
  readonly topics: readonly Topic[];
}

/** Address of the help page of a method. */
export const methodHref = (methodId: string): string => `/help/methods/${methodId}`;

const methodsOf = (measure: Measure): Topic[] =>
  METHODS.filter(({ description }) => description.measure === measure).map(({ description }) => ({
    href: methodHref(description.id),
    title: say(description.name),
    summary: say(description.summary),
    words: [...description.help.map(say), ...description.readings.map(({ label }) => say(label))].join(' '),
  }));

/** Every page of the help, grouped by task. */
export const topicGroups = (): readonly TopicGroup[] => [
  {
    title: t('help.group.start', 'Entering readings'),
    topics: [
      {
        href: '/help/call-out',
        title: t('help.the-call-out-line', 'The call-out line'),
        summary: t('help.call-out.summary', 'One tree per line. A tutorial to try, and a page to print.'),
        words: t('help.call-out.words', 'tally tree line code species chips'),
      },
      {
        href: '/help/numbers',
        title: t('help.numbers.title', 'Numbers, units and ±'),
        summary: t('help.numbers.summary', 'What a field accepts, and what ± means.'),
        words: t('help.numbers.words', 'decimal comma feet inches percent degrees error'),
      },
      {
        href: '/help/keys',
        title: t('help.keyboard-shortcuts', 'Keyboard shortcuts'),
        summary: t('help.keys.summary', 'Keys of the tree sheet and the tally.'),
        words: '',
      },
    ],
  },
  { title: t('help.group.diameter', 'Measuring a diameter'), topics: methodsOf('diameter') },
  { title: t('help.group.point', 'Finding the measuring height'), topics: methodsOf('point') },
  { title: t('help.group.height', 'Measuring a height'), topics: methodsOf('height') },
  { title: t('help.group.distance', 'Measuring the distance'), topics: methodsOf('distance') },
  {
    title: t('help.group.check', 'Checking and safety'),
    topics: [
      {
        href: '/help/errors',
        title: t('help.possible-errors-of-a-height', 'Possible errors of a height'),
        summary: t('help.errors.summary', 'Errors that are checked, with their effect and fix.'),
        words: '',
      },
      {
        href: '/help/safety',
        title: t('help.safety', 'Safety'),
        summary: t('help.safety.summary', 'Before you measure under trees.'),
        words: '',
      },
      {
        href: '/help/glossary',
        title: t('help.glossary', 'Glossary'),
        summary: t('help.glossary.summary', 'Terms and what they mean here.'),
        words: '',
      },
    ],
  },
];
