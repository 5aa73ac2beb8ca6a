import { useStore } from '@nanostores/react';
import { useEffect, useState } from 'react';
import type { RefusedWrite, SetAsideWrite, WaitingWrite } from '../../../client/device/outbox.ts';
import { openConflicts } from '../../../client/device/open-conflicts.ts';
import { flush, outbox, refused, setAside } from '../../../client/device/outbox.ts';
import { type DeviceRoom, deviceRoom, offlineState, type OfflineState } from '../../../client/offline.ts';
import { ageOf } from '../../../messages/ages.ts';
import { rich } from '../../../messages/rich.ts';
import { t } from '../../../messages/text.ts';
import { Alert } from '../../../ui/feedback/Alert.tsx';
import { useAction } from '../../../ui/feedback/use-action.ts';
import { takeAlong, takenSurvey, taking } from '../taken-surveys.ts';
import { actOf, enteredIn } from '../../../client/device/write-words.ts';

interface DeviceSurvey {
  readonly id: string;
  readonly name: string;
  readonly placeName: string;
  readonly strata: readonly { readonly id: string; readonly name: string }[];
}

export interface DevicePageProps {
  readonly surveys: readonly DeviceSurvey[];
}

/** Whether pages open without a network, and why not. */
function OfflineWords({ state }: { readonly state: OfflineState }) {
  switch (state) {
    case 'ready':
      return <p className="text-lg">{t('device.works-offline', '✓ Pages on this device open without a network.')}</p>;
    case 'preparing':
      return (
        <p role="status" className="text-lg">
          {t('device.preparing', 'The application is being put on this device…')}
        </p>
      );
    case 'unsupported':
      return (
        <Alert>
          {t(
            'device.unsupported',
            'This browser does not open pages offline. In private mode it never does. Online work continues as usual.',
          )}
        </Alert>
      );
    case 'insecure':
      return (
        <Alert>
          {rich(
            'device.insecure',
            'This page came over plain HTTP. Browsers open pages offline only over HTTPS. <link>Open the secure address</link>',
            {
              link: (words) => (
                <a className="underline" href="/phone">
                  {words}
                </a>
              ),
            },
          )}
        </Alert>
      );
  }
}

interface EntriesProps {
  readonly waiting: readonly WaitingWrite[];
  readonly attention: readonly (RefusedWrite | SetAsideWrite)[];
}

/** Surveys in which something waits for a person, with the way there. */
function Decisions({ surveys }: { readonly surveys: readonly DeviceSurvey[] }) {
  const conflicts = useStore(openConflicts);
  return surveys.map(({ id, name, placeName }) => {
    const n = conflicts.filter(({ surveyId }) => surveyId === id).length;
    if (n === 0) return null;
    return (
      <p key={id} className="card flex flex-wrap items-center justify-between gap-3 p-4">
        <span>
          {t('device.decisions', '{n, plural, one {# change needs a decision} other {# changes need a decision}}', {
            n,
          })}
          <span className="block text-quiet">
            {placeName} · {name}
          </span>
        </span>
        <a className="btn btn-main" href={`/surveys/${id}/conflicts`}>
          {t('shell.compare', 'Compare')}
        </a>
      </p>
    );
  });
}

/** What of this device the server does not have yet. */
function Entries({ waiting, attention }: EntriesProps) {
  const now = new Date();
  const sending = useAction();
  if (waiting.length === 0 && attention.length === 0)
    return <p className="text-lg">{t('device.all-sent', '✓ All entries are on the server.')}</p>;
  return (
    <div className="grid gap-3">
      {attention.length > 0 && (
        <Alert>
          {t(
            'device.needs-attention',
            '{n, plural, one {# entry needs attention: see the top of this page.} other {# entries need attention: see the top of this page.}}',
            { n: attention.length },
          )}
        </Alert>
      )}
      {waiting.length > 0 && (
        <>
          <p className="text-lg">
            {t(
              'device.stored-not-sent',
              '{n, plural, one {# entry is stored on this device and not sent yet.} other {# entries are stored on this device and not sent yet.}}',
              { n: waiting.length },
            )}
          </p>
          <button
            type="button"
            className="btn btn-main justify-self-start"
            disabled={sending.isBusy}
            onClick={() => {
              void sending.run(async () => {
                await flush();
                return outbox.get().length === 0
                  ? null
                  : t('device.no-answer', 'The server does not answer. The entries stay on this device.');
              });
            }}
          >
            {t('device.send-now', 'Send now')}
          </button>
          {sending.said !== null && <p role="status">{sending.said}</p>}
          <ul className="grid gap-1" aria-label={t('device.entries-not-sent', 'Entries that are not sent')}>
            {waiting.map((write) => (
              <li key={write.id} className="flex flex-wrap justify-between gap-x-4 border-t border-line py-2">
                <span>
                  <span className="font-semibold">{actOf(write)}</span> {enteredIn(write)}
                </span>
                <span className="text-quiet">{ageOf(write.madeAt, now)}</span>
              </li>
            ))}
          </ul>
        </>
      )}
    </div>
  );
}

