import { fireEvent, render, screen } from '@testing-library/svelte';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { param } from '../../state/address.svelte';
import { euros } from '../../testing/made';
import { at, serve, signIn } from '../../testing/server';
import Compare from './Compare.svelte';

const day = (recoverable: string, percent: number | null, on: string) => ({
  day: on,
  holders: 28,
  seats: 136,
  found: 22,
  paid: euros('40692.00'),
  recoverable: euros(recoverable),
  percent,
});

beforeEach(() => {
  at('/findings?compare=group');
  signIn('READER');
});
afterEach(() => vi.restoreAllMocks());

it('sets groups beside each other and beside themselves half a year ago', async () => {
  serve({
    'GET /api/v1/findings/compare': [
      {
        id: 'finance',
        name: 'Finance',
        people: 28,
        now: day('15240.00', 37, '2026-09-30'),
        before: day('9000.00', 22, '2026-03-30'),
      },
    ],
  });
  render(Compare, { by: 'group' });
  const row = (await screen.findByText('Finance')).closest('tr')!;
  expect(row.textContent).toContain('€15,240');
  expect(row.textContent).toContain('€9,000');
  expect(screen.getByRole('img', { name: '37 % now, 22 % then' })).toBeTruthy();
  await fireEvent.click(screen.getByRole('button', { name: 'Finance' }));
  expect(param('group')).toBe('finance');
});

it('says why nothing can be compared', async () => {
  serve({ 'GET /api/v1/findings/compare': new Error('The book begins later.') });
  render(Compare, { by: 'site' });
  expect((await screen.findByRole('alert')).textContent).toBe('The book begins later.');
});
