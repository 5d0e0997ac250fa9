import { fireEvent, render, screen, waitFor, within } from '@testing-library/svelte';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { onKey } from '../../state/keys.svelte';
import { aDeskLine, anEntry } from '../../testing/made';
import { at, only, serve, signIn } from '../../testing/server';
import Desk from './Desk.svelte';

const QUEUE = aDeskLine({
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
  serve({ 'GET /api/v1/desk': [aDeskLine({}), QUEUE], 'GET /api/v1/journal': [] });
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
  serve({ 'GET /api/v1/desk': [aDeskLine({ path }), QUEUE], 'GET /api/v1/journal': [] });
  render(Desk);
  const links = await screen.findAllByRole('link');
  expect(links.map((a) => a.getAttribute('href'))).toEqual([
    '/subscriptions/qm-opus?choose=past&asOf=2026-09-23',
    '/people/waiting?asOf=2026-09-23',
  ]);
  expect(screen.getByText(/It is always about today/)).toBeTruthy();
});

it('is walked through by keys, and opened by Enter', async () => {
  serve({ 'GET /api/v1/desk': [aDeskLine({}), QUEUE], 'GET /api/v1/journal': [] });
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

it('takes a line by its key, and says whose it is', async () => {
  const mine = { ...QUEUE, mine: true, owner: 'Runa Skarholt' };
  const asked = serve({
    'GET /api/v1/desk': [QUEUE],
    'GET /api/v1/journal': [],
    'POST /api/v1/desk/notes': [mine],
  });
  render(Desk);
  await screen.findByText('nobody yet');
  onKey(new KeyboardEvent('keydown', { key: 't' }));
  expect(await screen.findByText('you')).toBeTruthy();
  expect(only(asked, 'POST /api/v1/desk/notes')[0]!.body).toMatchObject({
    key: QUEUE.key,
    does: 'TAKE',
  });
});

it('puts a line off with a day and a reason, and lists it apart from then on', async () => {
  const note = {
    state: 'PUT_OFF' as const,
    by: 'Runa Skarholt',
    on: '2026-09-30',
    reason: 'they are on holiday',
    until: '2026-10-03',
  };
  const asked = serve({
    'GET /api/v1/desk': [aDeskLine({}), QUEUE],
    'GET /api/v1/journal': [],
    'POST /api/v1/desk/notes': [aDeskLine({ note }), QUEUE],
  });
  render(Desk);
  await screen.findByRole('table', { name: 'Soon too late' });
  onKey(new KeyboardEvent('keydown', { key: 'p' }));
  const why = await screen.findByLabelText('Why');
  await fireEvent.input(why, { target: { value: 'they are on holiday' } });
  await fireEvent.click(screen.getByRole('button', { name: 'put it off' }));
  const off = await screen.findByRole('table', { name: 'Put off' });
  expect(off.textContent).toContain('put off to 3 Oct 2026 by Runa Skarholt: they are on holiday');
  expect(within(off).getByRole('button', { name: 'put back' })).toBeTruthy();
  expect(only(asked, 'POST /api/v1/desk/notes')[0]!.body).toMatchObject({
    does: 'PUT_OFF',
    until: '2026-10-03',
    reason: 'they are on holiday',
  });
  expect(screen.getByText(/1 thing to decide/)).toBeTruthy();
});

it('offers to settle only what saying so settles, and readers nothing', async () => {
  serve({
    'GET /api/v1/desk': [aDeskLine({}), { ...QUEUE, maySettle: true }],
    'GET /api/v1/journal': [],
  });
  const { unmount } = render(Desk);
  await screen.findByRole('table', { name: 'Soon too late' });
  expect(screen.getAllByRole('button', { name: 'settle' })).toHaveLength(1);
  unmount();
  signIn('READER');
  render(Desk);
  await screen.findByRole('table', { name: 'Soon too late' });
  expect(screen.queryByRole('button', { name: 'take' })).toBeNull();
});
