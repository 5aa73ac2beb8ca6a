import type { Finding } from '../uncertainty/index.ts';
import { printDbh } from '../height/index.ts';
import type { Measure } from '../measurement/index.ts';
import { convert, printRounded, thicknessWords, type UnitSystem } from '../units/index.ts';
import type { FieldRules } from '../protocol/index.ts';
import {
  FASTEST_GROWTH_CM_PER_YEAR,
  growthSince,
  hasShrunk,
  lastPointWords,
  type LastVisit,
} from './re-measurement.ts';
import { DIAMETER_FINDINGS, MOST_SEPARATE_STEMS } from '../diameter/index.ts';

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
type Say = (code: string, severity: 'check' | 'note', title: string, message: string) => TreeFinding;

/** What the stems of a tree say against the survey's rules, the species and the visit before. Nothing is refused. */
export function diagnoseTree(tree: DiagnosedTree): TreeFinding[] {
  const { stems, rules, unitSystem } = tree;
  const several = stems.length > 1;
  const found = stems.flatMap((stem) => {
    if (stem.dbhCm === null) return [];
    const say: Say = (code, severity, title, message) => ({
      code,
      severity,
      title: several ? `Stem ${stem.ordinal}: ${title}` : title,
      message,
      suggestedFixes: [],
      reading: stem.firstReading,
      measure: 'diameter',
      stem: stem.ordinal,
    });
    return [...againstSurvey(stem.dbhCm, tree, say), ...againstLastVisit(stem.dbhCm, stem, tree, say)];
  });
  const most = rules.forkAtGround === 'separate-up-to-six' ? MOST_SEPARATE_STEMS : Infinity;
  const last = stems.at(-1);
  if (stems.length > most && last !== undefined) {
    found.push({
      code: DIAMETER_FINDINGS.tooManyStems,
      severity: 'check',
      title: `${stems.length} stems`,
      message: `The field rules keep at most ${most} stems, the largest first and then clockwise. Take off the smallest, or leave them and say why.`,
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
      severity: 'note',
      title: 'The largest stem comes first',
      message: `Stem ${larger.ordinal} has ${print(largerCm)}, the first ${print(firstCm)}. The field rules number them the largest first, then clockwise.`,
      suggestedFixes: [],
      reading: null,
      measure: 'diameter',
      stem: larger.ordinal,
    });
  }
  return found;
}

function againstSurvey(dbhCm: number, { rules, species, unitSystem }: DiagnosedTree, say: Say): TreeFinding[] {
  const print = (value: number): string => printDbh(value, unitSystem);
  const found: TreeFinding[] = [];
  if (dbhCm < rules.smallestDbhCm) {
    found.push(
      say(
        DIAMETER_FINDINGS.belowThreshold,
        'check',
        'Thinner than this survey tallies',
        `${print(dbhCm)} is under the survey’s ${print(rules.smallestDbhCm)}. Leave the stem out, or look at the unit: ${print(convert(dbhCm, 'in', 'cm'))} if it was read in inches.`,
      ),
    );
  }
  if (species?.largestDbhCm !== undefined && dbhCm > species.largestDbhCm) {
    found.push(
      say(
        DIAMETER_FINDINGS.overSpeciesMaximum,
        'check',
        `Thicker than ${species.name} is known to grow`,
        `${print(dbhCm)} is over ${print(species.largestDbhCm)}. If the girth was read, the diameter is ${print(dbhCm / Math.PI)}. Or is it another species?`,
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
    const apart = `${thicknessWords(Math.abs(growth.apartM) * 100, unitSystem)} ${growth.apartM > 0 ? 'higher' : 'lower'}`;
    return [
      reason.trim() === ''
        ? say(
            DIAMETER_FINDINGS.otherPoint,
            'check',
            `Taped elsewhere than in ${year}`,
            `In ${year} the tape lay at ${where}; now it lies ${apart}. Tape there again, or say why not: the two are then kept apart in growth.`,
          )
        : say(
            DIAMETER_FINDINGS.otherPoint,
            'note',
            `Kept apart from ${year}`,
            `Now ${apart} than in ${year} (${where}), because: ${reason.trim()}. The difference is not taken for growth.`,
          ),
    ];
  }
  const { growthCm, growthCmPerYear } = growth;
  if (hasShrunk(growthCm)) {
    return [
      say(
        DIAMETER_FINDINGS.shrank,
        'check',
        `Thinner than in ${year}`,
        `${print(dbhCm)} now, ${print(last.dbhCm)} in ${year}: stems lose bark, not wood. Tape again at ${lastPointWords(lastVisit, last, unitSystem)}; if it stays, keep it.`,
      ),
    ];
  }
  const fastest = species?.fastestGrowthCmPerYear ?? FASTEST_GROWTH_CM_PER_YEAR;
  if (growthCmPerYear > fastest + 1e-9) {
    return [
      say(
        DIAMETER_FINDINGS.grewTooFast,
        'check',
        `Grown fast since ${year}`,
        `${print(growthCm)} in ${printRounded(lastVisit.years, 1)} years, from ${print(last.dbhCm)} to ${print(dbhCm)}: more than ${print(fastest)} a year. Is it the same tree, the same stem, the same point?`,
      ),
    ];
  }
  return [];
}
