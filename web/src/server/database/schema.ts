import type { FieldRules, PlotRegeneration, PlotShape, SurveyDesign, WoodSettings } from '@arbolito/core/protocol';
import { SLOPE_UNITS } from '@arbolito/core/units';
import type { CheckReadings } from '@arbolito/core/instruments';
import type { HeightNotes, PlacedFinding, PlacedReading, TapingNotes, TreeNotes } from '@arbolito/core/tree';
import type { GroundOutline } from '@arbolito/core/layout';
import { CONFLICT_KINDS } from '../../contracts/conflict-view.ts';
import { PHOTO_TYPES } from '../../contracts/photo-view.ts';
import { sql } from 'drizzle-orm';
import {
  bigserial,
  boolean,
  check,
  customType,
  date,
  doublePrecision,
  foreignKey,
  index,
  integer,
  json,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  unique,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';

const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'string' });

/** The number of a transaction, as text: it has more digits than a number of JavaScript. */
const xid8 = customType<{ data: string }>({ dataType: () => 'xid8' });

/** When a row was written: of several in one transaction each has its own moment, in their order. */
const recordedAt = () =>
  moment('recorded_at')
    .notNull()
    .default(sql`clock_timestamp()`);

/** Who wrote a row, on what, and the digest of what was written, so that a repeated write is recognised. */
const written = {
  observer: text('observer').notNull(),
  device: text('device').notNull(),
  writeDigest: text('write_digest').notNull(),
  recordedAt: recordedAt(),
};

export const places = pgTable('place', {
  id: uuid('id').primaryKey(),
  name: text('name').notNull(),
  ...written,
});

export const surveys = pgTable(
  'survey',
  {
    id: uuid('id').primaryKey(),
    placeId: uuid('place_id')
      .notNull()
      .references(() => places.id),
    name: text('name').notNull(),
    unitSystem: text('unit_system', { enum: ['metric', 'imperial'] }).notNull(),
    slopeUnit: text('slope_unit', { enum: SLOPE_UNITS }).notNull(),
    breastHeightM: doublePrecision('breast_height_m').notNull(),
    /** The other field rules, checked by their contract. */
    fieldRules: jsonb('field_rules').$type<Omit<FieldRules, 'breastHeightM'>>().notNull(),
    /** How it samples, checked by its contract. */
    design: jsonb('design').$type<SurveyDesign>().notNull(),
    /** The visit before this one, whose plots and tags name the same trees. */
    previousSurveyId: uuid('previous_survey_id'),
    eyeHeightM: doublePrecision('eye_height_m').notNull(),
    formFactor: doublePrecision('form_factor').notNull(),
    formFactorStandardError: doublePrecision('form_factor_standard_error').notNull(),
    crew: text('crew').notNull(),
    startedOn: date('started_on', { mode: 'string' }).notNull(),
    ...written,
  },
  (table) => [
    foreignKey({ columns: [table.previousSurveyId], foreignColumns: [table.id], name: 'survey_previous' }),
    check('survey_unit_system', sql`${table.unitSystem} in ('metric', 'imperial')`),
    check(
      'survey_slope_unit',
      sql`${table.slopeUnit} in ('pct', 'deg', 'm20', 'm15', 'm25', 'm30', 'm40', 'ft66', 'gon')`,
    ),
    check('survey_breast_height', sql`${table.breastHeightM} between 0.5 and 2`),
    check('survey_eye_height', sql`${table.eyeHeightM} between 0.5 and 2.5`),
    check('survey_form_factor', sql`${table.formFactor} between 0.2 and 0.8`),
    check('survey_form_factor_error', sql`${table.formFactorStandardError} between 0 and 0.5`),
  ],
);

export const species = pgTable(
  'species',
  {
    surveyId: uuid('survey_id')
      .notNull()
      .references(() => surveys.id),
    code: text('code').notNull(),
    name: text('name').notNull(),
    crown: text('crown', { enum: ['layered', 'spire', 'dome'] }).notNull(),
    largestDbhCm: doublePrecision('largest_dbh_cm'),
    fastestGrowthCmPerYear: doublePrecision('fastest_growth_cm_per_year'),
    position: integer('position').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.surveyId, table.code] }),
    check('species_code', sql`${table.code} ~ '^[a-z]{2,5}$'`),
  ],
);

