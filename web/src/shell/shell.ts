import { isTheme, PLOT_COOKIE, SURVEY_COOKIE, type Task, taskHref, TASKS } from './navigation.ts';
import { call } from '../client/api.ts';
import { deviceDatabase } from '../client/device/device-database.ts';
import { storageProblem } from '../client/device/device-storage.ts';
import { openConflicts } from '../client/device/open-conflicts.ts';
import { discard, outbox, refused, sendAgain, setAside } from '../client/device/outbox.ts';
import { enteredIn } from '../client/device/write-words.ts';
import { startOffline, takeUpdate, updatedElsewhere, updateWaiting } from '../client/offline.ts';
import { t } from '../messages/text.ts';
import { ageOf } from '../messages/ages.ts';
import { remember } from './remember.ts';
import { toastFromBefore } from '../ui/feedback/toast.ts';

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.matches('input, textarea, select') || target.isContentEditable);

function notice(text: string, actions: readonly { readonly label: string; readonly act: () => void }[]): HTMLElement {
  const item = document.createElement('p');
  const words = document.createElement('span');
  words.textContent = text;
  const buttons = actions.map(({ label, act }) => {
    const button = document.createElement('button');
    button.type = 'button';
    button.className = 'btn';
    button.textContent = label;
    button.addEventListener('click', act);
    return button;
  });
  item.append(words, ...buttons);
  return item;
}

/** That a page about a survey came from this device, and how old it is. */
function copyNotices(): HTMLElement[] {
  const { copyOf } = document.documentElement.dataset;
  const { survey } = document.body.dataset;
  if (copyOf === undefined || survey === undefined) return [];
  return [
    notice(
      t('shell.copy', 'Offline. Copy made {age}.', {
        age: ageOf(copyOf, new Date()),
      }),
      location.pathname.startsWith('/results/')
        ? [
            {
              label: t('shell.results-here', 'Results with the entries of this device'),
              act: () => {
                location.assign(`/device/results#${survey}`);
              },
            },
          ]
        : [],
    ),
  ];
}

/** Changes that wait for a person: those of the survey of the page, else of the first one. */
function conflictNotices(): HTMLElement[] {
  const conflicts = openConflicts.get();
  const { survey = conflicts[0]?.surveyId } = document.body.dataset;
  const own = conflicts.filter(({ surveyId }) => surveyId === survey);
  const address = `/surveys/${survey ?? ''}/conflicts`;
  if (own.length === 0 || location.pathname === address) return [];
  return [
    notice(
      t('shell.conflicts', '{n, plural, one {# change needs a decision.} other {# changes need a decision.}}', {
        n: own.length,
      }),
      [
        {
          label: t('shell.compare', 'Compare'),
          act: () => {
            location.assign(address);
          },
        },
      ],
    ),
  ];
}

/** A new version never takes over by itself: somebody may be in the middle of a tree. */
function updateNotices(): HTMLElement[] {
  if (updatedElsewhere.get())
    return [
      notice(
        t('shell.updated-elsewhere', 'A new version was started in another tab. Reload this page when you are ready.'),
        [
          {
            label: t('shell.reload', 'Reload'),
            act: () => {
              location.reload();
            },
          },
        ],
      ),
    ];
  if (!updateWaiting.get()) return [];
  return [
    notice(t('shell.new-version', 'A new version is ready. What you have entered is kept.'), [
      { label: t('shell.use-new-version', 'Use it now'), act: takeUpdate },
      {
        label: t('shell.later', 'Later'),
        act: () => {
          updateWaiting.set(false);
        },
      },
    ]),
  ];
}

