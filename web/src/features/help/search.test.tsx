import { fireEvent, screen } from '@testing-library/react';
import { beforeEach, describe, expect, it } from 'vitest';
import { startHelpSearch } from './search.ts';

const search = (text: string): void => {
  fireEvent.input(screen.getByRole('searchbox'), { target: { value: text } });
};
const shown = (): string[] =>
  [...document.querySelectorAll<HTMLElement>('[data-topic]')]
    .filter((topic) => !topic.hidden && topic.closest<HTMLElement>('[data-group]')?.hidden !== true)
    .map(({ textContent }) => textContent);
const open = (): boolean[] => [...document.querySelectorAll('details')].map((group) => group.open);

beforeEach(() => {
  document.body.innerHTML = `
    <input id="help-search" type="search" /><p id="help-none" hidden></p>
    <details data-group open><ul><li data-topic="numbers and units">Numbers</li></ul></details>
    <details data-group>
      <ul><li data-topic="two angles slope">Angles</li><li data-topic="ángulo recto">Recto</li></ul>
    </details>`;
  startHelpSearch(document);
});

describe('the search of the help', () => {
  it('shows the topics that hold every word, and opens their group', () => {
    search('slope angles');
    expect(shown()).toEqual(['Angles']);
    expect(open()).toEqual([false, true]);
  });

  it('does without accents and capitals', () => {
    search('ANGULO');
    expect(shown()).toEqual(['Recto']);
  });

  it('says that nothing was found, and shows all again once it is empty', () => {
    search('prism');
    expect(shown()).toEqual([]);
    expect(document.querySelector<HTMLElement>('#help-none')?.hidden).toBe(false);
    search('');
    expect(shown()).toHaveLength(3);
    expect(open()).toEqual([true, false]);
    expect(document.querySelector<HTMLElement>('#help-none')?.hidden).toBe(true);
  });
});
