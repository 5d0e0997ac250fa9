import type { Schemas } from '../../api/client';

const eur = (amount: string) => ({ amount, currency: 'EUR' });

export const aLine = (
  agreement: string,
  more: Partial<Schemas['RenewalLine']> = {},
): Schemas['RenewalLine'] => ({
  agreement,
  name: `Contract ${agreement}`,
  vendor: 'ostwerk',
  vendorName: 'Ostwerk',
  renews: '2027-02-01',
  noticeBy: '2026-12-03',
  mayShrink: 'AT_RENEWAL',
  yearly: eur('47520.00'),
  needed: eur('40000.00'),
  proposed: eur('41000.00'),
  paid: eur('50000.00'),
  paidProposed: eur('43480.00'),
  decided: null,
  stake: eur('6520.00'),
  recoverable: eur('5000.00'),
  missed: [],
  state: 'OPEN',
  owner: null,
  payer: null,
  ...more,
});

const beside = (
  what: Schemas['RenewalBeside']['what'],
  yearly: string,
  offer: string | null = null,
): Schemas['RenewalBeside'] => ({
  what,
  offer,
  months: 12,
  yearly: eur(yearly),
  overTerm: eur(yearly),
  all: eur(yearly),
  allOverTerm: eur(yearly),
  others: [],
  expectedAdded: eur('120.00'),
  moved: 4,
  takeBack: 3,
  seats: [{ plan: 'atelier', seats: 38 }],
  proven: true,
  gap: eur('0.00'),
});

/** A renewal of one plan with a break just above what is needed, and one offer. */
export function aRenewal(): Schemas['Renewal'] {
  return {
    agreement: 'ow-17',
    vendor: 'ostwerk',
    offer: null,
    renews: '2027-02-01',
    noticeBy: '2026-12-03',
    missed: [],
    months: 12,
    u: 10,
    proven: true,
    gap: eur('0.00'),
    plans: [
      {
        plan: 'atelier',
        name: 'Atelier',
        listed: false,
        held: 40,
        resting: 0,
        bought: 50,
        given: 36,
        minimum: 0,
        margin: 2,
        seats: 38,
        unit: eur('1188.00'),
        yearly: eur('45144.00'),
        atRenewal: 36,
        low: 34,
        high: 41,
        breaks: [{ fromSeats: 40, unit: eur('1100.00') }],
      },
    ],
    classes: [
      {
        stays: [],
        need: ['drawing'],
        persons: 40,
        now: [],
        given: [{ plans: ['atelier'], persons: 36 }],
      },
    ],
    uncovered: [],
    movement: [],
    dormant: ['p9'],
    pools: [],
    addons: [],
    floors: [],
    all: eur('59400.00'),
    beside: [
      beside('AS_IT_STANDS', '59400.00'),
      beside('NEEDED', '42768.00'),
      beside('PROPOSED', '45144.00'),
      beside('OFFER', '41000.00', 'two'),
    ],
    shown: beside('PROPOSED', '45144.00'),
  };
}

export const PLAN: Schemas['RenewalPlanStudy'] = {
  points: [
    { seats: 36, paid: eur('42768.00'), added: eur('900.00'), sum: eur('43668.00') },
    { seats: 38, paid: eur('45144.00'), added: eur('300.00'), sum: eur('45444.00') },
    { seats: 39, paid: eur('46332.00'), added: eur('200.00'), sum: eur('46532.00') },
    { seats: 40, paid: eur('44000.00'), added: eur('100.00'), sum: eur('44100.00') },
  ],
  past: [
    { day: '2026-08-01', held: 39 },
    { day: '2026-09-30', held: 40 },
  ],
  outlook: [
    { day: '2026-09-30', low: 36, middle: 36, high: 36 },
    { day: '2027-02-01', low: 34, middle: 36, high: 39 },
    { day: '2028-02-01', low: 33, middle: 36, high: 41 },
  ],
};

export const aCase = (more: Partial<Schemas['RenewalCase']> = {}): Schemas['RenewalCase'] => ({
  agreement: 'ow-17',
  name: 'OW-17',
  renews: '2027-02-01',
  noticeBy: '2026-12-03',
  version: -1,
  state: 'OPEN',
  choice: null,
  decision: null,
  notice: null,
  kept: null,
  renewedOn: null,
  mayDo: ['PREPARE', 'KEEP'],
  ...more,
});

export const CHOSEN: Schemas['RenewalChosen'] = {
  offer: 'two',
  offerName: 'Two years',
  months: 24,
  margin: 'atelier:2',
  known: ['atelier:2027-04:12'],
  yearlyBefore: eur('59400.00'),
  yearlyAfter: eur('41000.00'),
  less: eur('18400.00'),
  note: 'two years do',
  preparedBy: 'Runa Skarholt',
  preparedOn: '2026-09-28',
  seats: [
    {
      plan: 'atelier',
      name: 'Atelier',
      before: 50,
      seats: 38,
      unit: eur('1100.00'),
      yearly: eur('41000.00'),
    },
  ],
};
