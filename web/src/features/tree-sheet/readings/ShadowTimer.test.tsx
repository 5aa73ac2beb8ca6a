import { act, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { SheetView } from '../store.ts';
import { ShadowTimer } from './ShadowTimer.tsx';

/** Of the sheet it looks at the shadows and at the height alone. */
const viewWith = (staffShadow: string, treeShadow: string): SheetView =>
  ({
    draft: {
      height: {
        methodId: 'height.shadow',
        entries: { staffShadow: { text: staffShadow, unit: 'm' }, treeShadow: { text: treeShadow, unit: 'm' } },
      },
    },
    reckoned: {
      height: { ok: true, estimate: { value: 18, printed: { value: '18.0', standardError: '0.5', unit: 'm' } } },
    },
  }) as unknown as SheetView;

describe('the time between two shadows', () => {
  beforeEach(() => {
    vi.useFakeTimers();
  });
  afterEach(() => {
    vi.useRealTimers();
  });

  it('runs from the first to the second, and states the error of the delay', () => {
    const { rerender } = render(<ShadowTimer view={viewWith('', '')} />);
    expect(screen.queryByRole('timer')).not.toBeInTheDocument();
    rerender(<ShadowTimer view={viewWith('2.2', '')} />);
    act(() => {
      vi.advanceTimersByTime(65_000);
    });
    expect(screen.getByRole('timer')).toHaveTextContent('First shadow 1:05 ago.');
    act(() => {
      vi.advanceTimersByTime(55_000);
    });
    rerender(<ShadowTimer view={viewWith('2.2', '22')} />);
    // Two minutes at 0.5 % a minute: 1 % of 18 m.
    expect(screen.getByRole('status')).toHaveTextContent(
      'Second shadow 2:00 after the first: error up to 1.0 %, 0.18 m.',
    );
    act(() => {
      vi.advanceTimersByTime(60_000);
    });
    expect(screen.getByRole('status')).toHaveTextContent('2:00');
  });

  it('says nothing of shadows that were there before, and starts again for the next tree', () => {
    const { rerender } = render(<ShadowTimer view={viewWith('2.2', '22')} />);
    expect(screen.queryByRole('status')).not.toBeInTheDocument();
    rerender(<ShadowTimer view={viewWith('', '')} />);
    rerender(<ShadowTimer view={viewWith('', '22')} />);
    expect(screen.getByRole('timer')).toHaveTextContent('0:00');
  });
});
