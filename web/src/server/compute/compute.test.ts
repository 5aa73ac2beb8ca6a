import { describe, expect, it } from 'vitest';
import type { Measure } from '@arbolito/core/measurement';
import { METHODS } from '@arbolito/core/methods';
import type { ComputeDto } from '../../contracts/tree.ts';
import { Problem } from '../problem.ts';
import { computeService } from './service.ts';

const compute = (measure: Measure, input: ComputeDto) => computeService.compute(measure, input);
const refused = (measure: Measure, input: ComputeDto): Problem => {
  try {
    compute(measure, input);
  } catch (error) {
    if (error instanceof Problem) return error;
    throw error;
  }
  throw new Error('it was computed');
};

describe('several tries of a reading', () => {
  it.each([
    ['as one text', '30.4 30.6 30.5'],
    ['as a list', [30.4, '30.6 m', { value: 30.5, unit: 'm' }]],
    ['one of them excluded', '30.4 30.6 (36.0) 30.5'],
  ])('count with their mean: %s', (_, height) => {
    const estimate = computeService.compute('height', { method: 'height.known', readings: { height } });
    // (30.4 + 30.6 + 30.5) ÷ 3
    expect(estimate.value).toBeCloseTo(30.5, 9);
  });
});

describe('computing without a record', () => {
  it.each([
    [{ top: '+62 %', base: '−8 %', distance: '25 m' }, '17.50'],
    [{ top: '+12.4 :20', base: '-1.6:20', distance: 25 }, '17.50'],
    [{ top: 62, base: 8, distance: 25 }, '13.50'],
    [{ top: { value: -5, unit: 'pct' }, base: '-62', distance: '30' }, '17.10'],
    // 82 ft is 24.9936 m
    [{ top: '62%', base: '-8%', distance: '82 ft' }, '17.50'],
  ])('takes readings as text, as numbers and with their units', (readings, printed) => {
    expect(compute('height', { readings }).printed.value).toBe(printed);
  });

  it.each([
    ['height', 'forty-five-level', { back: '14.60 m', eye: '1.58' }, '16.18'],
    ['height', 'mark-on-stem', { markHeight: 4, top: '37.9°', mark: '6.5°', base: '-3.9°' }, '18.60'],
    ['height', 'laser-verticals', { up: '+31.26', down: '-9.48', mark: '1.42 m' }, '42.16'],
    ['height', 'laser-verticals', { up: 31.26, down: 9.48, mark: 1.42 }, '42.16'],
    ['height', 'laser-verticals', { up: 31.26, down: { value: 9.48, unit: 'm' }, mark: 1.42 }, '42.16'],
    ['height', 'laser-verticals', { up: '31.26', down: '+3', mark: '1.42' }, '29.68'],
    ['height', 'two-angles', { top: '40 gon', base: '-5 gon', distance: 25 }, '20.13'],
    ['diameter', 'under-bark', { over: '40 cm', bark: '15 mm' }, '37.0'],
    ['diameter', 'two-faces', { face: 33, cross: 38 }, '35.5'],
    ['diameter', 'log-end', { face: '12 in', cross: '13 in' }, '31.8'],
  ] as const)('%s by %s', (measure, method, readings, printed) => {
    expect(compute(measure, { method, readings }).printed.value).toBe(printed);
  });

  it('takes a girth in feet and inches: 113.03 cm ÷ π', () => {
    expect(compute('diameter', { method: 'girth', readings: { girth: '3\' 8.5"' } }).value).toBeCloseTo(
      113.03 / Math.PI,
      10,
    );
  });

  it('diagnoses in the light of the dbh that is given', () => {
    const readings = { top: '+130 %', base: '-10 %', distance: '25.8 m' };
    const codes = (input: ComputeDto) => compute('height', input).findings.map(({ code }) => code);
    expect(codes({ readings, dbhCm: 12 })).toContain('height.unlikely-slenderness');
    expect(codes({ readings })).not.toContain('height.unlikely-slenderness');
  });

  it.each([
    [
      { readings: { top: 'x', base: '1e400', distance: '' } },
      ['/readings/top', '/readings/base', '/readings/distance'],
    ],
    [
      { readings: { top: Infinity, base: [], distance: null } },
      ['/readings/top', '/readings/base', '/readings/distance'],
    ],
    [{ readings: { top: 62, base: -8, distance: 25, crown: 3 } }, ['/readings/crown']],
    [{ readings: { top: { value: 'a', unit: 'pct' }, base: -8, distance: 25 } }, ['/readings/top/value']],
    [{ readings: { top: { value: 62, unit: 'ha' }, base: -8, distance: 25 } }, ['/readings/top/unit']],
    [{ readings: { top: { value: 62, unit: 'pct', colour: 1 }, base: -8, distance: 25 } }, ['/readings/top/colour']],
    [
      { readings: { top: { value: 62, unit: 'pct', standardError: -1 }, base: -8, distance: 25 } },
      ['/readings/top/standardError'],
    ],
    [{ readings: { top: '90°', base: -8, distance: 25 } }, ['/readings/top']],
    [{ readings: { top: -20, base: 5, distance: 25 } }, ['/readings/top']],
    [{ readings: {} }, ['/readings/top', '/readings/base', '/readings/distance']],
    [{ method: 'by-guess', readings: {} }, ['/method']],
  ])('names every field that is wrong: %j', (input, pointers) => {
    const { status, extras, detail } = refused('height', input);
    expect(status).toBe(422);
    expect(extras.errors?.map(({ pointer }) => pointer)).toEqual(pointers);
    expect(detail.length).toBeGreaterThan(20);
  });

  it('does not take a height method for a diameter', () => {
    expect(refused('diameter', { method: 'height.two-angles', readings: {} }).extras.errors?.[0]?.pointer).toBe(
      '/method',
    );
  });

  it('knows every method there is', () => {
    for (const { description } of METHODS) {
      const problem = refused(description.measure, { method: description.id, readings: {} });
      expect(problem.extras.errors).toHaveLength(description.readings.length);
    }
  });
});
