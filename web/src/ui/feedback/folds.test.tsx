import { fireEvent, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { SettingsRow } from '../forms/SettingsRow.tsx';
import { Disclosure } from './Disclosure.tsx';
import { FoldedSection } from './FoldedSection.tsx';
import { useBackCloses } from './use-back-closes.ts';

/** Opens or closes a fold as the browser does, which tells of it by an event. */
function setOpen(title: string, isOpen: boolean): HTMLDetailsElement {
  const details = screen.getByText(title).closest('details');
  if (details === null) throw new Error(`${title} is no fold`);
  details.open = isOpen;
  fireEvent(details, new Event('toggle'));
  return details;
}

describe('a fold', () => {
  it('makes its inside when it is opened, and not before', () => {
    const inside = vi.fn(() => <p>result</p>);
    render(<Disclosure title="Calculation">{inside}</Disclosure>);
    expect(inside).not.toHaveBeenCalled();
    setOpen('Calculation', true);
    expect(screen.getByText('result')).toBeInTheDocument();
    setOpen('Calculation', false);
    expect(screen.queryByText('result')).toBeNull();
  });

  it('opens when something comes into it, until somebody closes it', () => {
    const fold = (isOpenByItself: boolean) => (
      <Disclosure title="Stems" isOpenByItself={isOpenByItself}>
        {() => <p>stem 2</p>}
      </Disclosure>
    );
    const { rerender } = render(fold(false));
    expect(screen.queryByText('stem 2')).toBeNull();
    rerender(fold(true));
    expect(screen.getByText('stem 2')).toBeInTheDocument();
    setOpen('Stems', false);
    rerender(fold(true));
    expect(screen.queryByText('stem 2')).toBeNull();
  });

  it.each([
    ['section', <FoldedSection title="Prices">{() => <input aria-label="price" />}</FoldedSection>],
    [
      'row',
      <SettingsRow title="Prices" value="none">
        {() => <input aria-label="price" />}
      </SettingsRow>,
    ],
  ])('of a form keeps what was typed when it is closed: %s', async (_kind, fold) => {
    render(fold);
    setOpen('Prices', true);
    await userEvent.type(screen.getByLabelText('price'), '12,');
    setOpen('Prices', false);
    setOpen('Prices', true);
    expect(screen.getByLabelText('price')).toHaveValue('12,');
  });

  it('with an error inside stays open', () => {
    render(
      <SettingsRow title="Breast height" value="3 m" hasError>
        {() => <p>Breast height must be 0.50 m to 2.00 m.</p>}
      </SettingsRow>,
    );
    expect(setOpen('Breast height', false).open).toBe(true);
  });
});

describe('the way back', () => {
  const Panel = ({ isOpen, onClose }: { readonly isOpen: boolean; readonly onClose: () => void }) => {
    useBackCloses(isOpen, onClose);
    return null;
  };

  it('closes what is open, and is used up by closing it otherwise', () => {
    const back = vi.spyOn(history, 'back').mockImplementation(() => undefined);
    const onClose = vi.fn();
    const { rerender } = render(<Panel isOpen onClose={onClose} />);
    fireEvent.popState(window);
    expect(onClose).toHaveBeenCalledOnce();
    rerender(<Panel isOpen={false} onClose={onClose} />);
    expect(back).not.toHaveBeenCalled();
    rerender(<Panel isOpen onClose={onClose} />);
    rerender(<Panel isOpen={false} onClose={onClose} />);
    expect(back).toHaveBeenCalledOnce();
    expect(onClose).toHaveBeenCalledOnce();
    back.mockRestore();
  });
});
