import { fireEvent, render, screen, waitFor } from '@testing-library/svelte';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { param, setParam } from '../../state/address.svelte';
import { book } from '../../state/book.svelte';
import { onKey } from '../../state/keys.svelte';
import { slates } from '../../state/slate.svelte';
import { aHolding, aSlate, aSubscription, euros } from '../../testing/made';
import { at, only, serve, signIn, type Asked } from '../../testing/server';
import Subscription from './Subscription.svelte';

vi.mock('../../router', () => ({ route: { params: { line: 'qm-opus' } }, navigate: vi.fn() }));

const holdings = [
  aHolding(),
  aHolding({
    holding: 'h2',
    name: 'Elias',
    kept: true,
    keepReason: 'audit',
    keptUntil: '2027-01-31',
    takeBackBlocked: 'Kept until 31 Jan 2027: audit.',
  }),
  aHolding({ holding: 'h3', name: 'old.root', admin: true }),
  aHolding({ holding: 'h4', name: 'Noor', state: 'IN_USE', idleDays: 2, lastUsed: '2026-09-26' }),
];
const curve = {
  measureDay: '2026-09-28',
  points: Array.from({ length: 365 }, (_, n) => ({
    days: n + 1,
    seats: n < 164 ? 3 : 0,
    spared: 1,
    yearlyCost: euros('1188.00'),
  })),
  odds: [],
  oddsUnknown: null,
};
const served = {
  'GET /api/v1/subscriptions/{line}/idle-curve': curve,
  'GET /api/v1/subscriptions/{line}/ledger': {
    bought: 180,
    places: { spare: 14, promised: 7, held: 159, resting: 0 },
    postings: [],
  },
  'GET /api/v1/subscriptions/{line}/series': [],
  'GET /api/v1/subscriptions/{line}/lower-tiers': [],
  'GET /api/v1/subscriptions/{line}/holdings': holdings,
  'GET /api/v1/subscriptions/{line}/holders/choices': { groups: [], sites: [], managers: [] },
  'GET /api/v1/findings': [],
  'GET /api/v1/rounds/returns': [{ plan: 'quill-opus', takenBack: 40, cameBack: 1 }],
};
const press = (key: string) => onKey(new KeyboardEvent('keydown', { key }));

beforeEach(() => {
  at('/subscriptions/qm-opus');
  signIn('STEWARD');
  book.subscriptions = [aSubscription()];
});
afterEach(() => {
  vi.restoreAllMocks();
  book.subscriptions = null;
  slates.all = [];
});