export const strata = pgTable(
  'stratum',
  {
    id: uuid('id').primaryKey(),
    surveyId: uuid('survey_id')
      .notNull()
      .references(() => surveys.id),
    name: text('name').notNull(),
    areaHa: doublePrecision('area_ha'),
    /** Points of the first phase that fell into it, where they tell how large it is. */
    pointsCounted: integer('points_counted'),
    /** Its outlines in degrees, where they are known. */
    outline: jsonb('outline').$type<readonly GroundOutline[]>(),
    position: integer('position').notNull(),
  },
  (table) => [
    unique('stratum_name').on(table.surveyId, table.name),
    unique('stratum_of_survey').on(table.surveyId, table.id),
    check('stratum_points', sql`${table.pointsCounted} is null or ${table.pointsCounted} > 0`),
    check('stratum_area', sql`${table.areaHa} is null or ${table.areaHa} > 0`),
  ],
);

export const plots = pgTable(
  'plot',
  {
    id: uuid('id').primaryKey(),
    surveyId: uuid('survey_id')
      .notNull()
      .references(() => surveys.id),
    stratumId: uuid('stratum_id').notNull(),
    label: text('label').notNull(),
    /** Which trees it takes, checked by its contract. */
    shape: jsonb('shape').$type<PlotShape>().notNull(),
    slopePct: doublePrecision('slope_pct').notNull(),
    /** The direction in which the ground falls, in degrees from north. */
    aspectDeg: doublePrecision('aspect_deg'),
    latitude: doublePrecision('latitude'),
    longitude: doublePrecision('longitude'),
    /** What the ground is like, in words. */
    ground: text('ground'),
    measuredOn: date('measured_on', { mode: 'string' }),
    crew: text('crew'),
    /** What was told of it at a glance, where the survey looks twice. */
    auxiliary: doublePrecision('auxiliary'),
    /** What was counted on its regeneration subplots; null where nobody looked. */
    regeneration: jsonb('regeneration').$type<PlotRegeneration>(),
    finished: boolean('finished').notNull().default(false),
    /** Somebody has looked, and there is no tree. */
    empty: boolean('empty').notNull().default(false),
    /** Rises with every change of the plot and of its trees: it tells whether what was summed up still holds. */
    revision: integer('revision').notNull().default(1),
    /** The transaction that wrote it last, kept by a trigger: devices ask for plots written since they asked before. */
    changedIn: xid8('changed_in')
      .notNull()
      .default(sql`pg_current_xact_id()`),
    ...written,
  },
  (table) => [
    foreignKey({
      columns: [table.surveyId, table.stratumId],
      foreignColumns: [strata.surveyId, strata.id],
      name: 'plot_stratum',
    }),
    unique('plot_label').on(table.surveyId, table.label),
    index('plot_changed').on(table.surveyId, table.changedIn, table.id),
    unique('plot_of_survey').on(table.surveyId, table.id),
    check(
      'plot_shape',
      sql`coalesce(${table.shape} ->> 'kind', '') in ('circle', 'nested', 'rectangle', 'variable-radius', 'complete-tally', 'tree-list')`,
    ),
    check('plot_aspect', sql`${table.aspectDeg} is null or ${table.aspectDeg} between 0 and 360`),
    check('plot_latitude', sql`${table.latitude} is null or ${table.latitude} between -90 and 90`),
    check('plot_longitude', sql`${table.longitude} is null or ${table.longitude} between -180 and 180`),
    check('plot_position', sql`num_nonnulls(${table.latitude}, ${table.longitude}) in (0, 2)`),
    check('plot_auxiliary', sql`${table.auxiliary} is null or ${table.auxiliary} between 0 and 1e6`),
    check('plot_slope', sql`${table.slopePct} between 0 and 150`),
  ],
);

const bytes = customType<{ data: Buffer }>({ dataType: () => 'bytea' });

