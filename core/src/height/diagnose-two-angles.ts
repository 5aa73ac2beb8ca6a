import type { Finding, SuggestedFix } from '../uncertainty/index.ts';
import { type Diagnosis, printReading, readingOf, type Readings, type ReadingSpec } from '../measurement/index.ts';
import {
  convert,
  isSlopeUnit,
  printAsRead,
  printRounded,
  slopeTangent,
  slopeTangentRate,
  type SlopeUnit,
  unitOf,
} from '../units/index.ts';
import { isPlausibleHeight, oddness, plausibleHeight, printDbh, usualHeights } from './plausible-height.ts';
import { belowBreastHeight } from './diagnose-height.ts';
import { HEIGHT_FINDINGS, heightFinding } from './height-findings.ts';
import { message, joined } from '../message/index.ts';

/** A crew on an ordinary tape stands within this of the mark it means to stand on. */
const NEAR_A_MARK_M = 0.3;
const EYE_HEIGHT_M = 1.6;
/** Scales that stand side by side on common instruments, and are mistaken for each other. */
const COMMON_SCALES = ['pct', 'deg', 'm20', 'm15'] as const satisfies readonly SlopeUnit[];

/** A sign that changes the height by less than this share is not asked about. */
const MATTERS = 0.04;

interface Sight {
  readonly value: number;
  readonly unit: SlopeUnit;
}

const sight = (readings: Readings, key: string): Sight => {
  const { value, unit } = readingOf(readings, key);
  return { value, unit: isSlopeUnit(unit) ? unit : 'pct' };
};

/** What can be said of two sights and a distance. */
export function diagnoseTwoAngles(
  diagnosis: Diagnosis,
  specs: Readonly<Record<'top' | 'base' | 'distance', ReadingSpec>>,
): Finding[] {
  const { readings, value, print, recompute } = diagnosis;
  const top = sight(readings, 'top');
  const base = sight(readings, 'base');
  const say = (key: 'top' | 'base', reading: Sight) => printReading(specs[key], reading);
  const flip = (key: 'top' | 'base', reading: Sight): SuggestedFix => {
    const flipped = { ...readingOf(readings, key), value: -reading.value };
    const becomes = recompute({ [key]: flipped });
    return {
      label: message('height.change-to', 'Change {key} to {specs}', { key, specs: printReading(specs[key], flipped) }),
      measure: 'height',
      changes: [{ reading: key, text: printAsRead(flipped.value, true), unit: reading.unit }],
      ...(becomes > 0 ? { becomes: print(becomes) } : {}),
    };
  };

  const topTangent = slopeTangent(top.value, top.unit);
  const baseTangent = slopeTangent(base.value, base.unit);
  if (topTangent <= baseTangent) {
    const suggestedFixes: SuggestedFix[] = [swap(top, base, recompute(swapped(readings)), print)];
    if (top.value < 0) suggestedFixes.unshift(flip('top', top));
    else if (base.value > 0) suggestedFixes.unshift(flip('base', base));
    return [
      heightFinding(
        HEIGHT_FINDINGS.topBelowBase,
        'stop',
        'top',
        message('height.the-top-is-below-the', 'The top is below the base'),
        message(
          'height.top-is-not-above-base',
          'Top {say} is not above base {say2}: the tree would have no height. A sign is missing, or the two readings are exchanged.',
          { say: say('top', top), say2: say('base', base) },
        ),
        suggestedFixes.filter((fix) => fix.becomes !== undefined),
      ),
    ];
  }

  const findings: Finding[] = [];
  if (baseTangent > 0) {
    const fix = flip('base', base);
    const otherwise = recompute({ base: { ...readingOf(readings, 'base'), value: -base.value } });
    findings.push(
      heightFinding(
        HEIGHT_FINDINGS.baseAboveEye,
        Math.abs(otherwise - value) < MATTERS * value ? 'note' : 'check',
        'base',
        message('height.the-base-is-above-the', 'The base is above the eye'),
        message(
          'height.both-readings-are-above-horizontal',
          'Both readings are above horizontal, so the base is above your eye and its reading is subtracted. If the base was below, change {say} to {say2}: {becomes} instead of {value}.',
          {
            say: say('base', base),
            say2: say('base', { ...base, value: -base.value }),
            becomes: fix.becomes ?? '',
            value: print(value),
          },
        ),
        [fix],
      ),
    );
  }
  // A stump or a first branch may well lie below the eye.
  if (topTangent < 0 && diagnosis.context.heightOf !== 'part') {
    const fix = flip('top', top);
    findings.push(
      heightFinding(
        HEIGHT_FINDINGS.topBelowEye,
        'check',
        'top',
        message('height.the-top-is-below-the-eye', 'The top is below the eye'),
        message(
          'height.both-readings-are-below-horizontal',
          'Both readings are below horizontal: you look down on the whole tree. If the top was above you, change {say} to {say2}: {becomes} instead of {value}.',
          {
            say: say('top', top),
            say2: say('top', { ...top, value: -top.value }),
            becomes: fix.becomes ?? '',
            value: print(value),
          },
        ),
        [fix],
      ),
    );
  }
  // One slip explains enough: where a sign does, neither scale nor proportions are doubted as well.
  const signExplains = findings.some(({ reading }) => {
    const flipped = readingOf(readings, reading ?? 'base');
    const otherwise = recompute({ [reading ?? 'base']: { ...flipped, value: -flipped.value } });
    const { dbhCm } = diagnosis.context;
    return isPlausibleHeight(otherwise, dbhCm) && oddness(otherwise, dbhCm) < oddness(value, dbhCm);
  });
  const scale = signExplains ? [] : wrongScale(diagnosis, top, base);
  const scaleMends = scale.flatMap((finding) => finding.suggestedFixes).slice(0, 1);
  const proportions = signExplains ? [] : unlikely(diagnosis, scaleMends);
  return [...findings, ...scale, ...proportions, ...tooClose(diagnosis, top, specs.distance)];
}