describe('a subscription', () => {
  it('chooses everybody past the line but those who are kept and administrators', async () => {
    serve(served);
    const add = vi.spyOn(slates, 'add').mockResolvedValue(true);
    render(Subscription);
    await screen.findByRole('button', { name: 'past the line 3' });
    press('a');
    expect(await screen.findByRole('button', { name: /Take back 1 seat/ })).toBeTruthy();
    await waitFor(() => expect(param('chosen')).toBe('h1'));
    press('.');
    await waitFor(() => expect(add).toHaveBeenCalledWith(['h1']));
  });

  it('does not choose any more what has gone with a slate that was sent', async () => {
    at('/subscriptions/qm-opus?chosen=h1');
    const elsewhere = 'Another slate that was sent plans to move the same seat.';
    let sent = false;
    serve({
      ...served,
      'GET /api/v1/subscriptions/{line}/holdings': () =>
        sent ? [{ ...holdings[0]!, takeBackBlocked: elsewhere }] : holdings,
    });
    render(Subscription);
    expect(await screen.findByRole('button', { name: /Take back 1 seat/ })).toBeTruthy();
    sent = true;
    slates.all = [aSlate({ state: 'SENT' })];
    await waitFor(() => expect(param('chosen')).toBeNull());
    expect(screen.queryByRole('button', { name: /Take back 1 seat/ })).toBeNull();
  });

  it('opens from the desk with those past the line chosen already, once', async () => {
    at('/subscriptions/qm-opus?choose=past');
    serve(served);
    render(Subscription);
    expect(await screen.findByRole('button', { name: /Take back 1 seat/ })).toBeTruthy();
    expect(param('choose')).toBeNull();
    expect(param('chosen')).toBe('h1');
  });

  it('reopens with what a link chose, and forgets whom it no longer knows', async () => {
    at('/subscriptions/qm-opus?chosen=h3+h9');
    serve(served);
    render(Subscription);
    expect(await screen.findByRole('button', { name: /Take back 1 seat/ })).toBeTruthy();
    await waitFor(() => expect(param('chosen')).toBe('h3'));
  });

  it('asks anew by the line that is tried, and says how often rounds were too early', async () => {
    at('/subscriptions/qm-opus?idle=90');
    const asked = serve(served);
    render(Subscription);
    expect(await screen.findByText(/Rounds took 40 seats of it back; 1 of them/)).toBeTruthy();
    await waitFor(() =>
      expect(only(asked, 'GET /api/v1/subscriptions/{line}/holdings')[0]!.query!.idleLine).toBe(
        '90',
      ),
    );
  });

  it('asks for no rounds where a lead looks, and plans nothing where a reader does', async () => {
    signIn('LEAD', 'fenna');
    const asked = serve(served);
    const first = render(Subscription);
    await screen.findByRole('button', { name: 'past the line 3' });
    expect(only(asked, 'GET /api/v1/rounds/returns')).toEqual([]);
    first.unmount();
    signIn('READER');
    const add = vi.spyOn(slates, 'add').mockResolvedValue(true);
    render(Subscription);
    await screen.findByRole('button', { name: 'past the line 3' });
    press('.');
    expect(add).not.toHaveBeenCalled();
  });

  it('shows no seats until it knows whose they are, and keeps their room', async () => {
    let answer: (known: typeof holdings) => void = () => undefined;
    const late = new Promise<typeof holdings>((resolve) => (answer = resolve));
    serve({ ...served, 'GET /api/v1/subscriptions/{line}/holdings': () => late });
    render(Subscription);
    const field = screen.getByRole('img', { name: 'The seats are being counted.' });
    expect(field.querySelectorAll('rect').length).toBe(0);
    const room = field.getAttribute('height');
    expect(Number(room)).toBeGreaterThan(14);
    expect(screen.getByRole('button', { name: 'past the line …' })).toBeTruthy();
    const add = vi.spyOn(slates, 'add').mockResolvedValue(true);
    press('a');
    press('.');
    const s = book.subscription('qm-opus')!;
    const held = Object.values(s.states).reduce((sum, n) => sum + n, 0);
    answer(Array.from({ length: held }, (_, n) => aHolding({ holding: `h${n}` })));
    expect(await screen.findByRole('img', { name: /^Seats: .* 14 spare/ })).toBe(field);
    expect(field.getAttribute('height')).toBe(room);
    // What was asked for in the meantime is not forgotten.
    await waitFor(() => expect(add).toHaveBeenCalledTimes(1));
    expect(add.mock.calls[0]![0]).toHaveLength(held);
  });

  it('takes nobody back where those past another line cannot be told', async () => {
    serve({
      ...served,
      'GET /api/v1/subscriptions/{line}/holdings': ({ query }: Asked) =>
        query!.idleLine === '90' ? new Error('The server does not answer.') : holdings,
    });
    const add = vi.spyOn(slates, 'add').mockResolvedValue(true);
    render(Subscription);
    await screen.findByRole('button', { name: 'past the line 3' });
    setParam('idle', '90');
    press('a');
    press('.');
    expect(await screen.findByText('The server does not answer.')).toBeTruthy();
    expect(add).not.toHaveBeenCalled();
    expect(param('choose')).toBeNull();
  });

  it('lists all holders on demand, and the address says so', async () => {
    serve(served);
    render(Subscription);
    await fireEvent.click(await screen.findByRole('button', { name: 'all holders 4' }));
    expect(param('show')).toBe('all');
  });

  it('says that there is no such subscription', async () => {
    book.subscriptions = [aSubscription({ line: 'other' })];
    serve({ ...served, 'GET /api/v1/subscriptions/{line}/holdings': [] });
    render(Subscription);
    expect(await screen.findByText('There is no subscription qm-opus')).toBeTruthy();
  });

  it('lists, counts and chooses those of a group only, once that is asked for', async () => {
    const past = [aHolding(), aHolding({ holding: 'h5', name: 'Petra' })];
    const of = (asked: Asked) => (asked.query?.group === 'engine' ? past.slice(1) : past);
    const asked = serve({
      ...served,
      'GET /api/v1/subscriptions/{line}/holdings': of,
      'GET /api/v1/subscriptions/{line}/holders/choices': {
        groups: [{ id: 'engine', name: 'Engine crew', holders: 1 }],
        sites: [],
        managers: [],
      },
    });
    render(Subscription);
    await screen.findByRole('button', { name: 'past the line 2' });
    press('f');
    const group = await screen.findByLabelText('any group');
    await fireEvent.change(group, { target: { value: 'engine' } });
    await screen.findByRole('button', { name: 'past the line 1' });
    press('a');
    await waitFor(() => expect(param('chosen')).toBe('h5'));
    expect(
      only(asked, 'GET /api/v1/subscriptions/{line}/holdings').filter((a) => a.query?.group),
    ).toHaveLength(1);
    await fireEvent.click(screen.getByRole('button', { name: 'not only: Engine crew' }));
    await screen.findByRole('button', { name: 'past the line 2' });
  });
});
