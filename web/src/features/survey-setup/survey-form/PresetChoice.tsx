import { say, t } from '../../../messages/text.ts';
import { type PresetId, PRESETS } from './presets.ts';

const PICTURES: Readonly<Record<PresetId, React.ReactNode>> = {
  'fixed-area': (
    <>
      <circle cx="24" cy="24" r="20" fill="var(--wash)" stroke="var(--lichen)" strokeWidth="2" />
      {[
        [17, 19],
        [27, 15],
        [31, 29],
        [19, 31],
      ].map(([x, y]) => (
        <circle key={x} cx={x} cy={y} r="3.5" fill="var(--bark)" />
      ))}
    </>
  ),
  'variable-radius': (
    <>
      <path d="M10 8L24 42L38 8" fill="none" stroke="var(--sky)" strokeWidth="2" />
      <circle cx="24" cy="15" r="7" fill="var(--bark)" />
    </>
  ),
  'complete-tally': (
    <>
      <path d="M6 10L40 5L44 38L10 44Z" fill="var(--wash)" stroke="var(--lichen)" strokeWidth="2" />
      {[
        [14, 15],
        [26, 12],
        [37, 15],
        [16, 27],
        [29, 24],
        [39, 30],
        [21, 37],
        [32, 36],
      ].map(([x, y]) => (
        <circle key={`${String(x)} ${String(y)}`} cx={x} cy={y} r="3" fill="var(--bark)" />
      ))}
    </>
  ),
  'street-trees': (
    <>
      <path d="M4 30H44M4 42H44" stroke="var(--sky)" strokeWidth="2" />
      {[9, 24, 39].map((x) => (
        <g key={x}>
          <path d={`M${String(x)} 30V18`} stroke="var(--bark)" strokeWidth="3" />
          <circle cx={x} cy="13" r="6.5" fill="var(--lichen)" />
        </g>
      ))}
    </>
  ),
  'remarkable-trees': (
    <>
      <path d="M4 43H44" stroke="var(--sky)" strokeWidth="2" />
      <path d="M19 43L22 24H26L29 43Z" fill="var(--bark)" />
      <ellipse cx="24" cy="16" rx="18" ry="12" fill="var(--lichen)" />
    </>
  ),
  'string-walk': (
    <>
      <rect x="16" y="4" width="16" height="40" fill="var(--bark)" />
      <path d="M12 26C12 32 36 32 36 26" fill="none" stroke="var(--paint)" strokeWidth="2.5" />
      <path d="M36 26L44 34" fill="none" stroke="var(--paint)" strokeWidth="2.5" />
    </>
  ),
};

interface PresetChoiceProps {
  readonly chosen: PresetId;
  readonly onChoose: (preset: PresetId) => void;
}

/** What the survey is for, as cards with a picture. */
export const PresetChoice = ({ chosen, onChoose }: PresetChoiceProps) => (
  <fieldset className="grid gap-3 md:grid-cols-3">
    <legend className="sr-only">{t('survey-setup.kind-of-survey', 'Kind of survey')}</legend>
    {Object.entries(PRESETS).map(([id, { name, gives }]) => (
      <label key={id} className="choice-card grid min-h-20 grid-cols-[48px_minmax(0,1fr)] items-center gap-3 p-3">
        <input
          type="radio"
          name="preset"
          className="sr-only"
          checked={id === chosen}
          onChange={() => {
            onChoose(id as PresetId);
          }}
        />
        <svg viewBox="0 0 48 48" width="48" height="48" aria-hidden="true">
          {PICTURES[id as PresetId]}
        </svg>
        <span className="grid">
          <strong>
            {id === chosen && <span aria-hidden="true">✓ </span>}
            {say(name)}
          </strong>
          <span className="text-quiet">{say(gives)}</span>
        </span>
      </label>
    ))}
  </fieldset>
);