const swapped = (readings: Readings): Readings => ({
  top: readingOf(readings, 'base'),
  base: readingOf(readings, 'top'),
});

const swap = (top: Sight, base: Sight, becomes: number, print: Diagnosis['print']): SuggestedFix => ({
  label: message('height.exchange-top-and-base', 'Exchange top and base'),
  measure: 'height',
  changes: [
    { reading: 'top', text: printAsRead(base.value, true), unit: base.unit },
    { reading: 'base', text: printAsRead(top.value, true), unit: top.unit },
  ],
  ...(becomes > 0 ? { becomes: print(becomes) } : {}),
});

/** Standing farther away is worth the walk where a degree then counts for this share of what it does here, or less. */
const GAINS_BELOW = 0.95;

/** Steeper than 45° each further degree is worth more than at the stand-off where the top is seen under 45°. */
function tooClose({ readings, value, context }: Diagnosis, top: Sight, distanceSpec: ReadingSpec): Finding[] {
  if (slopeTangent(top.value, top.unit) <= 1) return [];
  const distance = readingOf(readings, 'distance');
  const distanceM = convert(distance.value, distance.unit, 'm');
  const unit = context.unitSystem === 'metric' ? 'm' : 'ft';
  const backM = Math.max(value - EYE_HEIGHT_M, distanceM);
  const back = Math.ceil(convert(backM, 'm', distance.unit));
  const perDegree = (standOffM: number, tangent: number): number =>
    convert(standOffM * (1 + tangent * tangent) * (Math.PI / 180), 'm', unit);
  const rise = distanceM * slopeTangent(top.value, top.unit);
  const [here, there] = [perDegree(distanceM, slopeTangent(top.value, top.unit)), perDegree(backM, rise / backM)];
  // Just over 45° a degree is worth about the same from farther away: then there is nothing to gain by reading again.
  if (there > GAINS_BELOW * here)
    return [
      heightFinding(
        HEIGHT_FINDINGS.tooClose,
        'note',
        'distance',
        message('height.closer-than-one-tree-height', 'Closer than one tree height'),
        message(
          'height.the-top-is-steeper-than',
          'The top is steeper than 45°. A broad crown may hide its tip from here.',
        ),
      ),
    ];
  const spec = distanceSpec.range[distance.unit];
  const fits = spec === undefined || back <= spec[1];
  return [
    heightFinding(
      HEIGHT_FINDINGS.tooClose,
      'check',
      'distance',
      message('height.closer-than-one-tree-height', 'Closer than one tree height'),
      message(
        'height.the-top-is-steeper-than-45',
        'The top is steeper than 45°. Here one degree changes the height by {here} {unit}; from {back} {unit} it is {there} {unit}, and a broad crown hides its tip less. Go back and read again if you can.',
        { here: printRounded(here, 2), unit, back: String(back), there: printRounded(there, 2) },
      ),
      fits
        ? [
            {
              label: message('height.stand-at-and-read-again', 'Stand at {back} {unit} and read again', {
                back: String(back),
                unit: distance.unit,
              }),
              measure: 'height',
              changes: [
                { reading: 'distance', text: String(back), unit: distance.unit },
                { reading: 'top', text: '', unit: top.unit },
                { reading: 'base', text: '', unit: top.unit },
              ],
            },
          ]
        : [],
    ),
  ];
}

