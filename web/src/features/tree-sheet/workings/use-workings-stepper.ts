import { useState } from 'react';
import { readingsOfSteps } from '@arbolito/core/measurement';
import { methodOf } from '@arbolito/core/callout';
import type { DrawnMeasure } from '../../../shared/elevation/Elevation.tsx';
import type { Walk } from './Workings.tsx';
import type { SheetView } from '../store.ts';

/** Where on the drawing the readings lie that a line of the workings rests on. */
function placesOf({ draft, reckoned, unitSystem, dbh }: SheetView, line: number): DrawnMeasure {
  const { description, ...method } = methodOf(draft, { measure: 'height', stem: 1 });
  const readings = reckoned.heights.heights[0]?.readings ?? {};
  const context = { unitSystem, ...(dbh === null ? {} : { dbhCm: dbh.value }) };
  const steps = readingsOfSteps({ description, ...method }, readings, context);
  const keys = steps[Math.min(line, steps.length - 1)] ?? [];
  return new Set(description.readings.filter(({ key }) => keys.includes(key)).map(({ place }) => place));
}

/** Walking through the workings of the height, one line after the other lit up on the drawing. */
export function useWorkingsStepper(view: SheetView): {
  readonly walk: Walk | undefined;
  readonly shown: DrawnMeasure | null;
} {
  const [line, setLine] = useState<number | null>(null);
  const isOfFirst = view.height !== null && (view.draft.keptHeight ?? 1) === 1;
  const { picture } = methodOf(view.draft, { measure: 'height', stem: 1 }).description;
  if (!isOfFirst || !picture.observer) return { walk: undefined, shown: null };
  return { walk: { line, onLine: setLine }, shown: line === null ? null : placesOf(view, line) };
}
