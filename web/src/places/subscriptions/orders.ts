import type { Subscription } from '../../api/client';
import { asOf } from '../../state/address.svelte';

export type Order = 'recoverable' | 'notice' | 'name' | 'used' | 'paid' | 'working' | 'spare';
export const ORDERS: Record<Order, string> = {
  recoverable: 'money that could be had back',
  notice: 'the day by which to decide',
  name: 'vendor and plan',
  used: 'how well they are used',
  paid: 'what is paid',
  working: 'what does work',
  spare: 'what is spare',
};

export function sorted(all: Subscription[], by: Order): Subscription[] {
  const name = (s: Subscription) => `${s.vendorName} ${s.tier} ${s.planName}`;
  const copy = [...all].sort((a, b) => name(a).localeCompare(name(b)));
  const value: Record<Order, (s: Subscription) => number> = {
    recoverable: (s) => -Number(s.recoverable.amount),
    notice: (s) => decideIn(s) ?? 1e9,
    name: () => 0,
    used: (s) => s.utilisation.percent ?? 1e9,
    paid: (s) => -Number(s.yearlyCost.amount),
    working: (s) => -s.states.inUse * Number(s.seatPrice.amount),
    spare: (s) => -Math.max(0, s.spare - (s.mostAtOnce ?? 0)) * Number(s.seatPrice.amount),
  };
  return copy.sort((a, b) => value[by](a) - value[by](b));
}

/** Days until it must be decided how many seats stay; null where there is no such day. */
export function decideIn(s: Subscription): number | null {
  return s.mayShrink === 'MONTHLY' ? daysUntil(s.cashFrom) : (s.noticeInDays ?? null);
}

function daysUntil(day: string | null | undefined): number | null {
  return day ? Math.round((Date.parse(day) - Date.parse(asOf())) / 86_400_000) : null;
}
