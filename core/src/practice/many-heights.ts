import type { UnitId } from '../quantity/index.ts';
import type { SceneReading, SceneTree } from './scene.ts';

type Figures = readonly (readonly [key: string, value: number, unit: UnitId])[];

const dbh = (cm: number): SceneReading => ({
  measure: 'diameter',
  methodId: 'diameter.tape',
  key: 'diameter',
  value: cm,
  unit: 'cm',
});

/** Readings of one height; the first where no number is given. */
const heightBy = (methodId: string, figures: Figures, take?: number): SceneReading[] =>
  figures.map(([key, value, unit]) => ({
    measure: methodId.startsWith('distance.') ? 'distance' : 'height',
    methodId,
    key,
    value,
    unit,
    ...(take === undefined ? {} : { take }),
  }));

const topFromThere = (pct: number, take: number): SceneReading[] =>
  heightBy('height.two-angles', [['top', pct, 'pct']], take);

/** Trees whose height asks for more than two sights: six ends from one stand, three methods, a lean, a steep slope, a break. */
export function manyHeights(firstTag: number): SceneTree[] {
  const trees: readonly Omit<SceneTree, 'tag' | 'planted'>[] = [
    {
      speciesCode: 'bt',
      readings: [
        dbh(46.2),
        ...heightBy('height.two-angles', [
          ['top', 98, 'pct'],
          ['base', -6, 'pct'],
          ['distance', 25, 'm'],
        ]),
        ...topFromThere(78, 2),
        ...topFromThere(52, 3),
        ...topFromThere(34, 4),
        ...topFromThere(27, 5),
        ...topFromThere(-4.8, 6),
      ],
      heights: {
        takes: [
          { take: 2, of: 'merchantable', oneStand: true, topDiameterCm: 7 },
          { take: 3, of: 'merchantable', oneStand: true, limit: 'fork' },
          { take: 4, of: 'crown-base', oneStand: true },
          { take: 5, of: 'first-branch', oneStand: true },
          { take: 6, of: 'stump', oneStand: true },
        ],
      },
    },
    {
      speciesCode: 'sp',
      readings: [
        dbh(38.5),
        ...heightBy('distance.paces', [
          ['paces', 32, 'one'],
          ['pace', 0.78, 'm'],
        ]),
        ...heightBy('height.two-angles', [
          ['top', 82, 'pct'],
          ['base', -8, 'pct'],
        ]),
        ...heightBy(
          'height.shadow',
          [
            ['staff', 1.8, 'm'],
            ['staffShadow', 2.16, 'm'],
            ['treeShadow', 26.6, 'm'],
          ],
          2,
        ),
        ...heightBy('height.equal-stick', [['eyeToBase', 22.9, 'm']], 3),
      ],
      heights: {
        takes: [
          { take: 2, of: 'total', oneStand: false },
          { take: 3, of: 'total', oneStand: false },
        ],
        kept: 'mean',
      },
    },
    {
      speciesCode: 'po',
      readings: [
        dbh(41),
        ...heightBy('height.plumb-point', [
          ['top', 76, 'pct'],
          ['base', -7, 'pct'],
          ['distance', 21, 'm'],
          ['below', 23.4, 'm'],
        ]),
      ],
    },
    {
      speciesCode: 'bt',
      readings: [
        dbh(58),
        ...heightBy('height.slope-tape', [
          ['top', 21, 'deg'],
          ['base', -36, 'deg'],
          ['tape', 32, 'm'],
          ['along', -33, 'deg'],
        ]),
      ],
    },
    {
      speciesCode: 'bt',
      readings: [
        dbh(37.4),
        ...heightBy('height.two-angles', [
          ['top', 62, 'pct'],
          ['base', -14, 'pct'],
          ['distance', 15, 'm'],
        ]),
      ],
      heights: { broken: true },
    },
  ];
  return trees.map((tree, i) => ({ ...tree, tag: String(firstTag + i), planted: null }));
}
