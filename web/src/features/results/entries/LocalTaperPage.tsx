import { useMemo, useState } from 'react';
import { felledPineSections } from '@arbolito/demo';
import { seededRandom } from '@arbolito/core/statistics';
import { printRounded } from '@arbolito/core/units';
import { USUAL_VOLUME_ERROR_SHARE } from '@arbolito/core/protocol';
import { KeepFor, type KeepingSurvey } from '../prices/KeepFor.tsx';
import { LinesField } from '../../../ui/forms/LinesField.tsx';
import { type FitId, FITS, fitTaper, isFitId, readSectionLines } from '../local-taper/taper-fits.ts';
import { t, say } from '../../../messages/text.ts';
import { rich } from '../../../messages/rich.ts';
import { onDemand } from '../../../ui/feedback/on-demand.tsx';

const TaperChart = onDemand(() => import('../local-taper/TaperChart.tsx'), 'h-96');

const SEED = 2026;
const DEMO_STEMS = 40;
/** Without a survey: the sections are typed in cm and m. */
const METRIC_BREAST_HEIGHT_M = 1.3;

const demoLines = (): string =>
  felledPineSections(seededRandom(SEED), DEMO_STEMS)
    .map(({ dbhCm, heightM, atM, diameterCm }) => `${dbhCm} ${heightM} ${atM} ${diameterCm}`)
    .join('\n');

/** A taper from sections of felled stems, or of stems measured optically. */
export function LocalTaperPage({ survey }: { readonly survey: KeepingSurvey | null }) {
  const breastHeightM = survey?.breastHeightM ?? METRIC_BREAST_HEIGHT_M;
  const [text, setText] = useState('');
  const [id, setId] = useState<FitId>('max-burkhart');
  const read = useMemo(() => readSectionLines(text, breastHeightM), [text, breastHeightM]);
  const fit = useMemo(() => fitTaper(id, read.sections), [id, read]);
  return (
    <div className="mx-auto grid max-w-6xl grid-cols-[minmax(0,1fr)] items-start gap-6 p-4 md:grid-cols-[22rem_minmax(0,1fr)] md:p-6">
      <section aria-label={t('results.sections', 'Sections')} className="grid gap-3">
        <LinesField
          name={t('results.sections-one-per-line', 'Sections, one per line')}
          of={t(
            'results.dbh-in-cm-total-height',
            'dbh in cm, total height in m, height of the section in m, its diameter in cm',
          )}
          example={'32.4 24.1 0.3 38.2\n32.4 24.1 6.0 27.9'}
          text={text}
          problems={read.problems}
          onType={setText}
        />
        <button
          type="button"
          className="btn"
          onClick={() => {
            setText(demoLines());
          }}
        >
          {t('results.load-forty-pines-of-monte', 'Load forty pines of Monte Valdeliro')}
        </button>
        <label className="grid gap-1">
          <span className="font-semibold">{t('results.model', 'Model')}</span>
          <select
            className="field"
            value={id}
            onChange={(event) => {
              if (isFitId(event.target.value)) setId(event.target.value);
            }}
          >
            {Object.entries(FITS).map(([each, name]) => (
              <option key={each} value={each}>
                {say(name)}
              </option>
            ))}
          </select>
        </label>
      </section>
      <section aria-label={t('results.taper', 'Taper')} className="grid min-w-0 gap-5">
        {fit.ok ? (
          <>
            <p aria-live="polite">
              {rich(
                'results.cm-root-mean-square-error',
                '<strong>± {rootMeanSquareCm} cm</strong> root mean square error, from {sections} sections',
                {
                  rootMeanSquareCm: printRounded(fit.rootMeanSquareCm, 2),
                  strong: (chunks) => (
                    <strong className="figures text-3xl font-extrabold" data-testid="taper-rest">
                      {chunks}
                    </strong>
                  ),
                  sections: fit.sections,
                },
              )}{' '}
            </p>
            <TaperChart sections={read.sections} shareAt={fit.shareAt} />
            <dl className="flex flex-wrap gap-x-6 gap-y-1">
              {fit.coefficients.map(([name, value]) => (
                <div key={name} className="flex gap-2">
                  <dt className="text-quiet">{name}</dt>
                  <dd className="figures font-bold">{printRounded(value, 4)}</dd>
                </div>
              ))}
            </dl>
            {survey !== null && (
              <KeepFor
                survey={survey}
                what="taper"
                volumeOf={() => ({ by: 'profile', taper: fit.choice, errorShare: USUAL_VOLUME_ERROR_SHARE })}
              />
            )}
          </>
        ) : (
          <p className="card p-5 text-lg">{say(fit.message)}</p>
        )}
      </section>
    </div>
  );
}
