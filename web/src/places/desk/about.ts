import type { Schemas } from '../../api/client';

type About = Schemas['DeskLine']['about'];

/** What a line of the desk is about, in one or two words. */
export const ABOUT_WORDS: Record<About, string> = {
  SLATE_TO_DECIDE: 'slate to decide',
  SLATE_TO_POST: 'slate to post',
  BY_HAND: 'by hand',
  SLATE_FAILED: 'failed moves',
  NOTICE: 'notice day',
  FLOOR: 'floor at risk',
  SHORT: 'short',
  QUEUE: 'queue',
  DRIFT: 'drift',
  ROUND: 'round',
  INVITATIONS: 'invitations',
  ADMINISTRATOR: 'nobody’s account',
  STALE: 'stale source',
  RESTORE: 'last way back',
  KEEP: 'keep ends',
  STEP: 'dated step',
  SUCCESSOR: 'successor',
  LEAVER: 'leaver',
  STILL_SIGNS_IN: 'still signs in',
  PASSING: 'data passes',
  DUTY_OVER: 'duty over',
  RETURN: 'is back',
  ALLOWANCE: 'allowance',
  BILL: 'bill to check',
  SAVING: 'saving to sign',
};

/** `today`, `tomorrow`, `in 5 days`. */
export function sayDaysLeft(days: number): string {
  if (days < 0) return days === -1 ? 'yesterday' : `${-days} days ago`;
  return days === 0 ? 'today' : days === 1 ? 'tomorrow' : `in ${days} days`;
}

/** Lines whose day is near, and all others. */
export function parts(lines: Schemas['DeskLine'][], soonDays = 14) {
  const near = (l: Schemas['DeskLine']) => l.daysLeft != null && l.daysLeft <= soonDays;
  return { soon: lines.filter(near), later: lines.filter((l) => !near(l)) };
}
