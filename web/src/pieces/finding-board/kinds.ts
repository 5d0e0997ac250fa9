import type { Combination, FindingKind } from '../../api/client';

export const KIND_WORDS: Record<FindingKind, string> = {
  SUSPENDED_PAID: 'Suspended, still paid',
  LEFT_PAID: 'Left, still paid',
  NEVER_OPENED: 'Never opened',
  IDLE: 'Idle past the line',
  UNANSWERED: 'Invitation unanswered',
  SMALLER_TIER: 'A smaller tier would do',
  COVERED_TWICE: 'Covered twice',
  PART_NOT_SET_UP: 'Part not set up',
  NOBODYS: 'Nobody’s account',
  CHEAPER_TOGETHER: 'Cheaper together',
  ADDON_TOO_LARGE: 'Add-on larger than needed',
  MORE_SPARE: 'More spare than needed',
  SHORT: 'Short of seats',
  FLOOR_AT_RISK: 'Floor at risk',
  DRIFT: 'Drift',
};

/** A combination as it stands in the address bar and in the question to the server. */
export function keyOf(combination: Combination): string {
  return combination.kinds.join('.');
}

/** `Never opened and covered twice`. */
export function wordsOf(kinds: readonly FindingKind[]): string {
  const words = kinds.map((kind, n) =>
    n === 0 ? KIND_WORDS[kind] : KIND_WORDS[kind].replace(/^./, (c) => c.toLowerCase()),
  );
  return words.length < 2
    ? words.join('')
    : `${words.slice(0, -1).join(', ')} and ${words[words.length - 1]}`;
}
