import { fireEvent, render, screen, waitFor } from '@testing-library/svelte';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { Schemas } from '../../api/client';
import { euros } from '../../testing/made';
import { at, only, serve, signIn, type Asked } from '../../testing/server';
import RoundPage from './RoundPage.svelte';

vi.mock('../../router', () => ({ route: { params: { round: 'r1' } }, navigate: vi.fn() }));

const item = (over: Partial<Schemas['RoundItem']>): Schemas['RoundItem'] => ({
  id: '1-000000',
  holding: 'h1',
  person: 'p1',
  name: 'Orla Tuilagi',
  plan: 'quill-opus',
  planName: 'Opus',
  line: 'qm-opus',
  kinds: ['IDLE'],
  why: 'No use of Mail in 164 days to 28 Sep 2026.',
  lastUsed: '2026-04-17',
  yearly: euros('396.00'),
  state: 'ASKED',
  answer: null,
  answered: null,
  reason: null,
  slate: null,
  takenBack: null,
  cameBack: null,
  ...over,
});
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
  found: 2,
  answered: 1,
  counts: { ASKED: 1, KEPT: 1 },
  cameBack: 0,
  yearly: euros('792.00'),
  back: euros('0.00'),
  slates: [],
};
const KEPT = item({
  id: '1-000001',
  person: 'p2',
  name: 'Noor Prosser',
  state: 'KEPT',
  answer: 'KEEP',
  reason: 'The audit is in January',
});
const served = {
  'GET /api/v1/rounds/{round}': round,
  'GET /api/v1/rounds/{round}/items': ({ query }: Asked) =>
    [item({}), KEPT].filter((one) => !query!.state || one.state === query!.state),
};

beforeEach(() => {
  at('/rounds/r1');
  signIn('STEWARD');
});
afterEach(() => vi.restoreAllMocks());

it('tells what was gathered with its evidence, and what became of each seat', async () => {
  serve(served);
  render(RoundPage);
  expect(await screen.findAllByText('No use of Mail in 164 days to 28 Sep 2026.')).toHaveLength(2);
  expect(screen.getByText('Noor Prosser').closest('tr')!.textContent).toContain(
    'The audit is in January',
  );
  expect(screen.getByText(/1 seat of 2 spoken of; holders may answer until/)).toBeTruthy();
  await fireEvent.click(screen.getByRole('button', { name: 'still needed 1' }));
  await waitFor(() => expect(screen.queryByText('Orla Tuilagi')).toBeNull());
});

it('says who cannot be asked', async () => {
  serve({
    ...served,
    'GET /api/v1/rounds/{round}/items': [
      item({ kinds: ['LEFT_PAID'], state: 'NOT_ASKED' }),
      item({ id: '1-000002', person: null, name: 'root@x.example', state: 'NOT_ASKED' }),
    ],
  });
  render(RoundPage);
  expect(await screen.findAllByText('cannot be asked')).toHaveLength(2);
});

it('ends the questions for a steward, and then waits for somebody’s yes', async () => {
  let asking = true;
  const asked = serve({
    ...served,
    'GET /api/v1/rounds/{round}': () =>
      asking ? round : { ...round, state: 'DECIDING', slates: ['s1'] },
    'POST /api/v1/rounds/{round}/end-asking': () => (asking = false),
  });
  render(RoundPage);
  await fireEvent.click(await screen.findByRole('button', { name: 'End the questions now' }));
  expect(await screen.findByText(/without an answer nothing happens/)).toBeTruthy();
  expect(screen.getByRole('link', { name: 'its slate' }).getAttribute('href')).toBe('/slates/s1');
  expect(only(asked, 'POST /api/v1/rounds/{round}/end-asking')[0]!.path).toEqual({ round: 'r1' });
});

it('says whose seat was needed again, and that it was not granted', async () => {
  serve({
    'GET /api/v1/rounds/{round}': {
      ...round,
      state: 'DONE',
      outcome: '1 of 2 seats came back.',
      counts: { TAKEN_BACK: 1, DECLINED: 1 },
      cameBack: 1,
    },
    'GET /api/v1/rounds/{round}/items': [
      item({ state: 'TAKEN_BACK', takenBack: '2026-10-09', cameBack: '2026-10-20' }),
      item({ id: '1-000003', state: 'DECLINED', reason: 'Not granted.' }),
    ],
  });
  render(RoundPage);
  expect(await screen.findByText('needed again on 20 Oct')).toBeTruthy();
  expect(screen.getByText('Not granted.')).toBeTruthy();
  expect(screen.getByText(/1 of 1 were needed again within 30 days/)).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'End the questions now' })).toBeNull();
});
