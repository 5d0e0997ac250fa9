import type { Holding, Move, Schemas, Slate, Subscription } from '../api/client';

/** Things as the server tells them, each made up but whole; what matters to a test is put over it. */
export const euros = (amount: string) => ({ amount, currency: 'EUR' });

export function aSubscription(over: Partial<Subscription> = {}): Subscription {
  return {
    line: 'qm-opus',
    plan: 'quill-opus',
    planName: 'Opus',
    vendor: 'quillmoor',
    vendorName: 'Quillmoor',
    model: 'NAMED',
    tier: 3,
    tiers: 3,
    bought: 180,
    spare: 14,
    promised: 7,
    resting: 0,
    short: 0,
    states: { inUse: 133, idle: 12, neverOpened: 8, unanswered: 7, suspended: 4, left: 2 },
    mostAtOnce: null,
    cannotSay: 0,
    onLeave: 0,
    utilisation: { windowDays: 90, used: 128, of: 180, percent: 71.1, judgedFrom: '2026-07-01' },
    floor: null,
    seatPrice: euros('396.00'),
    yearlyCost: euros('71280.00'),
    recoverable: euros('28476.00'),
    measureDay: '2026-09-28',
    evidence: {
      completeFrom: '2025-09-01',
      completeTo: '2026-09-28',
      kind: 'DAILY',
      known: true,
      daysBehind: 2,
    },
    renews: '2027-01-07',
    noticeBy: '2026-10-12',
    noticeInDays: 12,
    termDays: 365,
    mayShrink: 'AT_RENEWAL',
    cashFrom: '2027-01-07',
    idleLine: 60,
    openingGrace: 30,
    signOutFirst: false,
    restDays: 0,
    reusable: true,
    ...over,
  } as Subscription;
}

export function aHolding(over: Partial<Holding> = {}): Holding {
  return {
    holding: 'h1',
    account: 'a1',
    person: 'p1',
    name: 'Orla Tuilagi',
    department: 'Finance',
    site: null,
    from: '2025-03-01',
    state: 'IDLE',
    cannotSay: false,
    lastUsed: '2026-04-17',
    idleDays: 164,
    yearlyCost: euros('396.00'),
    onLeave: false,
    kept: false,
    keptUntil: null,
    keepReason: null,
    admin: false,
    service: false,
    takeBackBlocked: null,
    weeks: Array.from({ length: 26 }, () => 0),
    ...over,
  } as Holding;
}

export function aMove(over: Partial<Move> = {}): Move {
  return {
    id: 'm1',
    kind: 'TAKE_BACK',
    what: 'take back Opus',
    state: 'PLANNED',
    holding: 'h1',
    account: 'a1',
    person: 'p1',
    name: 'Orla Tuilagi',
    vendor: 'quillmoor',
    vendorName: 'Quillmoor',
    plan: 'quill-opus',
    planName: 'Opus',
    line: 'qm-opus',
    toLine: null,
    seats: null,
    idleDays: 164,
    lastUsed: '2026-04-17',
    blocks: [],
    warnings: [],
    yearly: euros('-396.00'),
    cashFrom: '2027-01-07',
    undoUntil: null,
    mayUndo: false,
    byHand: false,
    reason: null,
    waitsFor: null,
    mayEnd: false,
    settledHow: null,
    ...over,
  } as Move;
}

export function aSlate(over: Partial<Slate> = {}): Slate {
  const moves = over.moves ?? [aMove()];
  return {
    id: 's1',
    state: 'DRAFT',
    author: 'runa',
    authorName: 'Runa Skarholt',
    created: '2026-09-30T08:00:00Z',
    deadline: null,
    note: null,
    decider: null,
    deciderName: null,
    reason: null,
    mayDecide: false,
    mayPost: false,
    openCalls: 0,
    byHand: 0,
    moveCount: moves.length,
    about: [...new Set(moves.map((m) => m.what))],
    settled: 0,
    readBack: 0,
    failed: 0,
    moves,
    preview: {
      lines: [
        {
          line: 'qm-opus',
          planName: 'Opus',
          before: { bought: 180, spare: 14, promised: 7, held: 159, resting: 0, short: 0 },
          after: { bought: 180, spare: 15, promised: 7, held: 158, resting: 0, short: 0 },
          yearlyDelta: euros('-396.00'),
        },
      ],
      yearly: euros('-396.00'),
      cashThisYear: euros('0.00'),
      cash: [],
      seatsBack: 1,
      blocked: 0,
      oneWay: 0,
    },
    ...over,
  } as Slate;
}

export function anEntry(over: Partial<Schemas['JournalEntry']> = {}): Schemas['JournalEntry'] {
  return {
    id: 1,
    happened: '2026-09-30T08:00:47Z',
    day: '2026-09-30',
    actor: 'runa',
    actorName: 'Runa Skarholt',
    kind: 'MOVE_CONFIRMED',
    text: 'Take back Opus for Orla Tuilagi; Quillmoor shows it.',
    slate: null,
    line: null,
    planName: null,
    holding: null,
    person: null,
    fromPlace: null,
    toPlace: null,
    seats: null,
    yearly: null,
    cashFrom: null,
    hash: 'h',
    ...over,
  };
}

export const aStanding: Schemas['Standing'] = {
  asOf: '2026-09-30',
  version: 1,
  paid: euros('367565.00'),
  inUse: euros('279694.00'),
  recoverable: euros('74274.00'),
  spare: euros('40385.00'),
  kept: euros('0.00'),
  keptYearly: euros('0.00'),
  empty: false,
  split: {
    inUse: euros('279694'),
    idle: euros('22000'),
    neverOpened: euros('7452'),
    unanswered: euros('5000'),
    suspended: euros('4152'),
    left: euros('8420'),
    resting: euros('0'),
    spare: euros('40385'),
  },
};

export function aDeskLine(over: Partial<Schemas['DeskLine']> = {}): Schemas['DeskLine'] {
  return {
    about: 'NOTICE',
    what: 'Give notice on Plumbrigg drawing, or keep it',
    ifNothing: 'It renews on 30 Oct 2026 as it is.',
    amount: euros('16480.00'),
    by: '2026-10-03',
    daysLeft: 3,
    path: '/pools/plum-draft',
    key: `${over.about ?? 'NOTICE'} ${over.path ?? '/pools/plum-draft'}`,
    owner: null,
    mine: false,
    maySettle: false,
    note: null,
    ...over,
  };
}
