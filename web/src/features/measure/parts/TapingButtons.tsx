import type { SheetProps } from './sheet-props.ts';

/** Opens the helpers for taking a diameter. */
export const TapingButtons = ({ onPanel, view }: Pick<SheetProps, 'onPanel' | 'view'>) => (
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
    {view.settings.shape !== null && (
      <button
        type="button"
        className="btn"
        onClick={() => {
          onPanel('limit');
        }}
      >
        In or out?
      </button>
    )}
  </p>
);
