import { fireEvent, render, screen, waitFor } from '@testing-library/svelte';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { Schemas } from '../../api/client';
import { onKey } from '../../state/keys.svelte';
import { slates } from '../../state/slate.svelte';
import { euros } from '../../testing/made';
import { at, only, serve, signIn } from '../../testing/server';
import Waiting from './Waiting.svelte';

const invitation = (over: Partial<Schemas['Invitation']>): Schemas['Invitation'] => ({
  holding: 'h1',
  account: 'a1',
  person: 'p1',
  name: 'Dorte Tuilagi',
  plan: 'beacon-drills',
  planName: 'Drills',
  vendorName: 'Beaconfell',
  since: '2026-07-28',
  days: 64,
  pastGrace: true,
  waiting: 4,
  email: 'dorte@x.example',
  reminded: null,
  yearlyCost: euros('38.00'),
  ...over,
});
const queued = {
  id: 'q1',
  place: 1,
  person: 'p7',
  name: 'Greta Coldstream',
  plan: 'beacon-drills',
  planName: 'Drills',
  since: '2026-09-30T08:00:00Z',
  seatNow: false,
} as unknown as Schemas['QueueEntry'];
const FRESH = invitation({ holding: 'h2', name: 'Livia Sandvik', days: 3, pastGrace: false });
const served = {
  'GET /api/v1/invitations': [invitation({}), FRESH],
  'GET /api/v1/queue': [queued],
  'GET /api/v1/ask/links': [],
};
const press = (key: string) => onKey(new KeyboardEvent('keydown', { key }));

beforeEach(() => {
  at('/people/waiting');
  signIn('STEWARD');
});
afterEach(() => vi.restoreAllMocks());

it('sets invitations without an answer beside those who wait for the same seats', async () => {
  serve(served);
  render(Waiting);
  expect((await screen.findByText('Dorte Tuilagi')).closest('tr')!.textContent).toContain(
    '4 waiting for one',
  );
  expect(screen.getByText(/2 invitations without an answer, 1 past their grace/)).toBeTruthy();
  expect(screen.getByText('Greta Coldstream')).toBeTruthy();
  expect(screen.getByText(/No seat is spare for them/)).toBeTruthy();
});

it('plans taking back those past their grace by two keys', async () => {
  serve(served);
  const add = vi.spyOn(slates, 'add').mockResolvedValue(true);
  render(Waiting);
  await screen.findByText('Dorte Tuilagi');
  press('a');
  press('.');
  await waitFor(() => expect(add).toHaveBeenCalledWith(['h1']));
});

it('reminds who cannot lose the seat today, and takes it from the others only', async () => {
  const sent = 'Another slate that was sent plans to move the same seat.';
  const onSlate = invitation({ holding: 'h3', name: 'Noor Sund', takeBackBlocked: sent });
  serve({ ...served, 'GET /api/v1/invitations': [onSlate, invitation({})] });
  const add = vi.spyOn(slates, 'add').mockResolvedValue(false);
  render(Waiting);
  expect((await screen.findByText('Noor Sund')).closest('tr')!.textContent).toContain(sent);
  press('a');
  expect(await screen.findByRole('button', { name: /Take back 1 seat/ })).toBeTruthy();
  press('k');
  press('x');
  expect(await screen.findByRole('button', { name: /Remind 2/ })).toBeTruthy();
  press('.');
  await waitFor(() => expect(add).toHaveBeenCalledWith(['h1']));
});

it('hands out to the next as soon as a seat is spare', async () => {
  serve({ ...served, 'GET /api/v1/queue': [{ ...queued, seatNow: true }] });
  const plan = vi.spyOn(slates, 'plan').mockResolvedValue(true);
  render(Waiting);
  await fireEvent.click(await screen.findByRole('button', { name: 'Hand out to the next 1' }));
  expect(plan).toHaveBeenCalledWith([{ kind: 'HAND_OUT', person: 'p7', plan: 'beacon-drills' }]);
});

it('lets somebody wait no longer', async () => {
  const asked = serve({ ...served, 'DELETE /api/v1/queue/{id}': [] });
  render(Waiting);
  await fireEvent.click(
    await screen.findByRole('button', { name: 'end: Greta Coldstream waits no longer' }),
  );
  expect(await screen.findByText('Nobody waits.')).toBeTruthy();
  expect(only(asked, 'DELETE /api/v1/queue/{id}')[0]!.path).toEqual({ id: 'q1' });
});

it('writes to those chosen only, and is content once every invitation is answered', async () => {
  serve(served);
  const page = render(Waiting);
  await screen.findByText('Dorte Tuilagi');
  press('j');
  press('x');
  press('m');
  const mail = await screen.findByRole('link', { name: /mail/i });
  expect(decodeURIComponent(mail.getAttribute('href')!)).toContain('dorte@x.example');
  page.unmount();
  serve({ ...served, 'GET /api/v1/invitations': [] });
  render(Waiting);
  expect(await screen.findByText('Every invitation was answered.')).toBeTruthy();
});
