import { message, type Text } from '@arbolito/core/message';
import { say, t } from '../messages/text.ts';
import { remember } from './remember.ts';

/** Set once the tour was taken or skipped on this device. */
export const TOUR_COOKIE = 'tour';

interface Step {
  /** What it points at, by `data-tour`. */
  readonly at: string;
  readonly title: Text;
  readonly says: Text;
}

const STEPS: readonly Step[] = [
  {
    at: 'home',
    title: message('shell.tour.home', 'Home'),
    says: message('shell.tour.home.says', 'Continue where you stopped, and see what needs attention.'),
  },
  {
    at: 'measure',
    title: message('shell.tour.measure', 'Measure'),
    says: message(
      'shell.tour.measure.says',
      'Measure one tree. Readings are typed on the drawing, at the place where they are taken.',
    ),
  },
  {
    at: 'tally',
    title: message('shell.tour.tally', 'Tally'),
    says: message('shell.tour.tally.says', 'Enter the trees of a plot, one line for each tree.'),
  },
  {
    at: 'results',
    title: message('shell.tour.results', 'Results'),
    says: message('shell.tour.results.says', 'Means and totals of a survey, each with its ±.'),
  },
  {
    at: 'help',
    title: message('shell.tour.help', 'Help'),
    says: message('shell.tour.help.says', 'Keyboard shortcuts of this screen, every method, and the glossary.'),
  },
];

/** The first run: five steps that point at the places of the application. Each can be left. */
export function startTour(): void {
  const offer = document.querySelector<HTMLElement>('#tour-offer');
  const card = document.querySelector<HTMLDialogElement>('#tour');
  if (offer === null || card === null) return;
  let pointed: HTMLElement | null = null;
  let at = 0;
  const part = (name: string): HTMLElement | null => card.querySelector(`[data-part="${name}"]`);
  const pointAt = (element: HTMLElement | null): void => {
    pointed?.classList.remove('pointed-at');
    pointed = element;
    pointed?.classList.add('pointed-at');
  };
  const end = (): void => {
    pointAt(null);
    if (card.open) card.close();
    offer.remove();
    remember(TOUR_COOKIE, 'done');
  };
  const show = (): void => {
    const step = STEPS[at];
    if (step === undefined) {
      end();
      return;
    }
    pointAt(document.querySelector<HTMLElement>(`[data-tour="${step.at}"]`));
    const texts = {
      count: t('shell.tour.count', '{step} of {steps}', { step: at + 1, steps: STEPS.length }),
      title: say(step.title),
      says: say(step.says),
      next: at === STEPS.length - 1 ? t('shell.tour.finish', 'Finish') : t('shell.tour.next', 'Next'),
    };
    for (const [name, text] of Object.entries(texts)) {
      const element = part(name);
      if (element !== null) element.textContent = text;
    }
    const back = part('back');
    if (back instanceof HTMLButtonElement) back.disabled = at === 0;
  };
  document.querySelector('#tour-start')?.addEventListener('click', () => {
    card.show();
    show();
    part('next')?.focus();
  });
  document.querySelector('#tour-skip')?.addEventListener('click', end);
  card.addEventListener('keydown', (event) => {
    if (event.key === 'Escape') end();
  });
  part('skip')?.addEventListener('click', end);
  part('back')?.addEventListener('click', () => {
    at -= 1;
    show();
  });
  part('next')?.addEventListener('click', () => {
    at += 1;
    show();
  });
}
