import { render, screen } from '@testing-library/svelte';
import { expect, it } from 'vitest';
import type { Subscription } from '../../api/client';
import TallyBar from './TallyBar.svelte';

const opus = {
  model: 'NAMED',
  bought: 10,
  spare: 5,
  short: 0,
  resting: 0,
  cannotSay: 0,
  states: { inUse: 1, idle: 1, neverOpened: 1, unanswered: 1, suspended: 0, left: 1 },
  utilisation: { windowDays: 60, used: 1, of: 4, percent: 25, judgedFrom: '2025-10-30' },
  floor: null,
} as unknown as Subscription;

it('says in words what it draws', () => {
  render(TallyBar, { of: opus });
  expect(screen.getByRole('img').getAttribute('aria-label')).toBe(
    '10 bought: 1 in use, 1 idle, 1 never opened, 1 suspended or left, 1 unanswered, 5 spare',
  );
});

it('runs over its end where more are held than bought', () => {
  const { container } = render(TallyBar, {
    of: { ...opus, bought: 4, spare: -1, short: 1 },
  });
  expect(screen.getByRole('img').getAttribute('aria-label')).toContain('1 short');
  const widths = [...container.querySelectorAll('rect')].map((r) =>
    Number(r.getAttribute('width')),
  );
  const bought = widths.pop()!;
  expect(widths.reduce((sum, width) => sum + width, 0)).toBeGreaterThan(bought);
});

it('marks the promised floor', () => {
  const floor = { percent: 80, windowDays: 60, of: 'HELD', check: null, status: 'BELOW' };
  const { container } = render(TallyBar, { of: { ...opus, floor } as unknown as Subscription });
  expect(container.querySelector('path.floor.below')).not.toBeNull();
});