/** What a plot looks like. A photo that is taken off the record stays, so that it can be put back. */
export const plotPhotos = pgTable(
  'plot_photo',
  {
    id: uuid('id').primaryKey(),
    plotId: uuid('plot_id').references(() => plots.id),
    /** The tree of the notebook that it shows, where it shows no plot. */
    notebookTreeId: uuid('notebook_tree_id'),
    mediaType: text('media_type', { enum: PHOTO_TYPES }).notNull(),
    data: bytes('data').notNull(),
    /** What it shows, for those who cannot see it. */
    words: text('words').notNull(),
    takenAt: moment('taken_at').notNull(),
    deletedAt: moment('deleted_at'),
    ...written,
  },
  (table) => [
    index('plot_photo_of').on(table.plotId),
    index('plot_photo_of_notebook').on(table.notebookTreeId),
    check('plot_photo_subject', sql`num_nonnulls(${table.plotId}, ${table.notebookTreeId}) = 1`),
    check('plot_photo_type', sql`${table.mediaType} in ('image/jpeg', 'image/png', 'image/webp')`),
    check('plot_photo_size', sql`octet_length(${table.data}) between 1 and 4194304`),
  ],
);

export const trees = pgTable(
  'tree',
  {
    id: uuid('id').primaryKey(),
    surveyId: uuid('survey_id').notNull(),
    plotId: uuid('plot_id').notNull(),
    tag: text('tag').notNull(),
    speciesCode: text('species_code').notNull(),
    deletedAt: moment('deleted_at'),
    ...written,
  },
  (table) => [
    foreignKey({
      columns: [table.surveyId, table.plotId],
      foreignColumns: [plots.surveyId, plots.id],
      name: 'tree_plot',
    }),
    foreignKey({
      columns: [table.surveyId, table.speciesCode],
      foreignColumns: [species.surveyId, species.code],
      name: 'tree_species',
    }),
    uniqueIndex('tree_tag')
      .on(table.plotId, table.tag)
      .where(sql`${table.deletedAt} is null`),
    index('tree_of_survey').on(table.surveyId),
    index('tree_of_write').on(table.surveyId, table.writeDigest),
  ],
);

export const stems = pgTable(
  'stem',
  {
    id: uuid('id').primaryKey(),
    treeId: uuid('tree_id')
      .notNull()
      .references(() => trees.id),
    ordinal: integer('ordinal').notNull(),
  },
  (table) => [
    unique('stem_ordinal').on(table.treeId, table.ordinal),
    check('stem_ordinal_positive', sql`${table.ordinal} > 0`),
  ],
);

/** What was seen of a tree on one visit. */
export const observations = pgTable(
  'observation',
  {
    id: uuid('id').primaryKey(),
    treeId: uuid('tree_id')
      .notNull()
      .references(() => trees.id),
    surveyId: uuid('survey_id')
      .notNull()
      .references(() => surveys.id),
    observedAt: moment('observed_at').notNull(),
    /** How the tree was found and taped; null where nothing was noted. */
    taping: jsonb('taping').$type<TapingNotes>(),
    /** The heights beside the first, and which one counts; null where nothing was noted. */
    heights: jsonb('heights').$type<HeightNotes>(),
    /** State, fork, where it stands; null where nothing was noted. */
    notes: jsonb('notes').$type<TreeNotes>(),
    observer: text('observer').notNull(),
    device: text('device').notNull(),
  },
  (table) => [unique('observation_visit').on(table.treeId, table.surveyId)],
);

export const corrections = pgTable(
  'correction',
  {
    id: uuid('id').primaryKey(),
    subject: text('subject', { enum: ['tree', 'plot', 'survey'] }).notNull(),
    subjectId: uuid('subject_id').notNull(),
    kind: text('kind', { enum: ['change', 'delete', 'undo'] }).notNull(),
    before: jsonb('before').notNull(),
    after: jsonb('after').notNull(),
    undoes: uuid('undoes'),
    madeAt: moment('made_at').notNull(),
    ...written,
  },
  (table) => [
    foreignKey({ columns: [table.undoes], foreignColumns: [table.id], name: 'correction_undoes' }),
    unique('correction_undone_once').on(table.undoes),
    index('correction_subject').on(table.subjectId),
    index('correction_of_write').on(table.writeDigest),
    check('correction_kind', sql`(${table.kind} = 'undo') = (${table.undoes} is not null)`),
  ],
);

