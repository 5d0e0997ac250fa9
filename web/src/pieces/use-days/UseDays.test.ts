import { render, screen } from '@testing-library/svelte';
import { expect, it } from 'vitest';
import UseDays from './UseDays.svelte';

const days = '-'.repeat(100) + '0'.repeat(290) + '1101000000';

it('says on how many of the known days the part was used', () => {
  render(UseDays, { days, to: '2026-09-28', name: 'Mail' });
  expect(screen.getByRole('img').getAttribute('aria-label')).toBe(
    'Mail: used on 3 of 300 days, 25 Aug 2025 to 28 Sep 2026',
  );
});

it('draws a hairline for each day of use and a line for each seat held', () => {
  const { container } = render(UseDays, {
    days,
    to: '2026-09-28',
    name: 'Mail',
    held: [
      { from: '2024-01-01', until: '2026-01-01' },
      { from: '2026-06-01', until: null },
    ],
  });
  expect(container.querySelectorAll('.used')).toHaveLength(3);
  const held = [...container.querySelectorAll('.held')];
  expect(held).toHaveLength(2);
  expect(Number(held[0]!.getAttribute('x'))).toBe(0);
  const last = held[1]!;
  expect(Number(last.getAttribute('x')) + Number(last.getAttribute('width'))).toBeCloseTo(620);
});

it('draws two seats that began on the same day', () => {
  const { container } = render(UseDays, {
    days,
    to: '2026-09-28',
    name: 'Mail',
    held: [
      { from: '2026-06-01', until: null },
      { from: '2026-06-01', until: null },
    ],
  });
  expect(container.querySelectorAll('.held')).toHaveLength(2);
});
