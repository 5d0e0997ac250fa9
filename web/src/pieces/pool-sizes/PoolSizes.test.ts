import { fireEvent, render, screen } from '@testing-library/svelte';
import { expect, it } from 'vitest';
import type { Schemas } from '../../api/client';
import PoolSizes from './PoolSizes.svelte';

const sizing = {
  from: '2026-03-02',
  to: '2026-09-29',
  bought: 3,
  peak: 4,
  starts: 40,
  smallest: 4,
  points: [20, 9, 2, 0].map((denied, n) => ({
    seats: n + 1,
    denied,
    yearlyCost: { amount: `${(n + 1) * 100}.00`, currency: 'EUR' },
  })),
  peakByHourOfWeek: [],
} as unknown as Schemas['PoolSizing'];

it('begins at the size that is bought', () => {
  render(PoolSizes, { sizing });
  expect(screen.getByRole('slider').getAttribute('aria-valuetext')).toBe(
    'With 3 seats: 2 of 40 starts refused, €300 a year',
  );
});

it('is walked with the arrow keys and does not leave its sizes', async () => {
  render(PoolSizes, { sizing });
  const slider = screen.getByRole('slider');
  await fireEvent.keyDown(slider, { key: 'ArrowRight' });
  await fireEvent.keyDown(slider, { key: 'ArrowRight' });
  expect(slider.getAttribute('aria-valuenow')).toBe('4');
  for (let n = 0; n < 9; n++) await fireEvent.keyDown(slider, { key: 'ArrowLeft' });
  expect(slider.getAttribute('aria-valuetext')).toContain('20 of 40 starts refused');
});
