import type { RefObject } from 'react';
import type { Finding } from '@arbolito/core/estimate';
import { convert, printRounded } from '@arbolito/core/quantity';
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
  /** Adds a stem and brings its first reading into hand. */
  readonly onAddStem: () => void;
  /** The helper that is open beside the sheet. */
  readonly panel: 'guide' | 'tape' | null;
  readonly onPanel: (panel: 'guide' | 'tape' | null) => void;
}

/** What an empty point means: the survey's breast height. */
export const breastHeightText = ({ breastHeightM, unitSystem }: SheetView['settings']): string =>
  unitSystem === 'metric' ? printRounded(breastHeightM, 2) : printRounded(convert(breastHeightM, 'm', 'ft'), 2);

/** A reading's name, with its stem where there are several. */
export const slotLabel = ({ stem, spec }: Slot): string => (stem > 1 ? `stem ${stem}: ${spec.label}` : spec.label);

/** The finding that stops a reading, to be shown at its field. */
export const problemAt = (view: SheetView, { measure, stem, spec }: Slot): Finding | null =>
  view.findings.find(
    (finding) =>
      finding.measure === measure &&
      finding.stem === stem &&
      finding.reading === spec.key &&
      finding.severity === 'stop' &&
      finding.code !== 'reading.missing',
  ) ?? null;

/** What the drawing shows, in words. */
export const drawingLabel = (view: SheetView, speciesName: string | undefined): string => {
  const { height, dbh } = view;
  const tall =
    height === null
      ? 'height not known yet'
      : `${height.printed.value} ${height.printed.unit} tall, plus or minus ${height.printed.standardError}`;
  const stems = view.reckoned.stems.length;
  const thick =
    dbh === null
      ? stems > 1
        ? `${stems} stems`
        : 'diameter not known yet'
      : `${dbh.printed.value} ${dbh.printed.unit} thick`;
  return `Drawing to scale: ${speciesName ?? 'tree'}, ${tall}, ${thick}`;
};
