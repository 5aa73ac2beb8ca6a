import type { RefObject } from 'react';
import { estimateOf, type Finding } from '@arbolito/core/uncertainty';
import { convert, printRounded } from '@arbolito/core/units';
import { HEIGHT_ASKS, heightNoOf, type HeightNote } from '@arbolito/core/tree';
import type { CallToken } from '@arbolito/core/callout';
import type { DrawnMeasure } from '../../../shared/elevation/Elevation.tsx';
import type { Walk } from '../workings/Workings.tsx';
import type { PersonView } from '../../../contracts/people.ts';
import type { SheetStore, SheetView, Slot } from '../store.ts';
import type { KeepState } from './use-keep.ts';
import { t, say } from '../../../messages/text.ts';
import type { Text } from '@arbolito/core/message';

/** What both shapes of the sheet, desk and phone, are given. */
export interface SheetProps {
  readonly view: SheetView;
  readonly store: SheetStore;
  readonly now: Slot | null;
  readonly tokens: readonly CallToken[];
  readonly calloutRef: RefObject<HTMLInputElement | null>;
  readonly dismissed: ReadonlySet<string>;
  readonly keepState: KeepState;
  /** A tree of no plot: it is saved in the notebook. */
  readonly isLoose: boolean;
  /** Whether the sheet differs from the tree on the record. */
  readonly isChanged: boolean;
  /** Back to the tree on the record, or to an empty sheet. Can be undone. */
  readonly onStartOver: () => void;
  readonly speciesName: string | undefined;
  /** Code of the species of the tree before; empty at the first. */
  readonly lastSpecies: string;
  readonly heightText: string | null;
  readonly onDismiss: (code: string) => void;
  readonly onFocusSlot: (slot: Slot) => void;
  /** Told after the boxes of the readings were drawn. */
  readonly onDrawn: () => void;
  readonly onStep: (from: Slot, back: boolean) => void;
  readonly onKeep: () => void;
  readonly onLine: (line: string) => void;
  readonly onTouched: () => void;
  /** Adds a stem and brings its first reading into hand. */
  readonly onAddStem: () => void;
  readonly onAddHeight: (note: Omit<HeightNote, 'heightNo'>) => void;
  /** The plot that the tree stands on; null for a tree without one. */
  readonly plotId: string | null;
  /** Photos of a tree of the notebook; null for any other tree. */
  readonly photosOf: { readonly address: string; readonly caption: string; readonly observer: string } | null;
  /** Everybody who may measure, and who does. */
  readonly people: readonly PersonView[];
  readonly onPerson: (person: PersonView | null) => void;
  /** Through the workings of the height; left out where they are not those of the first. */
  readonly walk: Walk | undefined;
  /** What the line in hand rests on. */
  readonly shown: DrawnMeasure | null;
  /** The helper that is open beside the sheet. */
  readonly panel: 'guide' | 'tape' | 'limit' | null;
  readonly onPanel: (panel: 'guide' | 'tape' | 'limit' | null) => void;
}

/** What an empty point means: the survey's breast height. */
export const breastHeightText = ({ breastHeightM, unitSystem }: SheetView['settings']): string =>
  unitSystem === 'metric' ? printRounded(breastHeightM, 2) : printRounded(convert(breastHeightM, 'm', 'ft'), 2);

const heightOfSlot = (view: SheetView, slot: Slot) =>
  view.reckoned.heights.heights.find(({ heightNo }) => heightNo > 1 && heightNo === heightNoOf(slot));

/** A reading's name, with its stem or its height where there are several. */
export const slotLabel = (view: SheetView, slot: Slot): Text => {
  const { stem, spec } = slot;
  const height = heightOfSlot(view, slot);
  if (stem > 1) return t('tree-sheet.stem-5', 'stem {stem}: {label}', { stem, label: spec.label });
  if (height === undefined) return spec.label;
  return height.sameStation ? height.name : `${say(height.name)} (${height.heightNo}): ${say(spec.label)}`;
};

/** What to do for a reading, in words; for a height that ends elsewhere than at the tip, what to sight instead. */
export const askOf = (view: SheetView, slot: Slot): Text => {
  const height = heightOfSlot(view, slot);
  const of = height?.of ?? 'total';
  const isSight = slot.measure === 'height' && slot.spec.place === 'tip' && slot.spec.quantity === 'slope';
  const ask = of === 'total' || !isSight ? slot.spec.ask : HEIGHT_ASKS[of];
  return slot.stem > 1
    ? t('tree-sheet.stem-6', 'Stem {stem}. {ask}', { stem: slot.stem, ask })
    : height === undefined
      ? say(ask)
      : t('tree-sheet.height-and-ask', '{Name}. {ask}', { Name: height.name, ask });
};

/** Thinner trees can be shaken to see their tip. */
const SAPLING_CM = 10;

/** How to take a reading well; of the tip of a thin live tree, how to find it. */
export const hintOf = (view: SheetView, slot: Slot): string => {
  const { hint } = slot.spec;
  const dbhCm = view.dbh?.value ?? Infinity;
  const isSapling = slot.spec.place === 'tip' && slot.spec.quantity === 'slope' && dbhCm < SAPLING_CM;
  if (isSapling)
    return t(
      'tree-sheet.hint-sapling',
      'To find the tip of a thin live tree, look up first, then have it shaken. Never shake a dead or hung-up tree.',
    );
  return hint === undefined ? '' : say(hint);
};

/** The finding that stops a reading, to be shown at its field. */
export const problemAt = (view: SheetView, slot: Slot): Finding | null =>
  view.findings.find(
    (finding) =>
      finding.measure === slot.measure &&
      finding.stem === slot.stem &&
      (finding.heightNo ?? 1) === heightNoOf(slot) &&
      finding.reading === slot.spec.key &&
      finding.severity === 'stop' &&
      finding.code !== 'reading.missing',
  ) ?? null;

/** What the drawing shows, in words. */
export const drawingLabel = (view: SheetView, speciesName: string | undefined): string => {
  const { height, dbh } = view;
  const tall =
    height === null
      ? t('tree-sheet.height-not-known-yet', 'height not known yet')
      : t('tree-sheet.tall-plus-or-minus', '{value} {unit} tall, plus or minus {standardError}', {
          value: height.printed.value,
          unit: height.printed.unit,
          standardError: height.printed.standardError,
        });
  const others = view.reckoned.heights.heights.slice(1).flatMap(({ name, outcome }) => {
    const estimate = outcome === null ? null : estimateOf(outcome);
    return estimate === null
      ? []
      : [
          t('tree-sheet.at', ', {name} at {value} {unit}', {
            name,
            value: estimate.printed.value,
            unit: estimate.printed.unit,
          }),
        ];
  });
  const stems = view.reckoned.stems.length;
  const thick =
    dbh === null
      ? stems > 1
        ? t('tree-sheet.stem-count', '{stems, plural, one {# stem} other {# stems}}', { stems })
        : t('tree-sheet.diameter-not-known-yet', 'diameter not known yet')
      : t('tree-sheet.diameter-of', 'diameter {value} {unit}', { value: dbh.printed.value, unit: dbh.printed.unit });
  return t('tree-sheet.drawing-to-scale', 'Drawing to scale: {speciesName}, {tall}, {thick}{join}', {
    speciesName: speciesName ?? t('tree-sheet.tree', 'tree'),
    tall,
    thick,
    join: others.join(''),
  });
};
