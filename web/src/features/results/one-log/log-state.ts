import { hoppusFt, jasM3, LOG_RULES, ruleDoubt, scaledBoardFeet } from '@arbolito/core/log-rules';
import type { LogRuleId } from '@arbolito/core/protocol';
import { convert } from '@arbolito/core/units';
import { hossfeldM3, huberM3, newtonM3, smalianM3 } from '@arbolito/core/taper';
import { t } from '../../../messages/text.ts';
import type { Text } from '@arbolito/core/message';

/** A log as it was taped: diameters under bark in cm, its length in m. What was not taped is null. */
export interface TapedLog {
  readonly lengthM: number;
  readonly topCm: number;
  readonly buttCm: number | null;
  readonly middleCm: number | null;
  /** A third of the length up from the butt. */
  readonly thirdCm: number | null;
}

export type LogKey = 'length' | 'top' | 'butt' | 'middle' | 'third';

/** What cannot be of one log, at which of its figures: it may not grow thicker towards its top. */
export function logProblems({ topCm, buttCm, middleCm, thirdCm }: TapedLog): Partial<Record<LogKey, string>> {
  const below: readonly (readonly [LogKey, string, number | null])[] = [
    ['butt', 'butt', buttCm],
    ['third', t('results.diameter-at-one-third', 'one-third'), thirdCm],
    ['middle', 'middle', middleCm],
    ['top', 'top', topCm],
  ];
  const taped = below.filter((each): each is readonly [LogKey, string, number] => each[2] !== null);
  const problems: Partial<Record<LogKey, string>> = {};
  taped.slice(1).forEach(([key, name, diameterCm], i) => {
    const [, belowName, belowCm] = taped[i] ?? [key, '', Infinity];
    if (diameterCm > belowCm)
      problems[key] = t(
        'results.the-diameter-is-larger-than',
        'The {name} diameter is larger than the {belowName} diameter below it. Check both readings: one may be wrong, or they were exchanged.',
        { name, belowName },
      );
  });
  return problems;
}

export interface RuleRow {
  readonly id: LogRuleId;
  readonly name: Text;
  /** By the rule's formula, and as it is read off its table. */
  readonly boardFeet: number;
  readonly scaled: number;
  readonly doubt: Text | null;
}

/** The log by every board-foot rule. */
export const ruleRows = ({ topCm, lengthM }: TapedLog): readonly RuleRow[] => {
  // A diameter that was typed in inches comes back as those inches.
  const dibIn = Number(convert(topCm, 'cm', 'in').toFixed(6));
  const lengthFt = Number(convert(lengthM, 'm', 'ft').toFixed(6));
  return (Object.keys(LOG_RULES) as LogRuleId[]).map((id) => ({
    id,
    name: LOG_RULES[id].name,
    boardFeet: LOG_RULES[id].boardFeet(dibIn, lengthFt),
    scaled: scaledBoardFeet(id, dibIn, lengthFt),
    doubt: ruleDoubt(id, Number(dibIn.toFixed(2))),
  }));
};

export interface CubicRow {
  readonly name: string;
  readonly from: string;
  /** Null where a diameter that it asks for was not taped. */
  readonly volumeM3: number | null;
}

const M3_PER_FT3 = 0.3048 ** 3;

/** The log's cubic content by every way, those that lack a diameter among them. */
export function cubicRows({ lengthM, topCm, buttCm, middleCm, thirdCm }: TapedLog): readonly CubicRow[] {
  const girthIn = middleCm === null ? null : Math.PI * convert(middleCm, 'cm', 'in');
  return [
    {
      name: t('results.smalian', 'Smalian'),
      from: t('results.butt-and-top', 'butt and top'),
      volumeM3: buttCm === null ? null : smalianM3(buttCm, topCm, lengthM),
    },
    {
      name: t('results.huber', 'Huber'),
      from: t('results.middle', 'middle'),
      volumeM3: middleCm === null ? null : huberM3(middleCm, lengthM),
    },
    {
      name: t('results.newton', 'Newton'),
      from: t('results.butt-middle-and-top', 'butt, middle and top'),
      volumeM3: buttCm === null || middleCm === null ? null : newtonM3(buttCm, middleCm, topCm, lengthM),
    },
    {
      name: t('results.hossfeld', 'Hossfeld'),
      from: t('results.one-third-and-top', 'one third, and top'),
      volumeM3: thirdCm === null ? null : hossfeldM3(thirdCm, topCm, lengthM),
    },
    {
      name: t('results.hoppus-trade-rule', 'Hoppus (trade rule)'),
      from: t('results.quarter-girth-at-the-middle', 'quarter girth at the middle: 78.5 % of the wood'),
      volumeM3: girthIn === null ? null : hoppusFt(girthIn, convert(lengthM, 'm', 'ft')) * M3_PER_FT3,
    },
    {
      name: t('results.jas-trade-rule', 'JAS (trade rule)'),
      from: t('results.top-rounded-down', 'top, rounded down'),
      volumeM3: jasM3(topCm, lengthM),
    },
  ];
}

/** The way that knows most of the log: all three diameters, else the middle, else both ends; null with a top alone. */
export const bestKnown = (rows: readonly CubicRow[]): CubicRow | null =>
  ['Newton', 'Hossfeld', 'Huber', 'Smalian'].flatMap(
    (name) => rows.find((row) => row.name === name && row.volumeM3 !== null) ?? [],
  )[0] ?? null;
