import type { Schemas } from '../../api/client';

const eur = (amount: string) => ({ amount, currency: 'EUR' });

/** A sheet of one agreement with one subscription, for tests. */
export function aTermsSheet(): Schemas['TermsSheet'] {
  return {
    vendor: 'ostwerk',
    name: 'Ostwerk',
    state: 's1',
    agreements: [
      {
        agreement: 'ow-17',
        name: 'OW-17',
        currency: 'EUR',
        starts: '2026-02-01',
        ends: '2027-02-01',
        noticeDays: 60,
        renews: 'AUTO',
        mayShrink: 'AT_RENEWAL',
        renewal: '2027-02-01',
        noticeBy: '2026-12-03',
        yearly: eur('47520.00'),
        lines: [
          {
            line: 'atelier',
            planName: 'Atelier',
            model: 'NAMED',
            parts: ['Drawing', 'Storage'],
            bought: 40,
            held: 38,
            unitPrice: '1188',
            pricing: 'VOLUME',
            minimum: 0,
            breaks: [{ fromSeats: 50, unitPrice: '1100' }],
            yearly: eur('47520.00'),
          },
        ],
        later: [
          {
            day: '2027-02-01',
            passed: false,
            said: ['Atelier EUR 1212 a seat', 'Atelier 42 seats'],
          },
        ],
      },
    ],
  };
}
