import type { Schemas } from '../../api/client';
import { sayDay } from '../../state/say';

type Round = Schemas['Round'];

/** What becomes of a seat in a round. */
export const ITEM_WORDS: Record<Schemas['RoundItem']['state'], string> = {
  ASKED: 'asked',
  NOT_ASKED: 'cannot be asked',
  KEPT: 'still needed',
  PROPOSED: 'waits for a yes',
  DECLINED: 'not granted',
  POSTED: 'on its way',
  TAKEN_BACK: 'came back',
  LEFT_OUT: 'left out',
};

const STEPS = ['gather', 'ask', 'decide', 'post', 'check'] as const;
const REACHED: Record<Round['state'], number> = {
  GATHERED: 0,
  ASKING: 1,
  DECIDING: 2,
  POSTING: 3,
  DONE: 4,
  NOTHING: 0,
  NOT_GRANTED: 2,
  OVERTAKEN: 1,
};

/** Where something happens by itself, so that it is worth looking again. */
export const MOVING: ReadonlySet<Round['state']> = new Set(['GATHERED', 'DECIDING', 'POSTING']);

/** The five steps of a round, and how far it has come. */
export function steps(round: Pick<Round, 'state'>) {
  const at = REACHED[round.state];
  const ended = ['NOTHING', 'NOT_GRANTED', 'OVERTAKEN'].includes(round.state);
  return STEPS.map((words, n) => ({
    words,
    reached: n <= at,
    now: n === at && round.state !== 'DONE' && !ended,
    ended: n === at && ended,
  }));
}

/** Where a round stands, as a sentence. */
export function sayRound(round: Round): string {
  switch (round.state) {
    case 'GATHERED':
      return 'Letters are being written';
    case 'ASKING':
      return 'Holders are asked';
    case 'DECIDING':
      return 'Waits for a decision';
    case 'POSTING':
      return 'Seats are coming back';
    case 'DONE':
      return 'Done';
    case 'NOTHING':
      return 'Nothing to take back';
    case 'NOT_GRANTED':
      return 'Not granted';
    case 'OVERTAKEN':
      return 'Overtaken by the next one';
  }
}

export const WEEKDAYS = [
  'Monday',
  'Tuesday',
  'Wednesday',
  'Thursday',
  'Friday',
  'Saturday',
  'Sunday',
];

/** How often the line was drawn too early, in whole percent; null before anything came back. */
export function sayReturns(
  round: Pick<Round, 'counts' | 'cameBack' | 'watchedUntil'>,
  today: string,
): string | null {
  const back = round.counts['TAKEN_BACK'] ?? 0;
  if (back === 0) return null;
  const so = `${round.cameBack} of ${back} were needed again`;
  const open = round.watchedUntil != null && round.watchedUntil > today;
  return open
    ? `${so} so far; watched until ${sayDay(round.watchedUntil)}`
    : `${so} within 30 days`;
}
