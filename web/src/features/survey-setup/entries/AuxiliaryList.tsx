import { useState } from 'react';
import { call } from '../../../client/api.ts';
import { deviceId, newId, now } from '../../../client/identity.ts';
import { LinesField } from '../../../ui/lines/LinesField.tsx';
import { auxiliaryLines, type AuxiliaryPlot, readAuxiliaryList } from '../auxiliary-list/read-auxiliary-list.ts';

export interface AuxiliaryListProps {
  readonly surveyId: string;
  readonly crew: string;
  /** What is told of every plot. */
  readonly label: string;
  readonly plots: readonly AuxiliaryPlot[];
}

/** The quick figures of all plots of a survey, typed or pasted at once. */
export function AuxiliaryList({ surveyId, crew, label, plots: start }: AuxiliaryListProps) {
  const [plots, setPlots] = useState(start);
  const [text, setText] = useState(auxiliaryLines(start));
  const [said, setSaid] = useState<string | null>(null);
  const [sending, setSending] = useState(false);
  const { changed, problems } = readAuxiliaryList(text, plots);
  const keep = async (): Promise<void> => {
    setSending(true);
    setSaid(null);
    try {
      const kept = await call<AuxiliaryPlot[]>('POST', `/api/surveys/${surveyId}/auxiliary`, {
        id: newId(),
        observer: crew,
        device: deviceId(),
        madeAt: now(),
        figures: changed.map((figure) => ({ id: newId(), ...figure })),
      });
      setPlots(kept);
      setSaid(`${String(changed.length)} ${changed.length === 1 ? 'figure' : 'figures'} kept.`);
    } catch (error) {
      setSaid(error instanceof Error ? `${error.message} Nothing was kept.` : 'Nothing could be kept.');
    }
    setSending(false);
  };
  return (
    <form
      className="grid max-w-md gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
    >
      <LinesField
        name={label}
        of="a plot and its figure on a line"
        example={'1 24\n2 18.5'}
        text={text}
        problems={problems}
        onType={(next) => {
          setText(next);
          setSaid(null);
        }}
      />
      <p className="flex flex-wrap items-center gap-3">
        <button type="submit" className="btn" disabled={sending || changed.length === 0 || problems.length > 0}>
          {sending
            ? 'Keeping …'
            : changed.length === 0
              ? 'Nothing changed yet'
              : `Keep ${String(changed.length)} ${changed.length === 1 ? 'figure' : 'figures'}`}
        </button>
        <span role="status">{said}</span>
      </p>
    </form>
  );
}
