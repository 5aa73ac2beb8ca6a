/*
 * How often core finds, names and fixes the reading errors of simulated scenes, by what is known beside the readings.
 */
import { evaluateTree, RULE_SETS, USUAL_FORM_FACTOR } from '../core/src/index.ts';
import { findingsOfTree } from '../core/src/tree/index.ts';
import {
  gauss,
  type Kind,
  METHOD_NAMES,
  pick,
  type Random,
  type Readings,
  type Scene,
  taken,
  uniform,
  type Unit,
  type World,
} from './reading-error-scenes.ts';

export { KINDS } from './reading-error-scenes.ts';

/** What is known beside the readings. */
export const STATES = ['dbh', 'curve', 'last visit', 'second height'] as const;
export type State = (typeof STATES)[number];

type Position = 'above' | 'level' | 'below';
const positionOf = ({ rise }: World): Position => (rise > 0.05 ? 'above' : rise < -0.05 ? 'below' : 'level');

const PROTOCOL = { unitSystem: 'metric', fieldRules: RULE_SETS.timber.rules, formFactor: USUAL_FORM_FACTOR } as const;

const measurement = (method: string, readings: Readings) => ({
  method,
  version: 1,
  readings: Object.fromEntries(
    Object.entries(readings).map(([key, { value, unit }]) => [
      key,
      [
        {
          id: key,
          value,
          unit,
          asRead: String(value),
          observer: '',
          device: '',
          takenAt: '2026-05-01T10:00:00Z',
          try: 1,
        },
      ],
    ]),
  ),
});

/** The tree of a scene as core judges it, in one state of knowledge. */
function judged(scene: Scene, readings: Readings, state: State, random: Random, position: Position | undefined) {
  const { world, method } = scene;
  const level = STATES.indexOf(state);
  const expected = [
    ...(level >= 1
      ? [{ from: 'curve' as const, words: 'the curve', heightM: world.curveM, standardErrorM: 0.1 * world.curveM }]
      : []),
    ...(level >= 2
      ? [
          {
            from: 'last-visit' as const,
            words: 'the last visit',
            heightM: gauss(random, world.heightM, 0.8),
            standardErrorM: 0.9,
          },
        ]
      : []),
    ...(level >= 3
      ? [
          {
            from: 'other-method' as const,
            words: 'the laser',
            heightM: gauss(random, world.heightM, 0.02 * world.heightM),
            standardErrorM: 0.02 * world.heightM,
          },
        ]
      : []),
  ];
  const tree = {
    id: 'tree',
    tag: '1',
    speciesCode: 'sp',
    condition: 'live' as const,
    conditionCodes: [],
    multiplicity: 1 as const,
    stems: [
      {
        id: 'stem',
        ordinal: 1,
        measurement: measurement('diameter.tape', { diameter: { value: world.dbhCm, unit: 'cm' } }),
      },
    ],
    ...(position === undefined ? {} : { observerPosition: position }),
    heights: [
      {
        heightNo: 1,
        of: 'total' as const,
        sameStation: false,
        measurement: measurement(`height.${method}`, readings),
      },
    ],
  };
  return evaluateTree(tree, PROTOCOL, { heightContext: { eyeM: 1.6, paceM: 1.5, expected } });
}

const heightOf = (scene: Scene, readings: Readings): { readonly heightM: number; readonly errorM: number } => {
  const { height } = judged(scene, readings, 'dbh', Math.random, undefined);
  return height?.ok === true
    ? { heightM: height.estimate.value, errorM: height.estimate.standardError }
    : { heightM: 0, errorM: 0 };
};

export interface Rate {
  readonly trees: number;
  readonly raised: number;
  readonly first: number;
  readonly firstThree: number;
  readonly fixed: number;
  readonly perCause: number;
}

interface Tally {
  trees: number;
  raised: number;
  first: number;
  firstThree: number;
  fixed: number;
  findings: number;
}
const emptyTally = (): Tally => ({ trees: 0, raised: 0, first: 0, firstThree: 0, fixed: 0, findings: 0 });
const rateOf = ({ trees, raised, first, firstThree, fixed, findings }: Tally): Rate => ({
  trees,
  raised: raised / trees,
  first: first / trees,
  firstThree: firstThree / trees,
  fixed: fixed / trees,
  perCause: raised === 0 ? 0 : findings / raised,
});

