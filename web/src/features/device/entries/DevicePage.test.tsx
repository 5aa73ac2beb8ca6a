import { render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { outbox } from '../../../client/device/outbox.ts';
import { offlineState } from '../../../client/offline.ts';
import { emptyDevice } from '../../../testing/empty-device.ts';
import { DevicePage } from './DevicePage.tsx';

const SURVEY = { id: 'survey', name: 'Visit of 2026', placeName: 'Monte Valdeliro', strata: [] };
const show = () => render(<DevicePage surveys={[SURVEY]} />);

describe('the page of this device', () => {
  beforeEach(() => {
    emptyDevice();
    offlineState.set('ready');
  });
  afterEach(() => {
    outbox.set([]);
    vi.unstubAllGlobals();
  });

  it('lists what is not sent, with what was entered and its age', () => {
    const madeAt = new Date(Date.now() - 3 * 3_600_000).toISOString();
    const body = { tag: '7', speciesCode: 'sp', readings: [{ key: 'diameter', asRead: '34.5', unit: 'cm' }] };
    outbox.set([{ id: 'a', method: 'POST', url: '/api/trees', body, madeAt }]);
    show();
    expect(screen.getByText('1 entry is stored on this device and not sent yet.')).toBeVisible();
    const [entry] = within(screen.getByRole('list', { name: 'Entries that are not sent' })).getAllByRole('listitem');
    expect(entry).toHaveTextContent('New tree Tree 7 · sp · diameter 34.5 cm3 hours ago');
  });

  it('says that all is on the server', () => {
    show();
    expect(screen.getByText('✓ All entries are on the server.')).toBeVisible();
  });

  it.each([
    ['insecure', /offline only over HTTPS/],
    ['unsupported', /does not open pages offline/],
  ] as const)('says why nothing can be taken along: %s', (state, words) => {
    offlineState.set(state);
    show();
    expect(screen.getByText(words)).toBeVisible();
    expect(screen.getByRole('button', { name: /^Take along/ })).toBeDisabled();
  });

  it('takes some strata of a survey, and at least one', async () => {
    const asked: string[] = [];
    vi.stubGlobal('fetch', (url: string) => {
      asked.push(url);
      return Promise.reject(new TypeError('offline'));
    });
    const strata = ['ridge', 'hollow'].map((name) => ({ id: name, name }));
    render(<DevicePage surveys={[{ ...SURVEY, strata }]} />);
    await userEvent.click(screen.getByText('Strata: all'));
    await userEvent.click(screen.getByRole('checkbox', { name: 'ridge' }));
    expect(screen.getByText('Strata: 1 of 2')).toBeVisible();
    await userEvent.click(screen.getByRole('button', { name: /^Take along/ }));
    await screen.findByText('No connection to the server.');
    expect(asked).toEqual(['/api/surveys/survey/changes?strata=hollow']);
    await userEvent.click(screen.getByRole('checkbox', { name: 'hollow' }));
    expect(screen.getByText('Choose at least one stratum.')).toBeVisible();
    expect(screen.getByRole('button', { name: /^Take along/ })).toBeDisabled();
  });

  it('says why a survey cannot be taken along', async () => {
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('offline')));
    show();
    await userEvent.click(screen.getByRole('button', { name: /^Take along/ }));
    expect(await screen.findByRole('alert')).toHaveTextContent('No connection to the server.');
    expect(screen.queryByText(/^Copied/)).toBeNull();
  });
});
