import { plusDays } from './say';

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
const DAY_MS = 86_400_000;

/**
 * The day that somebody wrote as people write days: `7 jan`, `7 January 2027`, `7.1.2027`,
 * `2027-01-07`, `today`, `tomorrow`, `+30` or `-7` (days from `from`). Without a year it is the one
 * nearest to `from`. Days come before months.
 *
 * @returns as YYYY-MM-DD; null where it is none
 */
export function readDay(text: string, from: string): string | null {
  const said = text.trim().toLowerCase();
  if (said === 'today') return from;
  if (said === 'tomorrow') return plusDays(from, 1);
  if (said === 'yesterday') return plusDays(from, -1);
  if (/^[+-]\d{1,4}$/.test(said)) return plusDays(from, Number(said));
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(said);
  if (iso) return dayOf(Number(iso[1]), Number(iso[2]), Number(iso[3]));
  const words = /^(\d{1,2})\.?\s*([a-z]{3,9})\.?,?\s*(\d{2}|\d{4})?$/.exec(said);
  const figures = /^(\d{1,2})[./]\s*(\d{1,2})[./]?\s*(\d{2}|\d{4})?$/.exec(said);
  const parts = words ?? figures;
  if (!parts) return null;
  const month = words
    ? 1 + MONTHS.findIndex((name) => words[2]!.startsWith(name))
    : Number(parts[2]);
  const day = Number(parts[1]);
  if (!parts[3]) return nearest(month, day, from);
  return dayOf(parts[3].length === 2 ? 2000 + Number(parts[3]) : Number(parts[3]), month, day);
}

/** A day that the calendar has; else null. */
function dayOf(year: number, month: number, day: number): string | null {
  const date = new Date(Date.UTC(year, month - 1, day));
  const is =
    date.getUTCFullYear() === year && date.getUTCMonth() === month - 1 && date.getUTCDate() === day;
  return is ? date.toISOString().slice(0, 10) : null;
}

function nearest(month: number, day: number, from: string): string | null {
  const year = Number(from.slice(0, 4));
  const away = (one: string) => Math.abs(Date.parse(one) - Date.parse(from)) / DAY_MS;
  const all = [year - 1, year, year + 1].flatMap((y) => dayOf(y, month, day) ?? []);
  return all.sort((a, b) => away(a) - away(b))[0] ?? null;
}
