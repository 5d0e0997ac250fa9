import type { Schemas, Subscription } from '../../api/client';

export type VendorSums = Schemas['VendorSums'];
export type Row = Subscription | VendorSums;

export const isVendor = (row: Row): row is VendorSums => 'subscriptions' in row;

export const keyOf = (row: Row) => (isVendor(row) ? `vendor ${row.vendor}` : row.line);

/**
 * Each vendor of whom a subscription is shown, in the order of its first; its subscriptions follow it
 * where it is open.
 */
export function folded(
  subscriptions: Subscription[],
  sums: VendorSums[],
  open: ReadonlySet<string>,
): Row[] {
  const byVendor = new Map<string, Subscription[]>();
  for (const s of subscriptions) {
    byVendor.set(s.vendor, [...(byVendor.get(s.vendor) ?? []), s]);
  }
  return [...byVendor].flatMap(([vendor, of]) => {
    const sum = sums.find((one) => one.vendor === vendor);
    // What is over has no sums: it stands by itself.
    if (!sum) return of;
    return open.has(vendor) ? [sum, ...of] : [sum];
  });
}
