import { expect, it } from 'vitest';
import { aSubscription, euros } from '../../testing/made';
import { folded, keyOf, type VendorSums } from './folded';

const sums = (vendor: string): VendorSums => ({
  vendor,
  vendorName: vendor,
  subscriptions: 2,
  bought: 10,
  yearlyCost: euros('100.00'),
  recoverable: euros('10.00'),
  noticeBy: null,
  noticeInDays: null,
});
const all = ['a1', 'b1', 'a2', 'gone'].map((line) =>
  aSubscription({ line, vendor: line === 'gone' ? 'gone' : line[0]! }),
);

it('shows vendors in the order of their first subscription, and theirs where they are open', () => {
  const rows = folded(all, [sums('b'), sums('a')], new Set(['a']));
  expect(rows.map(keyOf)).toEqual(['vendor a', 'a1', 'a2', 'vendor b', 'gone']);
});
