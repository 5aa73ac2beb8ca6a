import type { SheetProps } from './sheet-props.ts';

/** Opens the helpers for taking a diameter. */
export const TapingButtons = ({ onPanel }: Pick<SheetProps, 'onPanel'>) => (
  <p className="flex flex-wrap gap-2">
    <button
      type="button"
      className="btn"
      onClick={() => {
        onPanel('guide');
      }}
    >
      Where to tape?
    </button>
    <button
      type="button"
      className="btn"
      onClick={() => {
        onPanel('tape');
      }}
    >
      Tape close up
    </button>
  </p>
);
