import { type ComponentType, lazy, type ReactNode, Suspense, useReducer } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { t } from '../../messages/text.ts';

const Waiting = ({ room, children }: { readonly room: string; readonly children: ReactNode }) => (
  <p role="status" className={`${room} rounded-lg p-2 text-quiet`}>
    {children}
  </p>
);

/** What is not loaded yet on the server is left out: it sends pages whole. */
function drawnAtServer<Props extends object>(
  load: () => Promise<{ readonly default: ComponentType<Props> }>,
  Instead: ComponentType,
): ComponentType<Props> {
  let Loaded: ComponentType<Props> | undefined;
  load().then(
    ({ default: component }) => {
      Loaded = component;
    },
    () => undefined,
  );
  return (props: Props) => (Loaded === undefined ? <Instead /> : <Loaded {...props} />);
}

/**
 * A component whose script is fetched when it is first shown. Where it cannot be fetched, as without a network, only
 * its place says so and offers to try again; what was entered around it stays.
 *
 * @param load imports the component
 * @param room class with the height it will have, so that nothing moves when it comes
 * @param isDrawnAtServer whether it belongs to what is seen of a page before its scripts are there
 */
export function onDemand<Props extends object>(
  load: () => Promise<{ readonly default: ComponentType<Props> }>,
  room = '',
  isDrawnAtServer = false,
): ComponentType<Props> {
  const Loading = () => <Waiting room={room}>{t('ui.loading', 'Loading…')}</Waiting>;
  if (typeof window === 'undefined') return isDrawnAtServer ? drawnAtServer(load, Loading) : Loading;
  // A failed import is remembered by what `lazy` returns, so another try needs another one.
  const begin = () => lazy(async () => ({ default: (await load()).default as ComponentType<object> }));
  let Loaded = begin();
  return function OnDemand(props: Props) {
    const [, renderAgain] = useReducer((times: number) => times + 1, 0);
    return (
      <ErrorBoundary
        fallbackRender={({ resetErrorBoundary }) => (
          <Waiting room={room}>
            {t('ui.part-not-loaded', 'This part could not be loaded. Check the connection.')}{' '}
            <button type="button" className="btn" onClick={resetErrorBoundary}>
              {t('ui.try-again', 'Try again')}
            </button>
          </Waiting>
        )}
        onReset={() => {
          Loaded = begin();
          renderAgain();
        }}
      >
        <Suspense fallback={<Loading />}>
          <Loaded {...props} />
        </Suspense>
      </ErrorBoundary>
    );
  };
}
