import type { ReadingValue } from '../measurement/index.ts';
import { convert, isUnitId, readQuantity, type UnitId, unitOf, type UnitSystem } from '../units/index.ts';
import { findMethod } from '../methods/index.ts';
import type { ConditionCode, Species } from '../protocol/index.ts';
import { filledNotes, NOTE_LIMITS, TAG, type TreeNotes } from '../tree/index.ts';
import { message, type Text, isText } from '../message/index.ts';

/** What a column of a file of trees can hold, with the heads by which it is known. */
export const TREE_FIELDS = {
  plot: {
    label: message('tree-file.tree-file.label', 'plot'),
    heads: ['plot', 'point', 'plot label', 'plot no', 'parcela', 'parcelle', 'punkt'],
  },
  stratum: {
    label: message('tree-file.tree-file.stratum', 'stratum'),
    heads: ['stratum', 'stand', 'estrato', 'strate'],
  },
  tag: {
    label: message('tree-file.tree-file.tag', 'tag'),
    heads: ['tag', 'tree', 'tree no', 'number', 'no', 'arbol', 'arbre', 'baum'],
  },
  species: {
    label: message('tree-file.tree-file.species-code-or-name', 'species code or name'),
    heads: ['species', 'species code', 'sp', 'especie', 'essence', 'art'],
  },
  dbh: { label: message('tree-file.tree-file.dbh', 'dbh'), heads: ['dbh', 'diameter', 'bhd', 'dap', 'dhp', 'd13'] },
  girth: {
    label: message('tree-file.tree-file.girth', 'girth'),
    heads: ['girth', 'circumference', 'gbh', 'cbh', 'umfang'],
  },
  face1: {
    label: message('tree-file.tree-file.face-1', 'first diameter of two'),
    heads: ['d1', 'dbh 1', 'dbh1', 'face 1', 'diameter 1', 'diameter1'],
  },
  face2: {
    label: message('tree-file.tree-file.face-2', 'second diameter of two'),
    heads: ['d2', 'dbh 2', 'dbh2', 'face 2', 'diameter 2', 'diameter2'],
  },
  height: {
    label: message('tree-file.tree-file.height', 'height'),
    heads: ['height', 'h', 'total height', 'altura', 'hauteur', 'hohe'],
  },
  bearing: {
    label: message('tree-file.tree-file.bearing-from-the-centre', 'bearing from the centre'),
    heads: ['bearing', 'azimuth', 'az'],
  },
  away: {
    label: message('tree-file.tree-file.distance-from-the-centre', 'distance from the centre'),
    heads: ['from the middle', 'distance', 'dist', 'away'],
  },
  guess: {
    label: message('tree-file.tree-file.predicted-volume', 'predicted volume'),
    heads: ['guess', 'kpi', 'guessed volume', 'estimate'],
  },
  conditions: {
    label: message('tree-file.tree-file.condition-codes', 'condition codes'),
    heads: ['conditions', 'condition', 'codes', 'code'],
  },
  treeId: { label: message('tree-file.tree-file.tree-id', 'tree id'), heads: ['tree id', 'id'] },
  observer: { label: message('tree-file.tree-file.observer', 'observer'), heads: ['observer', 'crew', 'by'] },
  observedAt: {
    label: message('tree-file.tree-file.date', 'date'),
    heads: ['observed at', 'date', 'day', 'when', 'time'],
  },
} as const;

export type TreeField = keyof typeof TREE_FIELDS;
export const TREE_FIELD_IDS = Object.keys(TREE_FIELDS) as readonly TreeField[];

/** Units that the figures of a column may be in; the first of each system is taken where the head names none. */
export const FIELD_UNITS: Readonly<Partial<Record<TreeField, Readonly<Record<UnitSystem, readonly UnitId[]>>>>> = {
  dbh: { metric: ['cm', 'mm', 'in'], imperial: ['in', 'cm', 'mm'] },
  girth: { metric: ['cm', 'mm', 'in'], imperial: ['in', 'cm', 'mm'] },
  face1: { metric: ['cm', 'mm', 'in'], imperial: ['in', 'cm', 'mm'] },
  face2: { metric: ['cm', 'mm', 'in'], imperial: ['in', 'cm', 'mm'] },
  height: { metric: ['m', 'ft'], imperial: ['ft', 'm'] },
  away: { metric: ['m', 'ft'], imperial: ['ft', 'm'] },
  guess: { metric: ['m3', 'ft3'], imperial: ['ft3', 'm3'] },
};

