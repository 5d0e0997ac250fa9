import type { Schemas } from '../../api/client';
import { sayDay } from '../../state/say';

type About = Schemas['DeskLine']['about'];
export type Does = Schemas['DeskSaying']['does'];

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

/** Lines whose day is near, all others that are open, those put off, and those settled today. */
export function parts(lines: Schemas['DeskLine'][], soonDays = 14) {
  const open = lines.filter((l) => !l.note || l.note.state === 'OPEN');
  const near = (l: Schemas['DeskLine']) => l.daysLeft != null && l.daysLeft <= soonDays;
  return {
    soon: open.filter(near),
    later: open.filter((l) => !near(l)),
    putOff: lines.filter((l) => l.note?.state === 'PUT_OFF'),
    settled: lines.filter((l) => l.note?.state === 'SETTLED'),
  };
}

/** What somebody said of a line, and why. */
export function sayNote(note: Schemas['DeskNote']): string {
  const rests = note.until ? `put off to ${sayDay(note.until)}` : 'put off';
  const said = { OPEN: 'was put off', PUT_OFF: rests, SETTLED: 'settled' }[note.state];
  return `${said} by ${note.by}: ${note.reason}`;
}

/** What is to be done today at the latest cannot come back later. */
export const mayRest = (line: Schemas['DeskLine']) => (line.daysLeft ?? 1) > 0;

export const rests = (line: Schemas['DeskLine']) =>
  line.note !== null && line.note.state !== 'OPEN';
