import { fireEvent, render, screen, waitFor } from '@testing-library/svelte';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { Schemas, SeriesDay } from '../../api/client';
import { param } from '../../state/address.svelte';
import { book } from '../../state/book.svelte';
import { aSubscription } from '../../testing/made';
import { at, only, serve, signIn } from '../../testing/server';
import Use from './Use.svelte';

vi.mock('../../router', () => ({ route: { params: { line: 'qm-opus' } }, navigate: vi.fn() }));

const SERIES = 'GET /api/v1/subscriptions/{line}/series';
const days: SeriesDay[] = ['2026-09-27', '2026-09-28'].map((day) => ({
  day,
  bought: 180,
  named: 166,
  monthlyActives: 118,
  weeklyActives: 110,
  dailyActives: 41,
  mostAtOnce: null,
}));
const funnel = (over: Partial<Schemas['UseFunnel']>): Schemas['UseFunnel'] => ({
  group: null,
  name: 'Everybody',
  held: 166,
  takenUp: 159,
  opened: 149,
  tooNew: 2,
  steady: 103,
  measurable: true,
  ...over,
});
const served = {
  [SERIES]: days,
  'GET /api/v1/subscriptions/{line}/funnel': [
    funnel({}),
    funnel({ group: 'finance', name: 'Finance', held: 28, takenUp: 28, opened: 28, steady: 19 }),
  ],
};

beforeEach(() => {
  at('/subscriptions/qm-opus/use');
  signIn('READER');
  book.subscriptions = [aSubscription()];
});
afterEach(() => {
  vi.restoreAllMocks();
  book.subscriptions = null;
});

it('tells where seats are lost on the way to steady use, by group', async () => {
  serve(served);
  render(Use);
  const all = (await screen.findByText('Everybody')).closest('tr')!;
  expect(all.textContent).toMatch(/166\s*159 96 %\s*149 90 %\s*103 62 %/);
  expect(
    screen.getByRole('img', {
      name: '103 steady, 2 too new, 44 not steady, 10 never opened, 7 not taken up',
    }),
  ).toBeTruthy();
});

it('asks for the range that the address says, and for one group', async () => {
  const asked = serve(served);
  render(Use);
  await screen.findByText('Everybody');
  expect(only(asked, SERIES)[0]!.query).toMatchObject({ from: '2026-04-04', to: '2026-09-30' });
  await fireEvent.click(screen.getByRole('button', { name: '30 days' }));
  await waitFor(() => expect(only(asked, SERIES).at(-1)!.query!.from).toBe('2026-09-01'));
  await fireEvent.click(screen.getByRole('button', { name: 'Finance' }));
  await waitFor(() => expect(only(asked, SERIES).at(-1)!.query!.group).toBe('finance'));
  expect(screen.getByText(/only people of Finance; bought is everybody’s/)).toBeTruthy();
  await fireEvent.click(screen.getByRole('button', { name: 'everybody' }));
  expect(param('group')).toBeNull();
});

it('calls nobody steady where only the last use is known', async () => {
  serve({
    ...served,
    'GET /api/v1/subscriptions/{line}/funnel': [funnel({ measurable: false, steady: 0 })],
  });
  render(Use);
  expect(await screen.findByText(/nobody can be called steady/)).toBeTruthy();
});

it('says when there is no such subscription', async () => {
  serve({ ...served, [SERIES]: new Error('There is no subscription x.') });
  render(Use);
  expect((await screen.findByRole('alert')).textContent).toBe('There is no subscription x.');
});
