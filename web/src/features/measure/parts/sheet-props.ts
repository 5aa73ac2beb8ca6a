import type { RefObject } from 'react';
import type { Finding } from '@arbolito/core/estimate';
import type { CallToken } from '@arbolito/core/survey';
import type { SheetStore, SheetView, Slot } from '../store.ts';
import type { KeepState } from '../use-keep.ts';

/** What both shapes of the sheet, desk and phone, are given. */
export interface SheetProps {
  readonly view: SheetView;
  readonly store: SheetStore;
  readonly now: Slot | null;
  readonly tokens: readonly CallToken[];
  readonly calloutRef: RefObject<HTMLInputElement | null>;
  readonly dismissed: ReadonlySet<string>;
  readonly keepState: KeepState;
  readonly canKeep: boolean;
  /** Whether the sheet differs from the tree on the record. */
  readonly isChanged: boolean;
  /** Back to the tree on the record, or to an empty sheet. Can be undone. */
  readonly onStartOver: () => void;
  readonly speciesName: string | undefined;
  readonly heightText: string | null;
  readonly onDismiss: (code: string) => void;
  readonly onFocusSlot: (slot: Slot) => void;
  readonly onStep: (from: Slot, back: boolean) => void;
  readonly onKeep: () => void;
  readonly onLine: (line: string) => void;
  readonly onTouched: () => void;
}

/** The finding that stops a reading, to be shown at its field. */
export const problemAt = (view: SheetView, { measure, spec }: Slot): Finding | null =>
  view.findings.find(
    (finding) =>
      finding.measure === measure &&
      finding.reading === spec.key &&
      finding.severity === 'stop' &&
      finding.code !== 'reading.missing',
  ) ?? null;

/** What the drawing shows, in words. */
export const drawingLabel = (view: SheetView, speciesName: string | undefined): string => {
  const { height, diameter } = view;
  const tall =
    height === null
      ? 'height not known yet'
      : `${height.printed.value} ${height.printed.unit} tall, plus or minus ${height.printed.standardError}`;
  const thick =
    diameter === null ? 'diameter not known yet' : `${diameter.printed.value} ${diameter.printed.unit} thick`;
  return `Drawing to scale: ${speciesName ?? 'tree'}, ${tall}, ${thick}`;
};
