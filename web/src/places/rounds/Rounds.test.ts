import { fireEvent, render, screen, waitFor } from '@testing-library/svelte';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { Schemas } from '../../api/client';
import { book } from '../../state/book.svelte';
import { aSubscription, euros } from '../../testing/made';
import { at, only, serve, signIn } from '../../testing/server';
import Rounds from './Rounds.svelte';

const plan: Schemas['RoundPlan'] = {
  id: 'p1',
  name: 'Monday sweep',
  weekday: 1,
  time: '09:00',
  zone: 'Europe/Lisbon',
  vendors: ['quillmoor'],
  groups: [],
  kinds: ['IDLE'],
  askDays: 7,
  decideDays: 7,
  withService: false,
  active: true,
  owner: 'runa',
  ownerName: 'Runa Skarholt',
  nextDue: '2026-10-05T08:00:00Z',
};
const round: Schemas['Round'] = {
  id: 'r1',
  number: 1,
  plan: 'p1',
  name: 'Monday sweep',
  owner: 'runa',
  ownerName: 'Runa Skarholt',
  state: 'ASKING',
  gathered: '2026-09-30T08:00:00Z',
  askUntil: '2026-10-07',
  decideUntil: '2026-10-15',
  closed: null,
  outcome: null,
  found: 174,
  answered: 12,
  counts: { ASKED: 162, KEPT: 12 },
  cameBack: 0,
  yearly: euros('29172.00'),
  back: euros('0.00'),
  slates: [],
};
const served = {
  'GET /api/v1/rounds/plans': [plan],
  'GET /api/v1/rounds': [round],
  'GET /api/v1/people/choices': {
    groups: [{ id: 'finance', name: 'Finance' }],
    leads: [],
    sites: [],
    departments: [],
    plans: [],
  },
};

beforeEach(() => {
  at('/rounds');
  signIn('STEWARD');
  book.subscriptions = [aSubscription()];
});
afterEach(() => {
  vi.restoreAllMocks();
  book.subscriptions = null;
});

it('tells when sweeps run, over what, and how far each round is', async () => {
  serve(served);
  render(Rounds);
  expect(await screen.findByText(/every Monday at 09:00/)).toBeTruthy();
  expect(screen.getByText(/1 vendor · everybody · 7 days to answer, 7 to decide/)).toBeTruthy();
  const row = screen.getByRole('img', { name: 'Holders are asked' }).closest('tr')!;
  expect(row.textContent).toMatch(/174\s*€29,172\s*12\s*12\s*–\s*–/);
  expect(row.textContent).toContain('until 7 Oct 2026');
});

it('tells what came back of it, and how often that was too early', async () => {
  const done = {
    ...round,
    state: 'DONE' as const,
    outcome: '150 of 174 seats came back.',
    counts: { TAKEN_BACK: 150, KEPT: 24 },
    cameBack: 3,
    back: euros('25000.00'),
  };
  serve({ ...served, 'GET /api/v1/rounds': [done] });
  render(Rounds);
  const row = (await screen.findByText('Done')).closest('tr')!;
  expect(row.textContent).toMatch(/150\s*€25,000/);
  expect(row.textContent).toContain('3 of 150 were needed again within 30 days');
});

it('plans another with what was written down, for stewards only', async () => {
  const asked = serve({ ...served, 'POST /api/v1/rounds/plans': plan });
  render(Rounds);
  await fireEvent.click(await screen.findByRole('button', { name: 'plan another' }));
  await fireEvent.input(screen.getByLabelText('Name'), { target: { value: 'Finance' } });
  await fireEvent.click(screen.getByLabelText('Quillmoor'));
  await fireEvent.click(screen.getByLabelText('Finance'));
  await fireEvent.click(screen.getByLabelText('Suspended, still paid'));
  await fireEvent.submit(screen.getByRole('button', { name: 'Save' }).closest('form')!);
  await waitFor(() => expect(only(asked, 'POST /api/v1/rounds/plans')).toHaveLength(1));
  expect(only(asked, 'POST /api/v1/rounds/plans')[0]!.body).toMatchObject({
    name: 'Finance',
    weekday: 1,
    zone: 'Europe/Lisbon',
    vendors: ['quillmoor'],
    groups: ['finance'],
    kinds: ['LEFT_PAID', 'NEVER_OPENED', 'IDLE'],
  });
});

it('cannot be saved without anything to look for', async () => {
  serve(served);
  render(Rounds);
  await fireEvent.click(await screen.findByRole('button', { name: 'change' }));
  await fireEvent.click(screen.getByLabelText('Idle past the line'));
  expect(screen.getByRole('button', { name: 'Save' })).toHaveProperty('disabled', true);
  await fireEvent.click(screen.getByRole('button', { name: 'leave it' }));
  expect(screen.queryByRole('button', { name: 'Save' })).toBeNull();
});

it('changes a plan in its place', async () => {
  const asked = serve({ ...served, 'PUT /api/v1/rounds/plans/{plan}': plan });
  render(Rounds);
  await fireEvent.click(await screen.findByRole('button', { name: 'change' }));
  await fireEvent.click(screen.getByLabelText('it runs by itself'));
  await fireEvent.submit(screen.getByRole('button', { name: 'Save' }).closest('form')!);
  await waitFor(() => expect(only(asked, 'PUT /api/v1/rounds/plans/{plan}')).toHaveLength(1));
  expect(only(asked, 'PUT /api/v1/rounds/plans/{plan}')[0]).toMatchObject({
    path: { plan: 'p1' },
    body: { active: false },
  });
});

it('runs one now, and looks again while letters are written', async () => {
  vi.useFakeTimers({ shouldAdvanceTime: true });
  const states = ['GATHERED', 'ASKING'];
  const asked = serve({
    ...served,
    'GET /api/v1/rounds': () => [{ ...round, state: states.shift() ?? 'ASKING' }],
    'POST /api/v1/rounds/plans/{plan}/run': round,
  });
  render(Rounds);
  expect(await screen.findByText('Letters are being written')).toBeTruthy();
  await vi.advanceTimersByTimeAsync(6000);
  expect(await screen.findByText('Holders are asked')).toBeTruthy();
  await fireEvent.click(screen.getByRole('button', { name: 'Run now' }));
  await waitFor(() =>
    expect(only(asked, 'POST /api/v1/rounds/plans/{plan}/run')[0]!.path).toEqual({ plan: 'p1' }),
  );
  vi.useRealTimers();
});

it('lets readers look and nothing else', async () => {
  signIn('READER');
  serve(served);
  render(Rounds);
  await screen.findByText(/every Monday at 09:00/);
  expect(screen.queryByRole('button', { name: 'Run now' })).toBeNull();
  expect(screen.queryByRole('button', { name: 'plan another' })).toBeNull();
});