/** A column of the file that a field is taken from. */
export interface ColumnMatch {
  readonly column: number;
  /** Unit of its figures; only for fields that have one. */
  readonly unit?: UnitId | undefined;
}

export type Matching = Readonly<Partial<Record<TreeField, ColumnMatch>>>;

const plainHead = (head: string): string =>
  head
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[_.\-/]+/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();

/** A head cut into its name and the unit behind it: `dbh (cm)`, `DBH_cm`, `height [ft]`. */
function readHead(head: string): { readonly name: string; readonly unit: UnitId | null } {
  const plain = plainHead(head);
  const found = /^(.*?)[\s]*[([]([^)\]]+)[)\]]$/.exec(plain) ?? /^(.+) (cm|mm|m|in|ft)$/.exec(plain);
  const unit = found?.[2]?.trim() ?? '';
  return found?.[1] !== undefined && (isUnitId(unit) || unit === 'deg')
    ? { name: found[1].trim(), unit: isUnitId(unit) ? unit : null }
    : { name: plain.replace(/\s*[([].*$/, ''), unit: null };
}

/** Columns of a file matched to fields by their heads; what is not known is left out. */
export function matchColumns(heads: readonly string[], system: UnitSystem): Matching {
  const matching: Partial<Record<TreeField, ColumnMatch>> = {};
  const read = heads.map(readHead);
  for (const field of TREE_FIELD_IDS) {
    const names: readonly string[] = TREE_FIELDS[field].heads;
    const column = names.map((name) => read.findIndex((head) => head.name === name)).find((at) => at >= 0);
    if (column === undefined) continue;
    const units = FIELD_UNITS[field]?.[system];
    const unit = read[column]?.unit ?? undefined;
    matching[field] = {
      column,
      ...(units === undefined ? {} : { unit: unit !== undefined && units.includes(unit) ? unit : units[0] }),
    };
  }
  // Two faces were read; a dbh beside them is their mean.
  if (matching.face1 === undefined || matching.face2 === undefined) return matching;
  const { dbh: _mean, ...rest } = matching;
  return rest;
}

/** Why a file cannot be read with a matching, in words; null where it can. */
export function matchingProblem(matching: Matching, columns: number, system: UnitSystem): Text | null {
  for (const field of ['plot', 'tag', 'species'] as const) {
    if (matching[field] === undefined)
      return message('tree-file.choose-the-column-of-the', 'Choose the column of the {label}.', {
        label: TREE_FIELDS[field].label,
      });
  }
  if ((matching.face1 === undefined) !== (matching.face2 === undefined))
    return message(
      'tree-file.two-faces-need-two-columns',
      'Two diameters of a stem need two columns: choose both, or neither.',
    );
  if ((['dbh', 'girth', 'face1', 'height', 'guess'] as const).every((field) => matching[field] === undefined))
    return message(
      'tree-file.choose-the-column-of-the-dbh',
      'Choose the column of the dbh, the girth, the height or the predicted volume: a tree needs one of them.',
    );
  if ((['dbh', 'girth', 'face1'] as const).filter((field) => matching[field] !== undefined).length > 1)
    return message(
      'tree-file.a-tree-has-one-diameter',
      'A tree has a dbh, a girth or two diameters at right angles. Leave the other columns out.',
    );
  const used = new Map<number, TreeField>();
  for (const field of TREE_FIELD_IDS) {
    const match = matching[field];
    if (match === undefined) continue;
    if (!(Number.isInteger(match.column) && match.column >= 0 && match.column < columns))
      return message('tree-file.the-file-has-no-column', 'The file has no column {column} for the {label}.', {
        column: String(match.column + 1),
        label: TREE_FIELDS[field].label,
      });
    const other = used.get(match.column);
    if (other !== undefined)
      return message('tree-file.column-cannot-be-both-and', 'Column {column} cannot be both {label} and {label2}.', {
        column: String(match.column + 1),
        label: TREE_FIELDS[other].label,
        label2: TREE_FIELDS[field].label,
      });
    used.set(match.column, field);
    const units = FIELD_UNITS[field]?.[system];
    if (units !== undefined && (match.unit === undefined || !units.includes(match.unit)))
      return message('tree-file.choose-the-unit-of-the', 'Choose the unit of the {label}: {join}.', {
        label: TREE_FIELDS[field].label,
        join: units.join(', '),
      });
  }
  return null;
}

export type DecimalMark = '.' | ',';

/** What a row is read against. */
export interface RowContext {
  readonly unitSystem: UnitSystem;
  readonly species: readonly Species[];
  readonly conditions: readonly ConditionCode[];
  readonly decimal: DecimalMark;
  /** A row without any figure is no error: it may be of a tree on the record. */
  readonly mayBeEmpty?: boolean;
}

/** A reading of a row, with the method that it is one of. */
export interface FileReading extends ReadingValue {
  readonly measure: 'diameter' | 'height';
  readonly methodId: string;
  readonly methodVersion: number;
  readonly instrument: string;
  readonly key: string;
  readonly asRead: string;
}

export interface FileTree {
  readonly plot: string;
  readonly stratum: string | null;
  readonly tag: string;
  readonly speciesCode: string;
  readonly readings: readonly FileReading[];
  readonly notes: TreeNotes | undefined;
  readonly observer: string | null;
  /** Moment, as ISO writes it. */
  readonly observedAt: string | null;
  /** Identifier of the tree, where the file is an export. */
  readonly id: string | null;
}

/** What is wrong in a row, at which field. */
export interface RowError {
  readonly field: TreeField;
  readonly message: Text;
}

export type ReadRow =
  { readonly ok: true; readonly tree: FileTree } | { readonly ok: false; readonly errors: readonly RowError[] };

const PLOT_LABEL = /^[\p{L}\d][\p{L}\d-]{0,11}$/u;
const LONGEST_OBSERVER = 60;
const PLAIN = /^[\p{L}\p{M}\p{N}\p{P}\p{S}\p{Zs}]+$/u;
const WITH_POINT = /^[+-]?(\d+(\.\d*)?|\.\d+)$/;
const WITH_COMMA = /^[+-]?(\d+(,\d*)?|,\d+)$/;
const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i;
const DAY = /^(\d{4})-(\d\d)-(\d\d)([T ](\d\d:\d\d(:\d\d(\.\d+)?)?)(Z|[+-]\d\d:\d\d)?)?$/;

/** Names a cell as it stands, cut where it is long. */
const shown = (text: string): string => `“${text.length > 24 ? `${text.slice(0, 24)} …` : text}”`;

function readNumber(text: string, decimal: DecimalMark): number | Text {
  const isNumber = decimal === '.' ? WITH_POINT.test(text) : WITH_COMMA.test(text);
  if (isNumber) return Number(text.replace(',', '.'));
  const other = decimal === '.' ? WITH_COMMA.test(text) : WITH_POINT.test(text);
  return other
    ? message(
        'tree-file.has-a-decimal-point-but',
        '{sign, select, comma {{text} has a decimal comma, but this file uses the point.} other {{text} has a decimal point, but this file uses the comma.}}',
        { text: shown(text), sign: decimal === '.' ? 'comma' : 'point' },
      )
    : message('tree-file.is-not-a-number-such', '{text} is not a number, such as {value}.', {
        text: shown(text),
        value: decimal === '.' ? '34.5' : '34,5',
      });
}

const READ_AS = {
  dbh: { measure: 'diameter', methodId: 'diameter.tape', at: 0 },
  girth: { measure: 'diameter', methodId: 'diameter.girth', at: 0 },
  face1: { measure: 'diameter', methodId: 'diameter.two-faces', at: 0 },
  face2: { measure: 'diameter', methodId: 'diameter.two-faces', at: 1 },
  height: { measure: 'height', methodId: 'height.known', at: 0 },
} as const;

/** Looked up once: a file has many rows. */
const specs = Object.fromEntries(
  Object.entries(READ_AS).map(([field, { methodId, at }]) => {
    const description = findMethod(methodId)?.description;
    return [field, { description, spec: description?.readings[at] }];
  }),
);

/** A length as a cell has it: a number in the unit of its column, or with a unit of its own, such as 72 ft 6 in. */
function readLength(
  text: string,
  unit: UnitId,
  decimal: DecimalMark,
  units: readonly UnitId[],
): { readonly value: number | Text; readonly unit: UnitId } {
  const value = readNumber(text, decimal);
  if (!isText(value) || /^[\d.,+-]*$/.test(text)) return { value, unit };
  const read = readQuantity(decimal === ',' ? text.replace(',', '.') : text, { unit, units });
  return read.ok ? read : { value, unit };
}

function readFigure(
  field: keyof typeof READ_AS,
  text: string,
  columnUnit: UnitId,
  decimal: DecimalMark,
): FileReading | RowError {
  const { measure, methodId } = READ_AS[field];
  const { description, spec } = specs[field] ?? {};
  const { value, unit } = readLength(text, columnUnit, decimal, spec?.units ?? []);
  if (isText(value)) return { field, message: value };
  const [low, high] = spec?.range[unit] ?? [];
  if (description === undefined || spec === undefined || low === undefined || high === undefined)
    return {
      field,
      message: message('tree-file.cannot-be-in', '{Label} cannot be in {symbol}.', {
        Label: TREE_FIELDS[field].label,
        symbol: unitOf(unit).symbol,
      }),
    };
  if (!(value >= low && value <= high))
    return {
      field,
      message: message(
        'tree-file.is-out-of-range-must',
        '{text} {symbol} is out of range: {label} must be {low} to {high} {symbol2}.',
        {
          text,
          symbol: unitOf(unit).symbol,
          label: TREE_FIELDS[field].label,
          low: String(low),
          high: String(high),
          symbol2: unitOf(unit).symbol,
        },
      ),
    };
  return {
    measure,
    methodId,
    methodVersion: description.version,
    instrument: spec.instrument,
    key: spec.key,
    value,
    unit,
    asRead: text.slice(0, LONGEST_OBSERVER),
  };
}

function readMoment(text: string): string | null {
  const found = DAY.exec(text);
  if (found === null) return null;
  const [, year = '', month = '', day = '', , time = '09:00:00', , , zone = 'Z'] = found;
  const moment = new Date(`${year}-${month}-${day}T${time}${zone}`);
  const isReal = new Date(`${year}-${month}-${day}T00:00:00Z`).toISOString().startsWith(`${year}-${month}-${day}`);
  return Number.isNaN(moment.getTime()) || !isReal ? null : moment.toISOString();
}

/**
 * A reader of the rows of a file of trees. Species are looked up by code or by name.
 *
 * @returns what a row says, or everything that is wrong with it, at its fields
 */
export function rowReader(
  matching: Matching,
  { unitSystem, species, conditions, decimal, mayBeEmpty = false }: RowContext,
) {
  const bySpecies = new Map(
    species.flatMap(({ code, name }) => [
      [code, code],
      [name.toLowerCase(), code],
    ]),
  );
  const known = new Set(conditions.map(({ code }) => code));
  const unitIn = (field: TreeField): UnitId => matching[field]?.unit ?? FIELD_UNITS[field]?.[unitSystem][0] ?? 'one';
  return (cells: readonly string[]): ReadRow => {
    const errors: RowError[] = [];
    const cell = (field: TreeField): string => {
      const match = matching[field];
      return match === undefined ? '' : (cells[match.column] ?? '').trim();
    };
    const wrong = (field: TreeField, message: Text): void => {
      errors.push({ field, message });
    };
    const plot = cell('plot');
    if (!PLOT_LABEL.test(plot))
      wrong(
        'plot',
        plot === ''
          ? message('tree-file.the-plot-is-missing', 'The plot is missing.')
          : message(
              'tree-file.is-not-a-valid-plot',
              '{plot} is not a valid plot label: up to 12 letters, digits and dashes.',
              { plot: shown(plot) },
            ),
      );
    const tag = cell('tag');
    if (!TAG.test(tag))
      wrong(
        'tag',
        tag === ''
          ? message('tree-file.the-tag-is-missing', 'The tag is missing.')
          : message('tree-file.is-not-a-valid-tag', '{tag} is not a valid tag: up to 12 letters, digits and dashes.', {
              tag: shown(tag),
            }),
      );
    const named = cell('species');
    const speciesCode = bySpecies.get(named.toLowerCase()) ?? '';
    if (speciesCode === '')
      wrong(
        'species',
        named === ''
          ? message('tree-file.the-species-is-missing', 'The species is missing.')
          : message('tree-file.is-not-a-species-of', '{named} is not a species of this survey ({join}).', {
              named: shown(named),
              join: species.map(({ code }) => code).join(', '),
            }),
      );
    const readings: FileReading[] = [];
    if ((cell('face1') === '') !== (cell('face2') === ''))
      wrong(
        cell('face1') === '' ? 'face1' : 'face2',
        message('tree-file.one-of-two-diameters', 'One of the two diameters is missing.'),
      );
    for (const field of ['dbh', 'girth', 'face1', 'face2', 'height'] as const) {
      const text = cell(field);
      if (text === '') continue;
      const read = readFigure(field, text, unitIn(field), decimal);
      if ('message' in read) errors.push(read);
      else readings.push(read);
    }
    if (!mayBeEmpty && readings.length === 0 && errors.length === 0 && cell('guess') === '')
      wrong(
        matching.dbh === undefined ? 'girth' : 'dbh',
        message('tree-file.the-tree-has-neither-a', 'The tree has neither a diameter nor a height.'),
      );
    const codes = cell('conditions')
      .toLowerCase()
      .split(/[\s,;]+/)
      .filter((each) => each !== '');
    const stranger = codes.find((code) => !known.has(code));
    if (stranger !== undefined)
      wrong(
        'conditions',
        message('tree-file.is-not-a-code-of', '{stranger} is not a code of this survey.', {
          stranger: shown(stranger),
        }),
      );
    const within = (
      field: 'bearing' | 'away' | 'guess',
      to: (value: number) => number,
      low: number,
      high: number,
      unit: string,
    ) => {
      const text = cell(field);
      if (text === '') return undefined;
      const value = readNumber(text, decimal);
      if (isText(value)) {
        wrong(field, value);
        return undefined;
      }
      const converted = to(value);
      if (converted >= low && converted <= high) return converted;
      wrong(
        field,
        message(
          'tree-file.is-out-of-range-must-be',
          '{text} is out of range: {label} must be {low} to {high} {unit}.',
          { text, label: TREE_FIELDS[field].label, low: String(low), high: String(high), unit },
        ),
      );
      return undefined;
    };
    const { bearingDeg: turn, awayM: far, predictedVolumeM3: guessed } = NOTE_LIMITS;
    const bearingDeg = within('bearing', (value) => value, turn.low, turn.high, 'degrees');
    const awayUnit = unitIn('away');
    const awayM = within('away', (value) => convert(value, awayUnit, 'm'), far.low, far.high, 'm');
    const guessUnit = unitIn('guess');
    const predictedVolumeM3 = within(
      'guess',
      (value) => convert(value, guessUnit, 'm3'),
      guessed.low,
      guessed.high,
      'm³',
    );
    const observer = cell('observer');
    if (observer !== '' && (observer.length > LONGEST_OBSERVER || !PLAIN.test(observer)))
      wrong(
        'observer',
        message('tree-file.observer-must-be-a-name', 'Observer must be a name of up to 60 characters.'),
      );
    const day = cell('observedAt');
    const observedAt = day === '' ? null : readMoment(day);
    if (day !== '' && observedAt === null)
      wrong(
        'observedAt',
        message('tree-file.is-not-a-date-such', '{day} is not a date, such as 2026-06-03.', { day: shown(day) }),
      );
    const id = cell('treeId');
    if (id !== '' && !UUID.test(id))
      wrong('treeId', message('tree-file.is-not-a-tree-id', '{id} is not a tree id of an export.', { id: shown(id) }));
    if (errors.length > 0) return { ok: false, errors };
    const stratum = cell('stratum');
    const notes = filledNotes({ conditions: [...new Set(codes)], bearingDeg, awayM, predictedVolumeM3 });
    return {
      ok: true,
      tree: {
        plot,
        stratum: stratum === '' ? null : stratum,
        tag,
        speciesCode,
        readings,
        notes,
        observer: observer === '' ? null : observer,
        observedAt,
        id: id === '' ? null : id.toLowerCase(),
      },
    };
  };
}

/** The decimal mark of figures, by which of them reads as numbers; the point where both do. */
export function guessDecimal(cells: readonly string[]): DecimalMark {
  const commas = cells.filter((text) => /^\d+,\d+$/.test(text.trim())).length;
  const points = cells.filter((text) => /^\d+\.\d+$/.test(text.trim())).length;
  return commas > points ? ',' : '.';
}
