import { readdirSync, readFileSync } from 'node:fs';
import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { type FieldRules, setOf } from '@arbolito/core/protocol';
import { NewerDatabaseError } from './connection.ts';
import { prepareDatabase } from './tools.ts';

const statements = (file: string): string[] =>
  readFileSync(new URL(`../../../drizzle/${file}`, import.meta.url), 'utf8').split('--> statement-breakpoint');

const schema = `old_${randomUUID().replaceAll('-', '')}`;
let client: pg.Client;
beforeAll(async () => {
  client = new pg.Client({ connectionString: inject('databaseUrl') });
  await client.connect();
  await client.query(`create schema ${schema}`);
  await client.query(`set search_path to ${schema}`);
});
afterAll(async () => {
  await client.query(`drop schema ${schema} cascade`);
  await client.end();
});

const run = async (file: string): Promise<void> => {
  // The statements name the schema that they are usually run in.
  for (const statement of statements(file)) await client.query(statement.replaceAll('"public".', ''));
};

describe('a database from before there were field rules', () => {
  it('keeps its surveys, each with rules that change none of its figures', async () => {
    await run('0000_first_slice.sql');
    const place = randomUUID();
    const written = `'a', 'b', 'c'`;
    await client.query(
      `insert into place (id, name, observer, device, write_digest) values ('${place}', 'Old wood', ${written})`,
    );
    for (const system of ['metric', 'imperial']) {
      await client.query(
        `insert into survey (id, place_id, name, unit_system, slope_unit, breast_height_m, eye_height_m, form_factor,
           form_factor_standard_error, crew, started_on, observer, device, write_digest)
         values ('${randomUUID()}', '${place}', 'old', '${system}', 'pct', 1.3, 1.6, 0.45, 0.05, 'x', '2020-01-01', ${written})`,
      );
    }
    await run('0001_field_rules_and_stems.sql');
    const { rows } = await client.query<{ unit_system: string; field_rules: Omit<FieldRules, 'breastHeightM'> }>(
      'select unit_system, field_rules from survey order by unit_system',
    );
    expect(rows.map(({ unit_system, field_rules }) => [unit_system, field_rules.classes])).toEqual([
      ['imperial', { width: '2in', place: 'centred' }],
      ['metric', { width: '5cm', place: 'centred' }],
    ]);
    for (const { field_rules: rules } of rows) {
      expect(rules).toMatchObject({ twoFaces: 'arithmetic', severalStems: 'root-sum-of-squares', smallestDbhCm: 0 });
      expect(setOf({ breastHeightM: 1.3, ...rules }, 'metric')).toBeNull();
    }
  });
});

