import type { FieldRules } from '@arbolito/core/diameter';
import { checkReadings, evaluate, type Measure, type MethodContext } from '@arbolito/core/method';
import { findMethod } from '@arbolito/core/registry';
import { isStemMeasure, MEASURES, type Species } from '@arbolito/core/survey';
import type { UnitSystem } from '@arbolito/core/quantity';
import type { ReadingDto } from '../../contracts/tree.ts';
import { Problem, type FieldError } from '../problem.ts';

interface Indexed {
  readonly reading: ReadingDto;
  readonly index: number;
}

/** What is wrong with the readings of one measure, with a pointer to each. */
function checkMeasure(measure: Measure, indexed: readonly Indexed[], context: MethodContext): FieldError[] {
  const [first] = indexed;
  if (first === undefined) return [];
  const at = (key: string | null) =>
    `/readings/${indexed.find(({ reading }) => reading.key === key)?.index ?? first.index}`;
  const method = findMethod(first.reading.methodId);
  if (method?.description.measure !== measure) {
    return [
      {
        pointer: `/readings/${first.index}/methodId`,
        code: 'method-unknown',
        detail: `“${first.reading.methodId}” is not a method for a ${measure}.`,
      },
    ];
  }
  const stranger = indexed.find(({ reading }) => reading.methodId !== first.reading.methodId);
  if (stranger !== undefined) {
    return [
      {
        pointer: `/readings/${stranger.index}/methodId`,
        code: 'method-mixed',
        detail: `The readings of one ${measure} belong to one method.`,
      },
    ];
  }
  const keys = new Set<string>();
  for (const { reading, index } of indexed) {
    if (keys.has(reading.key))
      return [{ pointer: `/readings/${index}/key`, code: 'reading-twice', detail: `${reading.key} is given twice.` }];
    keys.add(reading.key);
  }
  const readings = Object.fromEntries(indexed.map(({ reading }) => [reading.key, reading]));
  const stops = checkReadings(method.description, readings);
  const findings =
    stops.length > 0
      ? stops
      : (() => {
          const outcome = evaluate(method, readings, context);
          return outcome.ok ? [] : outcome.findings;
        })();
  return findings.map((finding) => ({
    pointer: at(finding.reading),
    code: finding.code,
    detail: `${finding.title}. ${finding.message}`,
  }));
}

/**
 * Checks a tree as written against its survey: the species is one of the survey's, every reading is possible, and
 * every measure that was begun can be worked out.
 *
 * @throws Problem 422 with a pointer to each field
 */
export function checkTree(
  tree: { readonly speciesCode: string; readonly readings: readonly ReadingDto[] },
  survey: { readonly species: readonly Species[]; readonly unitSystem: UnitSystem; readonly fieldRules: FieldRules },
): void {
  const errors: FieldError[] = [];
  if (!survey.species.some(({ code }) => code === tree.speciesCode)) {
    const codes = survey.species.map(({ code }) => code).join(', ');
    errors.push({
      pointer: '/speciesCode',
      code: 'species-unknown',
      detail: `“${tree.speciesCode}” is not a species of this survey (${codes}).`,
    });
  }
  const { twoFaces } = survey.fieldRules;
  const stems = [...new Set(tree.readings.map(({ stem = 1 }) => stem))].sort((a, b) => a - b);
  for (const measure of MEASURES) {
    for (const stem of stems) {
      const indexed = tree.readings
        .map((reading, index) => ({ reading, index }))
        .filter(({ reading }) => reading.measure === measure && (reading.stem ?? 1) === stem);
      const [first] = indexed;
      if (stem > 1 && !isStemMeasure(measure) && first !== undefined) {
        errors.push({
          pointer: `/readings/${first.index}/stem`,
          code: 'stem-of-tree',
          detail: `The ${measure} belongs to the tree: leave the stem out.`,
        });
      } else errors.push(...checkMeasure(measure, indexed, { unitSystem: survey.unitSystem, twoFaces }));
    }
  }
  if (errors.length > 0) throw new Problem('invalid', errors.map(({ detail }) => detail).join(' '), { errors });
}