/** A reading as it was read. Never changed; a correction takes it out of use and puts others in. */
export const readings = pgTable(
  'reading',
  {
    id: uuid('id').primaryKey(),
    observationId: uuid('observation_id')
      .notNull()
      .references(() => observations.id),
    stemId: uuid('stem_id')
      .notNull()
      .references(() => stems.id),
    measure: text('measure', { enum: ['diameter', 'point', 'distance', 'height'] }).notNull(),
    /** Number of the height that it belongs to. */
    heightNo: integer('height_no').notNull().default(1),
    methodId: text('method_id').notNull(),
    methodVersion: integer('method_version').notNull(),
    key: text('key').notNull(),
    value: doublePrecision('value').notNull(),
    unit: text('unit').notNull(),
    asRead: text('as_read').notNull(),
    standardError: doublePrecision('standard_error'),
    instrument: text('instrument').notNull(),
    try: integer('try').notNull(),
    /** Left out of the mean of its tries, by a person. */
    excluded: boolean('excluded').notNull().default(false),
    observer: text('observer').notNull(),
    device: text('device').notNull(),
    takenAt: moment('taken_at').notNull(),
    inUse: boolean('in_use').notNull().default(true),
    correctionId: uuid('correction_id').references(() => corrections.id),
    recordedAt: recordedAt(),
  },
  (table) => [
    uniqueIndex('reading_in_use')
      .on(table.stemId, table.observationId, table.measure, table.heightNo, table.key, table.try)
      .where(sql`${table.inUse}`),
    index('reading_of_observation').on(table.observationId),
    check('reading_measure', sql`${table.measure} in ('diameter', 'point', 'distance', 'height')`),
    check('reading_finite', sql`${table.value} between -1e6 and 1e6`),
    check('reading_error', sql`${table.standardError} is null or ${table.standardError} between 0 and 1e6`),
    check('reading_try', sql`${table.try} > 0`),
    check('reading_height_no', sql`${table.heightNo} between 1 and 99`),
  ],
);

/** Where an observer finds breast height on the body. A new row takes the place of the older ones. */
export const bodyMarks = pgTable(
  'body_mark',
  {
    id: uuid('id').primaryKey(),
    words: text('words').notNull(),
    barefootM: doublePrecision('barefoot_m').notNull(),
    bootsM: doublePrecision('boots_m').notNull(),
    ...written,
  },
  (table) => [
    index('body_mark_observer').on(table.observer),
    check('body_mark_barefoot', sql`${table.barefootM} between 0.5 and 2.2`),
    check('body_mark_boots', sql`${table.bootsM} between 0 and 0.15`),
  ],
);

/** Eye height and pace of somebody who measures. A new row takes the place of the older ones of the name. */
export const people = pgTable(
  'person',
  {
    id: uuid('id').primaryKey(),
    name: text('name').notNull(),
    eyeHeightM: doublePrecision('eye_height_m'),
    paceM: doublePrecision('pace_m'),
    paceErrorM: doublePrecision('pace_error_m'),
    ...written,
  },
  (table) => [
    index('person_name').on(table.name),
    check('person_eye', sql`${table.eyeHeightM} is null or ${table.eyeHeightM} between 0.5 and 2.5`),
    check('person_pace', sql`${table.paceM} is null or ${table.paceM} between 0.3 and 2.5`),
    check('person_pace_error', sql`${table.paceErrorM} is null or ${table.paceErrorM} between 0 and 0.5`),
  ],
);

/** What a crew measures with. */
export const instruments = pgTable(
  'instrument',
  {
    id: uuid('id').primaryKey(),
    crew: text('crew').notNull(),
    kind: text('kind').notNull(),
    name: text('name').notNull(),
    /** The scale that is read. */
    unit: text('unit').notNull(),
    graduation: doublePrecision('graduation').notNull(),
    standardError: doublePrecision('standard_error').notNull(),
    everyDays: integer('every_days').notNull(),
    retiredAt: moment('retired_at'),
    ...written,
  },
  (table) => [
    index('instrument_crew').on(table.crew),
    check('instrument_graduation', sql`${table.graduation} > 0`),
    check('instrument_error', sql`${table.standardError} > 0`),
    check('instrument_every', sql`${table.everyDays} between 0 and 3650`),
  ],
);

/** A check of an instrument as it was read. Rows are only added. */
export const instrumentChecks = pgTable(
  'instrument_check',
  {
    id: uuid('id').primaryKey(),
    instrumentId: uuid('instrument_id')
      .notNull()
      .references(() => instruments.id),
    checkedAt: moment('checked_at').notNull(),
    readings: jsonb('readings').$type<CheckReadings>().notNull(),
    ...written,
  },
  (table) => [index('instrument_check_of').on(table.instrumentId, table.checkedAt)],
);

