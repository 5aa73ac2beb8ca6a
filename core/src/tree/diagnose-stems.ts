import type { Finding } from '../uncertainty/index.ts';
import { printDbh } from '../height/index.ts';
import type { Measure } from '../measurement/index.ts';
import { convert, lengthWords, printRounded, thicknessWords, type UnitSystem } from '../units/index.ts';
import type { FieldRules } from '../protocol/index.ts';
import {
  FASTEST_GROWTH_CM_PER_YEAR,
  growthSince,
  hasShrunk,
  lastPointWords,
  type LastVisit,
} from './re-measurement.ts';
import { DIAMETER_FINDINGS, MOST_SEPARATE_STEMS } from '../diameter/index.ts';
import { message, type Text } from '../message/index.ts';

/** What is known of a species that a diameter can be held against. */
export interface SpeciesLimits {
  readonly name: string;
  readonly largestDbhCm?: number | undefined;
  readonly fastestGrowthCmPerYear?: number | undefined;
}

interface StemFigures {
  readonly ordinal: number;
  readonly dbhCm: number | null;
  /** Null where the tape lay at breast height. */
  readonly pointM: number | null;
  /** Key of the reading that a finding about the stem stands at. */
  readonly firstReading: string | null;
}

export interface DiagnosedTree {
  readonly stems: readonly StemFigures[];
  readonly rules: FieldRules;
  readonly unitSystem: UnitSystem;
  readonly species?: SpeciesLimits | undefined;
  readonly lastVisit?: LastVisit | undefined;
  /** Why the tape lay elsewhere than at the visit before. */
  readonly reason?: string | undefined;
}

type TreeFinding = Finding & { readonly measure: Measure; readonly stem: number };
type Say = (code: string, severity: 'check' | 'note', title: Text, message: Text) => TreeFinding;

/** What the stems of a tree say against the survey's rules, the species and the visit before. Nothing is refused. */
export function diagnoseTree(tree: DiagnosedTree): TreeFinding[] {
  const { stems, rules, unitSystem } = tree;
  const several = stems.length > 1;
  const found = stems.flatMap((stem) => {
    if (stem.dbhCm === null) return [];
    const say: Say = (code, severity, title, words) => ({
      code,
      severity,
      title: several ? message('tree.stem', 'Stem {ordinal}: {title}', { ordinal: stem.ordinal, title }) : title,
      message: words,
      suggestedFixes: [],
      reading: stem.firstReading,
      measure: 'diameter',
      stem: stem.ordinal,
    });
    return [
      ...againstSurvey(stem.dbhCm, tree, say),
      ...belowLowest(stem, tree, say),
      ...againstLastVisit(stem.dbhCm, stem, tree, say),
    ];
  });
  const most = rules.forkAtGround === 'separate-up-to-six' ? MOST_SEPARATE_STEMS : Infinity;
  const last = stems.at(-1);
  if (stems.length > most && last !== undefined) {
    found.push({
      code: DIAMETER_FINDINGS.tooManyStems,
      severity: 'check',
      title: message('tree.stems', '{stems, plural, one {# stem} other {# stems}}', { stems: stems.length }),
      message: message(
        'tree.the-field-rules-record-at',
        'The field rules record at most {most} stems, largest first and then clockwise. Remove the smallest, or keep them and record why.',
        { most },
      ),
      suggestedFixes: [],
      reading: null,
      measure: 'diameter',
      stem: last.ordinal,
    });
  }
  const print = (dbhCm: number): string => printDbh(dbhCm, unitSystem);
  const [first, ...others] = stems;
  const larger = others.find(({ dbhCm }) => dbhCm !== null && dbhCm > (first?.dbhCm ?? Infinity));
  const largerCm = larger?.dbhCm ?? null;
  const firstCm = first?.dbhCm ?? null;
  if (rules.forkAtGround === 'separate-up-to-six' && larger !== undefined && largerCm !== null && firstCm !== null) {
    found.push({
      code: DIAMETER_FINDINGS.stemOrder,
      severity: 'check',
      title: message('tree.the-largest-stem-comes-first', 'The largest stem comes first'),
      message: message(
        'tree.stem-has-stem-1-the',
        'Stem {ordinal} has {largerCm}, stem 1 {firstCm}. The field rules number the largest first, then clockwise.',
        { ordinal: larger.ordinal, largerCm: print(largerCm), firstCm: print(firstCm) },
      ),
      suggestedFixes: [],
      reading: null,
      measure: 'diameter',
      stem: larger.ordinal,
    });
  }
  return found;
}

/** Lowest measuring point of a tree whose fork lies below breast height, in m. */
const LOWEST_POINT_M = 0.3;

function belowLowest({ pointM }: StemFigures, { rules, unitSystem }: DiagnosedTree, say: Say): TreeFinding[] {
  if (rules.forkBelowBreastHeight !== 'one-below-fork' || pointM === null || pointM > LOWEST_POINT_M - 1e-6) return [];
  const [here, lowest] = [lengthWords(pointM, unitSystem), lengthWords(LOWEST_POINT_M, unitSystem)];
  return [
    say(
      DIAMETER_FINDINGS.belowLowestPoint,
      'check',
      message('tree.measured-below-the-lowest-point', 'Measured at {here}; the lowest point is {lowest}', {
        here,
        lowest,
      }),
      message(
        'tree.a-fork-below-counts-as-separate',
        'The field rules measure no tree below {lowest}: a tree that forks lower has separate stems. Measure each stem.',
        { lowest },
      ),
    ),
  ];
}