const ASKED: ReadonlySet<string> = new Set(['check', 'stop']);

function questionsOf(scene: Scene, readings: Readings, state: State, random: Random, position: Position | undefined) {
  return findingsOfTree(judged(scene, readings, state, random, position)).filter(
    ({ severity, code }) => ASKED.has(severity) && code !== 'height.too-close',
  );
}

/** The height after a suggested fix. */
function fixedHeight(
  scene: Scene,
  fix: {
    readonly methodId?: string;
    readonly changes: readonly { readonly reading: string; readonly text: string; readonly unit: string }[];
  },
): number {
  const changes = Object.fromEntries(
    fix.changes
      .filter(({ text }) => text !== '')
      .map(({ reading, text, unit }) => [reading, { value: Number(text.replace('−', '-')), unit: unit as Unit }]),
  );
  return heightOf(fix.methodId === undefined ? scene : { ...scene, method: fix.methodId.replace('height.', '') }, {
    ...scene.readings,
    ...changes,
  }).heightM;
}

/** Rates by size of the error for one kind in one state. */
export function rates(
  kindOf: Kind,
  state: State,
  random: Random,
  draws: number,
): { readonly large: Tally; readonly small: Tally } {
  const large = emptyTally();
  const small = emptyTally();
  for (let draw = 0; draw < draws; draw += 1) {
    const scene = kindOf.make(random);
    const position = positionOf(scene.world);
    const right = heightOf(scene, scene.right);
    if (!(right.heightM > 0)) continue;
    const wrong = heightOf(scene, scene.readings);
    const off = Math.abs(wrong.heightM - scene.world.heightM);
    const share = off / scene.world.heightM;
    if (share < 0.15) continue;
    const tally = share >= 0.3 || off >= 3 * Math.max(right.errorM, 1) ? large : small;
    const found = questionsOf(scene, scene.readings, state, random, position);
    tally.trees += 1;
    if (found.length === 0) continue;
    tally.raised += 1;
    tally.findings += found.length;
    const codes = found.map(({ code }) => code);
    if (kindOf.codes.includes(codes[0] ?? '')) tally.first += 1;
    if (codes.slice(0, 3).some((code) => kindOf.codes.includes(code))) tally.firstThree += 1;
    const isFixed = found
      .slice(0, 3)
      .flatMap(({ suggestedFixes }) => suggestedFixes.slice(0, 1))
      .some(
        (fix) => Math.abs(fixedHeight(scene, fix) - right.heightM) <= Math.max(0.03 * right.heightM, 3 * right.errorM),
      );
    if (isFixed) tally.fixed += 1;
  }
  return { large, small };
}

export const sum = (tallies: readonly Tally[]): Rate =>
  rateOf(
    tallies.reduce(
      (all, each) => ({
        trees: all.trees + each.trees,
        raised: all.raised + each.raised,
        first: all.first + each.first,
        firstThree: all.firstThree + each.firstThree,
        fixed: all.fixed + each.fixed,
        findings: all.findings + each.findings,
      }),
      emptyTally(),
    ),
  );

/** Share of correct trees that are questioned, by where the observer stands. */
export function falseAlarms(state: State, position: Position, isKnown: boolean, random: Random, draws: number): number {
  const [low, high] = { above: [0.06, 0.3], level: [-0.05, 0.05], below: [-0.3, -0.06] }[position] as [number, number];
  let asked = 0;
  for (let draw = 0; draw < draws; draw += 1) {
    const scene = taken(random, pick(random, METHOD_NAMES), { rise: uniform(random, low, high) });
    const found = questionsOf(
      { ...scene, readings: scene.right },
      scene.right,
      state,
      random,
      isKnown ? position : undefined,
    );
    if (found.length > 0) asked += 1;
  }
  return asked / draws;
}
