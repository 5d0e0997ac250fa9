import { render, screen } from '@testing-library/svelte';
import { expect, it } from 'vitest';
import { aStanding, euros } from '../../testing/made';
import StandingLine from './StandingLine.svelte';

it('tells what is paid and what for, and leaves out what is nothing', () => {
  const { container } = render(StandingLine, { standing: aStanding });
  expect(container.textContent).toContain('Paid a year€367,565');
  expect(container.textContent).toContain('recoverable€74,274');
  expect(container.textContent).not.toContain('on the slate');
  const bar = screen.getByRole('img');
  expect(bar.getAttribute('aria-label')).toContain('suspended or left');
  expect(bar.getAttribute('aria-label')).not.toContain('resting');
});

it('shows what the slate would set free', () => {
  const { container } = render(StandingLine, {
    standing: aStanding,
    planned: euros('-7128.00'),
  });
  expect(container.textContent).toContain('on the slate−€7,128');
});

it('draws parts in the measure of their money, side by side', () => {
  const { container } = render(StandingLine, { standing: aStanding });
  const parts = [...container.querySelectorAll('rect[fill^="url"]')].map((rect) => ({
    x: Number(rect.getAttribute('x')),
    width: Number(rect.getAttribute('width')),
  }));
  expect(parts.length).toBeGreaterThan(3);
  for (let n = 1; n < parts.length; n++) {
    expect(parts[n]!.x).toBeCloseTo(parts[n - 1]!.x + parts[n - 1]!.width, 3);
  }
  expect(parts[0]!.width / parts[1]!.width).toBeCloseTo(279694 / 22000, 3);
});

it('opens each figure to what it was counted from, where it may be seen', () => {
  render(StandingLine, { standing: aStanding, links: { recoverable: '/findings' } });
  expect(screen.getByRole('link', { name: /recoverable/ }).getAttribute('href')).toBe('/findings');
  expect(screen.getAllByRole('link')).toHaveLength(1);
});
