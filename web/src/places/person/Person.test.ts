import { fireEvent, render, screen, waitFor, within } from '@testing-library/svelte';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { PersonPage, Schemas } from '../../api/client';
import { book } from '../../state/book.svelte';
import { slates } from '../../state/slate.svelte';
import { aMove, aSlate, aSubscription, euros } from '../../testing/made';
import { at, only, serve, signIn } from '../../testing/server';
import Person from './Person.svelte';

vi.mock('../../router', () => ({ route: { params: { person: 'p1' } }, navigate: vi.fn() }));

const seat: PersonPage['accounts'][number]['seats'][number] = {
  holding: 'h1',
  line: 'qm-opus',
  plan: 'quill-opus',
  planName: 'Opus',
  from: '2024-06-19',
  until: null,
  method: 'RULE',
  state: 'IN_USE',
  cannotSay: false,
  onLeave: false,
  lastUsed: '2026-09-26',
  idleDays: 2,
  keep: null,
  blocked: {},
  yearlyCost: euros('396.00'),
};
const page = (over: Partial<PersonPage> = {}): PersonPage => ({
  person: 'p1',
  name: 'Adele Lindqvist',
  email: 'adele@x.example',
  department: 'Finance',
  site: 'Wick Reach',
  kind: 'PERSON',
  status: 'ACTIVE',
  statusSince: null,
  until: null,
  joined: '2024-03-11',
  leaves: null,
  aside: [],
  manager: 'p2',
  managerName: 'Iolo Duarte',
  reports: 0,
  groups: [{ group: 'finance', name: 'Finance', leads: false, ledBy: ['Iolo Duarte'] }],
  accounts: [
    {
      account: 'a1',
      vendor: 'quillmoor',
      vendorName: 'Quillmoor',
      state: 'ACTIVE',
      stateSince: null,
      admin: false,
      ribbonTo: '2026-09-28',
      seats: [seat],
      blocked: {},
      use: [],
    },
  ],
  ...over,
});
const cover = {
  vendor: 'quillmoor',
  need: ['mail'],
  now: { plans: ['quill-opus'], cost: euros('396.00') },
  cover: { plans: ['quill-letter'], cost: euros('84.00') },
  recoverable: euros('312.00'),
  moves: [{ kind: 'STEP_DOWN', holding: 'h1', account: null, line: 'qm-letter' }],
  notSold: [] as string[],
  elsewhere: null as Schemas['ElsewhereSuggestion'] | null,
};
const served = {
  'GET /api/v1/people/{person}': page(),
  'GET /api/v1/people/{person}/cover': { person: 'p1', vendors: [cover] },
  'GET /api/v1/findings': [],
  'GET /api/v1/people/{person}/timeline': [
    { day: '2024-06-19', what: 'Was handed a seat of Quillmoor Opus.', actor: null, slate: null },
  ],
};

beforeEach(() => {
  at('/people/p1');
  signIn('STEWARD');
  book.subscriptions = [
    aSubscription(),
    aSubscription({
      line: 'qm-letter',
      plan: 'quill-letter',
      planName: 'Letter',
      tier: 1,
      spare: 0,
    }),
  ];
});
afterEach(() => {
  vi.restoreAllMocks();
  book.subscriptions = null;
  slates.all = [];
});

