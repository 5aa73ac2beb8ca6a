import { message, type Text } from '@arbolito/core/message';
import { say, t } from '../messages/text.ts';

/** Set once the tour was taken or skipped on this device. */
export const TOUR_COOKIE = 'tour';
const A_YEAR_S = 31_536_000;

interface Step {
  /** What it points at, by `data-tour`; the first that is in sight. */
  readonly at: readonly string[];
  readonly title: Text;
  readonly says: Text;
}

const STEPS: readonly Step[] = [
  {
    at: ['home'],
    title: message('shell.tour.home', 'Home'),
    says: message('shell.tour.home.says', 'Continue where you stopped, and see what needs attention.'),
  },
  {
    at: ['measure'],
    title: message('shell.tour.measure', 'Measure'),
    says: message(
      'shell.tour.measure.says',
      'Measure one tree. Readings are typed on the drawing, at the place where they are taken.',
    ),
  },
  {
    at: ['tally'],
    title: message('shell.tour.tally', 'Tally'),
    says: message('shell.tour.tally.says', 'Enter the trees of a plot, one line for each tree.'),
  },
  {
    at: ['results'],
    title: message('shell.tour.results', 'Results'),
    says: message('shell.tour.results.says', 'Means and totals of a survey, each with its ±.'),
  },
  {
    at: ['help'],
    title: message('shell.tour.help', 'Help'),
    says: message('shell.tour.help.says', 'Keyboard shortcuts of this screen, every method, and the glossary.'),
  },
];

const isInSight = (element: HTMLElement): boolean => element.getClientRects().length > 0;

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
    document.cookie = `${TOUR_COOKIE}=done; path=/; max-age=${String(A_YEAR_S)}; samesite=lax`;
  };
  const show = (): void => {
    const step = STEPS[at];
    if (step === undefined) {
      end();
      return;
    }
    pointAt(
      step.at.flatMap((name) => [...document.querySelectorAll<HTMLElement>(`[data-tour="${name}"]`)]).find(isInSight) ??
        null,
    );
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