/** How a survey works out its wood. The newest row of a survey holds; rows are only added. */
export const woodSettings = pgTable(
  'wood_setting',
  {
    id: uuid('id').primaryKey(),
    surveyId: uuid('survey_id')
      .notNull()
      .references(() => surveys.id),
    /** The row that this one takes the place of: each can be followed once. */
    replaces: uuid('replaces'),
    settings: jsonb('settings').$type<WoodSettings>().notNull(),
    madeAt: moment('made_at').notNull(),
    ...written,
  },
  (table) => [
    foreignKey({
      columns: [table.surveyId, table.replaces],
      foreignColumns: [table.surveyId, table.id],
      name: 'wood_setting_before',
    }),
    unique('wood_setting_of_survey').on(table.surveyId, table.id),
    unique('wood_setting_once').on(table.surveyId, table.replaces).nullsNotDistinct(),
  ],
);

/** What somebody decided about a point of a survey's work list. The newest row of a point holds; rows are only added. */
export const checkDecisions = pgTable(
  'check_decision',
  {
    id: uuid('id').primaryKey(),
    surveyId: uuid('survey_id')
      .notNull()
      .references(() => surveys.id),
    /** Names the check and what it is about. */
    point: text('point').notNull(),
    cleared: boolean('cleared').notNull(),
    reason: text('reason').notNull(),
    madeAt: moment('made_at').notNull(),
    ...written,
  },
  (table) => [index('check_decision_of').on(table.surveyId, table.point)],
);

/**
 * What was worked out of a tree, kept so that a survey of many need not be worked out anew for each sum. Nothing here is
 * the record: a row goes when its tree or plot changes, and counts only under the stamp of the survey's settings.
 */
export const treeResults = pgTable(
  'tree_result',
  {
    treeId: uuid('tree_id')
      .primaryKey()
      .references(() => trees.id),
    surveyId: uuid('survey_id').notNull(),
    stamp: text('stamp').notNull(),
    diametersCm: doublePrecision('diameters_cm').array().notNull(),
    /** As read, where the rounding rule records others. */
    readDiametersCm: doublePrecision('read_diameters_cm').array(),
    dbhCm: doublePrecision('dbh_cm'),
    heightM: doublePrecision('height_m'),
    volumeM3: doublePrecision('volume_m3'),
    volumeErrorM3: doublePrecision('volume_error_m3'),
    /** By its logs; null where nobody counted them. */
    boardFeet: doublePrecision('board_feet'),
    /** Something speaks against its readings, or its top is broken: no tree for a height curve. */
    inDoubt: boolean('in_doubt').notNull(),
    /** Beyond the range of the table that its volume is by. */
    outside: boolean('outside').notNull(),
    /** What speaks against its readings; null where nothing does. */
    findings: jsonb('findings').$type<readonly PlacedFinding[]>(),
  },
  (table) => [index('tree_result_of_survey').on(table.surveyId, table.stamp)],
);

/** What a notebook keeps of a tree: its readings as they were read, and what was noted. */
export interface NotebookParts {
  readonly stems: readonly { readonly id: string; readonly ordinal: number }[];
  readonly readings: readonly PlacedReading[];
  readonly taping?: TapingNotes | undefined;
  readonly heights?: HeightNotes | undefined;
  readonly notes?: TreeNotes | undefined;
}

/** A tree that is kept without a survey. Each change adds a row; the newest of a tree holds. */
export const notebookTrees = pgTable(
  'notebook_tree',
  {
    id: uuid('id').primaryKey(),
    treeId: uuid('tree_id').notNull(),
    version: integer('version').notNull(),
    name: text('name').notNull(),
    place: text('place'),
    note: text('note'),
    stringKept: boolean('string_kept').notNull().default(false),
    unitSystem: text('unit_system', { enum: ['metric', 'imperial'] }).notNull(),
    speciesCode: text('species_code').notNull(),
    parts: jsonb('parts').$type<NotebookParts>().notNull(),
    deleted: boolean('deleted').notNull().default(false),
    /** The tree of a survey that it became. */
    movedTo: uuid('moved_to'),
    madeAt: moment('made_at').notNull(),
    ...written,
  },
  (table) => [
    unique('notebook_version').on(table.treeId, table.version),
    check('notebook_unit_system', sql`${table.unitSystem} in ('metric', 'imperial')`),
    check('notebook_version_positive', sql`${table.version} > 0`),
  ],
);