describe('a person', () => {
  it('is told with seats, cost, use, who leads them and what happened', async () => {
    serve(served);
    render(Person);
    expect(await screen.findByRole('heading', { name: 'Adele Lindqvist' })).toBeTruthy();
    expect(screen.getByText(/led by Iolo Duarte/)).toBeTruthy();
    const row = screen.getByRole('link', { name: 'Opus' }).closest('tr')!;
    expect(row.textContent).toContain('since 19 Jun 2024, by a rule');
    expect(row.textContent).toContain('€396.00');
    expect(screen.getByText(/Was handed a seat of Quillmoor Opus/)).toBeTruthy();
  });

  it('is covered for less, and that is planned by one click and not twice', async () => {
    serve(served);
    const plan = vi.spyOn(slates, 'plan').mockResolvedValue(true);
    render(Person);
    await fireEvent.click(await screen.findByRole('button', { name: 'plan it' }));
    expect(plan).toHaveBeenCalledWith(cover.moves);
    slates.all = [aSlate({ moves: [aMove({ holding: 'h1' })] })];
    await waitFor(() =>
      expect(screen.getByRole('button', { name: 'plan it' })).toHaveProperty('disabled', true),
    );
    expect(screen.getByText('on slate')).toBeTruthy();
  });

  it('is told what is had at another vendor anyway, and that this is counted nowhere', async () => {
    const elsewhere = {
      parts: [
        { part: 'Charts', byVendor: 'Ternhythe', byPlan: 'Talk', byPart: 'Boards' },
        { part: 'Calls', byVendor: 'Ternhythe', byPlan: 'Talk', byPart: 'Rooms' },
      ],
      cover: { plans: [], cost: euros('0.00') },
      spares: euros('84.00'),
    };
    serve({
      ...served,
      'GET /api/v1/people/{person}/cover': { person: 'p1', vendors: [{ ...cover, elsewhere }] },
    });
    render(Person);
    const said = await screen.findByText(/Counted nowhere/);
    expect(said.textContent!.replace(/\s+/g, ' ').trim()).toBe(
      'Charts is in Ternhythe Talk, too (Boards) and Calls is in Ternhythe Talk, too (Rooms): ' +
        'if that does, nothing would do here for €84 a year less. Counted nowhere.',
    );
  });

  it('has to wait for a bundle that nobody sells yet', async () => {
    const trio = { ...cover, moves: [], notSold: ['Trio'] };
    serve({
      ...served,
      'GET /api/v1/people/{person}/cover': { person: 'p1', vendors: [trio] },
    });
    render(Person);
    expect(await screen.findByText(/Trio to be bought first/)).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'plan it' })).toBeNull();
  });

  it('offers every move of a seat by its right name, and says where none is spare', async () => {
    serve(served);
    render(Person);
    const menu = (await screen.findByLabelText('plan …: Plan a move of Opus')).closest('details')!;
    const words = within(menu)
      .getAllByRole('button', { hidden: true })
      .map((b) => b.textContent);
    expect(words).toEqual(['take back', 'step down to Letter · none spare', 'keep until …']);
  });

  it('joins the queue where no seat is left', async () => {
    const asked = serve({ ...served, 'POST /api/v1/queue': [] });
    render(Person);
    const select = await screen.findByLabelText('Plan to hand out');
    const offered = [...select.querySelectorAll('option')].map((o) => o.value);
    expect(offered, 'not what they hold').toEqual(['', 'quill-letter']);
    select.querySelectorAll('option').forEach((o) => (o.disabled = o.value !== 'quill-letter'));
    await fireEvent.change(select, { target: { value: 'quill-letter' } });
    await fireEvent.click(await screen.findByRole('button', { name: 'Queue' }));
    await waitFor(() =>
      expect(only(asked, 'POST /api/v1/queue')[0]!.body).toEqual({
        person: 'p1',
        plan: 'quill-letter',
      }),
    );
  });

  it('stays with their history when they have left', async () => {
    const gone = { ...seat, state: null, until: '2026-08-31' };
    const left = page({ status: 'LEFT', statusSince: '2026-08-31' });
    serve({
      ...served,
      'GET /api/v1/people/{person}': {
        ...left,
        accounts: [{ ...left.accounts[0]!, state: 'DELETED', seats: [gone] }],
      },
    });
    render(Person);
    expect(await screen.findByText(/left since 31 Aug 2026/)).toBeTruthy();
    expect(screen.getByText('came back 31 Aug 2026')).toBeTruthy();
    expect(screen.queryByLabelText('plan …: Plan a move of Opus')).toBeNull();
    expect(screen.queryByLabelText('Plan to hand out')).toBeNull();
  });

  it('offers no move of what another slate moves, and says so', async () => {
    const sent = 'Another slate that was sent plans to move the whole account.';
    const kinds = ['TAKE_BACK', 'SWAP', 'KEEP', 'SUSPEND', 'BRING_BACK', 'DELETE'];
    const blocked = Object.fromEntries(kinds.map((kind) => [kind, sent]));
    const one = page();
    serve({
      ...served,
      'GET /api/v1/people/{person}': {
        ...one,
        accounts: [{ ...one.accounts[0]!, blocked, seats: [{ ...seat, blocked }] }],
      },
    });
    render(Person);
    expect(await screen.findByText(sent)).toBeTruthy();
    expect(screen.queryAllByLabelText(/^plan …/)).toEqual([]);
  });

  it('shows leads no way into the journal, and says when somebody is not there', async () => {
    signIn('LEAD', 'fenna');
    serve(served);
    const first = render(Person);
    await screen.findByRole('heading', { name: 'Adele Lindqvist' });
    expect(screen.queryByRole('link', { name: 'in the journal' })).toBeNull();
    first.unmount();
    serve({ ...served, 'GET /api/v1/people/{person}': new Error('There is no person p1.') });
    render(Person);
    expect(await screen.findByRole('heading', { name: 'There is no person p1.' })).toBeTruthy();
  });
});
