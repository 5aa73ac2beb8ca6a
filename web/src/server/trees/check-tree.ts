import { treeOfWrite } from '../../contracts/tree-write.ts';
import type { ConditionCode, FieldRules, Species } from '@arbolito/core/protocol';
import {
  checkReadings,
  evaluate,
  type Measure,
  type MethodContext,
  type MethodDescription,
} from '@arbolito/core/measurement';
import { type Finding, findingsOf, type Outcome } from '@arbolito/core/uncertainty';
import { findMethod } from '@arbolito/core/methods';
import {
  evaluateHeights,
  type HeightNotes,
  isStemMeasure,
  meanOfTries,
  MEASURES,
  type TreeNotes,
} from '@arbolito/core/tree';
import type { UnitSystem } from '@arbolito/core/units';
import type { ReadingDto } from '../../contracts/tree.ts';
import { type FieldProblem, Problem } from '../problem.ts';
import { t, say } from '../../messages/text.ts';

interface Indexed {
  readonly reading: ReadingDto;
  readonly index: number;
}

/** What is wrong with how the readings of one measure belong together, with a pointer to each. */
function checkKeys(measure: Measure, indexed: readonly Indexed[]): FieldProblem[] {
  const [first] = indexed;
  if (first === undefined) return [];
  const method = findMethod(first.reading.methodId);
  if (method?.description.measure !== measure) {
    return [
      {
        pointer: `/readings/${first.index}/methodId`,
        code: 'method-unknown',
        detail: t('server.is-not-a-method', '“{methodId}” is not a {measure} method.', {
          methodId: first.reading.methodId,
          measure,
        }),
      },
    ];
  }
  const stranger = indexed.find(({ reading }) => reading.methodId !== first.reading.methodId);
  if (stranger !== undefined) {
    return [
      {
        pointer: `/readings/${stranger.index}/methodId`,
        code: 'method-mixed',
        detail: t('server.the-readings-of-one-must', 'The readings of one {measure} must have one method.', {
          measure,
        }),
      },
    ];
  }
  const tries = new Set<string>();
  for (const { reading, index } of indexed) {
    const named = `${reading.key} ${String(reading.try)}`;
    if (tries.has(named))
      return [
        {
          pointer: `/readings/${index}/key`,
          code: 'reading-twice',
          detail: t('server.try-is-given-twice', '{key}, try {number} is given twice.', {
            key: reading.key,
            number: reading.try,
          }),
        },
      ];
    tries.add(named);
  }
  return [];
}

const pointerTo = (indexed: readonly Indexed[], key: string | null): string =>
  `/readings/${indexed.find(({ reading }) => reading.key === key)?.index ?? indexed[0]?.index ?? 0}`;

const asErrors = (findings: readonly Finding[], indexed: readonly Indexed[]): FieldProblem[] =>
  findings.map(({ code, title, message, reading }) => ({
    pointer: pointerTo(indexed, reading),
    code,
    detail: `${say(title)}. ${say(message)}`,
  }));

/** What is wrong with one reading, whatever the others are. */
function checkAlone(description: MethodDescription, indexed: Indexed): FieldProblem[] {
  const { reading } = indexed;
  const spec = description.readings.find(({ key }) => key === reading.key);
  return spec === undefined
    ? []
    : asErrors(checkReadings({ ...description, readings: [spec] }, { [reading.key]: reading }), [indexed]);
}

/** What is wrong with the readings of one measure of a stem. */
function checkMeasure(measure: Measure, indexed: readonly Indexed[], context: MethodContext): FieldProblem[] {
  const errors = checkKeys(measure, indexed);
  const method = findMethod(indexed[0]?.reading.methodId ?? '');
  if (errors.length > 0 || method === null) return errors;
  const alone = indexed.flatMap((each) => checkAlone(method.description, each));
  if (alone.length > 0) return alone;
  const readings = Object.fromEntries(
    method.description.readings.flatMap((spec) => {
      const tries = indexed.flatMap(({ reading }) => (reading.key === spec.key ? [reading] : []));
      const mean = meanOfTries(spec, tries);
      return mean === undefined ? [] : [[spec.key, mean]];
    }),
  );
  const stops = checkReadings(method.description, readings);
  if (stops.length > 0) return asErrors(stops, indexed);
  const outcome = evaluate(method, readings, context);
  return outcome.ok ? [] : asErrors(outcome.findings, indexed);
}

