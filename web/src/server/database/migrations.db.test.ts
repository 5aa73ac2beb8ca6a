import { readFileSync } from 'node:fs';
import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { setOf, type FieldRules } from '@arbolito/core/diameter';
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