const STAND_MARKS = { m15: 15, m20: 20 } as const;

/** The same figures on another scale: offered where the stand-off or the dbh speaks for it. */
function wrongScale({ readings, value, context, recompute, print }: Diagnosis, top: Sight, base: Sight): Finding[] {
  const { dbhCm } = context;
  if (context.heightOf === 'part') return [];
  const distance = readingOf(readings, 'distance');
  const distanceM = convert(distance.value, distance.unit, 'm');
  const implausible = !isPlausibleHeight(value, dbhCm);
  const candidates = COMMON_SCALES.filter((unit) => unit !== top.unit)
    .filter((unit) => unit !== 'deg' || Math.max(Math.abs(top.value), Math.abs(base.value)) < 84)
    .map((unit) => ({
      unit,
      heightM: recompute({ top: { value: top.value, unit }, base: { value: base.value, unit } }),
      atItsMark: (unit === 'm15' || unit === 'm20') && Math.abs(distanceM - STAND_MARKS[unit]) <= NEAR_A_MARK_M,
    }))
    .filter(({ heightM }) => Number.isFinite(heightM) && heightM > 1.3 && heightM < 130)
    .filter(({ heightM, unit, atItsMark }) => {
      if (!isPlausibleHeight(heightM, dbhCm)) return false;
      return implausible || (atItsMark && isOtherMetreScale(top.unit, unit));
    })
    .sort((a, b) => Number(b.atItsMark) - Number(a.atItsMark) || oddness(a.heightM, dbhCm) - oddness(b.heightM, dbhCm));
  const [best] = candidates;
  if (best === undefined) return [];
  const reason = implausible
    ? message('height.is-unusual-for', '{value} is unusual for {value2}.', {
        value: print(value),
        value2:
          dbhCm === undefined
            ? message('height.a-tree', 'a tree')
            : message('height.a-dbh-of', 'a dbh of {dbhCm}', { dbhCm: printDbh(dbhCm, context.unitSystem) }),
      })
    : message('height.at-the-other-scale-is', 'At {value} {unit} the other scale is often read by mistake.', {
        value: printAsRead(distance.value),
        unit: distance.unit,
      });
  return [
    heightFinding(
      HEIGHT_FINDINGS.wrongScale,
      'check',
      'top',
      message('height.possibly-the-wrong-scale', 'Possibly the wrong scale'),
      message(
        'height.the-readings-are-taken-as',
        'The readings are taken as {words}. {reason} If they were read in {words2}, the height is {heightM} instead of {value}.',
        {
          words: unitOf(top.unit).words,
          reason,
          words2: unitOf(best.unit).words,
          heightM: print(best.heightM),
          value: print(value),
        },
      ),
      candidates.slice(0, 2).map(({ unit, heightM }) => ({
        label: message('height.change-scale-to', 'Change scale to {words}', { words: unitOf(unit).words }),
        measure: 'height',
        changes: [
          { reading: 'top', text: printAsRead(top.value, true), unit },
          { reading: 'base', text: printAsRead(base.value, true), unit },
        ],
        becomes: print(heightM),
      })),
    ),
  ];
}

