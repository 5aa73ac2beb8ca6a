import type { SheetProps } from '../sheet/sheet-props.ts';
import { message } from '@arbolito/core/message';
import { say } from '../../../messages/text.ts';

const HELPERS = [
  ['guide', message('tree-sheet.where-to-tape-2', 'Where to tape?')],
  ['tape', message('tree-sheet.tape-reading', 'Tape reading')],
  ['limit', message('tree-sheet.in-or-out-2', 'In or out?')],
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
        {say(words)}
      </button>
    ))}
  </p>
);
