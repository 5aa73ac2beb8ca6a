import { act, fireEvent, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { toast, toastAfterLoad, toastFromBefore } from './toast.ts';

beforeEach(() => {
  vi.useFakeTimers();
  sessionStorage.clear();
  document.body.innerHTML = '<div id="toasts" role="status"></div>';
});
afterEach(() => {
  vi.useRealTimers();
});

const later = (seconds: number): void => {
  act(() => {
    vi.advanceTimersByTime(1000 * seconds);
  });
};

describe('a toast', () => {
  it('disappears after some seconds, but not while it is pointed at', () => {
    toast('Saved.');
    const item = screen.getByText('Saved.').closest('.toast') ?? document.body;
    fireEvent.pointerEnter(item);
    later(60);
    expect(screen.getByText('Saved.')).toBeInTheDocument();
    fireEvent.pointerLeave(item);
    later(60);
    expect(screen.queryByText('Saved.')).toBeNull();
  });

  it('is closed by its button, and makes way for the next', () => {
    toast('Saved.');
    toast('Undone.');
    expect(screen.queryByText('Saved.')).toBeNull();
    fireEvent.click(screen.getByRole('button', { name: 'Close' }));
    expect(screen.queryByText('Undone.')).toBeNull();
  });

  it('left for the next page is shown there once', () => {
    toastAfterLoad('Saved.');
    toastFromBefore();
    expect(screen.getByText('Saved.')).toBeInTheDocument();
    document.body.innerHTML = '<div id="toasts" role="status"></div>';
    toastFromBefore();
    expect(screen.queryByText('Saved.')).toBeNull();
  });
});
