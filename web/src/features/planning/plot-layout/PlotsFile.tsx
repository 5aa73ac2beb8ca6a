import { useState } from 'react';
import { readPlotPoints, type ReadPlotPoints } from '@arbolito/core/layout';
import type { StratumView } from '../../../contracts/views.ts';
import { FileField } from '../../../ui/forms/FileField.tsx';
import { FieldError } from '../../../ui/forms/FieldError.tsx';
import { plotsOfPoints, type PlotToLay } from './create-plots.ts';
import { t, say } from '../../../messages/text.ts';

interface PlotsFileProps {
  readonly strata: readonly StratumView[];
  /** Where points lie that name no stratum. */
  readonly stratumId: string;
  /** Labels that are taken. */
  readonly labels: readonly string[];
  readonly busy: boolean;
  readonly onLay: (plots: readonly PlotToLay[]) => void;
}

const SHOWN = 8;

/** Plots that somebody has laid out already: points of a GeoJSON file, looked at before they are kept. */
export function PlotsFile({ strata, stratumId, labels, busy, onLay }: PlotsFileProps) {
  const [read, setRead] = useState<ReadPlotPoints | null>(null);
  const look = async (file: File): Promise<void> => {
    try {
      setRead(readPlotPoints(JSON.parse(await file.text()), labels));
    } catch {
      setRead({
        ok: false,
        message: t(
          'planning.this-file-is-not-json-export',
          'This file is not JSON. Export the points as GeoJSON, in degrees.',
        ),
        errors: [],
      });
    }
  };
  const plots = read?.ok === true ? plotsOfPoints(read.points, strata, stratumId) : null;
  const problem = read?.ok === false ? read.message : typeof plots === 'string' ? plots : null;
  const errors = read?.ok === false ? read.errors : [];
  return (
    <section aria-labelledby="plots-file" className="card grid gap-3 p-4">
      <h2 id="plots-file" className="text-xl font-bold">
        {t('planning.existing-plots', 'Existing plots')}
      </h2>
      <div className="grid max-w-xl gap-1">
        <label htmlFor="plots-file-field" className="font-semibold">
          {t('planning.points-as-geojson', 'Points as GeoJSON')}
        </label>
        <FileField
          id="plots-file-field"
          accept=".geojson,.json,application/geo+json"
          aria-invalid={problem !== null}
          aria-describedby="plots-file-said"
          onFile={(file) => {
            if (file !== null) void look(file);
          }}
        />
        <div id="plots-file-said">
          {problem === null && read === null && (
            <p className="text-quiet">
              {t(
                'planning.each-with-its-label-optionally',
                'each with its label; optionally stratum, slopePct and aspectDeg',
              )}
            </p>
          )}
          {problem !== null && (
            <FieldError>
              <p>{t('planning.no-plots-were-created', '{problem} No plots were created.', { problem })}</p>
              <ul>
                {errors.slice(0, SHOWN).map(({ feature, message }) => (
                  <li key={feature}>{say(message)}</li>
                ))}
                {errors.length > SHOWN && (
                  <li>{t('planning.and-more', 'and {errors} more', { errors: errors.length - SHOWN })}</li>
                )}
              </ul>
            </FieldError>
          )}
        </div>
      </div>
      {plots !== null && typeof plots !== 'string' && (
        <p className="flex flex-wrap items-center gap-3">
          <button
            type="button"
            className="btn btn-main"
            disabled={busy}
            onClick={() => {
              onLay(plots);
            }}
          >
            {t('planning.create-plots', '{plots, plural, one {Create # plot} other {Create # plots}}', {
              plots: plots.length,
            })}
          </button>
          <span role="status">
            {plots
              .slice(0, SHOWN)
              .map(({ label }) => label)
              .join(', ')}
            {plots.length > SHOWN ? ' …' : ''}
          </span>
        </p>
      )}
    </section>
  );
}
