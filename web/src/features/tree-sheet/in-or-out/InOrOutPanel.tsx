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
import { t, say } from '../../../messages/text.ts';
import { message, type Text } from '@arbolito/core/message';

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
const TO: Readonly<Record<Borderline['to'], Text>> = {
  face: message('tree-sheet.to-its-face', 'to its face'),
  pith: message('tree-sheet.to-its-pith', 'to its pith'),
};
const SLOPE: QuantitySpec = {
  label: message('tree-sheet.slope-along-the-tape', 'slope along the tape'),
  unit: 'pct',
  low: -150,
  high: 150,
};

/** Whether the tree of the sheet is in: its own dbh, the shape of its own plot, and what was taped just now. */
export default function InOrOutPanel({ shape, ground, dbhCm, system }: InOrOutPanelProps) {
  const { length, diameter, farthest } = UNITS[system];
  const spec: QuantitySpec = {
    label: t('tree-sheet.distance-by-tape', 'distance by tape'),
    unit: length,
    low: 0,
    high: farthest,
  };
  const [distance, setDistance] = useState('');
  const [slope, setSlope] = useState('0');
  const [to, setTo] = useState<Borderline['to']>('face');
  const limitM = limitingDistanceM(shape, dbhCm, ground);
  const alongGround = isAlongGround(shape, ground);
  if (shape.kind === 'rectangle' || shape.kind === 'complete-tally')
    return (
      <p>
        {t('tree-sheet.the-plot-is-a-its', 'The plot is a {shape}. Its sides decide, not a distance from the centre.', {
          shape: shapeWords(shape, system),
        })}
      </p>
    );
  if (dbhCm === null || limitM === null)
    return (
      <p>
        {dbhCm === null
          ? t('tree-sheet.enter-the-dbh-first-the', 'Enter the dbh first. The limiting distance depends on it.')
          : t('tree-sheet.the-tree-is-too-thin', 'The tree is too thin for every circle of this plot.')}
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
        {t(
          'tree-sheet.plot-measure-from-the-centre',
          '{along, select, slope {Plot: {shape}. Measure from the centre along the ground: this survey lays out one longer radius.} other {Plot: {shape}. Measure from the centre at breast height.}}',
          { shape: shapeWords(shape, system), along: alongGround ? 'slope' : 'level' },
        )}
      </p>
      <div className="grid max-w-sm gap-2">
        <NumberField spec={spec} text={distance} optional onType={setDistance} />
        {!alongGround && <NumberField spec={SLOPE} text={slope} onType={setSlope} />}
        <Choice name={t('tree-sheet.measured-to', 'Measured to')} options={TO} chosen={to} onChoose={setTo} />
      </div>
      {outcome?.ok === true ? (
        <InOrOutView outcome={outcome} dbhCm={dbhCm} units={{ length, diameter }} to={to} alongGround={alongGround} />
      ) : (
        <p className="card p-4">
          {say(
            outcome === null
              ? t('tree-sheet.enter-the-distance-on-the', 'Enter the distance on the tape.')
              : outcome.message,
          )}
        </p>
      )}
      <p className="text-quiet">
        {t(
          'tree-sheet.the-pith-of-the-stem',
          '{along, select, slope {The pith of the stem decides; a tree on the limit is in. Bitterlich 1948. Look up before you walk in under a crown.} other {The pith of the stem decides, measured horizontally; a tree on the limit is in. Bitterlich 1948. Look up before you walk in under a crown.}}',
          { along: alongGround ? 'slope' : 'level' },
        )}{' '}
      </p>
    </div>
  );
}
