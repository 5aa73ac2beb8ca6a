import { render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { ToolsPage } from './ToolsPage.tsx';

const tool = (name: string) => {
  render(<ToolsPage />);
  const section = within(screen.getByRole('region', { name }));
  return {
    type: (label: string, text: string) => userEvent.type(section.getByLabelText(new RegExp(`^${label}`)), text),
    section,
    answer: () => section.getByRole('status').textContent,
  };
};

describe('slope from rise and run', () => {
  it('of 3 m over 20 m is 15 % and 8.5°; √(1 + 0.15²) = 1.011', async () => {
    const { type, answer } = tool('Slope from rise and run');
    await type('rise', '3');
    await type('horizontal run', '20');
    expect(answer()).toBe('15.0 % · 8.5° · slope distance = 1.011 × horizontal distance');
  });

  it('takes a fall, a decimal comma and feet: −6 ft over 12,5 m is −14.6 %', async () => {
    const { type, answer } = tool('Slope from rise and run');
    await type('rise', '-6 ft');
    await type('horizontal run', '12,5');
    // 6 × 0.3048 ÷ 12.5 = 0.1463
    expect(answer()).toContain('−14.6 %');
  });

  it('says the range at the field', async () => {
    const { type, section } = tool('Slope from rise and run');
    await type('horizontal run', '0');
    expect(section.getByText('Horizontal run must be 0.01 to 1000 m.')).toBeVisible();
  });
});

describe('distance between two trees', () => {
  it('is 5 m, 16.4 ft, for 3 m north and 4 m east', async () => {
    const { type, answer } = tool('Distance between two trees');
    await type('bearing, first tree', '0');
    await type('distance, first tree', '3');
    await type('bearing, second tree', '90');
    await type('distance, second tree', '4');
    expect(answer()).toBe('5.00 m (16.4 ft), bearing 127° from the first to the second');
  });
});

describe('the unit converter', () => {
  it('gives every unit of the same kind: 12 ft 6 in are 3.81 m and 150 in', async () => {
    const { type, section } = tool('Unit converter');
    await type('value', '12 ft 6 in');
    const rows = section.getAllByRole('listitem').map((row) => row.textContent);
    expect(rows).toContain('3.81m');
    expect(rows).toContain('12.5ft');
  });

  it('says what it cannot read', async () => {
    const { type, section } = tool('Unit converter');
    await type('value', 'many');
    expect(section.getByLabelText('value')).toBeInvalid();
  });
});
