import type { UnitSystem } from '@arbolito/core/units';
import { PLOT_KINDS, type PlotKind } from '@arbolito/core/protocol';
import { SelectField, TextField } from '../../../ui/forms/Field.tsx';
import type { ShapeField, ShapeTexts } from './shape-texts.ts';
import { t, say } from '../../../messages/text.ts';
import type { Text } from '@arbolito/core/message';

interface ShapeFieldsProps {
  /** Sets the fields apart from those of another form on the page. */
  readonly id: string;
  readonly texts: ShapeTexts;
  readonly onTexts: (texts: ShapeTexts) => void;
  readonly system: UnitSystem;
  readonly problem: { readonly field: ShapeField; readonly message: Text } | null;
}

const isKind = (text: string): text is PlotKind => text in PLOT_KINDS;

const FIELDS: Readonly<Record<PlotKind, readonly ShapeField[]>> = {
  circle: ['area'],
  'complete-tally': ['area'],
  rectangle: ['width', 'length'],
  'variable-radius': ['factor'],
  nested: ['rings'],
  'tree-list': [],
};

const labelOf = (field: ShapeField, kind: PlotKind, system: UnitSystem): string => {
  const metric = system === 'metric';
  switch (field) {
    case 'area':
      if (kind === 'complete-tally')
        return metric ? t('survey-setup.area-ha', 'Area, ha') : t('survey-setup.area-ac', 'Area, ac');
      return metric
        ? t('survey-setup.horizontal-area-m', 'Horizontal area, m²')
        : t('survey-setup.horizontal-area-ft-or-ac', 'Horizontal area, ft² (or ac)');
    case 'width':
      return metric
        ? t('survey-setup.horizontal-width-m', 'Horizontal width, m')
        : t('survey-setup.horizontal-width-ft', 'Horizontal width, ft');
    case 'length':
      return metric
        ? t('survey-setup.horizontal-length-m', 'Horizontal length, m')
        : t('survey-setup.horizontal-length-ft', 'Horizontal length, ft');
    case 'factor':
      return metric
        ? t('survey-setup.basal-area-factor-m-ha', 'Basal area factor, m²/ha')
        : t('survey-setup.basal-area-factor-ft-ac', 'Basal area factor, ft²/ac');
    case 'rings':
      return metric
        ? t('survey-setup.circles-from-dbh-cm-area', 'Circles: from dbh cm, area m²')
        : t('survey-setup.circles-from-dbh-in-area', 'Circles: from dbh in, area ft²');
  }
};

/** What a plot is: its kind, and the measures of that kind. */
export function ShapeFields({ id, texts, onTexts, system, problem }: ShapeFieldsProps) {
  return (
    <>
      <SelectField
        id={`${id}-kind`}
        label={t('survey-setup.plot-type', 'Plot type')}
        options={Object.entries(PLOT_KINDS)}
        value={texts.kind}
        onChange={(event) => {
          if (isKind(event.target.value)) onTexts({ ...texts, kind: event.target.value });
        }}
      />
      {FIELDS[texts.kind].map((field) => (
        <TextField
          key={field}
          id={`${id}-${field}`}
          className="figures"
          label={labelOf(field, texts.kind, system)}
          value={texts[field]}
          error={say(problem?.field === field ? problem.message : null)}
          onChange={(event) => {
            onTexts({ ...texts, [field]: event.target.value });
          }}
        />
      ))}
    </>
  );
}
