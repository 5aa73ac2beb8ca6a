import type { SheetProps } from '../sheet/sheet-props.ts';

const HELPERS = [
  ['guide', 'Where to tape?'],
  ['tape', 'Tape close up'],
  ['limit', 'In or out?'],
] as const;

/** Opens the helpers beside the sheet; whether a tree is in can be asked on a plot alone. */
export const TapingButtons = ({ onPanel, view }: Pick<SheetProps, 'onPanel' | 'view'>) => (
  <p className="flex flex-wrap gap-2">
    {HELPERS.filter(([panel]) => panel !== 'limit' || view.settings.shape !== null).map(([panel, words]) => (
      <button
        key={panel}
        type="button"
        className="btn"
        onClick={() => {
          onPanel(panel);
        }}
      >
        {words}
      </button>
    ))}
  </p>
);