/** Which strata of a survey are taken along. */
function StrataChoices({
  strata,
  chosen,
  onChosen,
}: {
  readonly strata: DeviceSurvey['strata'];
  readonly chosen: readonly string[];
  readonly onChosen: (chosen: readonly string[]) => void;
}) {
  return (
    <details>
      <summary className="min-h-11 content-center">
        {chosen.length === strata.length
          ? t('device.all-strata', 'Strata: all')
          : t('device.some-strata', 'Strata: {n} of {all}', { n: chosen.length, all: strata.length })}
      </summary>
      <ul>
        {strata.map(({ id, name }) => (
          <li key={id}>
            <label className="flex min-h-11 items-center gap-3">
              <input
                type="checkbox"
                className="size-6"
                checked={chosen.includes(id)}
                onChange={({ target: { checked } }) => {
                  onChosen(checked ? [...chosen, id] : chosen.filter((each) => each !== id));
                }}
              />
              {name}
            </label>
          </li>
        ))}
      </ul>
      {chosen.length === 0 && <Alert>{t('device.choose-a-stratum', 'Choose at least one stratum.')}</Alert>}
    </details>
  );
}

/** One survey, with whether it is on this device. */
function SurveyToTake({ survey, isReady }: { readonly survey: DeviceSurvey; readonly isReady: boolean }) {
  const [taken, setTaken] = useState(() => takenSurvey(survey.id));
  const all = survey.strata.map(({ id }) => id);
  const [chosen, setChosen] = useState<readonly string[]>(() => taken?.strata ?? all);
  const current = useStore(taking);
  const action = useAction();
  const isTaking = current?.surveyId === survey.id;
  return (
    <li className="card grid gap-2 p-4">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <span>
          <a className="block font-semibold underline" href={`/tally?survey=${survey.id}`}>
            {survey.name}
          </a>
          <span className="block text-quiet">{survey.placeName}</span>
        </span>
        <button
          type="button"
          className="btn"
          disabled={!isReady || current !== null || (all.length > 0 && chosen.length === 0)}
          onClick={() => {
            void action.run(async () => {
              setTaken(await takeAlong(survey.id, chosen.length === all.length ? null : chosen));
              return null;
            });
          }}
        >
          {taken === null ? t('device.take-along', 'Take along') : t('device.take-along-again', 'Refresh the copy')}
          <span className="sr-only">{survey.name}</span>
        </button>
      </div>
      {all.length > 1 && <StrataChoices strata={survey.strata} chosen={chosen} onChosen={setChosen} />}
      {isTaking && (
        <div role="status" className="grid gap-1">
          <progress className="h-4 w-full accent-sky" value={current.done} max={current.all} />
          {t('device.pages-taken', '{done} of {all} pages', { done: current.done, all: current.all })}
        </div>
      )}
      {!isTaking && taken !== null && (
        <p className="text-quiet">
          {t('device.copy-of', 'Copied {age}. {pages, plural, one {# page} other {# pages}}, {size} MB', {
            age: ageOf(taken.takenAt, new Date()),
            pages: taken.pages,
            size: (taken.bytes / 1_000_000).toFixed(1),
          })}
        </p>
      )}
      {!isTaking && taken !== null && (
        <a className="justify-self-start underline" href={`/device/results#${survey.id}`}>
          {t('device.results-here', 'Results on this device')}
        </a>
      )}
      {!isTaking && taken !== null && taken.missing > 0 && (
        <Alert>
          {t(
            'device.pages-missing',
            '{n, plural, one {# page could not be read and does not open offline.} other {# pages could not be read and do not open offline.}} Refresh the copy while there is a network.',
            { n: taken.missing },
          )}
        </Alert>
      )}
      {action.trouble !== null && <Alert>{action.trouble}</Alert>}
    </li>
  );
}

function Room({ room }: { readonly room: DeviceRoom }) {
  const { usedMb, allowedMb, isPersistent } = room;
  return (
    <p>
      {t('device.room', '{used} MB of {allowed} MB used.', {
        used: Math.ceil(usedMb),
        allowed: Math.floor(allowedMb),
      })}{' '}
      {isPersistent
        ? t('device.persistent', 'The browser keeps the data until you delete it.')
        : t(
            'device.not-persistent',
            'The browser may delete the data when the device runs out of room. Install the application to prevent that.',
          )}
    </p>
  );
}

/** What this device has: entries that are not sent, surveys that were taken along, room. */
export function DevicePage({ surveys }: DevicePageProps) {
  const state = useStore(offlineState);
  const waiting = useStore(outbox);
  const attention = [...useStore(refused), ...useStore(setAside)];
  const current = useStore(taking);
  const [room, setRoom] = useState<DeviceRoom | null>(null);
  useEffect(() => {
    if (current === null) void deviceRoom().then(setRoom);
  }, [current]);
  return (
    <div className="grid gap-8">
      <section aria-labelledby="entries" className="grid gap-3">
        <h2 id="entries" className="text-xl font-bold">
          {t('device.entries', 'Entries')}
        </h2>
        <Decisions surveys={surveys} />
        <Entries waiting={waiting} attention={attention} />
      </section>
      <section aria-labelledby="take" className="grid gap-3">
        <h2 id="take" className="text-xl font-bold">
          {t('device.work-offline', 'Work offline')}
        </h2>
        <OfflineWords state={state} />
        {surveys.length === 0 ? (
          <p className="card p-5">{t('device.no-survey', 'There is no survey to take along yet.')}</p>
        ) : (
          <ul className="grid gap-3">
            {surveys.map((survey) => (
              <SurveyToTake key={survey.id} survey={survey} isReady={state === 'ready'} />
            ))}
          </ul>
        )}
      </section>
      {room !== null && (
        <section aria-labelledby="room" className="grid gap-2">
          <h2 id="room" className="text-xl font-bold">
            {t('device.storage', 'Storage of this device')}
          </h2>
          <Room room={room} />
        </section>
      )}
    </div>
  );
}
