import { fireEvent, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { PlacePicker } from './PlacePicker.tsx';

const answer = (body: object): Response =>
  new Response(JSON.stringify(body), { status: 200, headers: { 'content-type': 'application/json' } });

const plot = { id: 'p', label: '7', latitude: 41.5, longitude: -4.7 };
const tree = { id: 't', tag: '1', notes: { place: { latitude: 41.5, longitude: -4.7 } } };

describe('picking a position on the map', () => {
  const fetched = vi.fn<() => Promise<Response>>();
  beforeEach(() => {
    fetched.mockReset();
    vi.stubGlobal('fetch', fetched);
  });
  afterEach(() => {
    vi.unstubAllGlobals();
  });
  const show = (onChoose: (at: { readonly latitude: number; readonly longitude: number }) => void) =>
    render(<PlacePicker plotId="p" chosen={null} system="metric" onChoose={onChoose} />);

  it('takes the place that was tapped: 60 m of ground fill the map, north up', async () => {
    fetched.mockResolvedValue(answer({ plot, trees: [tree] }));
    const onChoose = vi.fn<(at: { readonly latitude: number; readonly longitude: number }) => void>();
    show(onChoose);
    const map = await screen.findByRole('application');
    vi.spyOn(map, 'getBoundingClientRect').mockReturnValue(new DOMRect(0, 0, 400, 400));
    // 400 px less 18 above and 40 below are 342 px for 60 m: the plot lies in the middle, at 189 px from the top.
    fireEvent.click(map, { clientX: 200, clientY: 189 - 57 });
    const at = onChoose.mock.lastCall?.[0];
    // 57 px are 10 m: 10 ÷ 111 195 degrees to the north.
    expect(at?.latitude).toBeCloseTo(41.5 + 10 / 111_195, 6);
    expect(at?.longitude).toBeCloseTo(-4.7, 6);
  });

  it('moves by the arrow keys', async () => {
    fetched.mockResolvedValue(answer({ plot, trees: [] }));
    const onChoose = vi.fn<(at: { readonly latitude: number; readonly longitude: number }) => void>();
    show(onChoose);
    fireEvent.keyDown(await screen.findByRole('application'), { key: 'ArrowRight' });
    expect(onChoose.mock.lastCall?.[0].longitude).toBeGreaterThan(-4.7);
  });

  it('says what is missing where nothing has a position', async () => {
    fetched.mockResolvedValue(answer({ plot: { ...plot, latitude: null, longitude: null }, trees: [] }));
    show(() => undefined);
    expect(await screen.findByText(/The map needs one position/)).toBeVisible();
  });
});
