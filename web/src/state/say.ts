import type { Money } from '../api/client';

const MONTHS = 'Jan Feb Mar Apr May Jun Jul Aug Sep Oct Nov Dec'.split(' ');

/** `7 Jan 2027`; a dash for no day. */
export function sayDay(day: string | null | undefined): string {
  if (!day) return '–';
  const [year, month, date] = day.split('-').map(Number);
  return `${date} ${MONTHS[month! - 1]} ${year}`;
}

/** `Jan 2027`. */
export function sayMonth(month: string): string {
  const [year, number] = month.split('-').map(Number);
  return `${MONTHS[number! - 1]} ${year}`;
}

/** `7 Jan` within the year of `today`, else `7 Jan 27`. */
export function sayShortDay(day: string | null | undefined, today: string): string {
  if (!day) return '–';
  const [year, month, date] = day.split('-').map(Number);
  const short = `${date} ${MONTHS[month! - 1]}`;
  return day.slice(0, 4) === today.slice(0, 4)
    ? short
    : `${short} ${String(year! % 100).padStart(2, '0')}`;
}

const formats = new Map<string, Intl.NumberFormat>();

function format(currency: string, digits: number): Intl.NumberFormat {
  const key = `${currency} ${digits}`;
  let found = formats.get(key);
  if (!found) {
    found = new Intl.NumberFormat('en-GB', {
      style: 'currency',
      currency,
      minimumFractionDigits: digits,
      maximumFractionDigits: digits,
    });
    formats.set(key, found);
  }
  return found;
}

/** `€13,860`, or `€13,860.50` with cents; a true minus sign. */
export function sayMoney(money: Money | null | undefined, cents = false): string {
  if (!money) return '–';
  const amount = Number(money.amount);
  return format(money.currency, cents ? 2 : 0)
    .format(amount)
    .replace('-', '−');
}

/** As {@link sayMoney} with cents, and a plus before what is added. */
export function saySigned(money: Money | null | undefined): string {
  if (!money) return '–';
  return (Number(money.amount) > 0 ? '+' : '') + sayMoney(money, true);
}

/** `1 seat`, `2 seats`. */
export function sayCount(n: number, one: string, many = `${one}s`): string {
  return `${n.toLocaleString('en-GB')} ${n === 1 ? one : many}`;
}

/** A count where there is little room: `9,400`, `12k`, `1.2m`. */
export function sayShortCount(n: number): string {
  if (n < 10_000) return n.toLocaleString('en-GB');
  return n < 1_000_000 ? `${Math.round(n / 1000)}k` : `${Math.round(n / 100_000) / 10}m`;
}

/** The day so many days after another, as ISO text. */
export function plusDays(day: string, days: number): string {
  const date = new Date(`${day}T00:00:00Z`);
  date.setUTCDate(date.getUTCDate() + days);
  return date.toISOString().slice(0, 10);
}

/** Seats that are spare, or how many are too few: "4", "12 too few". */
export function saySpare(spare: number): string {
  return spare < 0 ? `${-spare} too few` : String(spare);
}

/** An instant as its reader's clock had it: 30 Sep, 09:05. */
export function sayMoment(instant: string): string {
  return new Date(instant).toLocaleString('en-GB', {
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
  });
}
