import { fireEvent, render, screen } from '@testing-library/svelte';
import { expect, it } from 'vitest';
import type { SeriesDay } from '../../api/client';
import UseSeries from './UseSeries.svelte';

const day = (n: number, more: Partial<SeriesDay> = {}): SeriesDay => ({
  day: `2026-09-${String(n).padStart(2, '0')}`,
  bought: 10,
  named: 8,
  monthlyActives: 6,
  weeklyActives: 5,
  dailyActives: n % 5,
  mostAtOnce: null,
  ...more,
});

it('reads a day by keys, and says plainly what is not known', async () => {
  const days = [day(27), day(28), day(29, { monthlyActives: null, dailyActives: null })];
  render(UseSeries, { days });
  const chart = screen.getByRole('slider');
  expect(chart.getAttribute('aria-valuetext')).toBe(
    '29 Sep 2026: bought 10, named 8, monthly actives not known, daily actives not known',
  );
  await fireEvent.keyDown(chart, { key: 'ArrowLeft' });
  expect(chart.getAttribute('aria-valuetext')).toContain(
    '28 Sep 2026: bought 10, named 8, monthly',
  );
  expect(chart.getAttribute('aria-valuetext')).toContain('daily actives 3');
});

it('leaves a gap where a figure is not known, and does not draw it as none', () => {
  const days = [day(1), day(2, { monthlyActives: null }), day(3), day(4)];
  const { container } = render(UseSeries, { days });
  const drawn = container.querySelector('g path.monthlyActives')!.getAttribute('d')!;
  expect(drawn.match(/M/g)).toHaveLength(2);
});

it('shows sessions at once where the vendor tells of any', () => {
  render(UseSeries, { days: [day(1, { mostAtOnce: 4 })] });
  expect(screen.getByText(/most at once/)).toBeTruthy();
  expect(screen.queryByText(/daily actives/)).toBeNull();
});
