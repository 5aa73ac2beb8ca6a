import { describe, expect, it } from 'vitest';
import { joined, message } from '@arbolito/core/message';
import { chooseLocale, readLocaleFrom } from './locale.ts';
import { say, t } from './text.ts';

describe('the language of a reader', () => {
  it.each([
    [undefined, 'es-ES,es;q=0.9,en;q=0.8', 'es'],
    [undefined, 'en-GB,en;q=0.9,es;q=0.5', 'en'],
    [undefined, 'fr;q=0.9,es;q=0.4,en;q=0.3', 'es'],
    [undefined, 'fr, de', 'en'],
    [undefined, 'es;q=0, en;q=0.1', 'en'],
    [undefined, null, 'en'],
    ['en', 'es', 'en'],
    ['es', 'en', 'es'],
    ['fr', 'es', 'es'],
  ])('chosen %s, browser %s: %s', (chosen, acceptLanguage, locale) => {
    expect(chooseLocale(chosen, acceptLanguage)).toBe(locale);
  });
});

describe('a message', () => {
  it('fills its places, and begins a sentence where the place has a capital', () => {
    const text = message('a.b', '{Name} must be {low} to {high} m.', { Name: 'distance', low: 1, high: 200 });
    expect(say(text)).toBe('Distance must be 1 to 200 m.');
  });

  it('counts in words of its language', () => {
    const trees = (n: number) => t('a.trees', '{n, plural, one {# tree} other {# trees}}', { n });
    expect([trees(0), trees(1), trees(2)]).toEqual(['0 trees', '1 tree', '2 trees']);
  });

  it('holds other messages, and lists of them', () => {
    const list = joined([message('a.oak', 'oak'), message('a.beech', 'beech')], ', ');
    expect(say(message('a.species', 'Species: {list}.', { list }))).toBe('Species: oak, beech.');
  });

  it('is said in Spanish by its id; without one it stays English', () => {
    readLocaleFrom(() => 'es');
    expect(t('tally.save-tree', 'Save tree')).toBe('Guardar árbol');
    expect(t('a.none', 'Not translated')).toBe('Not translated');
    readLocaleFrom(() => undefined);
  });

  it('leaves text without a language as it is', () => {
    expect(say('Crew Heron')).toBe('Crew Heron');
    expect(say(null)).toBeNull();
  });
});
