import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { notSent } from '../../../client/device/outbox.ts';
import { waitingTrees } from '../../../client/tree-writes.ts';
import { EXAMPLE_PLOT, EXAMPLE_SETTINGS } from '../../../testing/tally-example.ts';
import { Tally } from './Tally.tsx';

let plots = 0;
/** A plot of its own for each test: writes that wait belong to a plot. */
const show = () => {
  plots += 1;
  return render(
    <Tally
      plot={{ ...EXAMPLE_PLOT, id: `plot-${String(plots)}` }}
      trees={[]}
      elsewhere={{ bySpecies: {}, pooled: null }}
      lastVisits={{}}
      settings={EXAMPLE_SETTINGS}
      observer="Crew Badger"
      nextPlot={null}
    />,
  );
};
const line = () => screen.getByRole('textbox', { name: /^Tree \d+, or another tag after #/ });

describe('the tally of a plot', () => {
  beforeEach(() => {
    // Nobody answers: what is entered waits on the device.
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('offline')));
  });
  afterEach(() => {
    vi.unstubAllGlobals();
  });

  it('takes a tree from the line: 19.5 m on the 1:20 scale from 20 m', async () => {
    show();
    expect(screen.getByText(/No trees in plot 1 yet/)).toBeVisible();
    await userEvent.type(line(), 'sp 34.5 +18 -1.5 @20{Enter}');
    const row = screen.getByRole('button', { name: 'Tree 1, Scots pine: edit on the line' }).closest('tr');
    if (row === null) throw new Error('the tree has no row');
    expect(row).toHaveTextContent(/34\.5.*19\.5/);
    expect(line()).toHaveValue('');
  });

  it('keeps a tree on the device until the server has it', async () => {
    show();
    await userEvent.type(line(), 'ch g104{Enter}');
    const waiting = waitingTrees(notSent(), `plot-${String(plots)}`);
    expect(waiting.map(({ speciesCode }) => speciesCode)).toEqual(['ch']);
  });

  it('is finished where nobody answers, after a reload as well', async () => {
    const { unmount } = show();
    await userEvent.type(line(), 'sp 34.5 +18 -1.5 @20{Enter}');
    await userEvent.click(screen.getByRole('button', { name: 'Finish plot' }));
    expect(await screen.findByRole('button', { name: 'Reopen (finished)' }, { timeout: 5_000 })).toBeVisible();
    expect(screen.getByText('Stored on this device, waiting to send.')).toBeVisible();
    unmount();
    plots -= 1;
    show();
    expect(screen.getByRole('button', { name: 'Reopen (finished)' })).toBeVisible();
  });

  it('gives the next tag, and counts the trees of the plot', async () => {
    show();
    await userEvent.type(line(), 'sp 30{Enter}');
    await userEvent.type(line(), 'bt 20{Enter}');
    expect(screen.getByRole('button', { name: /^Tree 2, / })).toBeVisible();
    // 500 m²: each tree stands for 20 a hectare.
    expect(screen.getByLabelText('Running totals')).toHaveTextContent('40');
  });

  it('saves nothing of a line with a part that it does not know', async () => {
    show();
    await userEvent.type(line(), 'sp 34.5 zz9{Enter}');
    expect(screen.queryByRole('button', { name: /bring to the line/ })).toBeNull();
    expect(line()).toHaveValue('sp 34.5 zz9');
    expect(screen.getAllByText(/zz9/).length).toBeGreaterThan(0);
  });
});
