import { render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { PlotView } from '../../../contracts/views.ts';
import { Regeneration } from './Regeneration.tsx';
import { readRegeneration, textsOfRegeneration } from './regeneration-values.ts';

const SPECIES = [
  { code: 'sp', name: 'Scots pine', crown: 'layered' },
  { code: 'bt', name: 'Beech', crown: 'dome' },
] as const;
const plot = { id: 'p', regeneration: null } as unknown as PlotView;

describe('counts as they are typed', () => {
  it('are read in the area unit of the survey: 100 ft² are 9.2903 m²', () => {
    const read = readRegeneration({ area: '100', counts: { bt: { seedling: '12', sapling: '0' } } }, 'imperial');
    expect(read.ok && read.regeneration.areaM2).toBeCloseTo(9.2903, 4);
    expect(read.ok && read.regeneration.counts).toEqual([{ speciesCode: 'bt', heightClass: 'seedling', count: 12 }]);
  });

  it('come back as they were kept', () => {
    const kept = { areaM2: 12.5, counts: [{ speciesCode: 'sp', heightClass: 'sapling', count: 3 }] } as const;
    const read = readRegeneration(textsOfRegeneration(kept, 'metric'), 'metric');
    expect(read.ok && read.regeneration).toEqual(kept);
  });

  it.each(['1.5', '-1', 'many', '10001'])('refuse a count of “%s”', (seedling) => {
    expect(readRegeneration({ area: '10', counts: { bt: { seedling } } }, 'metric').ok).toBe(false);
  });
});

describe('regeneration of a plot', () => {
  const fetched = vi.fn<(url: string, init: RequestInit) => Promise<Response>>();
  beforeEach(() => {
    fetched.mockReset();
    fetched.mockImplementation(() =>
      Promise.resolve(new Response('{}', { status: 200, headers: { 'content-type': 'application/json' } })),
    );
    vi.stubGlobal('fetch', fetched);
  });
  afterEach(() => {
    vi.unstubAllGlobals();
  });
  const show = () =>
    render(
      <Regeneration plot={plot} observer="Crew Heron" species={SPECIES} unitSystem="metric" onKept={() => undefined} />,
    );

  it('is counted by species and height class', async () => {
    show();
    await userEvent.selectOptions(screen.getByLabelText('Add a species'), 'bt');
    await userEvent.type(screen.getByLabelText('Beech, below 30 cm'), '12');
    await userEvent.click(screen.getByRole('button', { name: 'Save regeneration' }));
    await waitFor(() => {
      expect(fetched).toHaveBeenCalledTimes(1);
    });
    expect(JSON.parse(fetched.mock.lastCall?.[1].body as string)).toMatchObject({
      regeneration: { areaM2: 10, counts: [{ speciesCode: 'bt', heightClass: 'seedling', count: 12 }] },
    });
  });

  it('says at the field what cannot be, and sends nothing', async () => {
    show();
    await userEvent.clear(screen.getByLabelText('Area of all subplots, m²'));
    await userEvent.type(screen.getByLabelText('Area of all subplots, m²'), '5000');
    await userEvent.click(screen.getByRole('button', { name: 'Save regeneration' }));
    expect(screen.getByLabelText('Area of all subplots, m²')).toHaveAccessibleDescription(/0\.5 to 1000\.0 m²/);
    expect(fetched).not.toHaveBeenCalled();
  });
});