/** A file of trees that was written to a survey: its trees and corrections carry its digest. */
export const imports = pgTable(
  'import',
  {
    id: uuid('id').primaryKey(),
    surveyId: uuid('survey_id')
      .notNull()
      .references(() => surveys.id),
    added: integer('added').notNull(),
    changed: integer('changed').notNull(),
    removed: integer('removed').notNull(),
    plots: integer('plots').notNull(),
    madeAt: moment('made_at').notNull(),
    undoneAt: moment('undone_at'),
    undoneBy: text('undone_by'),
    ...written,
  },
  (table) => [
    index('import_of_survey').on(table.surveyId, table.madeAt),
    check('import_undone', sql`num_nonnulls(${table.undoneAt}, ${table.undoneBy}) in (0, 2)`),
  ],
);

/** What was summed up of a whole survey, kept like the figures of its trees: it counts only under its stamp. */
export const surveyResults = pgTable(
  'survey_result',
  {
    surveyId: uuid('survey_id')
      .notNull()
      .references(() => surveys.id),
    name: text('name', {
      enum: [
        'sums',
        'sums-unfinished',
        'sums-pooled',
        'sums-unfinished-pooled',
        'sums-finite',
        'sums-unfinished-finite',
        'sums-pooled-finite',
        'sums-unfinished-pooled-finite',
        'work-list',
        'basis',
        'heights',
      ],
    }).notNull(),
    stamp: text('stamp').notNull(),
    value: json('value').notNull(),
    madeAt: moment('made_at').notNull().defaultNow(),
  },
  (table) => [primaryKey({ columns: [table.surveyId, table.name] })],
);

/** A device that sends what was entered on it. A token of its own would be kept here. */
export const devices = pgTable('device', {
  name: text('name').primaryKey(),
  /** Number of its last request: an older one that arrives late is not taken. */
  lastRequest: integer('last_request').notNull(),
  seenAt: moment('seen_at').notNull().defaultNow(),
});

/** Every change that a device sent and the record took, as it was sent, in the order in which they were taken. */
export const operations = pgTable(
  'operation',
  {
    number: bigserial('number', { mode: 'number' }).primaryKey(),
    id: uuid('id').notNull(),
    device: text('device').notNull(),
    /** Where it stands in the order of its device. */
    sequence: integer('sequence').notNull(),
    method: text('method').notNull(),
    path: text('path').notNull(),
    body: jsonb('body').notNull(),
    madeAt: moment('made_at').notNull(),
    takenAt: moment('taken_at').notNull().defaultNow(),
    writeDigest: text('write_digest').notNull(),
  },
  (table) => [unique('operation_id').on(table.id), index('operation_of_device').on(table.device, table.sequence)],
);

/** A change that met another one of the same thing: it waits for a person to decide. Nothing of it is on the record. */
export const conflicts = pgTable(
  'conflict',
  {
    id: uuid('id').primaryKey(),
    surveyId: uuid('survey_id')
      .notNull()
      .references(() => surveys.id),
    plotId: uuid('plot_id')
      .notNull()
      .references(() => plots.id),
    kind: text('kind', { enum: CONFLICT_KINDS }).notNull(),
    /** The tree or the plot. A tree whose tag was taken is not on the record yet. */
    subjectId: uuid('subject_id').notNull(),
    /** What of it is disputed. */
    fact: text('fact').notNull(),
    /** The change as it was sent. */
    change: jsonb('change').notNull(),
    /** What the change makes of the fact. */
    factText: text('fact_text').notNull(),
    observer: text('observer').notNull(),
    device: text('device').notNull(),
    madeAt: moment('made_at').notNull(),
    recordedAt: recordedAt(),
    kept: text('kept', { enum: ['record', 'change'] }),
    decidedBy: text('decided_by'),
    decidedOn: text('decided_on'),
    decidedAt: moment('decided_at'),
    decisionId: uuid('decision_id'),
  },
  (table) => [
    index('conflict_open')
      .on(table.surveyId)
      .where(sql`${table.kept} is null`),
    index('conflict_of').on(table.subjectId),
    check(
      'conflict_decided',
      sql`num_nonnulls(${table.kept}, ${table.decidedBy}, ${table.decidedOn}, ${table.decidedAt}, ${table.decisionId}) in (0, 5)`,
    ),
  ],
);
