import { fireEvent, render, screen, waitFor } from '@testing-library/svelte';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { Schemas } from '../../api/client';
import { book } from '../../state/book.svelte';
import { slates } from '../../state/slate.svelte';
import { aSubscription, euros } from '../../testing/made';
import { at, only, serve, signIn, type Asked } from '../../testing/server';
import Pool from './Pool.svelte';

vi.mock('../../router', () => ({ route: { params: { plan: 'plum-draft' } }, navigate: vi.fn() }));

let stream: { url: string; onmessage?: (e: { data: string }) => void; onerror?: () => void };
class Stream {
  onmessage?: (e: { data: string }) => void;
  onerror?: () => void;
  constructor(readonly url: string) {
    // The page's own stream, for the test to speak through.
    // eslint-disable-next-line @typescript-eslint/no-this-alias
    stream = this;
  }
  close() {}
}

const guest = (over: Partial<Schemas['PoolGuest']> = {}) =>
  ({
    session: 'x1',
    person: 'p1',
    name: 'Runa Marlowe-Tye',
    host: 'yard-07',
    minutes: 5760,
    ownSeat: false,
    leaveBy: null,
    overdue: false,
    ending: null,
    answer: null,
    ...over,
  }) as Schemas['PoolGuest'];
const now = (over: Partial<Schemas['PoolNow']> = {}): Schemas['PoolNow'] => ({
  plan: 'plum-draft',
  planName: 'Draft',
  vendorName: 'Plumbrigg',
  at: '2026-09-30T08:00:00Z',
  seats: 24,
  taken: 1,
  lent: 1,
  free: 22,
  refusedToday: 0,
  refusedMonth: 3,
  guests: [guest()],
  loans: [{ id: 'l1', person: 'p2', name: 'Petra Sandvik', until: '2026-10-07', in: false }],
  ...over,
});
const sizing: Schemas['PoolSizing'] = {
  from: '2026-03-02',
  to: '2026-09-30',
  bought: 24,
  smallest: 11,
  needed: 11,
  surplus: 13,
  tooFew: 0,
  peak: 14,
  starts: 2521,
  startsWithOwnSeat: 12,
  points: [{ seats: 24, denied: 0, deniedShare: 0, yearlyCost: euros('34800.00') }] as never,
  peakByHourOfWeek: Array.from({ length: 168 }, () => 1),
};
const NAMESAKES = [
  { person: 'p8', name: 'Sefa Penhallow', email: 'sefa@skerryline.example' },
  { person: 'p9', name: 'Sefa Penhallow', email: 'sefa.p@skerryline.example' },
];
const served = {
  'GET /api/v1/pools/{plan}/sizing': sizing,
  'GET /api/v1/pools/{plan}/now': now(),
  'GET /api/v1/people': ({ query }: Asked) => NAMESAKES.filter((p) => p.name.includes(query!.q!)),
};

beforeEach(() => {
  at('/pools/plum-draft');
  signIn('STEWARD');
  vi.stubGlobal('EventSource', Stream);
  book.subscriptions = [
    aSubscription({ line: 'pb-draft', plan: 'plum-draft', planName: 'Draft', model: 'FLOATING' }),
  ];
});
afterEach(() => {
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
  book.subscriptions = null;
});

it('says who is in, since when and from where, and what is set aside', async () => {
  serve(served);
  render(Pool);
  expect(
    await screen.findByRole('heading', { name: '1 in now, 22 free, 1 set aside' }),
  ).toBeTruthy();
  const row = screen.getByText('Runa Marlowe-Tye').closest('tr')!;
  expect(row.textContent).toContain('yard-07');
  expect(row.textContent).toContain('4 days');
  expect(screen.getByRole('img', { name: '24 seats: 1 taken, 1 set aside' }).children).toHaveLength(
    24,
  );
});

it('changes as the line tells, and says when the line is broken', async () => {
  serve(served);
  render(Pool);
  await screen.findByText('as it changes');
  expect(stream.url).toBe('/api/v1/pools/plum-draft/stream');
  stream.onmessage!({ data: JSON.stringify(now({ taken: 24, free: 0, lent: 0, loans: [] })) });
  expect(await screen.findByRole('heading', { name: '24 in now, none free' })).toBeTruthy();
  stream.onerror!();
  expect(await screen.findByText('the line is broken; it is tried again')).toBeTruthy();
});

it('asks somebody to leave with a grace, and says how far that has come', async () => {
  const asked = serve({
    ...served,
    'POST /api/v1/pools/{plan}/sessions/{session}/ask': now({
      guests: [guest({ leaveBy: '2026-09-30T08:15:00Z', overdue: true })],
    }),
  });
  render(Pool);
  await fireEvent.click(await screen.findByRole('button', { name: 'ask to leave in 15 min' }));
  expect(await screen.findByText('asked to leave; still in')).toBeTruthy();
  expect(only(asked, 'POST /api/v1/pools/{plan}/sessions/{session}/ask')[0]).toMatchObject({
    path: { plan: 'plum-draft', session: 'x1' },
    body: { minutes: 15 },
  });
});

it('sets a seat aside for somebody of the list only, for a week unless told otherwise', async () => {
  const asked = serve({ ...served, 'POST /api/v1/pools/{plan}/loans': now() });
  render(Pool);
  const whom = await screen.findByLabelText('For whom');
  await fireEvent.input(whom, { target: { value: 'Nobody' } });
  await fireEvent.submit(whom.closest('form')!);
  expect((await screen.findByRole('alert')).textContent).toBe(
    'Nobody who is active is called ‘Nobody’.',
  );
  await fireEvent.input(whom, { target: { value: 'Sefa Penhallow' } });
  await fireEvent.submit(whom.closest('form')!);
  expect(await screen.findByText('Several people fit; choose one from the list.')).toBeTruthy();
  await waitFor(() => expect(document.querySelectorAll('datalist option')).toHaveLength(2));
  await fireEvent.input(whom, {
    target: { value: 'Sefa Penhallow, sefa.p@skerryline.example' },
  });
  await fireEvent.submit(whom.closest('form')!);
  await waitFor(() =>
    expect(only(asked, 'POST /api/v1/pools/{plan}/loans')[0]!.body).toEqual({
      person: 'p9',
      until: '2026-10-07',
    }),
  );
});

it('plans giving back what it does not need, or says how many are too few', async () => {
  serve(served);
  const plan = vi.spyOn(slates, 'plan').mockResolvedValue(true);
  const page = render(Pool);
  await fireEvent.click(await screen.findByRole('button', { name: 'Plan giving 13 back' }));
  expect(plan).toHaveBeenCalledWith([{ kind: 'GIVE_BACK', line: 'pb-draft', seats: 13 }]);
  expect(screen.getByText(/12 of them were by people with a seat of their own/)).toBeTruthy();
  page.unmount();
  serve({
    ...served,
    'GET /api/v1/pools/{plan}/sizing': {
      ...sizing,
      bought: 8,
      surplus: 0,
      tooFew: 3,
      points: [{ seats: 8, denied: 77 }],
    },
  });
  render(Pool);
  expect(
    await screen.findByText(/3 seats too few: 77 starts would have been refused/),
  ).toBeTruthy();
});
