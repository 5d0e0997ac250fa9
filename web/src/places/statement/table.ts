import type { Schemas } from '../../api/client';
import { addressKey } from './words';

type Month = Schemas['StatementMonth'];
type Share = Schemas['StatementShare'];

/** One who bears, month by month; null in months in which they bear nothing. */
export interface Bearer {
  /** As an address names it. */
  id: string;
  key: string | null;
  name: string;
  shares: (Share | null)[];
}

/**
 * The months' shares as rows, in the order of the last month, those first that bear most; what
 * nobody holds comes last.
 */
export function bearers(months: readonly Month[]): Bearer[] {
  const rows = new Map<string, Bearer>();
  months.forEach((month, n) => {
    for (const share of month.shares) {
      const key = share.key ?? null;
      const id = addressKey(key);
      let row = rows.get(id);
      if (!row) {
        row = { id, key, name: share.name, shares: months.map(() => null) };
        rows.set(id, row);
      }
      row.shares[n] = share;
    }
  });
  const last = (row: Bearer) => Number(row.shares.at(-1)?.amount.amount ?? 0);
  return [...rows.values()].sort(
    (a, b) =>
      Number(a.key === null) - Number(b.key === null) ||
      last(b) - last(a) ||
      a.name.localeCompare(b.name),
  );
}
