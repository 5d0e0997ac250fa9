import { expect, it } from 'vitest';
import type { Finding, Holding, Subscription } from '../../api/client';
import { cellsOf, pastTheLine, SHOWS } from './seats';

const holding = (id: string, more: Partial<Holding>): Holding => ({
  holding: id,
  account: `a-${id}`,
  person: id,
  name: `Name ${id}`,
  department: null,
  site: null,
  state: 'IN_USE',
  cannotSay: false,
  from: '2026-01-01',
  lastUsed: '2026-09-28',
  idleDays: 0,
  yearlyCost: { amount: '396.00', currency: 'EUR' },
  onLeave: false,
  kept: false,
  takeBackBlocked: null,
  keptUntil: null,
  keepReason: null,
  admin: false,
  service: false,
  weeks: [],
  ...more,
});

const subscription = { model: 'NAMED', resting: 1, spare: 2 } as Subscription;

const all = [
  holding('idle', { state: 'IDLE', idleDays: 118 }),
  holding('used-long-ago', { idleDays: 40 }),
  holding('used', {}),
  holding('unsure', { cannotSay: true, lastUsed: null }),
  holding('never', { state: 'NEVER_OPENED', idleDays: 50, lastUsed: null }),
  holding('left', { state: 'LEFT' }),
];

it('draws the most recently used first and empty seats last', () => {
  const cells = cellsOf(all, subscription, '2026-09-30');
  expect(cells.map((cell) => cell.holding ?? cell.texture)).toEqual([
    'used',
    'used-long-ago',
    'unsure',
    'idle',
    'never',
    'left',
    'resting',
    'spare',
    'spare',
  ]);
  expect(cells[1]!.faded).toBeLessThan(cells[0]!.faded!);
});

it('draws parked seats and those of people who have not started as what they are', () => {
  const cells = cellsOf(
    [
      { ...all[0]!, holding: 'parked', state: 'PARKED' },
      { ...all[0]!, holding: 'to come', state: 'NOT_STARTED' },
    ],
    subscription,
    '2026-09-30',
  );
  expect(cells.slice(0, 2).map((cell) => cell.texture)).toEqual(['parked', 'notStarted']);
});

it('lists who lies past the line, the longest without use first', () => {
  expect(pastTheLine(all, 60).map((h) => h.holding)).toEqual(['idle']);
  expect(pastTheLine(all, 50).map((h) => h.holding)).toEqual(['idle', 'never']);
  expect(SHOWS.unsure.of(all, 60, new Map()).map((h) => h.holding)).toEqual(['unsure']);
  const lower = new Map([['idle', { kind: 'SMALLER_TIER' } as Finding]]);
  expect(SHOWS.lower.of(all, 60, lower).map((h) => h.holding)).toEqual(['idle']);
});
