import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it } from 'vitest';
import { emptyDevice } from '../../../testing/empty-device.ts';
import { StandingBoardFeetPage } from './StandingBoardFeetPage.tsx';

const show = (query = '') => {
  history.replaceState(null, '', `/results/board-feet?${query}`);
  render(<StandingBoardFeetPage />);
};
const marked = () => screen.queryByLabelText(/this tree/)?.textContent ?? null;

describe('board feet of a standing tree', () => {
  beforeEach(() => {
    emptyDevice();
  });

  it('come from the published formula, with the tree marked in the table', () => {
    show('rule=scribner&dbh=32&logs=5&formClass=80');
    expect(screen.getByRole('status')).toHaveTextContent('1626 board feet');
    expect(screen.getByText('By the published formula of the form-class tables.')).toBeVisible();
    expect(marked()).toBe('1626');
  });

  it('say that they go beyond it, and mark no cell where the table has none', () => {
    show('rule=scribner&dbh=12&logs=8&formClass=78');
    expect(screen.getByText(/Outside the published tables/)).toBeVisible();
    expect(marked()).toBeNull();
  });

  it('wait for dbh and logs, and say the range of each', async () => {
    show();
    expect(screen.getByText('Enter dbh and number of logs.')).toBeVisible();
    await userEvent.type(screen.getByLabelText(/^dbh over bark/), '300');
    expect(screen.getByText('Dbh over bark must be 6 to 80 in.')).toBeVisible();
    // 81.28 cm are 32 in.
    await userEvent.clear(screen.getByLabelText(/^dbh over bark/));
    await userEvent.type(screen.getByLabelText(/^dbh over bark/), '81.28 cm');
    await userEvent.type(screen.getByLabelText(/^16-ft logs/), '5');
    expect(screen.getByRole('status')).toHaveTextContent(/^\d+ board feet/);
  });
});
