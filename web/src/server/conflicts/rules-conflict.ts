import { changedRules, type FieldRules, ruleBook } from '@arbolito/core/protocol';
import { canonicalText } from '@arbolito/core/tree';
import type { UnitSystem } from '@arbolito/core/units';
import { v5 as uuidFromName } from 'uuid';
import type { ActDto } from '../../contracts/tree.ts';
import { say } from '../../messages/text.ts';
import type { ConflictRepository, ConflictRow } from './repository.ts';

/** What a device measured by rules that the survey no longer has. */
export interface OtherRules extends ActDto {
  readonly rules: FieldRules;
  readonly plotIds: readonly string[];
  /** New trees among what was sent. */
  readonly trees: number;
}

/** The fact that stands for all field rules of a survey. */
const RULES_FACT = 'rules';

/** The decisions in which rules differ from others, in words: `Breast height: 1.37 m`. */
export function rulesWords(rules: FieldRules, others: FieldRules, system: UnitSystem): string {
  const changed = new Set(changedRules(rules, others));
  return ruleBook(rules, system)
    .filter(({ key }) => changed.has(key))
    .map(({ label, words }) => `${say(label)}: ${say(words)}`)
    .join(' · ');
}

/** What a rules conflict is made of. */
interface MeasuredByOtherRules {
  readonly surveyId: string;
  /** The rules that the survey has now. */
  readonly current: FieldRules;
  readonly measured: OtherRules;
}

/**
 * Keeps for a person to decide that trees were measured by other rules than the survey has now: one conflict for a device and
 * its rules. What the same device sends later is added to it; once a person has decided, nothing asks again.
 *
 * @returns the conflict while it is open
 */
export async function openRulesConflict(
  conflicts: ConflictRepository,
  { surveyId, current, measured }: MeasuredByOtherRules,
): Promise<ConflictRow | null> {
  const { rules, observer, device, madeAt } = measured;
  const [firstPlot] = measured.plotIds;
  if (firstPlot === undefined || changedRules(rules, current).length === 0) return null;
  const factText = canonicalText(rules);
  const id = uuidFromName(`${device} ${factText} ${canonicalText(current)}`, surveyId);
  // Where the rules have changed once more meanwhile, the open conflict goes on.
  const open = (await conflicts.listOpenOf(surveyId)).find(
    (each) => each.kind === 'rules' && each.device === device && each.factText === factText,
  );
  const before = open ?? (await conflicts.lock(id));
  if (before === null) {
    await conflicts.insert({
      ...{ id, kind: 'rules', surveyId, plotId: firstPlot, subjectId: surveyId, fact: RULES_FACT },
      ...{ change: measured, factText, observer, device, madeAt },
    });
    return conflicts.find(id);
  }
  if (before.kept !== null) return null;
  const known = before.change as OtherRules;
  const change: OtherRules = {
    ...measured,
    plotIds: [...new Set([...known.plotIds, ...measured.plotIds])],
    trees: known.trees + measured.trees,
  };
  await conflicts.setChange(before.id, { change, factText, observer, device, madeAt });
  return conflicts.find(before.id);
}

/** Closes what was open about rules that the survey has again. */
export async function settleRulesConflicts(
  conflicts: ConflictRepository,
  surveyId: string,
  current: FieldRules,
  { id: decisionId, observer: decidedBy, device: decidedOn, madeAt: decidedAt }: ActDto,
): Promise<void> {
  for (const { id, kind, change } of await conflicts.listOpenOf(surveyId))
    if (kind === 'rules' && changedRules((change as OtherRules).rules, current).length === 0)
      await conflicts.decide(id, { kept: 'change', decidedBy, decidedOn, decidedAt, decisionId });
}
