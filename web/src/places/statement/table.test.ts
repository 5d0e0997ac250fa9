import { describe, expect, it } from 'vitest';
import type { Schemas } from '../../api/client';
import { bearers } from './table';
import { bearingOf, keyOfAddress } from './words';

const money = (amount: string) => ({ amount, currency: 'EUR' });

function month(name: string, shares: [string | null, string][]): Schemas['StatementMonth'] {
  return {
    month: name,
    until: '2026-10-01',
    paid: money('0'),
    work: money('0'),
    kept: money('0'),
    nobody: money('0'),
    foundAgain: { seats: 0, amount: money('0') },
    yearAgo: null,
    shares: shares.map(([key, amount]) => ({
      key: key as string,
      name: key ?? 'held by nobody',
      amount: money(amount),
      work: money('0'),
    })),
  };
}

describe('a statement as a table', () => {
  it('has a row for everybody who bears in any month, nobody last', () => {
    const rows = bearers([
      month('2026-08', [
        [null, '90'],
        ['Yard', '20'],
      ]),
      month('2026-09', [
        [null, '90'],
        ['Ferries', '30'],
        ['', '5'],
      ]),
    ]);
    expect(rows.map((row) => row.key)).toEqual(['Ferries', '', 'Yard', null]);
    expect(rows[2]!.shares.map((share) => share?.amount.amount ?? null)).toEqual(['20', null]);
  });

  it('tells those of whom nothing is said from what nobody holds', () => {
    const rows = bearers([
      month('2026-09', [
        [null, '9'],
        ['', '5'],
      ]),
    ]);
    expect(rows.map((row) => keyOfAddress(row.id))).toEqual(['', null]);
  });

  it('goes by payer where the address says nothing known', () => {
    expect(bearingOf('Site')).toBe('SITE');
    expect(bearingOf('moon')).toBe('PAYER');
    expect(bearingOf(null)).toBe('PAYER');
  });
});
