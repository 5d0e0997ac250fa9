import { fireEvent, render, screen } from '@testing-library/svelte';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { Schemas } from '../../api/client';
import { slates } from '../../state/slate.svelte';
import { aStanding, euros } from '../../testing/made';
import { at, only, serve, signIn } from '../../testing/server';
import Keeps from './Keeps.svelte';

const kept: Schemas['KeptSeat'] = {
  keep: 'k1',
  holding: 'h1',
  person: 'p1',
  name: 'Elias Moreau-Hale',
  line: 'qm-opus',
  planName: 'Opus',
  vendorName: 'Quillmoor',
  reason: 'Covers the winter audit',
  by: 'Head of finance',
  until: '2027-01-31',
  over: false,
  state: 'IDLE',
  cannotSay: false,
  lastUsed: '2026-07-11',
  yearlyCost: euros('396.00'),
};
const OVER = { ...kept, keep: 'k2', holding: 'h2', name: 'Bo', until: '2026-09-01', over: true };
const book = { 'GET /api/v1/subscriptions': [], 'GET /api/v1/standing': aStanding };

beforeEach(() => {
  at('/house-rules?part=keeps');
  signIn('STEWARD');
});
afterEach(() => vi.restoreAllMocks());

it('says who keeps what, why, until when, and whether it was used meanwhile', async () => {
  serve({ 'GET /api/v1/keeps': [kept, OVER] });
  render(Keeps);
  const row = (await screen.findByText('Elias Moreau-Hale')).closest('tr')!;
  expect(row.textContent).toContain('31 Jan 27');
  expect(row.textContent).toContain('Covers the winter audit, Head of finance');
  expect(row.textContent).toContain('last used 11 Jul 2026');
  expect(screen.getByText(/1 seat kept for a reason/)).toBeTruthy();
  expect(screen.getByText('Ended; these seats can be taken back again')).toBeTruthy();
  expect(screen.getAllByRole('button', { name: 'end now' })).toHaveLength(1);
});

it('ends one and shows what is left', async () => {
  const lists = [[kept], []];
  const asked = serve({
    ...book,
    'GET /api/v1/keeps': () =>
      lists[0]!.length > 0 && lists.length > 1 ? lists.shift() : lists[0],
    'DELETE /api/v1/keeps/{keep}': undefined,
  });
  render(Keeps);
  await fireEvent.click(await screen.findByRole('button', { name: 'end now' }));
  expect(await screen.findByText(/No seat is kept/)).toBeTruthy();
  expect(only(asked, 'DELETE /api/v1/keeps/{keep}')[0]!.path).toEqual({ keep: 'k1' });
});

it('plans taking the seat back, or keeping it longer', async () => {
  serve({ 'GET /api/v1/keeps': [OVER] });
  const plan = vi.spyOn(slates, 'plan').mockResolvedValue(true);
  render(Keeps);
  await screen.findByText('Bo');
  await fireEvent.click(screen.getByText('take back'));
  expect(plan).toHaveBeenCalledWith([{ kind: 'TAKE_BACK', holding: 'h2' }]);
});

it('says why one could not be ended', async () => {
  serve({
    'GET /api/v1/keeps': [kept],
    'DELETE /api/v1/keeps/{keep}': new Error('This keep has ended already.'),
  });
  render(Keeps);
  await fireEvent.click(await screen.findByRole('button', { name: 'end now' }));
  expect((await screen.findByRole('alert')).textContent).toBe('This keep has ended already.');
});

it('is only looked at by readers', async () => {
  signIn('READER');
  serve({ 'GET /api/v1/keeps': [kept] });
  render(Keeps);
  await screen.findByText('Elias Moreau-Hale');
  expect(screen.queryByRole('button', { name: 'end now' })).toBeNull();
  expect(screen.queryByText('take back')).toBeNull();
});
