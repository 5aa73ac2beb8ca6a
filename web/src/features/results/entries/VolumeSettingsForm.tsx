import { useState } from 'react';
import type { FormFactor, PriceList, Species, WoodSettings } from '@arbolito/core/protocol';
import { convert, type UnitSystem } from '@arbolito/core/units';
import { callUntilAnswered } from '../../../client/api.ts';
import { deviceId, newId, now } from '../../../client/identity.ts';
import type { WoodView } from '../../../contracts/views.ts';
import { Alert } from '../../../ui/feedback/Alert.tsx';
import { FoldedSection } from '../../../ui/feedback/FoldedSection.tsx';
import { ConfirmDialog } from '../../../ui/feedback/ConfirmDialog.tsx';
import { type QuantitySpec, parseQuantity } from '../../../ui/forms/quantity.ts';
import { NumberField } from '../../../ui/forms/NumberField.tsx';
import { toastAfterLoad } from '../../../ui/feedback/toast.ts';
import { useEntryForm } from '../../../ui/forms/use-entry-form.ts';
import { SubmitButton } from '../../../ui/forms/SubmitButton.tsx';
import { PriceListEditor } from '../prices/PriceListEditor.tsx';
import { priceListSummary } from '../prices/price-list-summary.ts';
import { START_PRICES } from '../prices/start-prices.ts';
import { asTyped, WOOD_UNITS, type WoodUnits } from '../prices/wood-units.ts';
import { type LogDraft, logDraftOf, logSettingsOf } from '../volume-settings/log-settings.ts';
import { LogSettingsFields } from '../volume-settings/LogSettingsFields.tsx';
import { SpeciesCard } from '../volume-settings/SpeciesCard.tsx';
import { speciesDraft, type SpeciesDraft, speciesWoodOf } from '../volume-settings/volume-methods.ts';
import { t } from '../../../messages/text.ts';
import { moment } from '../../../messages/figures.ts';

export interface WoodFormProps {
  readonly surveyId: string;
  readonly crew: string;
  readonly system: UnitSystem;
  readonly species: readonly Species[];
  readonly formFactor: FormFactor;
  /** Where the survey measures dbh, m. */
  readonly breastHeightM: number;
  readonly wood: WoodSettings;
  /** Names of the products that the survey tells apart. */
  readonly products: readonly string[];
  /** What was settled, the newest first. */
  readonly history: readonly WoodView[];
}

const specsOf = ({ length, diameter }: WoodUnits): Readonly<Record<'stump' | 'top', QuantitySpec>> => ({
  stump: { label: t('results.stump', 'stump'), unit: length, low: 0, high: length === 'm' ? 3 : 9.8 },
  top: {
    label: t('results.smallest-top-diameter-under-bark', 'smallest top diameter, under bark'),
    unit: diameter,
    low: diameter === 'cm' ? 1 : 0.5,
    high: diameter === 'cm' ? 100 : 39,
  },
});

const today = (): string => now().slice(0, 10);

interface Draft {
  readonly species: readonly SpeciesDraft[];
  readonly stump: string;
  readonly top: string;
  readonly prices: PriceList | null;
  readonly logs: LogDraft;
}

const draftOf = (
  wood: WoodSettings,
  species: readonly Species[],
  products: readonly string[],
  units: WoodUnits,
): Draft => ({
  species: species.map(({ code }) =>
    speciesDraft(
      code,
      wood.species.find(({ speciesCode }) => speciesCode === code),
    ),
  ),
  stump: asTyped(units.lengthOf(wood.stumpM)),
  top: asTyped(units.diameterOf(wood.topCm)),
  prices: wood.prices,
  logs: logDraftOf(wood, units, products),
});

