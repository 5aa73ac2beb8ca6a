import { render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { rulesOfSet } from '@arbolito/core/protocol';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { SurveyForm } from './SurveyForm.tsx';

const answer = (status: number, body: object): Response =>
  new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } });

describe('the form of a new survey', () => {
  const fetched = vi.fn<(url: string, init: RequestInit) => Promise<Response>>();
  const sentBody = (): Record<string, unknown> => JSON.parse(fetched.mock.lastCall?.[1].body as string) as never;
  const field = (name: string) => screen.getByLabelText(name);
  const send = () => userEvent.click(screen.getByRole('button', { name: 'Create survey' }));
  const open = (row: string) => userEvent.click(screen.getByText(row));
  const fillNames = async (): Promise<void> => {
    await userEvent.type(field('Place'), 'Alder Hollow');
    await open('Visit');
    await userEvent.clear(field('Survey'));
    await userEvent.type(field('Survey'), 'Visit of 2026');
    await userEvent.type(field('Crew'), 'Crew Heron');
  };

  beforeEach(() => {
    fetched.mockReset();
    vi.stubGlobal('fetch', fetched);
  });
  afterEach(() => {
    vi.unstubAllGlobals();
  });

  it('says at each field what is missing, and sends nothing', async () => {
    render(<SurveyForm surveys={[]} last={null} />);
    await send();
    await waitFor(() => {
      expect(field('Place')).toHaveAccessibleDescription(/^Place must be one line of 1 to 80 characters/);
    });
    expect(field('Crew')).toHaveAccessibleDescription(/^Crew must be one line of 1 to 60 characters/);
    expect(fetched).not.toHaveBeenCalled();
    await userEvent.type(field('Place'), 'Alder Hollow');
    expect(field('Place')).toBeValid();
  });

  it('names limit and unit of a figure that cannot be', async () => {
    render(<SurveyForm surveys={[]} last={null} />);
    await fillNames();
    await open('Readings');
    await userEvent.clear(field('Eye height of the observer, m'));
    await userEvent.type(field('Eye height of the observer, m'), '16');
    await send();
    await waitFor(() => {
      expect(field('Eye height of the observer, m')).toHaveAccessibleDescription(
        /Eye height must be a number from 0.5 to 2.5 m/,
      );
    });
    expect(fetched).not.toHaveBeenCalled();
  });

  it('sends numbers in canonical units: 5 ft 3 in are 1.6002 m, 40 acres 16.1874 ha', async () => {
    fetched.mockResolvedValue(answer(201, { id: 'made' }));
    render(<SurveyForm surveys={[]} last={null} />);
    await fillNames();
    await userEvent.selectOptions(field('Units'), 'imperial');
    await open('Readings');
    expect(field('Eye height of the observer, ft')).toHaveValue('5 ft 3 in');
    await open('Sampling design');
    await userEvent.clear(field('Strata'));
    await userEvent.type(field('Strata'), 'Upland = 40');
    await send();
    await waitFor(() => {
      expect(fetched).toHaveBeenCalledTimes(1);
    });
    const body = sentBody();
    expect(body).toMatchObject({ name: 'Visit of 2026', crew: 'Crew Heron', unitSystem: 'imperial' });
    expect(body.eyeHeightM).toBeCloseTo(1.6002, 10);
    expect((body.strata as readonly { areaHa: number }[])[0]?.areaHa).toBeCloseTo(16.1874, 4);
    expect(body.design).toMatchObject({ heights: { ask: 'every', n: 3 }, layout: 'systematic' });
  });

  it('shows a refusal of the server at its field, and keeps what was typed', async () => {
    const errors = [{ pointer: '/name', code: 'used', detail: 'There is a survey of this name.' }];
    fetched.mockImplementation(() =>
      Promise.resolve(answer(409, { status: 409, title: 'conflict', code: 'conflict', detail: 'Not made.', errors })),
    );
    render(<SurveyForm surveys={[]} last={null} />);
    await fillNames();
    await send();
    await waitFor(() => {
      expect(field('Survey')).toHaveAccessibleDescription(/There is a survey of this name/);
    });
    expect(screen.getByText('Not made. Your entries are still here.')).toBeVisible();
    expect(field('Survey')).toHaveValue('Visit of 2026');
    // The same survey sent again is the same write.
    const first = sentBody().id;
    await send();
    await waitFor(() => {
      expect(fetched).toHaveBeenCalledTimes(2);
    });
    expect(sentBody().id).toBe(first);
  });

  it('takes the area for its only stratum, and for a complete tally: 40 acres are 16.1874 ha', async () => {
    fetched.mockImplementation(() => Promise.resolve(answer(201, { id: 'made' })));
    render(<SurveyForm surveys={[]} last={null} />);
    await fillNames();
    await userEvent.selectOptions(field('Units'), 'imperial');
    await userEvent.click(screen.getByRole('radio', { name: /^Complete tally/ }));
    await userEvent.type(field('Area, ac (optional)'), '40');
    expect(screen.getByText(/complete tally of 40(\.0+)? ac/)).toBeVisible();
    await send();
    await waitFor(() => {
      expect(fetched).toHaveBeenCalledTimes(1);
    });
    const body = sentBody() as {
      readonly strata: readonly { readonly areaHa: number }[];
      readonly design: { readonly shape: { readonly areaM2: number } };
    };
    expect(body.strata[0]?.areaHa).toBeCloseTo(16.1874, 4);
    expect(body.design.shape.areaM2).toBeCloseTo(161_874.3, 0);
  });

  it('rejects an area that conflicts with the strata, or is no number', async () => {
    render(<SurveyForm surveys={[]} last={null} />);
    await fillNames();
    await userEvent.type(field('Area, ha (optional)'), '1,234');
    await send();
    await waitFor(() => {
      expect(field('Area, ha (optional)')).toHaveAccessibleDescription(/Enter 1234 or 1\.234/);
    });
    await userEvent.clear(field('Area, ha (optional)'));
    await userEvent.type(field('Area, ha (optional)'), '24');
    await open('Sampling design');
    await userEvent.clear(field('Strata'));
    await userEvent.type(field('Strata'), 'North = 10 ha{Enter}South = 14 ha');
    await send();
    await waitFor(() => {
      expect(field('Area, ha (optional)')).toHaveAccessibleDescription(/The strata have areas of their own/);
    });
    expect(fetched).not.toHaveBeenCalled();
  });

  it('needs a stratum', async () => {
    render(<SurveyForm surveys={[]} last={null} />);
    await fillNames();
    await userEvent.click(screen.getByText('Sampling design'));
    await userEvent.clear(field('Strata'));
    await send();
    await waitFor(() => {
      expect(field('Strata')).toHaveAccessibleDescription(/at least one stratum/);
    });
    expect(fetched).not.toHaveBeenCalled();
  });

  it('opens the tally of a survey without an area at once: its rules, and a list instead of plots', async () => {
    fetched.mockImplementation(() =>
      Promise.resolve(answer(201, { id: 'made', crew: 'Crew Heron', strata: [{ id: 's' }] })),
    );
    render(<SurveyForm surveys={[]} last={null} />);
    await userEvent.type(field('Area, ha (optional)'), '24');
    await userEvent.click(screen.getByRole('radio', { name: /^Street trees/ }));
    expect(screen.queryByLabelText('Area, ha (optional)')).not.toBeInTheDocument();
    expect(screen.getByText(/Urban monitoring rules/)).toBeVisible();
    await fillNames();
    await send();
    await waitFor(() => {
      expect(fetched).toHaveBeenCalledTimes(2);
    });
    const bodyOf = (call: number) =>
      JSON.parse(fetched.mock.calls[call]?.[1].body as string) as Readonly<Record<string, unknown>>;
    expect(bodyOf(0).design).toMatchObject({ shape: { kind: 'tree-list' }, heights: { ask: 'every', n: 1 } });
    // The area that was typed for another kind of survey does not count.
    expect((bodyOf(0).strata as readonly object[])[0]).not.toHaveProperty('areaHa');
    expect(bodyOf(1)).toMatchObject({ surveyId: 'made', stratumId: 's', asDesigned: true, label: '1' });
  });

  it('suggests what the last survey had, and takes it back on request', async () => {
    const last = {
      place: { id: 'p', name: 'Alder Hollow' },
      name: 'Visit of 2025',
      crew: 'Crew Badger',
      unitSystem: 'imperial',
      slopeUnit: 'deg',
      eyeHeightM: 1.524,
      formFactor: 0.42,
      species: [
        { code: 'wo', name: 'White oak', crown: 'dome' },
        { code: 'rb', name: 'Rowan', crown: 'dome' },
      ],
      fieldRules: rulesOfSet('record', 'imperial'),
    } as const;
    render(<SurveyForm surveys={[]} last={last} />);
    expect(field('Crew')).toHaveValue('Crew Badger');
    expect(screen.getByText(/as in Alder Hollow, Visit of 2025/)).toBeVisible();
    expect(screen.getByText(/Record tree rules/)).toBeVisible();
    expect(screen.getByText('White oak and Rowan')).toBeVisible();
    await open('Readings');
    // 1.524 m are 5 ft.
    expect(field('Eye height of the observer, ft')).toHaveValue('5.00');
    await userEvent.click(screen.getByRole('button', { name: 'Use standard settings' }));
    expect(field('Crew')).toHaveValue('');
    expect(screen.getByText(/Timber rules/)).toBeVisible();
  });

  it('takes species of its own, and refuses a code that is there already', async () => {
    fetched.mockImplementation(() => Promise.resolve(answer(201, { id: 'made' })));
    render(<SurveyForm surveys={[]} last={null} />);
    await fillNames();
    await open('Species');
    await userEvent.type(field('Other species'), 'sp = Service tree');
    await send();
    await waitFor(() => {
      expect(field('Other species')).toHaveAccessibleDescription(/“sp” is ticked above/);
    });
    await userEvent.clear(field('Other species'));
    await userEvent.type(field('Other species'), 'rb = Rowan');
    await send();
    await waitFor(() => {
      expect(fetched).toHaveBeenCalledTimes(1);
    });
    expect((sentBody().species as readonly { readonly code: string }[]).map(({ code }) => code)).toEqual([
      'sp',
      'bt',
      'rb',
    ]);
  });
});
