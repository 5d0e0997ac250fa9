import { fireEvent, render, screen } from '@testing-library/svelte';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { param } from '../../state/address.svelte';
import { book } from '../../state/book.svelte';
import { aSubscription, euros } from '../../testing/made';
import { at, serve, signIn } from '../../testing/server';
import Subscriptions from './Subscriptions.svelte';

const opus = aSubscription();
const talk = aSubscription({
  line: 'th-talk',
  planName: 'Talk',
  vendorName: 'Ternhythe',
  tiers: 0,
  recoverable: euros('648.00'),
  noticeInDays: 3,
  floor: { percent: 80, window: 60, of: 'HELD', check: '2026-12-01', status: 'BELOW' } as never,
  utilisation: { windowDays: 60, used: 383, of: 481, percent: 79.6, judgedFrom: '2026-08-01' },
});
const charts = aSubscription({
  line: 'pl-charts',
  planName: 'Charts',
  vendorName: 'Portlanne',
  tiers: 0,
  recoverable: euros('2480.00'),
  mayShrink: 'MONTHLY',
  cashFrom: '2026-10-01',
  measureDay: '2026-09-21',
  evidence: { ...opus.evidence, completeTo: '2026-09-21', daysBehind: 9 },
});
const draft = aSubscription({
  line: 'pb-draft',
  plan: 'plum-draft',
  planName: 'Draft',
  vendorName: 'Plumbrigg',
  model: 'FLOATING',
  mostAtOnce: 14,
  recoverable: euros('0.00'),
  noticeInDays: null,
});

const names = () => screen.getAllByRole('link').map((a) => a.textContent);

beforeEach(() => {
  at('/subscriptions');
  signIn('READER');
  book.subscriptions = [talk, draft, opus, charts];
});
afterEach(() => {
  book.subscriptions = null;
});

describe('subscriptions', () => {
  it('stand in the order of the money that could be had back', () => {
    render(Subscriptions);
    expect(names()).toEqual(['Opus', 'Charts', 'Talk', 'Draft']);
  });

  it('stand in the order of the day by which to decide, those without one last', async () => {
    render(Subscriptions);
    await fireEvent.change(screen.getByLabelText(/ordered by/), { target: { value: 'notice' } });
    expect(param('order')).toBe('notice');
    expect(names()).toEqual(['Charts', 'Talk', 'Opus', 'Draft']);
  });

  it('say a promised floor to the tenth, and others without decimals', () => {
    render(Subscriptions);
    expect(screen.getByText(/79.6 %/)).toBeTruthy();
    expect(screen.getByText('floor 80 %')).toBeTruthy();
    expect(screen.getAllByText(/^71 %$/)).toHaveLength(2);
  });

  it('hold their tongue where the source is behind, and count a pool at once', () => {
    render(Subscriptions);
    expect(screen.getByText('counted to 21 Sep')).toBeTruthy();
    expect(screen.getByText('14 at once')).toBeTruthy();
    expect(screen.getByRole('link', { name: 'Draft' }).getAttribute('href')).toBe(
      '/pools/plum-draft',
    );
  });

  it('say by when to decide, in the words of each agreement', () => {
    render(Subscriptions);
    expect(screen.getByText(/notice in 12 d · renews 7 Jan 27/)).toBeTruthy();
    expect(screen.getByText(/monthly · next on 1 Oct/)).toBeTruthy();
    expect(screen.getByText(/over; must be renewed by hand/)).toBeTruthy();
  });

  it('tell how to bring a book in where there is none', () => {
    book.subscriptions = [];
    render(Subscriptions);
    expect(screen.getByText(/Nothing is bought yet/)).toBeTruthy();
  });
});

it('folds by vendor, with the sums of each, and opens one', async () => {
  const sums = {
    vendor: opus.vendor,
    vendorName: 'Quillmoor',
    subscriptions: 2,
    bought: 720,
    yearlyCost: euros('155160.00'),
    recoverable: euros('42308.00'),
    noticeBy: '2026-10-12',
    noticeInDays: 12,
  };
  book.subscriptions = [opus, aSubscription({ line: 'qm-folio', planName: 'Folio' })];
  serve({ 'GET /api/v1/vendor-sums': [sums] });
  render(Subscriptions);
  await fireEvent.click(screen.getByRole('button', { name: 'by vendor' }));
  const vendor = await screen.findByRole('button', { name: /Quillmoor/ });
  expect(vendor.closest('tr')!.textContent).toMatch(
    /720.*€155,160.*€42,308.*first notice by 12 Oct/s,
  );
  expect(screen.queryByRole('link', { name: 'Opus' })).toBeNull();
  await fireEvent.click(vendor);
  expect(screen.getByRole('link', { name: 'Opus' })).toBeTruthy();
  expect(screen.getByRole('link', { name: 'Folio' })).toBeTruthy();
  await fireEvent.click(screen.getByRole('button', { name: 'each by itself' }));
  expect(screen.queryByRole('button', { name: /Quillmoor/ })).toBeNull();
});

it('shows those that are called so, in whatever order one says it', async () => {
  render(Subscriptions);
  const field = screen.getByLabelText(/Words in the vendor/);
  await fireEvent.input(field, { target: { value: 'talk tern' } });
  expect(names()).toEqual(['Talk']);
  expect(param('q')).toBe('talk tern');
  await fireEvent.input(field, { target: { value: 'nothing' } });
  await fireEvent.click(screen.getByRole('button', { name: 'show all' }));
  expect(names()).toHaveLength(4);
});