interface WrittenTree {
  readonly speciesCode: string;
  readonly readings: ReadingDto[];
  readonly heights?: HeightNotes | undefined;
  readonly notes?: TreeNotes | undefined;
}

/** Readings of heights from the first one’s stand that are not the one sight which is their own. */
function checkOneStand({ readings, heights }: WrittenTree): FieldProblem[] {
  const fromOneStand = new Set(
    (heights?.others ?? []).flatMap(({ heightNo, sameStation }) => (sameStation ? [heightNo] : [])),
  );
  const first = readings.find(({ measure, heightNo = 1 }) => measure === 'height' && heightNo === 1);
  return readings.flatMap(({ measure, heightNo = 1, methodId, key }, index): FieldProblem[] => {
    if (!fromOneStand.has(heightNo) || isStemMeasure(measure)) return [];
    if (measure === 'distance')
      return [
        {
          pointer: `/readings/${index}/measure`,
          code: 'distance-of-stand',
          detail: t(
            'server.height-is-from-the-same',
            'Height {heightNo} is from the same station as the first and uses its distance: leave this reading out.',
            { heightNo },
          ),
        },
      ];
    if (methodId !== first?.methodId)
      return [
        {
          pointer: `/readings/${index}/methodId`,
          code: 'method-of-stand',
          detail: t(
            'server.height-is-from-the-same-station',
            'Height {heightNo} is from the same station as the first: its method must be {methodId}.',
            {
              heightNo,
              methodId:
                first?.methodId ?? t('server.that-of-a-first-height', 'that of a first height, which is missing'),
            },
          ),
        },
      ];
    const spec = findMethod(methodId)?.description.readings.find((each) => each.key === key);
    return spec === undefined || spec.place === 'tip'
      ? []
      : [
          {
            pointer: `/readings/${index}/key`,
            code: 'reading-of-stand',
            detail: t(
              'server.height-is-from-the-same-station-as',
              'Height {heightNo} is from the same station as the first: it has only the sight to its upper limit, not “{key}”.',
              { heightNo, key },
            ),
          },
        ];
  });
}

/** What is wrong with the heights of a tree and their distances, each in the light of the first. */
function checkHeights(tree: WrittenTree, context: MethodContext): FieldProblem[] {
  const numbers = new Set([1, ...(tree.heights?.others ?? []).map(({ heightNo }) => heightNo)]);
  const indexedOf = (measure: Measure, heightNo: number): Indexed[] =>
    tree.readings
      .map((reading, index) => ({ reading, index }))
      .filter(({ reading }) => reading.measure === measure && (reading.heightNo ?? 1) === heightNo);
  const strangers = tree.readings.flatMap(({ heightNo = 1 }, index): FieldProblem[] =>
    numbers.has(heightNo)
      ? []
      : [
          {
            pointer: `/readings/${index}/heightNo`,
            code: 'height-unknown',
            detail: t('server.there-is-no-height-add', 'There is no height {heightNo}. Add it under /heights/others.', {
              heightNo,
            }),
          },
        ],
  );
  const mixed = [...numbers].flatMap((heightNo) =>
    (['distance', 'height'] as const).flatMap((measure) => checkKeys(measure, indexedOf(measure, heightNo))),
  );
  if (strangers.length + mixed.length > 0) return [...strangers, ...mixed];
  const known = tree.readings.flatMap((reading) => {
    const spec = findMethod(reading.methodId)?.description.readings.find(({ key }) => key === reading.key);
    return spec === undefined ? [] : [reading];
  });
  const foreign = tree.readings
    .map((reading, index) => ({ reading, index }))
    .filter(({ reading }) => !isStemMeasure(reading.measure) && !known.includes(reading));
  if (foreign.length > 0) {
    return foreign.map(({ reading, index }) => ({
      pointer: `/readings/${index}/key`,
      code: 'reading.unknown',
      detail: t('server.has-no-reading', '{name} has no reading “{slice}”.', {
        name: findMethod(reading.methodId)?.description.name ?? t('server.this-method', 'This method'),
        slice: reading.key.slice(0, 30),
      }),
    }));
  }
  const outOfUnit = tree.readings
    .map((reading, index) => ({ reading, index }))
    .filter(({ reading }) => !isStemMeasure(reading.measure))
    .flatMap(({ reading, index }): FieldProblem[] => {
      const description = findMethod(reading.methodId)?.description;
      return description === undefined ? [] : checkAlone(description, { reading, index });
    });
  if (outOfUnit.length > 0) return outOfUnit;
  const notOfStand = checkOneStand(tree);
  if (notOfStand.length > 0) return notOfStand;
  const { heights } = evaluateHeights(treeOfWrite({ ...tree, tag: '', observer: '', device: '' }), context);
  const stopsOf = (outcome: Outcome | null): readonly Finding[] =>
    outcome === null || outcome.ok ? [] : findingsOf(outcome).filter(({ severity }) => severity === 'stop');
  return heights.flatMap(({ heightNo, distance, outcome }) => [
    ...asErrors(stopsOf(distance), indexedOf('distance', heightNo)),
    ...asErrors(stopsOf(outcome), indexedOf('height', heightNo)),
  ]);
}

