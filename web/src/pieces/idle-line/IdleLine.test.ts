import { fireEvent, render, screen } from '@testing-library/svelte';
import { expect, it, vi } from 'vitest';
import IdleLine from './IdleLine.svelte';

const curve = {
  measureDay: '2026-09-28',
  oddsUnknown: null,
  odds: Array.from({ length: 180 }, (_, n) => ({
    days: n + 1,
    withinDays: 30,
    probability: n < 120 ? 0.09 : null,
    low: n < 120 ? 0.051 : null,
    high: n < 120 ? 0.129 : null,
    atRisk: 40,
    pooled: n >= 100,
  })),
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
    '60 days: 28 seats, €11,088 a year; 9 % (5–13) of such were back within 30 days',
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

it('says whose history the odds are from, and when there is too little', () => {
  const at = (days: number) =>
    render(IdleLine, { curve, days, usual: 60, onmove: () => undefined }).container.textContent;
  expect(at(110)).toContain('by the whole ladder’s history');
  expect(at(130)).toContain('too little history to say how many come back');
});

it('says why a source of last days only has no odds', () => {
  const odds = curve.odds.map((o) => ({ ...o, probability: null, low: null, high: null }));
  const lastSeen = { ...curve, odds, oddsUnknown: 'LAST_SEEN' as const };
  render(IdleLine, { curve: lastSeen, days: 60, usual: 60, onmove: () => undefined });
  expect(screen.getByText(/only the last day of use is known/)).toBeTruthy();
});
