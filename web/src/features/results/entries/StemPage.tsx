import { useEffect, useMemo, useState } from 'react';
import { type Defect, sawsOf } from '@arbolito/core/bucking';
import {
  barkRatioOf,
  rulesOfSet,
  type Species,
  type TaperChoice,
  withBark,
  type WoodSettings,
} from '@arbolito/core/protocol';
import { convert, type UnitSystem } from '@arbolito/core/units';
import { LOBLOLLY, taperDoubts } from '@arbolito/core/taper';
import { FoldedSection } from '../../../ui/feedback/FoldedSection.tsx';
import { EnterFirst } from '../../../ui/feedback/EnterFirst.tsx';
import { useAddressQuery } from '../../../ui/reader.ts';
import { onDemand } from '../../../ui/feedback/on-demand.tsx';
import { useQuantities } from '../../../ui/forms/use-quantities.ts';
import { PriceListEditor } from '../prices/PriceListEditor.tsx';
import { priceListSummary } from '../prices/price-list-summary.ts';
import { ExamplePrices } from '../prices/ExamplePrices.tsx';
import { usePrices } from '../prices/use-prices.ts';
import { asTyped, WOOD_UNITS } from '../prices/wood-units.ts';
import { CutResult } from '../stem/CutResult.tsx';
import { stemFieldSpecs, type StemKey, USUAL } from '../stem/stem-figures.ts';
import { StemInputs } from '../stem/StemInputs.tsx';
import {
  canBeCut,
  cutStem,
  type ModelId,
  needsSections,
  profileBy,
  readSections,
  type StemFigures,
  SURVEY_MODEL,
} from '../stem/stem-state.ts';
import { TableMaker } from '../stem/TableMaker.tsx';
import { useSaws } from '../stem/use-saws.ts';
import { t, say } from '../../../messages/text.ts';

// Below the cuts; most people come for those.
const RulesBeside = onDemand(
  async () => ({ default: (await import('../stem/Comparisons.tsx')).RulesBeside }),
  'min-h-72',
);
const ModelsComparison = onDemand(
  async () => ({ default: (await import('../stem/Comparisons.tsx')).ModelsComparison }),
  'min-h-72',
);

export interface StemPageProps {
  /** The survey that the stem is of, where it comes from one: its units, its prices, its species. */
  readonly survey: {
    /** Where it measures dbh, m. */
    readonly breastHeightM: number;
    readonly id: string;
    readonly name: string;
    readonly unitSystem: UnitSystem;
    readonly species: readonly Species[];
    readonly wood: WoodSettings;
  } | null;
}

const LENGTHS = ['height', 'stump', 'heightError'] as const;
const DIAMETERS = ['dbh', 'top', 'dbhError'] as const;

