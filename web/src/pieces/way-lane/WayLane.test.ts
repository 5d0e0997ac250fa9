import { render, screen } from '@testing-library/svelte';
import { expect, it } from 'vitest';
import type { Schemas } from '../../api/client';
import WayLane from './WayLane.svelte';

const segment = (
  from: string,
  until: string,
  more: Partial<Schemas['RouteSegment']>,
): Schemas['RouteSegment'] => ({
  from,
  until,
  stage: 1,
  name: 'Kept',
  reach: 'ADMIN',
  yearly: { amount: '0.00', currency: 'EUR' },
  pooled: false,
  known: true,
  ...more,
});

it('tells each stage with its days and who reaches the data', () => {
  const { container } = render(WayLane, {
    segments: [
      segment('2026-10-01', '2027-04-01', {}),
      segment('2027-04-01', '2027-10-01', { name: null, reach: 'NOBODY' }),
    ],
    from: '2026-10-01',
    until: '2027-10-01',
    duty: '2027-07-01',
  });
  const words = screen.getByRole('img').getAttribute('aria-label');
  expect(words).toContain('1 Oct 2026 to 1 Apr 2027: Kept, administrators reach it');
  expect(words).toContain('gone, gone');
  expect(container.querySelectorAll('svg')).toHaveLength(2);
  expect(screen.getByTitle('must be kept until 1 Jul 2027')).toBeTruthy();
});

it('marks what no rule is known for, and no duty beyond the horizon', () => {
  const { container } = render(WayLane, {
    segments: [segment('2026-10-01', '2027-10-01', { known: false, stage: null, name: null })],
    from: '2026-10-01',
    until: '2027-10-01',
    duty: '2030-01-01',
  });
  expect(container.querySelector('rect')!.getAttribute('fill')).toBe('url(#tx-unsure)');
  expect(screen.getByRole('img').getAttribute('aria-label')).toContain('no rule is known');
  expect(container.querySelector('.duty')).toBeNull();
});
