import { type ClassRule, classWidth, diameterClass, type Species } from '@arbolito/core/protocol';
import type { TalliedTree } from '@arbolito/core/inventory';
import { t } from '../../../messages/text.ts';

/** Classes offered for counting, from 10 cm or 4 in up. */
const COUNTED_CLASSES = 12;
const CELL = 14;
/** Corners and sides of the box that ten trees draw: four dots, four sides, two diagonals. */
const DOTS = [
  [0, 0],
  [1, 0],
  [0, 1],
  [1, 1],
] as const;
const STROKES = ['M0 0H1', 'M0 1H1', 'M0 0V1', 'M1 0V1', 'M0 0L1 1', 'M1 0L0 1'] as const;

function Ten({ count, x }: { readonly count: number; readonly x: number }) {
  return (
    <g transform={`translate(${x + 3} 4)`}>
      {DOTS.slice(0, count).map(([dx, dy]) => (
        <circle key={`${dx} ${dy}`} cx={dx * CELL} cy={dy * CELL} r={2.6} className="fill-ink" />
      ))}
      <g transform={`scale(${CELL})`}>
        {STROKES.slice(0, Math.max(0, count - 4)).map((path) => (
          <path key={path} d={path} className="stroke-ink" strokeWidth={0.12} fill="none" />
        ))}
      </g>
    </g>
  );
}

function Dots({ count }: { readonly count: number }) {
  const tens = Array.from({ length: Math.ceil(count / 10) }, (_, i) => Math.min(10, count - i * 10));
  return (
    <svg width={Math.max(24, tens.length * 24)} height={22} aria-hidden="true" className="inline-block">
      {tens.map((ten, i) => (
        <Ten key={i} count={ten} x={i * 24} />
      ))}
    </svg>
  );
}

interface DotTallyProps {
  /** Counts one more; only looked at where left out. */
  readonly onDot?: ((speciesCode: string, named: number) => void) | undefined;
  readonly trees: readonly TalliedTree[];
  readonly species: readonly Species[];
  readonly classes: ClassRule;
}

/** The tally as it stands on paper: dots and strokes by diameter class and species. */
export function DotTally({ trees, species, classes: rule, onDot }: DotTallyProps) {
  const { unit, width } = classWidth(rule.width);
  const present = species.filter(({ code }) => onDot !== undefined || trees.some((tree) => tree.speciesCode === code));
  const classOf = (tree: TalliedTree) => (tree.dbhCm === null ? null : diameterClass(tree.dbhCm, rule));
  const seen = [...new Set(trees.flatMap((tree) => classOf(tree) ?? []))];
  const first = diameterClass(unit === 'in' ? 4 * 2.54 : 10, rule);
  const usual = onDot === undefined ? [] : Array.from({ length: COUNTED_CLASSES }, (_, i) => first + i * width);
  const classes = [...new Set([...seen, ...usual])].sort((a, b) => a - b);
  if (classes.length === 0) return null;
  return (
    <table className={`w-full ${onDot === undefined ? '' : 'table-fixed'}`}>
      <caption className="sr-only">{t('tally.trees-by-dbh-class-and', 'Trees by dbh class and species')}</caption>
      <thead className={onDot === undefined ? '' : 'sticky top-0 bg-paper'}>
        <tr>
          <th scope="col" className="w-10 text-left font-normal text-quiet">
            {unit}
          </th>
          {present.map(({ code, name }) => (
            <th
              key={code}
              scope="col"
              className={onDot === undefined ? 'text-left font-normal text-quiet' : 'font-semibold'}
              title={name}
            >
              {onDot === undefined ? code : <span className="block truncate max-md:hidden">{name}</span>}
              {onDot !== undefined && <span className="md:hidden">{code}</span>}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {classes.map((middle) => (
          <tr key={middle} className="border-t border-line">
            <th scope="row" className="figures text-left">
              {middle}
            </th>
            {present.map(({ code }) => {
              const count = trees.filter((tree) => tree.speciesCode === code && classOf(tree) === middle).length;
              return (
                <td key={code} className="py-1">
                  {onDot === undefined ? (
                    <>
                      <span className="sr-only">{count}</span>
                      {count > 0 && <Dots count={count} />}
                    </>
                  ) : (
                    <button
                      type="button"
                      className="pad-key w-full"
                      aria-label={t('tally.add-one', '{code} {middle} {unit}: {count}, add one', {
                        code,
                        middle,
                        unit,
                        count,
                      })}
                      onClick={() => {
                        onDot(code, middle);
                      }}
                    >
                      {count > 0 && <Dots count={count} />}
                    </button>
                  )}
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
