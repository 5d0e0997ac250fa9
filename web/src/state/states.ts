import type { Subscription, UseState } from '../api/client';

/** How a seat is drawn. One texture for each, the same everywhere. */
export type Texture =
  | 'inUse'
  | 'unsure'
  | 'idle'
  | 'never'
  | 'locked'
  | 'unanswered'
  | 'parked'
  | 'notStarted'
  | 'resting'
  | 'spare';

export const TEXTURE_WORDS: Record<Texture, string> = {
  inUse: 'in use',
  unsure: 'cannot say yet',
  idle: 'idle',
  never: 'never opened',
  locked: 'suspended or left',
  unanswered: 'unanswered',
  parked: 'parked',
  notStarted: 'assigned, not started',
  resting: 'resting',
  spare: 'spare',
};

export const STATE_WORDS: Record<UseState, string> = {
  IN_USE: 'in use',
  IDLE: 'idle',
  NEVER_OPENED: 'never opened',
  UNANSWERED: 'unanswered',
  SUSPENDED: 'suspended',
  LEFT: 'left',
  PARKED: 'parked',
  NOT_STARTED: 'assigned, not started',
};

/** The texture of a holding. */
export function textureOf(holding: { state: UseState; cannotSay: boolean }): Texture {
  switch (holding.state) {
    case 'IN_USE':
      return holding.cannotSay ? 'unsure' : 'inUse';
    case 'IDLE':
      return 'idle';
    case 'NEVER_OPENED':
      return 'never';
    case 'UNANSWERED':
      return 'unanswered';
    case 'PARKED':
      return 'parked';
    case 'NOT_STARTED':
      return 'notStarted';
    default:
      return 'locked';
  }
}

/** How many seats of a subscription are drawn in each texture, in the order they are drawn. */
export function shares(s: Subscription): { texture: Texture; seats: number }[] {
  if (s.model === 'FLOATING') {
    // Nobody holds a seat of a pool: what counts is how many were taken at once.
    const needed = Math.min(s.bought, s.mostAtOnce ?? 0);
    return [
      { texture: 'inUse' as const, seats: needed },
      { texture: 'spare' as const, seats: s.bought - needed },
    ].filter((share) => share.seats > 0);
  }
  const all: { texture: Texture; seats: number }[] = [
    { texture: 'inUse', seats: s.states.inUse - s.cannotSay },
    { texture: 'unsure', seats: s.cannotSay },
    { texture: 'idle', seats: s.states.idle },
    { texture: 'never', seats: s.states.neverOpened },
    { texture: 'locked', seats: s.states.suspended + s.states.left },
    { texture: 'unanswered', seats: s.states.unanswered },
    { texture: 'parked', seats: s.states.parked },
    { texture: 'notStarted', seats: s.states.notStarted },
    { texture: 'resting', seats: s.resting },
    { texture: 'spare', seats: Math.max(0, s.spare) },
  ];
  return all.filter((share) => share.seats > 0);
}

/** Where a seat lies, as postings say it. */
export const PLACE_WORDS: Record<string, string> = {
  OUTSIDE: 'vendor',
  SPARE: 'spare',
  PROMISED: 'promised',
  HELD: 'held',
  RESTING: 'resting',
};

export const PERSON_STATUS_WORDS = {
  ACTIVE: 'active',
  ON_LEAVE: 'on leave',
  SUSPENDED: 'suspended',
  LEFT: 'left',
} as const;
