import { useStore } from '@nanostores/react';
import { otherCrews } from '../../../client/device/live.ts';
import { t } from '../../../messages/text.ts';

/** Who else is at work in the survey. */
export function OtherCrews({ plotId }: { readonly plotId: string }) {
  const crews = useStore(otherCrews);
  if (crews.length === 0) return null;
  return (
    <ul role="status" className="flex flex-wrap gap-x-4 border-t border-line px-3 py-1 md:px-5">
      {crews.map(({ crew, device, plotId: at, plotLabel }) => (
        <li key={device}>
          {at === plotId
            ? t('tally.crew-is-here', '{crew} is in this plot as well.', { crew })
            : t('tally.crew-is-in-plot', '{crew} is in plot {label}.', { crew, label: plotLabel })}
        </li>
      ))}
    </ul>
  );
}
