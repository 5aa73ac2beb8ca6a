import { findMethod } from '@arbolito/core/methods';
import { type TreeContent, treeFacts, withFacts } from '@arbolito/core/tree';
import { unitOf } from '@arbolito/core/units';
import { plotFactOf, type PlotFields } from '../../contracts/plot-facts.ts';
import type { ReadingDto } from '../../contracts/tree.ts';
import { localFigure } from '../../messages/figures.ts';
import { say, t } from '../../messages/text.ts';

type Content = TreeContent<ReadingDto>;

/** Names of facts that have no number. */
const NAMES: Readonly<Record<string, () => string>> = {
  tree: () => t('conflicts.tree', 'Tree'),
  tag: () => t('conflicts.tag', 'Tag'),
  species: () => t('conflicts.species', 'Species'),
  position: () => t('conflicts.position', 'Position on the plot'),
  taping: () => t('conflicts.taping', 'How the tree was found and taped'),
  'heights kept': () => t('conflicts.height-that-counts', 'Height that counts'),
  'heights broken': () => t('conflicts.broken-top', 'Broken top'),
  'notes conditions': () => t('conflicts.condition-codes', 'Condition codes'),
  'notes fork': () => t('conflicts.fork', 'Fork'),
  'notes multiplicity': () => t('conflicts.multiplicity', 'How often the tree counts'),
  'notes observerPosition': () => t('conflicts.observer-position', 'Where the height was measured from'),
  'notes predictedVolumeM3': () => t('conflicts.predicted-volume', 'Predicted volume'),
  'notes logs': () => t('conflicts.logs', 'Logs'),
  'notes merchantableM': () => t('conflicts.merchantable-length', 'Merchantable length'),
  'notes upperDiameters': () => t('conflicts.upper-diameters', 'Upper diameters'),
  'notes otherDiameters': () => t('conflicts.other-diameters', 'Diameters by other instruments or people'),
  'notes checks': () => t('conflicts.height-checks', 'Checks of the height'),
  'notes place': () => t('conflicts.place', 'Position of the tree'),
  'plot finished': () => t('conflicts.plot-finished', 'Plot finished'),
  'plot empty': () => t('conflicts.plot-empty', 'Plot without trees'),
  'plot slopePct': () => t('conflicts.plot-slope', 'Slope of the plot'),
  'plot aspectDeg': () => t('conflicts.plot-aspect', 'Aspect of the plot'),
  'plot position': () => t('conflicts.plot-position', 'Position of the plot'),
  'plot ground': () => t('conflicts.plot-ground', 'Ground'),
  'plot measuredOn': () => t('conflicts.plot-measured-on', 'Date of the plot'),
  'plot crew': () => t('conflicts.plot-crew', 'Crew of the plot'),
  'plot auxiliary': () => t('conflicts.plot-auxiliary', 'Auxiliary value of the plot'),
  'plot regeneration': () => t('conflicts.plot-regeneration', 'Regeneration'),
};

/** Units of figures that stand alone. */
const UNITS: Readonly<Record<string, string>> = {
  bearingDeg: '°',
  awayM: ' m',
  predictedVolumeM3: ' m³',
  merchantableM: ' m',
  slopePct: ' %',
  aspectDeg: '°',
  latitude: '°',
  longitude: '°',
  areaM2: ' m²',
};

/**
 * What is disputed, in words.
 *
 * @param fact the name of a fact of a tree, or of a plot behind the word `plot`
 */
export function factWords(fact: string): string {
  const [, group = '', number = '1'] = /^(diameter|height) (\d+)$/.exec(fact) ?? [];
  if (group === 'diameter')
    return number === '1'
      ? t('conflicts.diameter', 'Diameter')
      : t('conflicts.diameter-of-stem', 'Diameter of stem {stem}', { stem: number });
  if (group === 'height')
    return number === '1'
      ? t('conflicts.height', 'Height')
      : t('conflicts.height-number', 'Height {number}', { number });
  return NAMES[fact]?.() ?? fact;
}

const isObject = (value: unknown): value is object => typeof value === 'object' && value !== null;

function valueWords(key: string, value: unknown): string {
  if (value === true) return t('conflicts.yes', 'yes');
  if (value === false) return t('conflicts.no', 'no');
  if (typeof value === 'number') return `${localFigure(String(value))}${UNITS[key] ?? ''}`;
  if (Array.isArray(value)) return value.map((item) => valueWords(key, item)).join(', ');
  if (isObject(value))
    return Object.entries(value)
      .map(([name, item]) => valueWords(name, item))
      .join(' ');
  return typeof value === 'string' ? value : '';
}

const readingWords = ({ methodId, key, asRead, unit }: ReadingDto): string => {
  const label = findMethod(methodId)?.description.readings.find((spec) => spec.key === key)?.label;
  return `${label === undefined ? key : say(label)} ${localFigure(asRead)} ${unitOf(unit).symbol}`.trim();
};

const NOTHING: Content = { tag: '', speciesCode: '', readings: [] };

/** What a tree says of one fact, in words; null where it says nothing. */
export function treeFactWords(content: Content, fact: string): string | null {
  const { tag, speciesCode, readings, taping, heights, notes } = withFacts(NOTHING, content, [fact]);
  const notesWords = [taping, heights, notes].flatMap((part) =>
    Object.entries(part ?? {}).map(([key, value]) => valueWords(key, value)),
  );
  const words = [tag, speciesCode, ...readings.map(readingWords), ...notesWords].filter((word) => word !== '');
  return words.length === 0 ? null : words.join(', ');
}

/** A tree in one line: its tag, its species and its readings. */
export const wordsOfTree = (content: Content): string =>
  [
    t('shell.tree', 'Tree {tag}', { tag: content.tag }),
    ...Object.keys(treeFacts(content)).flatMap((fact) => (fact === 'tag' ? [] : (treeFactWords(content, fact) ?? []))),
  ].join(' · ');

/** What a plot says of one fact, in words; null where it says nothing. */
export function plotFactWords(fields: PlotFields, fact: string): string | null {
  const said = Object.entries<unknown>(fields).filter(
    ([field, value]) => plotFactOf(field) === fact && value !== undefined && value !== null,
  );
  return said.length === 0 ? null : said.map(([field, value]) => valueWords(field, value)).join(', ');
}
