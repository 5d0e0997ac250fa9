import { render, screen } from '@testing-library/svelte';
import { expect, it } from 'vitest';
import UseRibbon from './UseRibbon.svelte';

it('fills a week by its days of use, and says in how many there was any', () => {
  const { container } = render(UseRibbon, { weeks: [0, 7, 1, 0] });
  expect(screen.getByRole('img', { name: 'used in 2 of the last 4 weeks' })).toBeTruthy();
  const used = [...container.querySelectorAll('.used')].map((r) =>
    Number(r.getAttribute('height')),
  );
  expect(used).toHaveLength(2);
  expect(used[0]).toBeCloseTo(13, 5);
  expect(used[1], 'a single day is seen').toBeGreaterThan(2);
});