function againstSurvey(dbhCm: number, { rules, species, unitSystem }: DiagnosedTree, say: Say): TreeFinding[] {
  const print = (value: number): string => printDbh(value, unitSystem);
  const found: TreeFinding[] = [];
  if (dbhCm < rules.smallestDbhCm) {
    found.push(
      say(
        DIAMETER_FINDINGS.belowThreshold,
        'check',
        message('tree.below-the-smallest-dbh-of', 'Below the smallest dbh of this survey'),
        message(
          'tree.is-below-the-smallest-dbh',
          '{dbhCm} is below the smallest dbh, {smallestDbhCm}. Leave the stem out, or check the unit: {dbhCm2} if read in inches.',
          { dbhCm: print(dbhCm), smallestDbhCm: print(rules.smallestDbhCm), dbhCm2: print(convert(dbhCm, 'in', 'cm')) },
        ),
      ),
    );
  }
  if (species?.largestDbhCm !== undefined && dbhCm > species.largestDbhCm) {
    found.push(
      say(
        DIAMETER_FINDINGS.overSpeciesMaximum,
        'check',
        message('tree.too-thick-for', 'Too thick for {name}', { name: species.name }),
        message(
          'tree.is-above-if-it-is',
          '{dbhCm} is above {largestDbhCm}. If it is the girth, the diameter is {dbhCm2}. Check the species too.',
          { dbhCm: print(dbhCm), largestDbhCm: print(species.largestDbhCm), dbhCm2: print(dbhCm / Math.PI) },
        ),
      ),
    );
  }
  return found;
}

function againstLastVisit(
  dbhCm: number,
  { ordinal, pointM }: StemFigures,
  { rules, species, lastVisit, reason = '', unitSystem }: DiagnosedTree,
  say: Say,
): TreeFinding[] {
  const last = lastVisit?.stems.find((stem) => stem.ordinal === ordinal);
  if (lastVisit === undefined || last === undefined) return [];
  const print = (value: number): string => printDbh(value, unitSystem);
  const year = lastVisit.on.slice(0, 4);
  const growth = growthSince(last, lastVisit.years, { dbhCm, pointM: pointM ?? rules.breastHeightM });
  if (growth.kind === 'kept-apart') {
    const where = lastPointWords(lastVisit, last, unitSystem);
    const apart = message('tree.apart', '{where, select, higher {{distance} higher} other {{distance} lower}}', {
      where: growth.apartM > 0 ? 'higher' : 'lower',
      distance: thicknessWords(Math.abs(growth.apartM) * 100, unitSystem),
    });
    return [
      reason.trim() === ''
        ? say(
            DIAMETER_FINDINGS.otherPoint,
            'check',
            message('tree.measured-at-a-different-height', 'Measured at a different height than in {year}', { year }),
            message(
              'tree.in-the-measuring-point-was',
              'In {year} the measuring point was at {where}; now it is {apart}. Measure there again, or record why not: the two are then not compared for growth.',
              { year, where, apart },
            ),
          )
        : say(
            DIAMETER_FINDINGS.otherPoint,
            'note',
            message('tree.not-compared-with', 'Not compared with {year}', { year }),
            message(
              'tree.now-than-in-reason-the',
              'Now {apart} than in {year} ({where}); reason: {trim}. The difference is not counted as growth.',
              { apart, year, where, trim: reason.trim() },
            ),
          ),
    ];
  }
  const { growthCm, growthCmPerYear } = growth;
  if (hasShrunk(growthCm)) {
    return [
      say(
        DIAMETER_FINDINGS.shrank,
        'check',
        message('tree.smaller-than-in', 'Smaller than in {year}', { year }),
        message(
          'tree.now-in-stems-lose-bark',
          '{dbhCm} now, {dbhCm2} in {year}: stems lose bark, not wood. Measure again at {lastVisit}; if the value is the same, keep it.',
          {
            dbhCm: print(dbhCm),
            dbhCm2: print(last.dbhCm),
            year,
            lastVisit: lastPointWords(lastVisit, last, unitSystem),
          },
        ),
      ),
    ];
  }
  const fastest = species?.fastestGrowthCmPerYear ?? FASTEST_GROWTH_CM_PER_YEAR;
  if (growthCmPerYear > fastest + 1e-9) {
    return [
      say(
        DIAMETER_FINDINGS.grewTooFast,
        'check',
        message('tree.fast-growth-since', 'Fast growth since {year}', { year }),
        message(
          'tree.in-years-from-to-more',
          '{growthCm} in {years} years, from {dbhCm} to {dbhCm2}: more than {fastest} per year. Check that it is the same tree, stem and measuring point.',
          {
            growthCm: print(growthCm),
            years: printRounded(lastVisit.years, 1),
            dbhCm: print(last.dbhCm),
            dbhCm2: print(dbhCm),
            fastest: print(fastest),
          },
        ),
      ),
    ];
  }
  return [];
}
