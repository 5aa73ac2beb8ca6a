// @vitest-environment jsdom
import { afterEach, describe, expect, it } from 'vitest';
import { day, localFigure, localFigureIfAny, tableFigure } from './figures.ts';
import { t } from './text.ts';

const speak = (lang: string): void => {
  document.documentElement.lang = lang;
};

describe('figures in the reader’s language', () => {
  afterEach(() => {
    speak('en');
  });

  it('has a decimal point in English and a comma in Spanish', () => {
    expect(localFigure('24.2 ± 0.31')).toBe('24.2 ± 0.31');
    speak('es');
    expect(localFigure('24.2 ± 0.31')).toBe('24,2 ± 0,31');
    expect(localFigure('Σ = 3.5 × 2.25')).toBe('Σ = 3,5 × 2,25');
  });

  it('leaves names alone', () => {
    speak('es');
    expect(localFigureIfAny('Rodal v1.2')).toBe('Rodal v1.2');
    expect(localFigureIfAny('−12.4 %')).toBe('−12,4 %');
  });

  it('stand in a table, where a dot says that a cell has none', () => {
    speak('es');
    expect(tableFigure('0.5')).toBe('0,5');
    expect(tableFigure('')).toBe('·');
  });

  it('is filled into messages in the same way, the point of a sentence stays', () => {
    speak('es');
    expect(t('test.height', '{height} m.', { height: '24.2' })).toBe('24,2 m.');
    expect(t('test.height', '{height} m.', { height: 24.5 })).toBe('24,5 m.');
  });

  it('leaves tags, labels and what was typed as they are', () => {
    speak('es');
    expect(t('test.tree', '{tag} · {label} · {shown}', { tag: '3.1', label: '2.5', shown: '1.2.3' })).toBe(
      '3.1 · 2.5 · 1.2.3',
    );
  });
});

describe('a day', () => {
  it('is written in the reader’s way, whatever the time zone', () => {
    expect(day('2026-06-01')).toBe('1 Jun 2026');
    expect(day('2026-06-01T23:30:00Z')).toBe('1 Jun 2026');
    expect(day('2026-1')).toBe('2026-1');
    expect(day('')).toBe('');
  });
});
