import type { UnitId } from '@arbolito/core/units';
import type { DemoReading, DemoTree } from './demo-survey.ts';

type Figures = readonly (readonly [key: string, value: number, unit: UnitId])[];

const dbh = (cm: number): DemoReading => ({
  measure: 'diameter',
  methodId: 'diameter.tape',
  key: 'diameter',
  value: cm,
  unit: 'cm',
});

/** Readings of one height; the first where no number is given. */
const heightBy = (methodId: string, figures: Figures, heightNo?: number): DemoReading[] =>
  figures.map(([key, value, unit]) => ({
    measure: methodId.startsWith('distance.') ? 'distance' : 'height',
    methodId,
    key,
    value,
    unit,
    ...(heightNo === undefined ? {} : { heightNo }),
  }));

const topFromThere = (pct: number, heightNo: number): DemoReading[] =>
  heightBy('height.two-angles', [['top', pct, 'pct']], heightNo);

/** Trees whose height asks for more than two sights: six ends from one stand, three methods, a lean, a steep slope, a break. */
export function manyHeights(firstTag: number): DemoTree[] {
  const trees: readonly Omit<DemoTree, 'tag' | 'planted'>[] = [
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
        others: [
          { heightNo: 2, of: 'merchantable', sameStation: true, topDiameterCm: 7 },
          { heightNo: 3, of: 'merchantable', sameStation: true, limit: 'fork' },
          { heightNo: 4, of: 'crown-base', sameStation: true },
          { heightNo: 5, of: 'first-branch', sameStation: true },
          { heightNo: 6, of: 'stump', sameStation: true },
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
        others: [
          { heightNo: 2, of: 'total', sameStation: false },
          { heightNo: 3, of: 'total', sameStation: false },
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
