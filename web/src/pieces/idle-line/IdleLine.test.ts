import { fireEvent, render, screen } from '@testing-library/svelte';
import { expect, it, vi } from 'vitest';
import IdleLine from './IdleLine.svelte';

const curve = {
  measureDay: '2026-09-28',
  odds: [],
  points: Array.from({ length: 365 }, (_, n) => ({
    days: n + 1,
    seats: Math.max(0, 40 - n / 5) | 0,
    spared: n < 100 ? 2 : 0,
    yearlyCost: { amount: String((Math.max(0, 40 - n / 5) | 0) * 396), currency: 'EUR' },
  })),
};

it('says how many seats lie past the line and what they cost', () => {
  render(IdleLine, { curve, days: 60, usual: 60, onmove: () => undefined });
  expect(screen.getByRole('slider').getAttribute('aria-valuetext')).toBe(
    '60 days: 28 seats, €11,088 a year',
  );
  expect(screen.getByText(/2 of them kept or on leave/)).toBeTruthy();
});

it('moves by keys: a day, ten days, to the ends, and back to the plan’s own', async () => {
  const onmove = vi.fn();
  render(IdleLine, { curve, days: 90, usual: 60, onmove });
  const handle = screen.getByRole('slider');
  await fireEvent.keyDown(handle, { key: 'ArrowRight' });
  await fireEvent.keyDown(handle, { key: 'ArrowLeft', shiftKey: true });
  await fireEvent.keyDown(handle, { key: 'End' });
  await fireEvent.keyDown(handle, { key: '0' });
  expect(onmove.mock.calls.flat()).toEqual([91, 80, 365, 60]);
});