const isOtherMetreScale = (read: SlopeUnit, other: SlopeUnit): boolean =>
  (read === 'm15' && other === 'm20') || (read === 'm20' && other === 'm15');

/** A height outside the band of its dbh, with the one changed reading that would explain it best. */
function unlikely(
  { readings, value, context, recompute, print }: Diagnosis,
  scaleMends: readonly SuggestedFix[],
): Finding[] {
  const { dbhCm, breastHeightM = 1.3 } = context;
  if (dbhCm === undefined || context.heightOf === 'part' || isPlausibleHeight(value, dbhCm)) return [];
  if (value < breastHeightM) return [belowBreastHeight(print(value), 'top')];
  const top = readingOf(readings, 'top');
  const base = readingOf(readings, 'base');
  const distance = readingOf(readings, 'distance');
  const rate = isSlopeUnit(top.unit) ? slopeTangentRate(top.value, top.unit) : 0;
  const variants: readonly { readonly key: string; readonly value: number; readonly signed: boolean }[] = [
    { key: 'base', value: -base.value, signed: true },
    { key: 'top', value: -top.value, signed: true },
    { key: 'top', value: top.value * 10, signed: true },
    { key: 'top', value: top.value / 10, signed: true },
    { key: 'distance', value: distance.value * 10, signed: false },
    { key: 'distance', value: distance.value / 10, signed: false },
  ];
  const possible = variants
    .filter(({ key, value: changed }) => rate > 0 && changed !== readings[key]?.value)
    .map((variant) => ({
      ...variant,
      unit: readingOf(readings, variant.key).unit,
      heightM: recompute({ [variant.key]: { ...readingOf(readings, variant.key), value: variant.value } }),
    }))
    .filter(({ key, value: changed, unit }) =>
      key === 'distance'
        ? convert(changed, unit, 'm') >= 2 && convert(changed, unit, 'm') <= 120
        : unit !== 'deg' || Math.abs(changed) < 84,
    )
    .filter(({ heightM }) => isPlausibleHeight(heightM, dbhCm))
    .sort((a, b) => oddness(a.heightM, dbhCm) - oddness(b.heightM, dbhCm));
  const [best] = possible;
  const text = (variant: { readonly value: number; readonly signed: boolean; readonly unit: string }) =>
    printAsRead(variant.value, variant.signed);
  return [
    heightFinding(
      HEIGHT_FINDINGS.slenderness,
      'check',
      null,
      value > plausibleHeight(dbhCm).highM
        ? message('height.very-tall-for-this-dbh', 'Very tall for this dbh')
        : message('height.very-short-for-this-dbh', 'Very short for this dbh'),
      joined([
        usualHeights(value, dbhCm, context.unitSystem),
        best === undefined
          ? message('height.check-tip-distance-and-tape', 'Check tip, distance and tape again.')
          : message('height.if-was-the-height-is', 'If {key} was {best} {symbol}, the height is {heightM}.', {
              key: best.key,
              best: text(best),
              symbol: unitOf(best.unit).symbol,
              heightM: print(best.heightM),
            }),
      ]),
      best === undefined && scaleMends.length > 0
        ? scaleMends
        : best === undefined
          ? [
              {
                label: message('height.clear-the-top-and-read', 'Clear the top and read it again'),
                measure: 'height',
                changes: [{ reading: 'top', text: '', unit: top.unit }],
              },
            ]
          : [
              {
                label: message('height.change-to-2', 'Change {key} to {best} {symbol}', {
                  key: best.key,
                  best: text(best),
                  symbol: unitOf(best.unit).symbol,
                }),
                measure: 'height',
                changes: [{ reading: best.key, text: text(best), unit: best.unit }],
                becomes: print(best.heightM),
              },
            ],
    ),
  ];
}
