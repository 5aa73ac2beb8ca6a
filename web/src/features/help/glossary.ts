import { message, type Text } from '@arbolito/core/message';

export interface GlossaryTerm {
  /** Anchor on the glossary page. */
  readonly id: string;
  readonly term: Text;
  readonly meaning: Text;
}

const term = (id: string, name: Text, meaning: Text): GlossaryTerm => ({ id, term: name, meaning });

/** Terms of the screens, by subject: tree, figures, sampling, stand, volume, two phases, application. */
export const GLOSSARY: readonly GlossaryTerm[] = [
  term(
    'dbh',
    message('glossary.dbh', 'Diameter at breast height (dbh)'),
    message(
      'glossary.dbh.meaning',
      'Stem diameter at breast height, over bark. Breast height is set by the field rules.',
    ),
  ),
  term(
    'breast-height',
    message('glossary.breast-height', 'Breast height'),
    message(
      'glossary.breast-height.meaning',
      'Height above the ground at which the diameter is measured: 1.30 m or 4.5 ft (1.37 m).',
    ),
  ),
  term(
    'basal-area',
    message('glossary.basal-area', 'Basal area'),
    message(
      'glossary.basal-area.meaning',
      'Cross-section of the stems at breast height, per tree or per area of land.',
    ),
  ),
  term(
    'total-height',
    message('glossary.total-height', 'Total height'),
    message('glossary.total-height.meaning', 'Vertical distance from the ground at the stem to the tip of the tree.'),
  ),
  term(
    'merchantable-height',
    message('glossary.merchantable-height', 'Merchantable height'),
    message(
      'glossary.merchantable-height.meaning',
      'Height of the stem up to a top diameter, a fork or a defect that ends its use.',
    ),
  ),
  term(
    'standard-error',
    message('glossary.standard-error', 'Standard error (±)'),
    message(
      'glossary.standard-error.meaning',
      'Expected size of the error of a figure. About two figures in three lie within one standard error of the true value.',
    ),
  ),
  term(
    'sampling-error',
    message('glossary.sampling-error', 'Sampling error'),
    message(
      'glossary.sampling-error.meaning',
      'Error because only some plots were measured. It falls with more plots.',
    ),
  ),
  term(
    'measurement-error',
    message('glossary.measurement-error', 'Measurement error'),
    message('glossary.measurement-error.meaning', 'Error of the readings: instrument, observer and method.'),
  ),
  term(
    'model-error',
    message('glossary.model-error', 'Model error'),
    message(
      'glossary.model-error.meaning',
      'Error of a volume table, taper equation or height curve for a single tree or stand.',
    ),
  ),
  term(
    'confidence-interval',
    message('glossary.confidence-interval', '95 % interval'),
    message(
      'glossary.confidence-interval.meaning',
      'Range that contains the true value in 95 of 100 surveys of the same design.',
    ),
  ),
  term(
    'bootstrap',
    message('glossary.bootstrap', 'Bootstrap interval'),
    message('glossary.bootstrap.meaning', 'Percentile interval from 2,000 resamples of the plots.'),
  ),
  term(
    'fixed-area-plot',
    message('glossary.fixed-area-plot', 'Fixed-area plot'),
    message(
      'glossary.fixed-area-plot.meaning',
      'Plot of known area, mostly a circle; every tree whose stem is inside counts.',
    ),
  ),
  term(
    'variable-radius-point',
    message('glossary.variable-radius-point', 'Variable-radius point'),
    message(
      'glossary.variable-radius-point.meaning',
      'Point at which trees are counted with an angle gauge: thick trees count from farther away (Bitterlich 1948).',
    ),
  ),
  term(
    'basal-area-factor',
    message('glossary.basal-area-factor', 'Basal area factor'),
    message(
      'glossary.basal-area-factor.meaning',
      'Basal area per area of land that each counted tree at a variable-radius point represents.',
    ),
  ),
  term(
    'limiting-distance',
    message('glossary.limiting-distance', 'Limiting distance'),
    message(
      'glossary.limiting-distance.meaning',
      'Distance from the plot centre within which the pith of a tree must be for the tree to count.',
    ),
  ),
  term(
    'expansion-factor',
    message('glossary.expansion-factor', 'Expansion factor'),
    message('glossary.expansion-factor.meaning', 'Trees per area of land that one measured tree represents.'),
  ),
  term(
    'complete-tally',
    message('glossary.complete-tally', 'Complete tally'),
    message('glossary.complete-tally.meaning', 'Every tree of an area is measured; there is no sampling error.'),
  ),
  term(
    'stratum',
    message('glossary.stratum', 'Stratum'),
    message(
      'glossary.stratum.meaning',
      'Part of the area that is sampled and averaged separately, such as a stand type.',
    ),
  ),
  term(
    'edge-correction',
    message('glossary.edge-correction', 'Edge correction'),
    message(
      'glossary.edge-correction.meaning',
      'Rule for plots at the boundary of the area, so that trees there are not underestimated.',
    ),
  ),
  term(
    'field-rules',
    message('glossary.field-rules', 'Field rules'),
    message(
      'glossary.field-rules.meaning',
      'Decisions that a crew keeps through a survey: breast height, slopes, forks, rounding.',
    ),
  ),
  term(
    'condition-code',
    message('glossary.condition-code', 'Condition code'),
    message('glossary.condition-code.meaning', 'Short code for the condition of a tree, such as dead or broken top.'),
  ),
  term(
    'quadratic-mean-diameter',
    message('glossary.quadratic-mean-diameter', 'Quadratic mean dbh'),
    message('glossary.quadratic-mean-diameter.meaning', 'Dbh of the tree of mean basal area.'),
  ),
  term(
    'loreys-height',
    message('glossary.loreys-height', 'Lorey’s height'),
    message('glossary.loreys-height.meaning', 'Mean height weighted by basal area.'),
  ),
  term(
    'dominant-height',
    message('glossary.dominant-height', 'Dominant height'),
    message('glossary.dominant-height.meaning', 'Mean height of the 100 thickest trees per hectare.'),
  ),
  term(
    'stand-table',
    message('glossary.stand-table', 'Stand table'),
    message('glossary.stand-table.meaning', 'Stems per area by dbh class and species.'),
  ),
  term(
    'stock-table',
    message('glossary.stock-table', 'Stock table'),
    message('glossary.stock-table.meaning', 'Volume per area by dbh class and species.'),
  ),
  term(
    'form-factor',
    message('glossary.form-factor', 'Form factor'),
    message('glossary.form-factor.meaning', 'Volume of the stem divided by basal area times height.'),
  ),
  term(
    'height-curve',
    message('glossary.height-curve', 'Height curve'),
    message('glossary.height-curve.meaning', 'Height as a function of dbh, fitted to the measured trees of a species.'),
  ),
  term(
    'imputed-height',
    message('glossary.imputed-height', 'Imputed height'),
    message('glossary.imputed-height.meaning', 'Height taken from the height curve where none was measured.'),
  ),
  term(
    'taper',
    message('glossary.taper', 'Taper'),
    message('glossary.taper.meaning', 'Decrease of the stem diameter with height.'),
  ),
  term(
    'bucking',
    message('glossary.bucking', 'Bucking'),
    message('glossary.bucking.meaning', 'Cutting a stem into logs.'),
  ),
  term(
    'small-end-diameter',
    message('glossary.small-end-diameter', 'Small-end diameter'),
    message('glossary.small-end-diameter.meaning', 'Diameter under bark at the thin end of a log.'),
  ),
  term(
    'double-sampling',
    message('glossary.double-sampling', 'Double sampling'),
    message(
      'glossary.double-sampling.meaning',
      'A quick auxiliary variable on every plot, and full measurement on some; regression or ratio joins them.',
    ),
  ),
  term(
    'auxiliary-variable',
    message('glossary.auxiliary-variable', 'Auxiliary variable'),
    message('glossary.auxiliary-variable.meaning', 'Quick value of the first phase, such as basal area by eye.'),
  ),
  term(
    'three-p',
    message('glossary.three-p', '3P sampling'),
    message(
      'glossary.three-p.meaning',
      'Every tree gets a predicted volume; trees are measured with probability proportional to prediction (Grosenbaugh 1965).',
    ),
  ),
  term(
    'relative-efficiency',
    message('glossary.relative-efficiency', 'Relative efficiency'),
    message('glossary.relative-efficiency.meaning', 'How many times as many measured plots would be as precise.'),
  ),
  term(
    'possible-error',
    message('glossary.possible-error', 'Possible error'),
    message(
      'glossary.possible-error.meaning',
      'A reading that looks wrong, such as a sign that was dropped; the application names the cause and a fix.',
    ),
  ),
  term(
    'review-list',
    message('glossary.review-list', 'Review list'),
    message('glossary.review-list.meaning', 'Findings of the checks over a survey, to correct or to mark as checked.'),
  ),
  term(
    'call-out-line',
    message('glossary.call-out-line', 'Call-out line'),
    message(
      'glossary.call-out-line.meaning',
      'One line per tree in the words that crews call out, such as “sp 34.5 +18 -1.5 @20”.',
    ),
  ),
];

/** @throws RangeError for a term that the glossary lacks */
export function glossaryTerm(id: string): GlossaryTerm {
  const found = GLOSSARY.find((each) => each.id === id);
  if (found === undefined) throw new RangeError(`no glossary term ${id}`);
  return found;
}
