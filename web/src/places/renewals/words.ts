import type { Schemas } from '../../api/client';

export const STATE_WORDS: Record<Schemas['RenewalState'], string> = {
  OPEN: 'open',
  PREPARED: 'prepared',
  ASKED: 'asked',
  DECIDED: 'decided',
  NOTICE_GIVEN: 'notice given',
  RENEWED: 'renewed',
  KEPT_ON_PURPOSE: 'kept on purpose',
};

/** The way of a renewal that is not kept as it is. */
export const WAY: Schemas['RenewalState'][] = [
  'OPEN',
  'PREPARED',
  'ASKED',
  'DECIDED',
  'NOTICE_GIVEN',
  'RENEWED',
];

export const BESIDE_WORDS = {
  AS_IT_STANDS: 'As it stands',
  NEEDED: 'Needed, no margin',
  PROPOSED: 'Proposed',
  OFFER: 'Offer',
} as const;
