import { fireEvent, render, screen } from '@testing-library/svelte';
import { expect, it, vi } from 'vitest';
import type { FloorForecast, Ledger, LowerTier, Subscription } from '../../api/client';
import Facts from './Facts.svelte';
import Grounds from './Grounds.svelte';

const subscription = {
  line: 'th-talk',
  vendorName: 'Ternhythe',
  model: 'NAMED',
  utilisation: { windowDays: 60, used: 382, of: 480, percent: 79.6, judgedFrom: '2025-10-30' },
  floor: { percent: 80, windowDays: 60, of: 'HELD', check: '2026-12-01', status: 'BELOW' },
  evidence: {
    completeFrom: '2025-09-01',
    completeTo: '2026-09-28',
    kind: 'DAILY',
    known: true,
    daysBehind: 2,
  },
  measureDay: '2026-09-28',
  cannotSay: 0,
  idleLine: 60,
  mayShrink: 'AT_RENEWAL',
  cashFrom: '2027-01-07',
  noticeBy: '2026-10-12',
  restDays: 0,
  signOutFirst: false,
  reusable: true,
  recoverable: { amount: '648.00', currency: 'EUR' },
} as unknown as Subscription;
const ledger: Ledger = {
  bought: 480,
  places: { spare: -3, promised: 2, held: 481, resting: 0 },
  postings: [
    { day: '2026-09-12', from: 'SPARE', to: 'HELD', seats: 1, cause: 'HANDED_OUT' },
    { day: '2026-09-20', from: 'HELD', to: 'SPARE', seats: 1, cause: 'TAKEN_BACK' },
  ],
} as unknown as Ledger;
const floor = {
  check: '2026-12-01',
  surePercent: 0,
  expectedPercent: 76.2,
  mustSignIn: 385,
  expectedToSignIn: 366,
  others: 481,
  giveUp: 481,
  giveUpExpected: 23,
} as unknown as FloorForecast;
const text = (container: HTMLElement) => container.textContent!.replace(/\s+/g, ' ');

function facts(more: { tiers?: LowerTier[]; floor?: FloorForecast | null } = {}) {
  const onlower = vi.fn();
  const { container } = render(Facts, {
    subscription,
    ledger,
    series: [],
    tiers: [],
    floor: null,
    asOf: '2026-09-30',
    onlower,
    ...more,
  });
  return { said: text(container), onlower };
}

it('says how the promised utilisation stands, and how it will', () => {
  const { said } = facts({ floor });
  expect(said).toContain('382 of 480 held seats used within 60 days: 79.6 %, promised are 80 %');
  expect(said).toContain('On 1 Dec 2026: 0.0 % if nobody else signs in, 76.2 % as expected.');
  expect(said).toContain(
    '385 people of 481 must sign in by then (366 are expected to). Or 23 seats least likely to be used be given up.',
  );
});

it('says what to give up where nobody can tell who comes back', () => {
  const unknown = { ...floor, expectedPercent: null, expectedToSignIn: null, giveUpExpected: null };
  expect(facts({ floor: unknown as FloorForecast }).said).toContain(
    '385 people of 481 must sign in by then. Or 481 seats be given up.',
  );
  const enough = { ...floor, giveUpExpected: 0 } as FloorForecast;
  expect(facts({ floor: enough }).said).toMatch(/\(366 are expected to\)\. $/);
});

it('says short where more are held than bought', () => {
  expect(facts().said).toContain('480 bought, 481 held, 2 promised, 3 short');
});

it('opens the people for whom a lower tier would do', async () => {
  const yearly = { amount: '5304.00', currency: 'EUR' };
  const tiers = [{ plan: 'letter', planName: 'Letter', holders: 17, yearly }];
  const { said, onlower } = facts({ tiers });
  expect(said).toContain('17 use nothing above Letter €5,304');
  await fireEvent.click(screen.getByRole('button', { name: 'show them' }));
  expect(onlower).toHaveBeenCalledOnce();
});

it('says on what the figures stand, and which seats moved last', () => {
  const { container } = render(Grounds, { subscription, ledger });
  const said = text(container);
  expect(said).toContain('complete 1 Sep 2025 – 28 Sep 2026, 2 days behind.');
  expect(said).toContain('From 7 Jan 2027, once the quantity is lowered; notice by 12 Oct 2026.');
  expect(said).toMatch(/20 Sep 1 held → spare ?12 Sep 1 spare → held/);
  expect(container.querySelector('.stale')).toBeNull();
});

it('marks a source that is far behind, and holds nothing after it against anybody', () => {
  const evidence = { ...subscription.evidence, daysBehind: 9 };
  const stale = { ...subscription, evidence } as Subscription;
  const { container } = render(Grounds, { subscription: stale, ledger: null });
  expect(container.querySelector('.stale')).not.toBeNull();
  expect(text(container)).toContain('nothing after that is held against anybody');
});
