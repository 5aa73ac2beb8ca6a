import { lazy, Suspense, useMemo, useState } from 'react';
import { productProblems, type Defect, type Product } from '@arbolito/core/bucking';
import { printRounded } from '@arbolito/core/quantity';
import type { FigureSpec } from '../../../ui/figures/figure.ts';
import { FigureInput } from '../../../ui/figures/FigureInput.tsx';
import { useFigures } from '../../../ui/figures/use-figures.ts';
import { Defects } from './Defects.tsx';
import { ProductTable } from './ProductTable.tsx';
import { StemDrawing } from './StemDrawing.tsx';
import {
  cutStem,
  isModelId,
  logsM3,
  MODELS,
  profileBy,
  readSections,
  rulesOf,
  START_PRODUCTS,
  type CutStem,
  type ModelId,
} from './stem-state.ts';
import { TableMaker } from './TableMaker.tsx';
import { useRemembered } from './use-remembered.ts';

const RulesChart = lazy(() => import('./RulesChart.tsx'));

const SPECS = {
  dbh: { label: 'dbh over bark', unit: 'cm', low: 5, high: 300 },
  height: { label: 'total height', unit: 'm', low: 2, high: 120 },
  bark: { label: 'under bark, of that', unit: 'pct', low: 70, high: 100 },
  stump: { label: 'stump', unit: 'm', low: 0, high: 3 },
  top: { label: 'smallest top, under bark', unit: 'cm', low: 1, high: 100 },
  exponent: { label: 'exponent', unit: 'one', low: 0.1, high: 3 },
  dbhError: { label: '± of the dbh', unit: 'cm', low: 0, high: 50 },
  heightError: { label: '± of the height', unit: 'm', low: 0, high: 30 },
  taper: { label: '± of the taper, in volume', unit: 'pct', low: 0, high: 50 },
} as const satisfies Record<string, FigureSpec>;
type Key = keyof typeof SPECS;

const USUAL: Readonly<Record<Key, string>> = {
  dbh: '42',
  height: '26',
  bark: '93',
  stump: '0.3',
  top: '7',
  exponent: '0.75',
  dbhError: '0.3',
  heightError: '0.5',
  taper: '5',
};

const isProducts = (value: unknown): value is readonly Product[] =>
  Array.isArray(value) &&
  value.every(
    (each: unknown) =>
      typeof each === 'object' &&
      each !== null &&
      'name' in each &&
      'lengthsM' in each &&
      Array.isArray(each.lengthsM) &&
      'allows' in each &&
      Array.isArray(each.allows),
  );
const isText = (value: unknown): value is string => typeof value === 'string';

const cubic = (m3: number): string => `${printRounded(m3, 3)} m³`;

