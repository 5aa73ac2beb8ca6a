import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it } from 'vitest';
import { LOOSE_SETTINGS } from '../../../server/sheet-settings.ts';
import { TreeSheet } from './TreeSheet.tsx';

const show = () => render(<TreeSheet settings={LOOSE_SETTINGS} plot={null} tree={null} observer="Crew Heron" />);
const reading = (key: string): HTMLInputElement => {
  const found = document.querySelector<HTMLInputElement>(`[data-reading="${key}"]`);
  if (found === null) throw new Error(`no reading ${key}`);
  return found;
};

describe('the tree sheet on a desk', () => {
  beforeEach(() => {
    localStorage.clear();
    sessionStorage.clear();
  });

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
