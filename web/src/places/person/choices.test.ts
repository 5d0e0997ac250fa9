import { expect, it } from 'vitest';
import type { PersonPage, Subscription } from '../../api/client';
import { choicesOfAccount, choicesOfSeat } from './choices';

type Account = PersonPage['accounts'][number];

const subscription = (line: string, more: Partial<Subscription>) =>
  ({
    line,
    plan: line,
    planName: line,
    vendor: 'qm',
    model: 'NAMED',
    spare: 3,
    ...more,
  }) as Subscription;

const subscriptions = [
  subscription('Letter', { tier: 1, tiers: 2 }),
  subscription('Opus', { tier: 2, tiers: 2, spare: 0 }),
  subscription('Stow', { model: 'RESTING', tier: 0, tiers: 0 }),
  subscription('Pool', { model: 'FLOATING', tier: 0, tiers: 0 }),
  subscription('Core', { vendor: 'ln', tier: 1, tiers: 2 }),
];

const account = (line: string, blocked: Record<string, string> = {}) =>
  ({
    account: 'a1',
    vendor: 'qm',
    blocked,
    seats: [{ holding: 'h1', line, blocked: {} }],
  }) as unknown as Account;

it('calls a change by what it is, and says where no seat is spare', () => {
  const words = choicesOfSeat(account('Letter'), 'h1', subscriptions).map((c) => c.words);
  expect(words).toEqual([
    'take back',
    'step up to Opus · none spare',
    'rest on Stow',
    'keep until …',
  ]);
});

it('wakes from the resting plan and steps down from the upper tier', () => {
  const asleep = choicesOfSeat(account('Stow'), 'h1', subscriptions).map((c) => c.words);
  expect(asleep).toContain('wake to Letter');
  const upper = choicesOfSeat(account('Opus'), 'h1', subscriptions).map((c) => c.words);
  expect(upper).toContain('step down to Letter');
});

it('offers nothing that cannot go today', () => {
  const blocked = account('Letter');
  blocked.seats[0]!.blocked = { TAKE_BACK: 'The holder is signed in.' };
  const words = () => choicesOfSeat(blocked, 'h1', subscriptions).map((c) => c.words);
  expect(words()).toContain('rest on Stow');
  expect(words()).not.toContain('take back');
  blocked.seats[0]!.blocked.SWAP = 'The holder is signed in.';
  expect(words()).toEqual(['keep until …']);
  blocked.seats[0]!.blocked.KEEP = 'Another slate moves it.';
  expect(words()).toEqual([]);
});

it('names the seat that it is about', () => {
  for (const choice of choicesOfSeat(account('Opus'), 'h1', subscriptions)) {
    expect(choice.move.holding).toBe('h1');
  }
});

it('offers for a login what can go', () => {
  const kinds = (blocked: Record<string, string>) =>
    choicesOfAccount(account('Opus', blocked)).map((c) => c.move.kind);
  expect(kinds({ BRING_BACK: 'The account is not suspended.' })).toEqual(['SUSPEND', 'DELETE']);
  expect(kinds({ SUSPEND: 'Nobody can sign in.' })).toEqual(['BRING_BACK', 'DELETE']);
});
