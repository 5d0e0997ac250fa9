import type { Schemas } from '../api/client';

const rows = [
  ['SUSPENDED_PAID', 'Suspended, still paid', 'PEOPLE', 'BY_TAKE_BACK', 'USUAL'],
  ['LEFT_PAID', 'Left, still paid', 'PEOPLE', 'BY_TAKE_BACK', 'USUAL'],
  ['NEVER_OPENED', 'Never opened', 'PEOPLE', 'BY_TAKE_BACK', 'USUAL'],
  ['IDLE', 'Idle past the line', 'PEOPLE', 'BY_TAKE_BACK', 'USUAL'],
  ['UNANSWERED', 'Invitation unanswered', 'PEOPLE', 'BY_TAKE_BACK', 'IF_ASKED'],
  ['SMALLER_TIER', 'A smaller tier would do', 'PEOPLE', 'OTHERWISE', 'NEVER'],
  ['COVERED_TWICE', 'Covered twice', 'PEOPLE', 'OTHERWISE', 'IF_ASKED'],
  ['PART_NOT_SET_UP', 'Part not set up', 'PEOPLE', 'OTHERWISE', 'NEVER'],
  ['NOBODYS', 'Nobody’s account', 'PEOPLE', 'BY_TAKE_BACK', 'NEVER'],
  ['CHEAPER_TOGETHER', 'Cheaper together', 'PEOPLE', 'OTHERWISE', 'NEVER'],
  ['ADDON_TOO_LARGE', 'Add-on larger than needed', 'PEOPLE', 'OTHERWISE', 'NEVER'],
  ['MORE_SPARE', 'More spare than needed', 'SUBSCRIPTIONS', 'OTHERWISE', 'NEVER'],
  ['SHORT', 'Short of seats', 'SUBSCRIPTIONS', 'OTHERWISE', 'NEVER'],
  ['FLOOR_AT_RISK', 'Floor at risk', 'SUBSCRIPTIONS', 'OTHERWISE', 'NEVER'],
  ['DRIFT', 'Drift', 'PEOPLE', 'OTHERWISE', 'NEVER'],
] as const;

/** The kinds of finding as the server tells them. */
export const FINDING_KINDS: Schemas['FindingKindFacts'][] = rows.map(
  ([kind, title, of, settled, inRounds]) => ({ kind, title, of, settled, inRounds }),
);
