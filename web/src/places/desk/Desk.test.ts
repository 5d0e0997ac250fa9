import { render, screen, waitFor, within } from '@testing-library/svelte';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { Schemas } from '../../api/client';
import { onKey } from '../../state/keys.svelte';
import { anEntry, euros } from '../../testing/made';
import { at, only, serve, signIn } from '../../testing/server';
import Desk from './Desk.svelte';

const line = (over: Partial<Schemas['DeskLine']>): Schemas['DeskLine'] => ({
  about: 'NOTICE',
  what: 'Give notice on Plumbrigg drawing, or keep it',
  ifNothing: 'It renews on 30 Oct 2026 as it is.',
  amount: euros('16480.00'),
  by: '2026-10-03',
  daysLeft: 3,
  path: '/pools/plum-draft',
  ...over,
});
const QUEUE = line({
  about: 'QUEUE',
  what: '4 people wait for a seat of Drills',
  by: null,
  daysLeft: null,
  path: '/people/waiting',
});

beforeEach(() => {
  at('/desk');
  signIn('STEWARD');
});
afterEach(() => vi.restoreAllMocks());

it('parts what is soon too late from the rest, and says what happens if nothing is done', async () => {
  serve({ 'GET /api/v1/desk': [line({}), QUEUE], 'GET /api/v1/journal': [] });
  render(Desk);
  const soon = await screen.findByRole('table', { name: 'Soon too late' });
  expect(within(soon).getByText('in 3 days')).toBeTruthy();
  expect(within(soon).getByText('It renews on 30 Oct 2026 as it is.')).toBeTruthy();
  expect(within(soon).getByText('€16,480')).toBeTruthy();
  const later = screen.getByRole('table', { name: 'By money' });
  expect(within(later).getByText('no day')).toBeTruthy();
  expect(screen.getByText(/2 things to decide/)).toBeTruthy();
});

it('keeps the day that one looks at in its links, whatever else they ask for', async () => {
  at('/desk?asOf=2026-09-23');
  const path = '/subscriptions/qm-opus?choose=past';
  serve({ 'GET /api/v1/desk': [line({ path }), QUEUE], 'GET /api/v1/journal': [] });
  render(Desk);
  const links = await screen.findAllByRole('link');
  expect(links.map((a) => a.getAttribute('href'))).toEqual([
    '/subscriptions/qm-opus?choose=past&asOf=2026-09-23',
    '/people/waiting?asOf=2026-09-23',
  ]);
  expect(screen.getByText(/It is always about today/)).toBeTruthy();
});

it('is walked through by keys, and opened by Enter', async () => {
  serve({ 'GET /api/v1/desk': [line({}), QUEUE], 'GET /api/v1/journal': [] });
  render(Desk);
  const second = (await screen.findByText('4 people wait for a seat of Drills')).closest('tr')!;
  const opened = vi.fn((e: Event) => e.preventDefault());
  second.querySelector('a')!.addEventListener('click', opened);
  const press = (key: string) => onKey(new KeyboardEvent('keydown', { key }));
  expect(second.className).not.toContain('at');
  press('j');
  await waitFor(() => expect(second.className).toContain('at'));
  press('Enter');
  expect(opened).toHaveBeenCalledOnce();
});

it('tells what I settled today, and nobody else’s', async () => {
  const asked = serve({
    'GET /api/v1/desk': [],
    'GET /api/v1/journal': [anEntry({ text: 'Granted a slate of 3 moves.', slate: 's1' })],
  });
  render(Desk);
  expect(await screen.findByText(/Granted a slate of 3 moves/)).toBeTruthy();
  expect(screen.getByText(/Nothing wants a decision today/)).toBeTruthy();
  expect(only(asked, 'GET /api/v1/journal')[0]!.query).toMatchObject({
    actor: 'runa',
    from: '2026-09-30',
  });
});