/** The logs one under the other, with what each is worth. */
function CutList({ cut, products, money }: { cut: CutStem; products: readonly Product[]; money: string }) {
  return (
    <table className="rows w-full">
      <caption className="pb-1 text-left text-xl font-bold">The cuts, from the butt up</caption>
      <thead>
        <tr>
          <th scope="col">product</th>
          <th scope="col" className="hidden !text-right sm:table-cell">
            from, m
          </th>
          <th scope="col" className="!text-right">
            length, m
          </th>
          <th scope="col" className="hidden !text-right sm:table-cell">
            butt, cm
          </th>
          <th scope="col" className="!text-right">
            top, cm
          </th>
          <th scope="col" className="!text-right">
            {money}
          </th>
        </tr>
      </thead>
      <tbody>
        {cut.best.cuts.map(({ product, fromM, lengthM, buttCm, topCm, value }) => (
          <tr key={fromM}>
            <th scope="row" className="!text-base !text-ink">
              {products[product]?.name}
            </th>
            <td className="num hidden sm:table-cell">{printRounded(fromM, 1)}</td>
            <td className="num">{printRounded(lengthM, 1)}</td>
            <td className="num hidden sm:table-cell">{printRounded(buttCm, 1)}</td>
            <td className="num">{printRounded(topCm, 1)}</td>
            <td className="num">{printRounded(value, 2)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** One stem: its profile, its volume by every model, the cuts that are worth most, and what the rules make of its logs. */
export function StemPage() {
  const { texts, type, values } = useFigures(SPECS, USUAL);
  const [model, setModel] = useState<ModelId>('solids');
  const [sectionsText, setSectionsText] = useState('5.3 33; 13 24');
  const [products, setProducts] = useRemembered<readonly Product[]>('arbolito.products', START_PRODUCTS, isProducts);
  const [money, setMoney] = useRemembered('arbolito.money', 'EUR', isText);
  const [defects, setDefects] = useState<readonly Defect[]>([]);
  const sections = readSections(sectionsText);
  const figures =
    values === null
      ? null
      : {
          dbhCm: values.dbh,
          heightM: values.height,
          barkRatio: values.bark / 100,
          stumpM: values.stump,
          topCm: values.top,
          exponent: values.exponent,
        };
  const outcome = figures === null || typeof sections === 'string' ? null : profileBy(model, figures, sections);
  const key = JSON.stringify([figures, model, sections, products, defects, values]);
  const cut = useMemo(() => {
    if (figures === null || outcome?.ok !== true || values === null || productProblems(products).length > 0)
      return null;
    const ordered = defects.map(({ kind, fromM, toM }) => ({
      kind,
      fromM: Math.min(fromM, toM),
      toM: Math.max(fromM, toM),
    }));
    return cutStem(outcome.profile, figures, products, ordered, {
      dbhShare: values.dbhError / values.dbh,
      heightShare: values.heightError / values.height,
      taperShare: values.taper / 100,
    });
    // Everything that it is made from stands in the key.
  }, [key]);
  const field = (name: Key) => (
    <FigureInput
      key={name}
      spec={SPECS[name]}
      text={texts[name]}
      onType={(text) => {
        type(name, text);
      }}
    />
  );
  const sectionsProblem =
    typeof sections === 'string'
      ? sections
      : outcome !== null && !outcome.ok && ['sections', 'through'].includes(outcome.problem.field)
        ? outcome.problem.message
        : null;
  return (
    <div className="mx-auto grid max-w-7xl grid-cols-[minmax(0,1fr)] items-start gap-6 p-4 md:grid-cols-[20rem_minmax(0,1fr)] md:p-6">
      <section aria-label="The stem" className="order-last grid gap-5 md:order-none">
        <fieldset className="grid gap-2">
          <legend className="pb-1 font-bold">The tree</legend>
          {(['dbh', 'height', 'bark', 'stump', 'top'] as const).map(field)}
        </fieldset>
        <fieldset className="grid gap-2">
          <legend className="pb-1 font-bold">How it tapers</legend>
          <select
            className="field"
            aria-label="Taper"
            value={model}
            onChange={(event) => {
              if (isModelId(event.target.value)) setModel(event.target.value);
            }}
          >
            {Object.entries(MODELS).map(([id, name]) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
          {model === 'ormerod' && field('exponent')}
          {(model === 'measured' || model === 'behre') && (
            <label className="grid gap-1">
              <span>height in m and diameter in cm, a semicolon between</span>
              <textarea
                className="field figures"
                rows={2}
                maxLength={400}
                value={sectionsText}
                aria-invalid={sectionsProblem !== null}
                onChange={(event) => {
                  setSectionsText(event.target.value);
                }}
              />
              <span role="alert" className="text-sm text-paint-ink">
                {sectionsProblem}
              </span>
            </label>
          )}
          {model === 'max-burkhart' && (
            <p className="text-quiet">Coefficients of loblolly pine: check against your local table.</p>
          )}
        </fieldset>
        <Defects defects={defects} heightM={figures?.heightM ?? 20} onChange={setDefects} />
        <fieldset className="grid gap-2">
          <legend className="pb-1 font-bold">How sure it is</legend>
          {(['dbhError', 'heightError', 'taper'] as const).map(field)}
        </fieldset>
      </section>
      <section aria-label="What can be cut" className="grid min-w-0 grid-cols-[minmax(0,1fr)] gap-5">
        {cut === null ? (
          <p className="card p-5 text-lg">
            {outcome !== null && !outcome.ok
              ? outcome.problem.message
              : productProblems(products).length > 0
                ? 'Something in the product list cannot be: see there.'
                : 'One of the figures cannot be read yet: see its field.'}
          </p>
        ) : (
          <>
            <div aria-live="polite" className="flex flex-wrap items-end gap-x-8 gap-y-2">
              <p>
                <span className="text-quiet">worth as cut below, before costs</span>
                <span className="flex items-baseline gap-3">
                  <strong className="figures text-5xl font-extrabold" data-testid="stem-value">
                    {printRounded(cut.value.net, 2)}
                  </strong>
                  <span className="figures text-xl text-sky">
                    ± {printRounded(cut.value.standardError, 2)} {money}
                  </span>
                </span>
              </p>
              <p>
                <span className="text-quiet">taken as it comes, the dearest log first</span>
                <span className="figures block text-xl font-bold" data-testid="greedy-value">
                  {printRounded(cut.greedy.value, 2)} {money}
                </span>
              </p>
              <p>
                <span className="text-quiet">wood to the smallest top, under bark</span>
                <span className="figures block text-xl font-bold" data-testid="stem-volume">
                  {cubic(cut.merchantableM3.under)} ± {printRounded(cut.merchantableM3.under * cut.volumeErrorShare, 3)}
                </span>
              </p>
            </div>
            <StemDrawing
              over={cut.over}
              under={cut.under}
              stumpM={figures?.stumpM ?? 0}
              topHeightM={cut.topHeightM}
              bucking={cut.best}
              products={products}
              defects={defects}
              onDefect={(i, change) => {
                setDefects((before) => before.map((each, at) => (at === i ? { ...each, ...change } : each)));
              }}
            />
            <p className="text-quiet">
              The whole stem over bark has {cubic(cut.wholeM3)}; its logs have {cubic(logsM3(cut.best))} after Smalian.
              Prices are what you write below: an estimate is not an appraisal. Profile: {cut.over.words} (
              {cut.over.source}).
            </p>
            <div className="grid grid-cols-[minmax(0,1fr)] gap-5 xl:grid-cols-2">
              <CutList cut={cut} products={products} money={money} />
              <div>
                <h2 className="text-xl font-bold">The same logs by every rule</h2>
                <Suspense
                  fallback={
                    <p role="status" className="h-80">
                      Drawing …
                    </p>
                  }
                >
                  <RulesChart totals={rulesOf(cut.best)} />
                </Suspense>
              </div>
            </div>
          </>
        )}
        <ProductTable products={products} money={money} onChange={setProducts} onMoney={setMoney} />
        <TableMaker />
      </section>
    </div>
  );
}