/** How a survey works out its wood: volume by species, where logs begin and end, what is paid for them. */
export function VolumeSettingsForm({
  surveyId,
  crew,
  system,
  species,
  formFactor,
  breastHeightM,
  wood,
  products,
  history,
}: WoodFormProps) {
  const units = WOOD_UNITS[system];
  const specs = specsOf(units);
  // Made anew when other settings are taken over whole: cells keep their own text.
  const [taken, setTaken] = useState(0);
  const [isAsked, setIsAsked] = useState(false);
  const figure = (draft: Draft, key: 'stump' | 'top'): number => {
    const read = parseQuantity(specs[key], draft[key]);
    return 'value' in read ? read.value : NaN;
  };
  const entry = useEntryForm<Draft>({
    defaultValues: draftOf(wood, species, products, units),
    // The fields say themselves what is wrong; the server has the last word.
    check: () => ({}),
    send: async (draft, onWait) => {
      const [newest] = history;
      await callUntilAnswered<WoodView>(
        `/api/surveys/${surveyId}/wood`,
        {
          id: newId(),
          observer: crew,
          device: deviceId(),
          madeAt: now(),
          ...(newest === undefined ? {} : { replaces: newest.id }),
          species: draft.species.map((each) =>
            speciesWoodOf(each, species.find(({ code }) => code === each.code)?.name ?? each.code),
          ),
          stumpM: convert(figure(draft, 'stump'), units.length, 'm'),
          topCm: convert(figure(draft, 'top'), units.diameter, 'cm'),
          prices: draft.prices,
          logs: logSettingsOf(draft.logs, units),
          upperDiametersCount: draft.logs.upperDiametersCount,
          ...(draft.logs.diameterMethod === '' ? {} : { diameterMethod: draft.logs.diameterMethod }),
        },
        onWait,
      );
      toastAfterLoad(t('results.saved', 'Saved.'));
      location.reload();
      return null;
    },
  });
  const { form, trouble, said, refusals } = entry;
  const draft = form.watch();
  const change = (over: Partial<Draft>): void => {
    form.reset({ ...draft, ...over }, { keepDefaultValues: true });
  };
  const refusedOf = (start: string): string | null =>
    [...refusals].find(([pointer]) => pointer.startsWith(start))?.[1] ?? null;
  const { prices } = draft;
  return (
    <form noValidate className="grid grid-cols-[minmax(0,1fr)] gap-6" onSubmit={entry.onSubmit}>
      <section aria-labelledby="by-species" className="grid gap-3">
        <h2 id="by-species" className="text-xl font-bold">
          {t('results.volume-by-species', 'Volume by species')}
        </h2>
        <div className="grid gap-3 md:grid-cols-2">
          {draft.species.map((each, i) => (
            <SpeciesCard
              key={each.code}
              name={species[i]?.name ?? each.code}
              draft={each}
              factor={formFactor}
              breastHeightM={breastHeightM}
              units={units}
              refused={refusedOf(`/species/${i}/`)}
              onChange={(next) => {
                change({ species: draft.species.map((old, at) => (at === i ? next : old)) });
              }}
            />
          ))}
        </div>
      </section>
      <section aria-labelledby="ends" className="grid gap-2">
        <h2 id="ends" className="text-xl font-bold">
          {t('results.stump-and-smallest-top', 'Stump and smallest top')}
        </h2>
        <div className="flex flex-wrap gap-x-8 gap-y-2">
          {(['stump', 'top'] as const).map((key) => (
            <NumberField
              key={key}
              spec={specs[key]}
              text={draft[key]}
              onType={(text) => {
                change({ [key]: text });
              }}
            />
          ))}
        </div>
      </section>
      <LogSettingsFields
        draft={draft.logs}
        units={units}
        refusedOf={(pointer) => refusals.get(pointer) ?? null}
        onChange={(logs) => {
          change({ logs });
        }}
      />
      {prices === null ? (
        <section aria-labelledby="no-prices" className="card grid gap-2 p-4">
          <h2 id="no-prices" className="text-xl font-bold">
            {t('results.products-and-prices', 'Products and prices')}
          </h2>
          <p>
            {t(
              'results.this-survey-has-no-price',
              'This survey has no price list. With one, logs can be calculated and valued.',
            )}
          </p>
          <p>
            <button
              type="button"
              className="btn"
              onClick={() => {
                change({ prices: { ...START_PRICES[units.system], pricesOf: today() } });
              }}
            >
              {t('results.add-price-list', 'Add price list')}
            </button>
          </p>
        </section>
      ) : (
        <>
          <FoldedSection
            title={t('results.products-and-prices', 'Products and prices')}
            summary={priceListSummary(prices)}
            isOpenAtFirst={wood.prices === null}
          >
            {() => (
              <>
                <PriceListEditor
                  key={taken}
                  list={prices}
                  units={units}
                  onChange={(list) => {
                    change({ prices: list });
                  }}
                />
                <p>
                  <button
                    type="button"
                    className="btn"
                    onClick={() => {
                      setIsAsked(true);
                    }}
                  >
                    {t('results.remove-price-list', 'Remove price list')}
                  </button>
                </p>
              </>
            )}
          </FoldedSection>
          <ConfirmDialog
            title={t('results.remove-the-price-list', 'Remove the price list?')}
            confirm={t('results.remove', 'Remove')}
            cancel={t('results.cancel', 'Cancel')}
            isOpen={isAsked}
            onConfirm={() => {
              change({ prices: null });
              setIsAsked(false);
            }}
            onClose={() => {
              setIsAsked(false);
            }}
          >
            {t(
              'results.the-whole-list-is-removed',
              'The whole list is removed. The saved list stays until you save the form.',
            )}
          </ConfirmDialog>
        </>
      )}
      <div className="sticky bottom-0 -mx-2 grid gap-2 border-t-[3px] border-paint bg-sheet p-4">
        {trouble !== null && <Alert>{trouble}</Alert>}
        <p className="flex flex-wrap items-center gap-3">
          <SubmitButton
            isMain
            isSending={entry.isSending}
            isChanged={entry.isChanged}
            sending={t('results.saving', 'Saving…')}
          >
            {t('results.save-for-this-survey', 'Save for this survey')}
          </SubmitButton>
          <span role="status">
            {said ??
              t(
                'results.all-tree-volumes-are-recalculated',
                'All tree volumes are recalculated. Earlier settings stay in the list below.',
              )}
          </span>
        </p>
      </div>
      {history.length > 0 && (
        <section aria-labelledby="before">
          <h2 id="before" className="text-xl font-bold">
            {t('results.earlier-settings', 'Earlier settings')}
          </h2>
          <ul className="grid gap-2">
            {history.map((each, i) => (
              <li key={each.id} className="flex flex-wrap items-center gap-x-4 gap-y-1 border-t border-line pt-2">
                <span className="figures">{moment(each.madeAt)}</span>
                <span>{each.observer}</span>
                <span className="text-quiet">
                  {t(
                    'results.species-with-their-own-method',
                    '{n, plural, one {# species with its own method} other {# species with their own method}}, {prices}',
                    {
                      n: each.species.filter(({ volume }) => volume !== undefined).length,
                      prices:
                        each.prices === null
                          ? t('results.no-prices', 'no prices')
                          : t(
                              'results.products-in-currency',
                              '{n, plural, one {# product in {currency}} other {# products in {currency}}}',
                              { n: each.prices.products.length, currency: each.prices.currency },
                            ),
                    },
                  )}
                </span>
                {i === 0 ? (
                  <strong>{t('results.in-use', 'in use')}</strong>
                ) : (
                  <button
                    type="button"
                    className="btn"
                    onClick={() => {
                      setTaken(taken + 1);
                      change(draftOf(each, species, products, units));
                    }}
                  >
                    {t('results.use-again', 'Use again')}
                  </button>
                )}
              </li>
            ))}
          </ul>
        </section>
      )}
    </form>
  );
}
