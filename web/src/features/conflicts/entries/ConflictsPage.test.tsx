import { render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { ConflictView } from '../../../contracts/conflict-view.ts';
import type { ConflictDecisionDto, SyncDto } from '../../../contracts/sync.ts';
import { outbox } from '../../../client/device/outbox.ts';
import { openConflicts } from '../../../client/device/open-conflicts.ts';
import { ConflictsPage } from './ConflictsPage.tsx';

const madeAt = '2026-06-03T09:15:00Z';
const DIAMETER: ConflictView = {
  ...{ id: 'c1', surveyId: 's', plotId: 'p', plotLabel: '4', kind: 'change', subjectId: 't', tag: '7' },
  factWords: 'Diameter',
  record: { words: 'dbh 40 cm', observer: 'Crew Badger', device: 'browser 1', madeAt },
  change: { words: 'dbh 42 cm', observer: 'Crew Marten', device: 'browser 2', madeAt },
  ...{ recordDigest: 'digest', freeTag: null, decided: null },
};
const TAG: ConflictView = {
  ...DIAMETER,
  ...{ id: 'c2', kind: 'tag', factWords: 'Tag', freeTag: '14' },
  change: { ...DIAMETER.change, words: 'Tree 7 · sp · dbh 50 cm' },
};

let decisions: ConflictDecisionDto[] = [];
let listed: readonly ConflictView[] = [];
const show = () => render(<ConflictsPage surveyId="s" observer="Crew Badger" />);

describe('the conflicts of a survey', () => {
  beforeEach(() => {
    decisions = [];
    vi.stubGlobal('fetch', (url: string, { body }: { readonly body?: string }) => {
      if (url !== '/api/sync') return Promise.resolve(new Response(JSON.stringify(listed)));
      const { operations } = JSON.parse(body ?? '') as SyncDto;
      decisions.push(...operations.map((operation) => operation.body as ConflictDecisionDto));
      const results = operations.map(({ id }) => ({ id, kind: 'kept', answer: {}, conflicts: [], plot: null }));
      return Promise.resolve(new Response(JSON.stringify({ results })));
    });
  });
  afterEach(() => {
    openConflicts.set([]);
    outbox.set([]);
    vi.unstubAllGlobals();
  });

  it('show both versions with who, when and on what; one tap keeps one of them', async () => {
    listed = [DIAMETER];
    show();
    const item = await screen.findByRole('listitem');
    expect(item).toHaveTextContent('Plot 4, tree 7: Diameter');
    expect(item).toHaveTextContent(/dbh 40 cm.*Crew Badger.*3 Jun 2026.*browser 1.*dbh 42 cm.*Crew Marten/);
    const [, second] = within(item).getAllByRole('button', { name: 'Keep this version' });
    if (second !== undefined) await userEvent.click(second);
    expect(await screen.findByText('✓ There is nothing to decide.')).toBeVisible();
    expect(decisions).toMatchObject([{ keep: 'change', seen: 'digest', observer: 'Crew Badger' }]);
  });

  it('settle a tag that was given twice by one tap', async () => {
    listed = [TAG];
    show();
    expect(await screen.findByRole('heading', { name: 'Plot 4: tag 7 was given twice' })).toBeVisible();
    await userEvent.click(screen.getByRole('button', { name: 'Use tag 14' }));
    await screen.findByText('✓ There is nothing to decide.');
    expect(decisions).toMatchObject([{ keep: 'change', tag: '14' }]);
  });

  it('ask before a tree is discarded', async () => {
    listed = [TAG];
    const ask = vi.fn(() => false);
    vi.stubGlobal('confirm', ask);
    show();
    await userEvent.click(await screen.findByRole('button', { name: 'Keep only this tree' }));
    expect(ask).toHaveBeenCalledWith('Discard the other tree? Tree 7 · sp · dbh 50 cm');
    expect(decisions).toEqual([]);
  });

  it('show field rules that were changed while trees were measured', async () => {
    const factWords = '2 trees of plot 4 measured by other field rules';
    listed = [
      {
        ...{ ...DIAMETER, kind: 'rules', subjectId: 's', tag: null, factWords },
        record: { ...DIAMETER.record, words: 'Breast height: 1.37 m' },
        change: { ...DIAMETER.change, words: 'Breast height: 1.3 m' },
      },
    ];
    show();
    expect(await screen.findByRole('heading', { name: factWords })).toBeVisible();
    expect(screen.getByRole('link', { name: 'Change the field rules…' })).toHaveAttribute('href', '/surveys/s/rules');
    await userEvent.click(screen.getByRole('button', { name: 'Keep the current rules' }));
    await screen.findByText('✓ There is nothing to decide.');
    expect(decisions).toMatchObject([{ keep: 'record', seen: 'digest' }]);
  });

  it('are shown without a network as this device knows them, and the decision waits', async () => {
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('offline')));
    openConflicts.set([DIAMETER]);
    show();
    expect(await screen.findByText(/The server does not answer/)).toBeVisible();
    const [first] = screen.getAllByRole('button', { name: 'Keep this version' });
    if (first !== undefined) await userEvent.click(first);
    expect(await screen.findByText('Your decision is stored on this device, waiting to send.')).toBeVisible();
    for (const button of screen.getAllByRole('button')) expect(button).toBeDisabled();
  });

  it('give each tree a tag of its own, also before the first decision was sent', async () => {
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('offline')));
    openConflicts.set([TAG, { ...TAG, id: 'c3' }, { ...TAG, id: 'c4', plotId: 'q' }]);
    show();
    const [first] = await screen.findAllByRole('button', { name: 'Use tag 14' });
    if (first !== undefined) await userEvent.click(first);
    expect(await screen.findByRole('button', { name: 'Use tag 15' })).toBeEnabled();
    // Another plot has tags of its own.
    const [decided, elsewhere] = screen.getAllByRole('button', { name: 'Use tag 14' });
    expect(decided).toBeDisabled();
    expect(elsewhere).toBeEnabled();
  });
});