/**
 * Checks a tree as written against its survey: the species is one of the survey's, every reading is possible, and
 * every measure that was begun can be worked out.
 *
 * @throws Problem 422 with a pointer to each field
 */
export function checkTree(
  tree: WrittenTree,
  survey: {
    readonly species: readonly Species[];
    readonly unitSystem: UnitSystem;
    readonly fieldRules: FieldRules;
    readonly design: { readonly conditions: readonly ConditionCode[] };
  },
): void {
  const errors: FieldProblem[] = [];
  if (!survey.species.some(({ code }) => code === tree.speciesCode)) {
    const codes = survey.species.map(({ code }) => code).join(', ');
    errors.push({
      pointer: '/speciesCode',
      code: 'species-unknown',
      detail: t('server.is-not-a-species-of', '“{speciesCode}” is not a species of this survey ({codes}).', {
        speciesCode: tree.speciesCode,
        codes,
      }),
    });
  }
  for (const [i, code] of (tree.notes?.conditions ?? []).entries()) {
    if (survey.design.conditions.some((each) => each.code === code)) continue;
    const codes = survey.design.conditions.map((each) => each.code).join(', ');
    errors.push({
      pointer: `/notes/conditions/${i}`,
      code: 'condition-unknown',
      detail: t('server.is-not-a-code-of', '“{code}” is not a code of this survey ({value}).', {
        code,
        value: codes === '' ? t('server.it-has-none', 'it has none') : codes,
      }),
    });
  }
  const { twoFaces } = survey.fieldRules;
  const stems = [...new Set(tree.readings.map(({ stem = 1 }) => stem))].sort((a, b) => a - b);
  const context = { unitSystem: survey.unitSystem, twoFaces };
  for (const measure of MEASURES) {
    for (const stem of stems) {
      const indexed = tree.readings
        .map((reading, index) => ({ reading, index }))
        .filter(({ reading }) => reading.measure === measure && (reading.stem ?? 1) === stem);
      const [first] = indexed;
      if (first === undefined) continue;
      if (stem > 1 && !isStemMeasure(measure)) {
        errors.push({
          pointer: `/readings/${first.index}/stem`,
          code: 'stem-of-tree',
          detail: t('server.the-belongs-to-the-tree', 'The {measure} belongs to the tree: leave the stem out.', {
            measure,
          }),
        });
      } else if (isStemMeasure(measure)) errors.push(...checkMeasure(measure, indexed, context));
    }
  }
  const ofStem = tree.readings.findIndex(({ measure, heightNo }) => isStemMeasure(measure) && heightNo !== undefined);
  if (ofStem >= 0) {
    errors.push({
      pointer: `/readings/${ofStem}/heightNo`,
      code: 'height-of-stem',
      detail: t(
        'server.only-heights-and-their-distances',
        'Only heights and their distances have a number: leave heightNo out.',
      ),
    });
  }
  if (errors.length === 0) errors.push(...checkHeights(tree, context));
  if (errors.length > 0) throw new Problem('invalid', errors.map(({ detail }) => detail).join(' '), { errors });
}
