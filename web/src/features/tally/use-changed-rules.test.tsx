import { RULE_SETS } from '@arbolito/core/protocol';
import { act, renderHook, waitFor } from '@testing-library/react';
import { expect, it, vi } from 'vitest';
import { useChangedRules } from './use-changed-rules.ts';

const { rules } = RULE_SETS.timber;
const copies = vi.hoisted(() => {
  const listeners = new Set<(told: { readonly surveyId: string }) => void>();
  return { breastHeightM: 1.3, listeners };
});
vi.mock('../../client/device/survey-copies.ts', () => ({
  storedSurvey: () => Promise.resolve({ survey: { fieldRules: { ...rules, breastHeightM: copies.breastHeightM } } }),
  onCopyChanged: (listener: (told: { readonly surveyId: string }) => void) => {
    copies.listeners.add(listener);
    return () => copies.listeners.delete(listener);
  },
}));

it('tells that the survey has other field rules than the page, once they were read', async () => {
  const { result, unmount } = renderHook(() => useChangedRules('s', rules));
  await act(() => Promise.resolve());
  expect(result.current).toBe(false);
  copies.breastHeightM = 1.37;
  for (const surveyId of ['other', 's']) for (const listener of copies.listeners) listener({ surveyId });
  await waitFor(() => {
    expect(result.current).toBe(true);
  });
  unmount();
  expect(copies.listeners.size).toBe(0);
});
