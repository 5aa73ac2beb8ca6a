import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it } from 'vitest';
import { LOOSE_SETTINGS } from '../../../server/sheet-settings.ts';
import { emptyDevice } from '../../../testing/empty-device.ts';
import { TreeSheet } from './TreeSheet.tsx';

const show = () => render(<TreeSheet settings={LOOSE_SETTINGS} plot={null} tree={null} observer="Crew Heron" />);
const reading = (key: string): HTMLInputElement => {
  const found = document.querySelector<HTMLInputElement>(`[data-reading="${key}"]`);
  if (found === null) throw new Error(`no reading ${key}`);
  return found;
};

beforeEach(() => {
  emptyDevice();
  sessionStorage.clear();
});

describe('the tree sheet on a desk', () => {
  it('shows the height as soon as the third reading is there: 25 × 70 ÷ 100 = 17.5 m', async () => {
    show();
    await userEvent.type(reading('height.top'), '+62');
    await userEvent.type(reading('height.base'), '-8');
    expect(screen.queryByText('17.50')).toBeNull();
    await userEvent.type(reading('height.distance'), '25');
    expect(screen.getAllByText(/17\.50/).length).toBeGreaterThan(0);
    // √(0.25² + 0.25² + 0.07²) = 0.36
    expect(screen.getAllByText(/0\.36/).length).toBeGreaterThan(0);
  });

  it('says what is wrong with a reading, at the reading', async () => {
    show();
    await userEvent.type(reading('height.top'), 'high');
    expect(reading('height.top')).toBeInvalid();
  });

  it('keeps both signs as typed on the call-out line', async () => {
    show();
    await userEvent.type(reading('height.top'), '+62');
    await userEvent.type(reading('height.base'), '-8');
    expect(screen.getAllByDisplayValue(/\+62.*-8/).length).toBeGreaterThan(0);
  });
});

describe('where one stands', () => {
  it('is one press, stands on the call-out line, and explains a base above the eye', async () => {
    show();
    await userEvent.type(reading('diameter.diameter'), '30');
    await userEvent.type(reading('height.top'), '+107');
    await userEvent.type(reading('height.base'), '+9');
    await userEvent.type(reading('height.distance'), '20');
    expect(screen.getByRole('heading', { name: 'The base is above the eye' })).toBeVisible();
    expect(screen.getByRole('button', { name: /Change base to/ })).toBeVisible();
    await userEvent.click(screen.getByRole('button', { name: 'Below' }));
    expect(screen.getAllByDisplayValue(/@20 below/).length).toBeGreaterThan(0);
    expect(screen.getByRole('button', { name: 'Below' })).toHaveAttribute('aria-pressed', 'true');
    expect(screen.queryByRole('button', { name: /Change base to/ })).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: 'Below' }));
    expect(screen.getByRole('button', { name: 'Below' })).toHaveAttribute('aria-pressed', 'false');
  });
});

describe('several tries in a field', () => {
  it('count with their mean, and the one that is far off can be excluded', async () => {
    show();
    await userEvent.type(reading('diameter.diameter'), '34.5 34.7 43.7');
    expect(screen.getByText('Dbh: the tries differ')).toBeVisible();
    await userEvent.click(screen.getByRole('button', { name: 'Exclude 43.7 cm' }));
    expect(reading('diameter.diameter').value).toBe('34.5 34.7 (43.7)');
    expect(screen.queryByText('Dbh: the tries differ')).toBeNull();
  });
});
