import { render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { PersonForm, readPace } from './PersonForm.tsx';

describe('a pace from a measured line', () => {
  it('is the mean of its walks, with their spread and its drift over a day', () => {
    // 50 ÷ 65 = 0.76923, 50 ÷ 66 = 0.75758, 50 ÷ 64 = 0.78125: mean 0.76935, s = 0.01184; drift of 3 %: 0.02308
    const pace = readPace({ line: '50', paces: '65 66 64' });
    expect(pace?.lengthM).toBeCloseTo(0.76935, 5);
    expect(pace?.standardErrorM).toBeCloseTo(Math.hypot(0.01184, 0.02308), 4);
  });

  it('of one walk has its drift alone: 3 % of 0.8 m', () => {
    const pace = readPace({ line: '40', paces: '50' });
    expect(pace?.lengthM).toBeCloseTo(0.8, 9);
    expect(pace?.standardErrorM).toBeCloseTo(0.024, 9);
  });

  it('takes feet: 165 ft are 50.292 m', () => {
    expect(readPace({ line: '165 ft', paces: '66' })?.lengthM).toBeCloseTo(0.762, 4);
  });

  it.each([
    ['', '65'],
    ['50', ''],
    ['50', '65 x'],
    ['50', '0'],
  ])('“%s” and “%s” are none', (line, paces) => {
    expect(readPace({ line, paces })).toBeNull();
  });
});

describe('the form of a person', () => {
  const fetched = vi.fn<(url: string, init: RequestInit) => Promise<Response>>();
  beforeEach(() => {
    fetched.mockReset();
    vi.stubGlobal('fetch', fetched);
  });
  afterEach(() => {
    vi.unstubAllGlobals();
  });

  it('sends metres, and lists who was saved', async () => {
    const kept = { id: 'p', name: 'AB', eyeHeightM: 1.62, pace: { lengthM: 0.76, standardErrorM: 0.01 } };
    fetched.mockResolvedValue(
      new Response(JSON.stringify(kept), { status: 201, headers: { 'content-type': 'application/json' } }),
    );
    render(<PersonForm people={[]} />);
    await userEvent.type(screen.getByLabelText('Name'), 'AB');
    await userEvent.type(screen.getByLabelText('Eye height, m'), '5 ft 4 in');
    await userEvent.type(screen.getByLabelText('Measured line, m'), '50');
    await userEvent.type(screen.getByLabelText('Paces counted on it'), '65 66 64');
    await userEvent.click(screen.getByRole('button', { name: 'Save person' }));
    await waitFor(() => {
      expect(screen.getByText('AB: eye 1.62 m, pace 0.76 m ± 0.010 m')).toBeVisible();
    });
    const body = JSON.parse(fetched.mock.lastCall?.[1].body as string) as Record<string, number>;
    expect(body.eyeHeightM).toBeCloseTo(1.6256, 4);
    expect(body.paceM).toBeCloseTo(0.76935, 5);
  });

  it('says at the field what cannot be', async () => {
    render(<PersonForm people={[]} />);
    await userEvent.type(screen.getByLabelText('Eye height, m'), '16');
    await userEvent.type(screen.getByLabelText('Measured line, m'), '50');
    await userEvent.click(screen.getByRole('button', { name: 'Save person' }));
    await waitFor(() => {
      expect(screen.getByLabelText('Name')).toHaveAccessibleDescription(/Name must be/);
    });
    expect(screen.getByLabelText('Eye height, m')).toHaveAccessibleDescription(/0\.5 to 2\.5/);
    expect(screen.getByLabelText('Paces counted on it')).toHaveAccessibleDescription(/Enter the length of the line/);
    expect(fetched).not.toHaveBeenCalled();
  });
});
