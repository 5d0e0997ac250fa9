import type { Schemas } from '../../api/client';

export type RouteKind = Schemas['Route']['route'];

export const KIND_WORDS: Record<Schemas['LeaverPerson']['kind'], string> = {
  LEAVING: 'leaves',
  LEFT: 'left',
  ON_LEAVE: 'on leave',
  SUSPENDED: 'sent home',
};

export const STATE_WORDS: Record<Schemas['AccountRoutes']['state'], string> = {
  HELD: 'seat held',
  SUSPENDED: 'shut, seat held',
  TAKEN_BACK: 'taken back',
  RESTING: 'resting',
  DELETED: 'deleted',
};

export const ROUTE_WORDS: Record<RouteKind, string> = {
  KEEP: 'Leave it as it is',
  SUSPEND: 'Shut the sign-in',
  REST: 'Rest',
  TAKE_BACK: 'Take back',
  HAND_OVER: 'Hand over, then delete',
  DELETE: 'Delete',
};

export const REACH_WORDS: Record<Schemas['EstateStage']['reach'], string> = {
  OWNER: 'its owner',
  ADMIN: 'administrators',
  PAID: 'against money',
  NOBODY: 'nobody',
};

export const WHY_WORDS: Record<Schemas['EstateAccount']['why'], string> = {
  DUTY: 'must be kept',
  LEFT: 'left',
  AWAY: 'away',
  NOBODY: 'nobody’s',
  COVERED: 'covered by another seat',
  TAKEN_BACK: 'seat taken back',
};

const WARNING_WORDS: Record<Schemas['Route']['warnings'][number], string> = {
  DATA_LOST: '',
  ONE_WAY: '',
  NO_ROOM: 'no room at the successor’s',
  NO_RULE_KNOWN: 'nobody knows how long the vendor keeps it',
  STORED_UNKNOWN: 'nobody says how much is stored',
  SEAT_STAYS_PAID: 'the seat stays paid',
  STILL_SIGNS_IN: 'they can still sign in',
};

/** What a route comes to for the data, in a few words. */
export function sayEnd(route: Schemas['Route'], sayDay: (day: string) => string): string {
  const says: string[] = [];
  if (route.lostOn) says.push(`data gone ${sayDay(route.lostOn)}`);
  else if (route.route === 'HAND_OVER') says.push('data lives on');
  else says.push('nothing lost');
  if (route.oneWayFrom && route.oneWayFrom !== route.lostOn) {
    says.push(`no way back from ${sayDay(route.oneWayFrom)}`);
  }
  if (route.addon) says.push('more room is bought');
  says.push(...route.warnings.map((w) => WARNING_WORDS[w]).filter((w) => w !== ''));
  return says.join(' · ');
}

/** Whether the duty is met, in a word; nothing where there is none. */
export function sayMet(met: boolean | null | undefined, duty: boolean): string {
  if (met === false) return 'not kept long enough';
  if (met === null || met === undefined) return 'cannot be said';
  return duty ? 'kept long enough' : '';
}
