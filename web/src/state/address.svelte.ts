import { searchParams } from 'sv-router';
import { session } from './session.svelte';
import { plusDays } from './say';

/** A value of the address bar; null where it is not there. */
export function param(name: string): string | null {
  const value = searchParams.get(name);
  return value === null ? null : String(value);
}

/** Puts a value into the address bar without a new step back; null takes it out. */
export function setParam(name: string, value: string | null) {
  const now = param(name);
  if (value === null || value === '') {
    if (now !== null) searchParams.delete(name, undefined, { replace: true });
  } else if (now !== value) {
    searchParams.set(name, value, { replace: true });
  }
}

/** The day that the pages are about: of the address bar, else today. */
export function asOf(): string {
  return param('asOf') ?? today();
}

export function today(): string {
  return session.me?.today ?? new Date().toISOString().slice(0, 10);
}

/** Travels to a day; today is not kept in the address. */
export function travelTo(day: string) {
  setParam('asOf', day === today() ? null : day);
}

export function travelBy(days: number) {
  travelTo(plusDays(asOf(), days));
}

/** A path that keeps the as-of day. */
export function to(path: string): string {
  const day = param('asOf');
  return day ? `${path}?asOf=${day}` : path;
}

/** The search part that keeps the as-of day, and what else is given. */
export function search(more: Record<string, string> = {}): Record<string, string> {
  const day = param('asOf');
  return day ? { asOf: day, ...more } : more;
}