/** What the user has to know of entries that did not reach the server, and of storage that does not work. */
function notices(): HTMLElement[] {
  const problem = storageProblem.get();
  return [
    ...(problem === null ? [] : [notice(problem, [])]),
    ...copyNotices(),
    ...conflictNotices(),
    ...updateNotices(),
    ...refused.get().map(({ write, problem: { detail } }) =>
      notice(t('shell.not-saved', 'Not saved: {detail} {write}', { detail, write: enteredIn(write) }), [
        {
          label: t('shell.dismiss', 'Dismiss'),
          act: () => {
            void discard(write.id);
          },
        },
      ]),
    ),
    ...setAside.get().map(({ write, reason }) =>
      notice(
        t('shell.not-sent-after-three-tries', 'Not sent after three tries: {reason} {write}', {
          reason,
          write: enteredIn(write),
        }),
        [
          {
            label: t('shell.send-again', 'Send again'),
            act: () => {
              void sendAgain(write.id);
            },
          },
          {
            label: t('shell.discard', 'Discard'),
            act: () => {
              if (
                window.confirm(
                  t('shell.discard-this-entry', 'Discard this entry? {write}', { write: enteredIn(write) }),
                )
              )
                void discard(write.id);
            },
          },
        ],
      ),
    ),
  ];
}

interface ListedSurvey {
  readonly id: string;
  readonly name: string;
  readonly placeName: string;
}

const isTask = (text: string | undefined): text is Task => TASKS.some((task) => task === text);

/** Links to the same task of every survey; that of the page is marked. */
function surveyLinks(surveys: readonly ListedSurvey[], task: Task): HTMLElement {
  const list = document.createElement('ul');
  list.className = 'grid gap-2';
  for (const { id, name, placeName } of surveys) {
    const link = document.createElement('a');
    link.href = task === 'surveys' ? `/surveys/${id}` : taskHref(task, { surveyId: id });
    link.className = 'btn w-full !justify-start';
    link.textContent = `${placeName} · ${name}`;
    if (id === document.body.dataset.survey) {
      link.setAttribute('aria-current', 'true');
      link.classList.add('btn-main');
    }
    const item = document.createElement('li');
    item.append(link);
    list.append(item);
  }
  return list;
}

/** Remembers the survey of the page as the one in use, and lets the header switch it. */
function startSurveySwitch(): void {
  const { survey, plot, task } = document.body.dataset;
  if (plot !== undefined) remember(PLOT_COOKIE, plot);
  if (survey !== undefined) remember(SURVEY_COOKIE, survey);
  const dialog = document.querySelector<HTMLDialogElement>('#surveys');
  const list = document.querySelector('#surveys-list');
  document.querySelector('#surveys-close')?.addEventListener('click', () => dialog?.close());
  document.querySelector('#surveys-open')?.addEventListener('click', () => {
    if (dialog === null || list === null) return;
    list.textContent = t('shell.loading-surveys', 'Loading surveys…');
    dialog.showModal();
    call<readonly ListedSurvey[]>('GET', '/api/surveys').then(
      (surveys) => {
        list.replaceChildren(
          surveyLinks(surveys, isTask(task) && task !== 'measure' && task !== 'home' ? task : 'surveys'),
        );
      },
      () => {
        list.textContent = t(
          'shell.the-surveys-cannot-be-loaded',
          'The surveys cannot be loaded. Check the connection and try again.',
        );
      },
    );
  });
}

/** On a phone the head has no room for language and theme: they are behind “More”. */
function placeSettings(): void {
  const settings = document.querySelector('#view-settings');
  const help = document.querySelector('#help-open');
  const more = document.querySelector('#more-settings');
  if (settings === null || help === null || more === null) return;
  const narrow = matchMedia('(max-width: 767px)');
  const place = (): void => {
    if (narrow.matches) more.append(settings);
    else help.before(settings);
  };
  place();
  narrow.addEventListener('change', place);
}

/**
 * Paper has no folds and no theme: what is folded on the screen is printed, and folded again afterwards; charts, which
 * take their tones from the page, are drawn in those of the day.
 */
