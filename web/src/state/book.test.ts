import { waitFor } from '@testing-library/svelte';
import { afterEach, expect, it, vi } from 'vitest';
import { aStanding, aSubscription } from '../testing/made';
import { serve } from '../testing/server';
import { book } from './book.svelte';

afterEach(() => vi.restoreAllMocks());

it('shows the day asked for last, whichever answer comes last', async () => {
  const waiting: Record<string, (rows: unknown) => void> = {};
  serve({
    'GET /api/v1/subscriptions': (asked: { query?: { asOf?: string } }) =>
      new Promise((answer) => (waiting[asked.query!.asOf!] = answer)),
    'GET /api/v1/standing': aStanding,
  });
  const first = book.load('2026-09-23');
  const second = book.load('2026-09-30');
  await waitFor(() => expect(Object.keys(waiting)).toHaveLength(2));
  waiting['2026-09-30']!([aSubscription({ bought: 180 })]);
  await second;
  waiting['2026-09-23']!([aSubscription({ bought: 170 })]);
  await first;
  expect(book.subscription('qm-opus')?.bought).toBe(180);
  expect(book.subscription('none')).toBeUndefined();
});

it('keeps what it shows when the server says no, and says why', async () => {
  serve({
    'GET /api/v1/subscriptions': new Error('asOf: the book begins on 2025-09-01.'),
    'GET /api/v1/standing': aStanding,
  });
  await book.load('2020-01-01');
  expect(book.fault).toContain('the book begins on');
  expect(book.subscription('qm-opus')?.bought).toBe(180);
});
