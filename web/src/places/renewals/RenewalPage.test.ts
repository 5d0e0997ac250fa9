import { fireEvent, render, screen, waitFor } from '@testing-library/svelte';
import { beforeEach, expect, it, vi } from 'vitest';
import * as router from '../../router';
import { book } from '../../state/book.svelte';
import { slates } from '../../state/slate.svelte';
import { at, only, serve, signIn } from '../../testing/server';
import { aCase, aRenewal, CHOSEN, PLAN } from './made';
import RenewalPage from './RenewalPage.svelte';

const ONE = '/api/v1/agreements/{agreement}/renewal';
const MOVERS = [
  {
    person: 'p1',
    account: null,
    name: 'Ada',
    now: ['atelier'],
    then: [],
    goes: ['h1'],
    comes: [],
  },
  {
    person: 'p2',
    account: null,
    name: 'Bo',
    now: ['atelier'],
    then: ['lite'],
    goes: ['h2'],
    comes: ['lite'],
  },
];

const replies = (more: Record<string, unknown> = {}) => ({
  [`GET ${ONE}`]: aRenewal(),
  [`GET ${ONE}/case`]: aCase(),
  [`GET ${ONE}/plan`]: PLAN,
  [`GET ${ONE}/movers`]: MOVERS,
  'GET /api/v1/offers': [
    {
      offer: 'two',
      agreement: 'ow-17',
      name: 'Two years',
      months: 24,
      validUntil: null,
      addedSeatPercent: 15,
      prices: [],
    },
  ],
  ...more,
});

beforeEach(() => {
  at('/renewals/ow-17');
  vi.spyOn(router.route, 'params', 'get').mockReturnValue({ agreement: 'ow-17' });
  vi.spyOn(book, 'load').mockResolvedValue();
});

it('puts ways to renew beside each other, and asks anew for what is tried', async () => {
  signIn('STEWARD');
  const asked = serve(replies());
  render(RenewalPage);
  expect(await screen.findByText('notice in 64 days')).toBeTruthy();
  expect(screen.getByText(/39 seats cost more than 40 do|to 39 seats cost more than/)).toBeTruthy();
  await fireEvent.click(screen.getByRole('button', { name: /^Two years/ }));
  await waitFor(() =>
    expect(only(asked, `GET ${ONE}`).at(-1)!.query).toMatchObject({ offer: 'two' }),
  );
  const promise = screen.getByLabelText('Seats of Atelier promised', { selector: 'input' });
  await fireEvent.change(promise, { target: { value: '41' } });
  await waitFor(() =>
    expect(only(asked, `GET ${ONE}`).at(-1)!.query).toMatchObject({ margin: 'atelier:5' }),
  );
  await fireEvent.input(screen.getByLabelText('How many more or fewer'), {
    target: { value: '+12' },
  });
  await fireEvent.input(screen.getByLabelText('From which month'), {
    target: { value: '2027-04' },
  });
  await fireEvent.click(screen.getByText('count it'));
  await waitFor(() =>
    expect(only(asked, `GET ${ONE}`).at(-1)!.query).toMatchObject({
      known: ['atelier:2027-04:12'],
    }),
  );
  // What is asked anew leaves what is looked at where it is.
  await waitFor(() =>
    expect(screen.getByRole('slider', { name: 'Seats of Atelier promised' })).toBeTruthy(),
  );
});

it('moves the promise by keys', async () => {
  signIn('STEWARD');
  const asked = serve(replies());
  render(RenewalPage);
  const handle = await screen.findByRole('slider', { name: 'Seats of Atelier promised' });
  await fireEvent.keyDown(handle, { key: 'ArrowUp', shiftKey: true });
  await waitFor(() =>
    expect(only(asked, `GET ${ONE}`).at(-1)!.query).toMatchObject({ margin: 'atelier:12' }),
  );
});

it('puts everything that must go first on the slate in one stroke', async () => {
  signIn('STEWARD');
  serve(replies());
  const plan = vi.spyOn(slates, 'plan').mockResolvedValue(true);
  render(RenewalPage);
  await fireEvent.click(await screen.findByText(/Put on the slate what must go first · 2 people/));
  expect(plan).toHaveBeenCalledWith([
    { kind: 'TAKE_BACK', holding: 'h1' },
    { kind: 'SWAP', holding: 'h2', plan: 'lite' },
  ]);
});

it('chooses what is tried, with a note', async () => {
  signIn('STEWARD');
  const asked = serve(
    replies({ [`PUT ${ONE}/case`]: aCase({ state: 'PREPARED', mayDo: ['ASK'] }) }),
  );
  render(RenewalPage);
  await fireEvent.input(await screen.findByLabelText('Note for the decision'), {
    target: { value: 'enough' },
  });
  await fireEvent.click(screen.getByText(/^Choose this, €45,144 a year/));
  await waitFor(() =>
    expect(only(asked, `PUT ${ONE}/case`)[0]!.body).toMatchObject({
      offer: null,
      margin: 'advised',
      note: 'enough',
    }),
  );
});

it('lets somebody else decide, and says what was chosen', async () => {
  signIn('DECIDER');
  const asked = serve(
    replies({
      [`GET ${ONE}/case`]: aCase({
        state: 'ASKED',
        choice: CHOSEN,
        decision: {
          decideBy: '2026-11-01',
          decidedBy: null,
          decidedOn: null,
          granted: null,
          note: null,
        },
        mayDo: ['DECIDE'],
      }),
      [`POST ${ONE}/case/decide`]: aCase({ state: 'DECIDED' }),
    }),
  );
  render(RenewalPage);
  expect(await screen.findByText(/two years do/)).toBeTruthy();
  expect(screen.queryByText(/Choose this/)).toBeNull();
  await fireEvent.click(screen.getByText('Grant it'));
  await waitFor(() =>
    expect(only(asked, `POST ${ONE}/case/decide`)[0]!.body).toMatchObject({ grant: true }),
  );
  // What was chosen is shown again as it was.
  expect(only(asked, `GET ${ONE}`).at(-1)!.query).toMatchObject({
    offer: 'two',
    known: ['atelier:2027-04:12'],
  });
});

it('says why a step is refused', async () => {
  signIn('STEWARD');
  serve(
    replies({
      [`GET ${ONE}/case`]: aCase({ state: 'DECIDED', choice: CHOSEN, mayDo: ['GIVE_NOTICE'] }),
      [`POST ${ONE}/case/notice`]: new Error('Notice was due by 3 Dec 2026.'),
    }),
  );
  render(RenewalPage);
  await fireEvent.click(await screen.findByText('The vendor was told'));
  expect((await screen.findByRole('alert')).textContent).toContain('was due by');
});

it('says so where nothing can be changed any more', async () => {
  signIn('STEWARD');
  serve(
    replies({
      [`GET ${ONE}`]: { ...aRenewal(), renews: null, plans: [], beside: [], shown: null },
      [`GET ${ONE}/case`]: new Error('no renewal'),
    }),
  );
  render(RenewalPage);
  expect(await screen.findByText(/has no renewal that can still be changed/)).toBeTruthy();
});
