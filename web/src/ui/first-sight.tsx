import type { ComponentType } from 'react';
import { t } from '../messages/text.ts';
import { AtServer, type ReaderAtServer } from './reader.ts';

/**
 * A view as the server draws it: it is seen while its script is on the way, and cannot be used until that has taken its place.
 *
 * @returns takes what the view takes, and whom it is drawn for
 */
export function firstSightOf<Props extends object>(View: ComponentType<Props>) {
  return function FirstSight({ reader, ...props }: Props & { readonly reader: ReaderAtServer }) {
    return (
      <AtServer value={reader}>
        <p role="status" className="sr-only">
          {t('ui.loading', 'Loading…')}
        </p>
        <fieldset disabled inert className="first-sight">
          <View {...(props as unknown as Props)} />
        </fieldset>
      </AtServer>
    );
  };
}