/** One stem: its profile, its volume by every model, the cuts that are worth most, and what the rules make of its logs. */
export function StemPage({ survey }: StemPageProps) {
  const query = useAddressQuery();
  const [system, setSystem] = useState<UnitSystem>(() => {
    const asked = query.get('units');
    return asked === 'metric' || asked === 'imperial' ? asked : (survey?.unitSystem ?? 'metric');
  });
  const units = WOOD_UNITS[system];
  const specs = stemFieldSpecs(units);
  const [species, setSpecies] = useState(query.get('species') ?? survey?.species[0]?.code ?? '');
  const [usualOfSurvey] = useState(() =>
    survey === null
      ? {}
      : {
          bark: asTyped(100 * barkRatioOf(survey.wood, species), 1),
          stump: asTyped(units.lengthOf(survey.wood.stumpM)),
          top: asTyped(units.diameterOf(survey.wood.topCm)),
        },
  );
  const { texts, type, values, missing } = useQuantities<StemKey>(specs, { ...USUAL[system], ...usualOfSurvey });
  const settled = survey?.wood.species.find(({ speciesCode }) => speciesCode === species);
  const ownVolume = settled?.volume === undefined ? null : withBark(settled.volume, settled.barkRatio);
  const ownTaper = ownVolume?.by === 'profile' ? ownVolume.taper : null;
  const [model, setModel] = useState<ModelId | typeof SURVEY_MODEL>(ownTaper === null ? 'solids' : SURVEY_MODEL);
  const [sectionsText, setSectionsText] = useState('');
  const { prices, areExamples, areOfSurvey, change } = usePrices(survey?.wood.prices ?? null, system);
  const [defects, setDefects] = useState<readonly Defect[]>([]);
  const { saws, setSaws, undo, canUndo } = useSaws();

  useEffect(() => {
    // A figure in the address means nothing without its unit.
    const next = new URLSearchParams(location.search);
    next.set('units', system);
    history.replaceState(null, '', `?${next.toString()}`);
  }, [system]);

  const changeUnits = (next: UnitSystem): void => {
    if (next === system) return;
    const to = WOOD_UNITS[next];
    for (const key of LENGTHS) {
      const metres = units.readLength(texts[key]);
      if (!Number.isNaN(metres)) type(key, asTyped(to.lengthOf(metres)));
    }
    for (const key of DIAMETERS) {
      const cm = units.readDiameter(texts[key]);
      if (!Number.isNaN(cm)) type(key, asTyped(to.diameterOf(cm)));
    }
    const read = readSections(sectionsText, units);
    if (typeof read !== 'string')
      setSectionsText(
        read
          .map(({ heightM, diameterCm }) => `${asTyped(to.lengthOf(heightM))} ${asTyped(to.diameterOf(diameterCm))}`)
          .join('; '),
      );
    setSystem(next);
  };
  const changeSpecies = (code: string): void => {
    setSpecies(code);
    if (survey === null) return;
    type('bark', asTyped(100 * barkRatioOf(survey.wood, code), 1));
    const volume = survey.wood.species.find(({ speciesCode }) => speciesCode === code)?.volume;
    if (volume?.by === 'profile') setModel(SURVEY_MODEL);
    else if (model === SURVEY_MODEL) setModel('solids');
  };

  const read = readSections(sectionsText, units);
  const sections = typeof read === 'string' || !needsSections(model) ? [] : read;
  const figures: StemFigures | null =
    values === null
      ? null
      : {
          dbhCm: convert(values.dbh, units.diameter, 'cm'),
          breastHeightM: survey?.breastHeightM ?? rulesOfSet('timber', system).breastHeightM,
          heightM: convert(values.height, units.length, 'm'),
          barkRatio: values.bark / 100,
          stumpM: convert(values.stump, units.length, 'm'),
          topCm: convert(values.top, units.diameter, 'cm'),
          exponent: values.exponent,
          kozakB1: values.kozakB1,
          kozakB2: values.kozakB2,
        };
  const chosen: TaperChoice | null =
    model === SURVEY_MODEL ? ownTaper : model === 'max-burkhart' ? { model, ...LOBLOLLY } : null;
  const doubts = chosen === null ? [] : taperDoubts(chosen);
  const outcome =
    figures === null || (needsSections(model) && typeof read === 'string')
      ? null
      : profileBy(model, figures, sections, ownTaper);
  const key = JSON.stringify([figures, model, sections, prices, defects, values, saws, system, species]);
  const cut = useMemo(() => {
    if (figures === null || outcome?.ok !== true || values === null || !canBeCut(prices)) return null;
    const ordered = defects.map(({ kind, fromM, toM }) => ({
      kind,
      fromM: Math.min(fromM, toM),
      toM: Math.max(fromM, toM),
    }));
    return cutStem(
      outcome.profile,
      figures,
      {
        prices,
        defects: ordered,
        saws,
        stepM: units.stepM,
      },
      {
        dbhShare: values.dbhError / values.dbh,
        heightShare: values.heightError / values.height,
        taperShare: values.taper / 100,
      },
    );
    // Everything that it is made from stands in the key.
  }, [key]);
  const profileProblem = outcome !== null && !outcome.ok ? outcome.problem : null;
  return (
    <div className="mx-auto grid max-w-7xl grid-cols-[minmax(0,1fr)] items-start gap-6 p-4 md:grid-cols-[20rem_minmax(0,1fr)] md:p-6">
      <StemInputs
        units={units}
        onUnits={changeUnits}
        specs={specs}
        texts={texts}
        onType={type}
        survey={survey}
        species={species}
        onSpecies={changeSpecies}
        model={model}
        doubts={doubts.map(say)}
        hasOwnTaper={ownTaper !== null}
        onModel={setModel}
        sectionsText={sectionsText}
        sectionsProblem={say(
          typeof read === 'string'
            ? read
            : profileProblem !== null && needsSections(model)
              ? profileProblem.message
              : null,
        )}
        onSections={setSectionsText}
        defects={defects}
        heightM={figures?.heightM ?? 20}
        onDefects={setDefects}
      />
      <section
        aria-label={t('results.logs-of-this-stem', 'Logs of this stem')}
        className="grid min-w-0 grid-cols-[minmax(0,1fr)] gap-5"
      >
        {cut === null || figures === null ? (
          profileProblem === null && canBeCut(prices) ? (
            <EnterFirst missing={missing} />
          ) : (
            <p className="card p-5 text-lg">
              {say(
                profileProblem?.message ??
                  t('results.fix-the-errors-in-the-product', 'Fix the errors in the product list first.'),
              )}
            </p>
          )
        ) : (
          <>
            {areExamples && <ExamplePrices />}
            <CutResult
              cut={cut}
              figures={figures}
              prices={prices}
              defects={defects}
              units={units}
              saws={saws ?? sawsOf(cut.best, prices.products)}
              onSaws={setSaws}
              onUndo={canUndo ? undo : null}
              onDefect={(i, change) => {
                setDefects((before) => before.map((each, at) => (at === i ? { ...each, ...change } : each)));
              }}
            />
          </>
        )}
        <div className="border-b border-line">
          {cut !== null && figures !== null && (
            <>
              <FoldedSection
                title={t('results.these-logs-by-every-rule', 'These logs by every rule')}
                summary={t('results.by-every-rule.summary', 'Board feet and equivalent prices')}
              >
                {() => <RulesBeside cut={cut} currency={prices.currency} />}
              </FoldedSection>
              <FoldedSection
                title={t('results.volume-by-other-methods', 'Volume by other methods')}
                summary={t('results.other-methods.summary', 'Taper models, equations, and formulas for a felled stem')}
              >
                {() => <ModelsComparison cut={cut} figures={figures} sections={sections} units={units} />}
              </FoldedSection>
            </>
          )}
          <FoldedSection
            title={t('results.products-and-prices', 'Products and prices')}
            summary={priceListSummary(prices)}
          >
            {() => (
              <>
                {survey !== null && (
                  <p className="text-quiet">
                    {!areOfSurvey
                      ? t('results.this-price-list-is-saved', 'This price list is saved on this device. ')
                      : t(
                          'results.these-are-the-prices-of',
                          'These are the prices of {name}. Changes apply to this stem only. ',
                          { name: survey.name },
                        )}
                    <a className="underline" href={`/surveys/${survey.id}/wood`}>
                      {t('results.volumes-and-prices-of', 'Volumes and prices of {name}', { name: survey.name })}
                    </a>
                  </p>
                )}
                <PriceListEditor key={system} list={prices} units={units} onChange={change} />
              </>
            )}
          </FoldedSection>
          <FoldedSection
            title={t('results.tables-to-print', 'Tables to print')}
            summary={t('results.tables.summary', 'Board feet or volume of standing trees by dbh')}
          >
            {() => (
              <TableMaker
                survey={survey}
                species={species}
                speciesName={survey?.species.find(({ code }) => code === species)?.name ?? species}
              />
            )}
          </FoldedSection>
        </div>
      </section>
    </div>
  );
}
