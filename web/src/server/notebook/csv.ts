import { printCallout, printTreeForm } from '@arbolito/core/callout';
import { englishOf } from '@arbolito/core/message';
import { assembleTree } from '@arbolito/core/tree';
import { printRounded, printStandardError } from '@arbolito/core/units';
import type { NotebookView } from '../../contracts/notebook.ts';
import type { EstimateView } from '../../contracts/views.ts';
import { csvOf, harmless } from '../report/csv.ts';

const COLUMNS = [
  'name',
  'place',
  'note',
  'species',
  'species name',
  'dbh (cm)',
  'dbh ± (cm)',
  'height (m)',
  'height ± (m)',
  'volume (m³)',
  'volume ± (m³)',
  'latitude',
  'longitude',
  'string to measure',
  'observer',
  'observed at',
  'called',
  'tree id',
];

const figure = (of: EstimateView | null, decimals: number): readonly (string | null)[] =>
  of === null ? [null, null] : [printRounded(of.value, decimals), printStandardError(of.standardError)];

/** The trees of a notebook as CSV. */
export const notebookCsv = (trees: readonly NotebookView[]): string =>
  csvOf([
    COLUMNS,
    ...trees.map((view) => {
      const { id, name, place, note, speciesCode, speciesName, notes, unitSystem } = view;
      const tree = assembleTree({ ...view, tag: '' });
      return [
        harmless(name),
        harmless(place ?? ''),
        harmless(note ?? ''),
        speciesCode,
        englishOf(speciesName ?? ''),
        ...figure(view.dbh, 1),
        ...figure(view.height, 2),
        ...figure(view.volume, 3),
        notes?.place === undefined ? null : String(notes.place.latitude),
        notes?.place === undefined ? null : String(notes.place.longitude),
        view.stringKept ? 'yes' : 'no',
        harmless(view.observer),
        view.madeAt,
        harmless(printCallout(printTreeForm(tree), { unitSystem, slopeUnit: 'pct' })),
        id,
      ];
    }),
  ]);
