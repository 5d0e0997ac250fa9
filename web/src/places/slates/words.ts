import type { Move, Slate } from '../../api/client';

const SLATE_STATES: Record<Slate['state'], string> = {
  DRAFT: 'Draft',
  SENT: 'Sent for decision',
  GRANTED: 'Granted',
  REFUSED: 'Refused',
  LAPSED: 'Lapsed without an answer',
  POSTED: 'On its way',
  CONFIRMED: 'Confirmed',
  FAILED: 'Settled, with failures',
};

/** Confirmed is only what was read back at a vendor; other moves are settled. */
export function sayState(slate: Pick<Slate, 'state' | 'readBack' | 'moveCount'>): string {
  if (slate.state === 'CONFIRMED' && slate.readBack < slate.moveCount) return 'Settled';
  return SLATE_STATES[slate.state];
}

const MOVE_STATES: Record<Move['state'], string> = {
  PLANNED: 'planned',
  SENT: 'on its way',
  CONFIRMED: 'confirmed',
  FAILED: 'failed',
  UNDOING: 'going back',
  UNDONE: 'undone',
};

const HOW: Record<NonNullable<Move['settledHow']>, string> = {
  READ_BACK: 'confirmed',
  SAID: 'said to be done',
  INTAKE: 'shown by an intake',
  NOTED: 'noted',
};

/** What became of a move; one that was not read back is not called confirmed. */
export function sayMove(move: Pick<Move, 'state' | 'settledHow' | 'byHand'>): string {
  if (move.byHand && move.state === 'SENT') return 'to be made by hand';
  if (move.byHand && move.state === 'UNDOING') return 'to be undone by hand';
  return move.state === 'CONFIRMED' && move.settledHow
    ? HOW[move.settledHow]
    : MOVE_STATES[move.state];
}

/** The steps of a slate's life, and which of them it has reached. */
export function steps(
  slate: Slate,
): { words: string; reached: boolean; now: boolean; ended: boolean }[] {
  const path: [string, Slate['state'][]][] = [
    ['draft', ['DRAFT']],
    ['sent', ['SENT']],
    slate.state === 'REFUSED'
      ? ['refused', ['REFUSED']]
      : slate.state === 'LAPSED'
        ? ['lapsed', ['LAPSED']]
        : ['granted', ['GRANTED']],
    ['posted', ['POSTED']],
    slate.state === 'FAILED'
      ? ['settled, with failures', ['FAILED']]
      : [
          slate.state === 'CONFIRMED' && slate.readBack < slate.moveCount ? 'settled' : 'confirmed',
          ['CONFIRMED'],
        ],
  ];
  const at = path.findIndex(([, states]) => states.includes(slate.state));
  const ended = slate.state === 'REFUSED' || slate.state === 'LAPSED';
  return path
    .map(([words], n) => ({ words, reached: n <= at, now: n === at, ended: ended && n === at }))
    .filter((_, n) => !ended || n <= at);
}