describe('a database with the names of before', () => {
  it('keeps its data under the new ones', async () => {
    const later = `names_${randomUUID().replaceAll('-', '')}`;
    await client.query(`create schema ${later}`);
    await client.query(`set search_path to ${later}`);
    const files = readdirSync(new URL('../../../drizzle/', import.meta.url)).filter((name) => name.endsWith('.sql'));
    for (const file of files.filter((name) => name < '0009')) await run(file);
    const [place, survey, stratum, plot, tree, stem, seen] = Array.from({ length: 7 }, () => randomUUID());
    const written = `'a', 'b', 'c'`;
    const design = {
      layout: 'systematic',
      shape: { kind: 'point', factorM2PerHa: 4 },
      phases: { kind: 'double', by: 'ratio', quick: 'basal area by eye' },
    };
    const heights = { takes: [{ take: 2, of: 'crown-base', oneStand: true }], kept: 1 };
    const notes = { conditions: ['dead'], counts: 2, guessM3: 0.8 };
    const tables = [
      `place (id, name, observer, device, write_digest) values ('${place}', 'Old wood', ${written})`,
      `survey (id, place_id, name, unit_system, slope_unit, breast_height_m, eye_height_m, form_factor,
         form_factor_standard_error, crew, started_on, field_rules, design, observer, device, write_digest)
       values ('${survey}', '${place}', 'old', 'metric', 'pct', 1.3, 1.6, 0.45, 0.05, 'x', '2020-01-01', '{}',
         '${JSON.stringify(design)}', ${written})`,
      `stratum (id, survey_id, name, position) values ('${stratum}', '${survey}', 'old', 1)`,
      `species (survey_id, code, name, crown, position) values ('${survey}', 'sp', 'Scots pine', 'spire', 1)`,
      `plot (id, survey_id, stratum_id, label, shape, slope_pct, quick, observer, device, write_digest)
       values ('${plot}', '${survey}', '${stratum}', '1', '${JSON.stringify(design.shape)}', 0, 7, ${written})`,
      `tree (id, survey_id, plot_id, tag, species_code, observer, device, write_digest)
       values ('${tree}', '${survey}', '${plot}', '1', 'sp', ${written})`,
      `stem (id, tree_id, ordinal) values ('${stem}', '${tree}', 1)`,
      `observation (id, tree_id, survey_id, observed_at, heights, notes, observer, device)
       values ('${seen}', '${tree}', '${survey}', now(), '${JSON.stringify(heights)}', '${JSON.stringify(notes)}', 'a', 'b')`,
      `reading (id, observation_id, stem_id, measure, take, method_id, method_version, key, value, unit, as_read,
         instrument, attempt, observer, device, taken_at)
       values ('${randomUUID()}', '${seen}', '${stem}', 'height', 2, 'height.two-angles', 1, 'top', 41, 'pct', '+41 pct',
         'clinometer', 1, 'a', 'b', now())`,
      `correction (id, subject, subject_id, kind, before, after, made_at, observer, device, write_digest)
       values ('${randomUUID()}', 'plot', '${plot}', 'change', '{"quick": 5}', '{"quick": 7}', now(), ${written})`,
      `check_decision (id, survey_id, point, cleared, reason, made_at, observer, device, write_digest)
       values ('${randomUUID()}', '${survey}', 'twice ${tree}', true, 'two trees', now(), ${written})`,
    ];
    for (const table of tables) await client.query(`insert into ${table}`);
    for (const file of files.filter((name) => name >= '0009')) await run(file);
    const { rows } = await client.query<Record<string, unknown>>(
      `select s.design, p.shape, p.auxiliary, o.heights, o.notes, r.height_no, c.after, d.point
         from survey s, plot p, observation o, reading r, correction c, check_decision d`,
    );
    expect(rows).toEqual([
      {
        design: {
          layout: 'systematic',
          shape: { kind: 'variable-radius', factorM2PerHa: 4 },
          phases: { kind: 'double-sampling', by: 'ratio', auxiliary: 'basal area by eye' },
        },
        shape: { kind: 'variable-radius', factorM2PerHa: 4 },
        auxiliary: 7,
        heights: { others: [{ heightNo: 2, of: 'crown-base', sameStation: true }], kept: 1 },
        notes: { conditions: ['dead'], multiplicity: 2, predictedVolumeM3: 0.8 },
        height_no: 2,
        after: { auxiliary: 7 },
        point: `duplicate ${tree}`,
      },
    ]);
    await client.query(`drop schema ${later} cascade`);
    await client.query(`set search_path to ${schema}`);
  });
});

describe('a database that several processes find at once', () => {
  const name = `start_${randomUUID().replaceAll('-', '')}`;
  const urlOf = (): string => {
    const url = new URL(inject('databaseUrl'));
    url.pathname = `/${name}`;
    return url.toString();
  };
  beforeAll(async () => {
    await client.query(`create database ${name}`);
  });
  afterAll(async () => {
    const admin = new pg.Client({ connectionString: inject('databaseUrl') });
    await admin.connect();
    await admin.query(`drop database ${name} with (force)`);
    await admin.end();
  });

  it('gets its tables once, and refuses a version that is older than it is', async () => {
    const starts = Array.from({ length: 4 }, () => prepareDatabase(urlOf(), { demo: false }));
    expect(await Promise.all(starts)).toHaveLength(4);
    const own = new pg.Client({ connectionString: urlOf() });
    await own.connect();
    const tables = await own.query("select 1 from information_schema.tables where table_name = 'survey'");
    expect(tables.rowCount).toBe(1);
    await own.query("insert into drizzle.__drizzle_migrations (hash, created_at) values ('later', 9999999999999)");
    await own.end();
    await expect(prepareDatabase(urlOf(), { demo: false })).rejects.toThrow(NewerDatabaseError);
    await expect(prepareDatabase(urlOf(), { demo: false })).rejects.toThrow('newer version of Arbolito');
  });
});
