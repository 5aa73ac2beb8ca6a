import { useState } from 'react';
import { convert, type UnitSystem } from '@arbolito/core/units';
import {
  type Borderline,
  inOrOut,
  isAlongGround,
  limitingDistanceM,
  type PlotGround,
  shapeWords,
} from '@arbolito/core/plot';
import type { PlotShape } from '@arbolito/core/protocol';
import { Choice } from '../../../ui/forms/Choice.tsx';
import { InOrOutView } from '../../../shared/InOrOutView.tsx';
import { type QuantitySpec, parseQuantity } from '../../../ui/forms/quantity.ts';
import { NumberField } from '../../../ui/forms/NumberField.tsx';

interface InOrOutPanelProps {
  readonly shape: PlotShape;
  /** Slope of the plot, and how the survey lays out circles on it. */
  readonly ground: PlotGround;
  /** Of the sheet; null while nothing was read. */
  readonly dbhCm: number | null;
  readonly system: UnitSystem;
}

const UNITS = {
  metric: { length: 'm', diameter: 'cm', farthest: 200 },
  imperial: { length: 'ft', diameter: 'in', farthest: 650 },
} as const;
const TO: Readonly<Record<Borderline['to'], string>> = { face: 'to its face', pith: 'to its middle' };
const SLOPE: QuantitySpec = { label: 'slope along the tape', unit: 'pct', low: -150, high: 150 };

/** Whether the tree of the sheet is in: its own dbh, the shape of its own plot, and what was taped just now. */
export default function InOrOutPanel({ shape, ground, dbhCm, system }: InOrOutPanelProps) {
  const { length, diameter, farthest } = UNITS[system];
  const spec: QuantitySpec = { label: 'distance as taped', unit: length, low: 0, high: farthest };
  const [distance, setDistance] = useState('');
  const [slope, setSlope] = useState('0');
  const [to, setTo] = useState<Borderline['to']>('face');
  const limitM = limitingDistanceM(shape, dbhCm, ground);
  const alongGround = isAlongGround(shape, ground);
  if (shape.kind === 'rectangle' || shape.kind === 'complete-tally')
    return <p>The plot is a {shapeWords(shape, system)}: its sides decide, not a distance from its middle.</p>;
  if (dbhCm === null || limitM === null)
    return (
      <p>
        {dbhCm === null
          ? 'Read the dbh first: the limit goes by it.'
          : 'So thin a tree is on none of the circles of this plot.'}
      </p>
    );
  const taped = parseQuantity(spec, distance);
  // One radius along the ground holds in every direction: the slope of the tape does not change it.
  const steep = alongGround ? { value: 0 } : parseQuantity(SLOPE, slope);
  const outcome =
    'value' in taped && 'value' in steep
      ? inOrOut(
          shape.kind === 'variable-radius'
            ? { kind: 'point', factorM2PerHa: shape.factorM2PerHa }
            : { kind: 'plot', radiusM: limitM },
          { dbhCm, distanceM: convert(taped.value, length, 'm'), to, slopePct: steep.value },
        )
      : null;
  return (
    <div className="grid gap-4">
      <p className="text-quiet">
        Plot: {shapeWords(shape, system)}. Tape from its middle,{' '}
        {alongGround ? 'along the ground: this survey lays out one longer radius.' : 'at breast height.'}
      </p>
      <div className="grid max-w-sm gap-2">
        <NumberField spec={spec} text={distance} optional onType={setDistance} />
        {!alongGround && <NumberField spec={SLOPE} text={slope} onType={setSlope} />}
        <Choice name="Taped to" options={TO} chosen={to} onChoose={setTo} />
      </div>
      {outcome?.ok === true ? (
        <InOrOutView outcome={outcome} dbhCm={dbhCm} units={{ length, diameter }} to={to} alongGround={alongGround} />
      ) : (
        <p className="card p-4">{outcome === null ? 'Type what the tape shows.' : outcome.message}</p>
      )}
      <p className="text-quiet">
        The middle of the stem decides{alongGround ? '' : ', on the level'}; a tree on the limit is in. Bitterlich 1948.
        Look up before you walk in under a crown.
      </p>
    </div>
  );
}
