import type { Finding, Holding, Subscription } from '../../api/client';
import type { Cell } from '../../pieces/seat-field/SeatField.svelte';
import { sayShortDay } from '../../state/say';
import { STATE_WORDS, textureOf, type Texture } from '../../state/states';

/** Which holders are listed. */
export type Show = 'past' | 'all' | 'lower' | 'locked' | 'unanswered' | 'unsure';

/** Findings by holding: for whom a lower tier would do, and why. */
export type Lower = ReadonlyMap<string, Finding>;

const byIdleDays = (a: Holding, b: Holding) =>
  b.idleDays - a.idleDays || a.name.localeCompare(b.name);

/** Holders who count as idle or never opened, the longest without use first. */
export function pastTheLine(holdings: Holding[], days: number): Holding[] {
  return holdings
    .filter((h) => h.state === 'IDLE' || (h.state === 'NEVER_OPENED' && h.idleDays >= days))
    .sort(byIdleDays);
}

export const SHOWS: Record<
  Show,
  { words: string; of: (all: Holding[], days: number, lower: Lower) => Holding[] }
> = {
  past: { words: 'past the line', of: pastTheLine },
  lower: {
    words: 'a lower tier would do',
    of: (all, _, lower) => all.filter((h) => lower.has(h.holding)).sort(byIdleDays),
  },
  locked: {
    words: 'suspended or left',
    of: (all) => all.filter((h) => h.state === 'SUSPENDED' || h.state === 'LEFT').sort(byIdleDays),
  },
  unanswered: {
    words: 'unanswered',
    of: (all) => all.filter((h) => h.state === 'UNANSWERED').sort(byIdleDays),
  },
  unsure: { words: 'cannot say yet', of: (all) => all.filter((h) => h.cannotSay).sort(byIdleDays) },
  all: { words: 'all holders', of: (all) => [...all].sort(byIdleDays) },
};

const ORDER: Texture[] = [
  'inUse',
  'unsure',
  'idle',
  'never',
  'locked',
  'unanswered',
  'parked',
  'notStarted',
];
const PALEST = 0.3;
const PALE_AFTER_DAYS = 75;

/** One cell a seat: holders by state and last use, then what nobody holds. */
export function cellsOf(holdings: Holding[], s: Subscription, asOf: string): Cell[] {
  const held = [...holdings]
    .sort(
      (a, b) =>
        ORDER.indexOf(textureOf(a)) - ORDER.indexOf(textureOf(b)) ||
        a.idleDays - b.idleDays ||
        a.name.localeCompare(b.name),
    )
    .map((h) => ({
      holding: h.holding,
      texture: textureOf(h),
      title: titleOf(h, asOf),
      faded: h.state === 'IN_USE' ? Math.max(PALEST, 1 - h.idleDays / PALE_AFTER_DAYS) : 1,
    }));
  return [
    ...held,
    ...empty('resting', s.resting, 'resting: it may not be handed out yet'),
    ...empty('spare', Math.max(0, s.spare), 'spare'),
  ];
}

/** How many cells that will be, before the holders are known by name. */
export function seatsOf(s: Subscription): number {
  const held = Object.values(s.states).reduce((sum, n) => sum + n, 0);
  return held + s.resting + Math.max(0, s.spare);
}

function titleOf(h: Holding, asOf: string): string {
  const used = h.lastUsed ? `last used ${sayShortDay(h.lastUsed, asOf)}` : 'no use seen';
  return `${h.name}: ${h.cannotSay ? 'cannot say yet' : STATE_WORDS[h.state]}, ${used}`;
}

function empty(texture: Texture, n: number, title: string): Cell[] {
  return Array.from({ length: n }, () => ({ texture, title }));
}
