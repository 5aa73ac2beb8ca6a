import { useStore } from '@nanostores/react';
import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import type { SheetProps } from '../sheet/sheet-props.ts';
import { type SheetSettings, sheetStore, type SheetStore } from '../store.ts';
import { SHEET_SETTINGS } from '../testing/sheet-settings.ts';
import { OtherDiameters } from './OtherDiameters.tsx';

const SETTINGS = SHEET_SETTINGS;

/** The part alone: of the sheet it needs no more than its state. */
function Part({ store }: { readonly store: SheetStore }) {
  const props = { view: useStore(store.$view), store, onTouched: () => undefined } as unknown as SheetProps;
  return <OtherDiameters {...props} />;
}

const sheet = (over: Partial<SheetSettings> = {}): SheetStore => {
  const store = sheetStore({ ...SETTINGS, ...over });
  store.callOut('bt 34.5');
  render(<Part store={store} />);
  return store;
};

describe('the dbh measured again', () => {
  it('shows the difference to the first, and is on the line', async () => {
    const store = sheet();
    await userEvent.type(screen.getByLabelText(/cm$/), '35.1{Enter}');
    expect(screen.getByText(/35\.1 ± .* cm \(difference 0\.6 ± .* cm\)/)).toBeVisible();
    expect(store.$view.get().line).toContain('dk35.1');
    expect(store.$view.get().dbh?.value).toBeCloseTo(34.5, 9);
    await userEvent.click(screen.getByRole('button', { name: /^Remove Caliper/ }));
    expect(store.$view.get().line).not.toContain('dk');
  });

  it('names another observer, and which one counts', async () => {
    const store = sheet({ diameterMethod: 'diameter.girth' });
    await userEvent.selectOptions(screen.getByLabelText('by'), 'diameter.girth');
    await userEvent.type(screen.getByLabelText('observer, if another'), 'Crew Badger');
    await userEvent.type(screen.getByLabelText(/girth/i), '110');
    await userEvent.click(screen.getByRole('button', { name: 'Add diameter' }));
    expect(screen.getByText(/, Crew Badger/)).toHaveTextContent('(counts)');
    // 110 ÷ π
    expect(store.$view.get().dbh?.value).toBeCloseTo(35.014, 3);
  });

  it('says what is wrong with a reading, and keeps what was typed', async () => {
    const store = sheet();
    await userEvent.type(screen.getByLabelText(/cm$/), 'thick{Enter}');
    expect(screen.getByRole('alert')).toBeVisible();
    expect(screen.getByLabelText(/cm$/)).toHaveValue('thick');
    expect(store.$view.get().line).toBe('bt 34.5');
  });
});
