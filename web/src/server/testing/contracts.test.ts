import 'reflect-metadata';
import { plainToInstance } from 'class-transformer';
import { validateSync } from 'class-validator';
import { describe, expect, it } from 'vitest';
import { newPlot, newSurvey, newTree } from './made.ts';
import { IsDay, IsLine, IsMoment, IsWithin } from '../../contracts/decorators.ts';
import { NewPlotDto, NewSurveyDto } from '../../contracts/survey.ts';
import { ComputeDto, NewTreeDto } from '../../contracts/tree.ts';

class Sample {
  @IsLine(10)
  line: unknown = 'a line';
  @IsWithin(1, 5, 'm')
  within: unknown = 3;
  @IsMoment()
  moment: unknown = '2026-06-03T09:15:00Z';
  @IsDay()
  day: unknown = '2026-06-03';
}

const wrong = (over: Partial<Record<keyof Sample, unknown>>): string[] =>
  validateSync(Object.assign(new Sample(), over)).map(({ property }) => property);

describe('the rules of single fields', () => {
  it('let ordinary values pass, the limits included', () => {
    expect(wrong({})).toEqual([]);
    expect(wrong({ within: 1, line: 'Übergröße' })).toEqual([]);
    expect(wrong({ within: 5, line: "O'Neil, 3½" })).toEqual([]);
    expect(wrong({ moment: '2026-06-03T09:15:00.123+02:00' })).toEqual([]);
    expect(wrong({ day: '2024-02-29' })).toEqual([]);
  });

  it.each([
    ['line', ''],
    ['line', '   '],
    ['line', 'two\nlines'],
    ['line', 'a bell \u0007'],
    ['line', 'longer than ten'],
    ['line', 7],
    ['line', null],
    ['within', 0.999],
    ['within', 5.001],
    ['within', NaN],
    ['within', Infinity],
    ['within', '3'],
    ['within', undefined],
    ['moment', '2026-06-03'],
    ['moment', '2026-06-03T09:15:00'],
    ['moment', '2026-02-30T09:15:00Z'],
    ['moment', '2026-06-03T25:15:00Z'],
    ['moment', 1_780_000_000],
    ['day', '2026-13-01'],
    ['day', '2025-02-29'],
    ['day', '03.06.2026'],
  ] as const)('%s is refused: %j', (field, value) => {
    expect(wrong({ [field]: value })).toEqual([field]);
  });

  it('say what would be right', () => {
    const [error] = validateSync(Object.assign(new Sample(), { within: 9 }));
    expect(Object.values(error?.constraints ?? {})).toEqual(['must be a number from 1 to 5 m']);
  });
});

describe('whole contracts', () => {
  const survey = newSurvey();
  const good = [
    ['a survey', NewSurveyDto, survey],
    ['a plot', NewPlotDto, newPlot(survey, 'A-1')],
    ['a tree', NewTreeDto, newTree(survey.id, '17')],
    ['a computation', ComputeDto, { readings: { top: '+62 %' } }],
  ] as const;

  it.each(good)('take %s as the form makes it', (_words, Contract, body) => {
    const errors = validateSync(plainToInstance(Contract as new () => object, body), {
      whitelist: true,
      forbidNonWhitelisted: true,
    });
    expect(errors).toEqual([]);
  });

  it.each(good)('take no stranger into %s', (_words, Contract, body) => {
    const errors = validateSync(plainToInstance(Contract as new () => object, { ...body, stranger: 1 }), {
      whitelist: true,
      forbidNonWhitelisted: true,
    });
    expect(errors.map(({ property }) => property)).toEqual(['stranger']);
  });

  it.each(good)('miss what is missing from %s', (_words, Contract, body) => {
    for (const field of Object.keys(body)) {
      const { [field]: gone, ...rest } = body as Record<string, unknown>;
      const errors = validateSync(plainToInstance(Contract as new () => object, rest));
      expect(
        errors.map(({ property }) => property),
        `${field} was ${JSON.stringify(gone)}`,
      ).toEqual([field]);
    }
  });
});