function setForPrint(): void {
  let folded: readonly HTMLDetailsElement[] = [];
  let theme: string | undefined;
  window.addEventListener('beforeprint', () => {
    theme = document.documentElement.dataset.theme;
    document.documentElement.dataset.theme = 'day';
    folded = [...document.querySelectorAll<HTMLDetailsElement>('main details:not([open])')];
    for (const each of folded) each.open = true;
  });
  window.addEventListener('afterprint', () => {
    if (theme !== undefined) document.documentElement.dataset.theme = theme;
    for (const each of folded) each.open = false;
  });
}

/** Wakes the parts of the shell that every page has: theme, help, survey, and the count of writes that wait. */
export function startShell(): void {
  const theme = document.querySelector<HTMLSelectElement>('#theme');
  theme?.addEventListener('change', () => {
    if (!isTheme(theme.value)) return;
    document.documentElement.dataset.theme = theme.value;
    remember('theme', theme.value);
  });

  const language = document.querySelector<HTMLSelectElement>('#language');
  language?.addEventListener('change', () => {
    remember('language', language.value);
    location.reload();
  });

  startSurveySwitch();

  placeSettings();
  setForPrint();
  toastFromBefore();
  const more = document.querySelector<HTMLDialogElement>('#more');
  document.querySelector('#more-open')?.addEventListener('click', () => more?.showModal());
  document.querySelector('#more-close')?.addEventListener('click', () => more?.close());
  const help = document.querySelector<HTMLDialogElement>('#help');
  document.querySelector('#help-open')?.addEventListener('click', () => help?.showModal());
  document.querySelector('#help-close')?.addEventListener('click', () => help?.close());
  document.addEventListener('keydown', (event) => {
    if (event.key !== '?' || event.ctrlKey || event.metaKey || help === null) return;
    // In a field a question mark is never part of a reading; elsewhere text is text.
    if (isTyping(event.target) && !(event.target as HTMLElement).matches('[data-reading]')) return;
    event.preventDefault();
    if (!help.open) help.showModal();
  });

  const list = document.querySelector('#refused');
  const showNotices = (): void => list?.replaceChildren(...notices());
  for (const store of [storageProblem, refused, setAside, openConflicts, updateWaiting, updatedElsewhere])
    store.subscribe(showNotices);

  startIndicator();
  whenIdle(() => {
    void startOffline();
    void startCopies();
  });
}

/** Surveys on this device are kept as they are on the server; a device without them need not load how. */
async function startCopies(): Promise<void> {
  const surveys = await deviceDatabase?.count('surveys').catch(() => 0);
  if (surveys === undefined || surveys === 0) return;
  const { keepCopiesFresh } = await import('../client/device/keep-copies-fresh.ts');
  keepCopiesFresh();
}

/** Where the entries of this device are, in one place of every page: here, sent, or in need of somebody. */
function startIndicator(): void {
  const place = document.querySelector('#waiting');
  if (place === null) return;
  let hasSent = false;
  const show = (): void => {
    const waiting = outbox.get().length;
    const troubled = refused.get().length + setAside.get().length + openConflicts.get().length;
    place.textContent =
      troubled > 0
        ? t('shell.needs-attention', '{n, plural, one {# needs attention} other {# need attention}}', { n: troubled })
        : waiting > 0
          ? t('shell.on-this-device', '{n} on this device', { n: waiting })
          : hasSent
            ? t('shell.all-sent', '✓ sent')
            : '';
    hasSent ||= waiting > 0;
  };
  for (const store of [outbox, refused, setAside, openConflicts]) store.subscribe(show);
}

/** Runs something once the page is usable: what serves later pages does not hold up this one. */
function whenIdle(work: () => void): void {
  const start = (): void => {
    if ('requestIdleCallback' in window) requestIdleCallback(work, { timeout: 10_000 });
    else setTimeout(work, 2_000);
  };
  if (document.readyState === 'complete') start();
  else window.addEventListener('load', start);
}
