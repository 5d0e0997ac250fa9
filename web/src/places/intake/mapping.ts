import type { Schemas } from '../../api/client';

export type FileKind = Schemas['FileKind'];
export type Mapping = Schemas['FileMapping'];

export const KIND_WORDS: Record<FileKind, string> = {
  CONTRACTS: 'what is bought',
  PEOPLE: 'people',
  HOLDINGS: 'who holds what',
  LAST_USE: 'last uses',
  SESSIONS: 'sessions in a pool',
  USE: 'days of use',
  PRICES: 'a price list',
  OFFER: 'a vendor’s offer',
  BILL: 'a vendor’s bills',
  METER: 'use of an allowance',
  GROUPS: 'groups and their leads',
  RATES: 'rates of currencies',
};

export const DAY_FORMS: [NonNullable<Mapping['dayForm']>, string][] = [
  ['ISO', '2026-09-30'],
  ['DOTS', '30.09.2026'],
  ['DAY_FIRST', '30/09/2026'],
  ['MONTH_FIRST', '09/30/2026'],
];

const FIELD_WORDS: Record<string, string> = {
  who: 'who: address or id',
  person: 'the person’s id',
  plan: 'the plan',
  vendor: 'who sells it',
  seats: 'how many seats',
  unit_price: 'price of a seat',
  total: 'price of all',
  per: 'span of the price',
  agreement: 'the contract',
  starts: 'first day',
  ends: 'day after the last',
  renews: 'how it renews',
  may_shrink: 'when it may shrink',
  model: 'whose a seat is',
  parts: 'what it gives',
  from_seats: 'from so many seats',
  minimum: 'at least so many',
  offer: 'the offer’s name',
  months: 'for how many months',
  valid_until: 'can be taken until',
  added_seat_percent: '% more for a seat added later',
  price: 'price of a seat',
  quantity: 'how many are charged',
  used: 'how much was used',
  allowance: 'of which allowance',
  account: 'by which account',
  amount: 'for how much',
  bill: 'the bill’s number',
  day: 'the day',
  first_day: 'first day charged',
  last_day: 'last day charged',
  currency: 'the currency',
  group: 'the group',
  lead: 'leads it',
  from: 'held from',
  until: 'until before',
  status_since: 'status since',
  started: 'session began',
  ended: 'session ended',
  session: 'the session’s id',
};

const PART = 'part:';

/** In place of a part: the account was used at all. */
const ANY_USE = '*';

/** What the file's columns may be, as choices: a field of the kind or the last use of a part. */
export function choices(
  fields: string[],
  parts: Record<string, string>,
): { value: string; text: string }[] {
  return [
    ...fields.map((field) => ({ value: field, text: FIELD_WORDS[field] ?? field })),
    ...(Object.keys(parts).length > 0
      ? [{ value: PART + ANY_USE, text: 'any use, such as a sign-in' }]
      : []),
    ...Object.entries(parts).map(([id, name]) => ({
      value: PART + id,
      text: `last use of ${name}`,
    })),
  ];
}

/** What the column is; empty where it is not read. */
export function meaningOf(mapping: Mapping, column: string): string {
  const field = Object.entries(mapping.columns).find(([, c]) => c === column)?.[0];
  if (field) return field;
  const part = Object.entries(mapping.parts ?? {}).find(([, c]) => c === column)?.[0];
  return part ? PART + part : '';
}

/** The mapping once the column is that; what it was before is given up, as is another column. */
export function withMeaning(mapping: Mapping, column: string, meaning: string): Mapping {
  const without = (of: Record<string, string>) =>
    Object.fromEntries(Object.entries(of).filter(([, c]) => c !== column));
  const columns = without(mapping.columns);
  const parts = without(mapping.parts ?? {});
  if (meaning.startsWith(PART)) parts[meaning.slice(PART.length)] = column;
  else if (meaning) columns[meaning] = column;
  return { ...mapping, columns, parts };
}

/** What the file lacks before it can be tried; empty if nothing. */
export function lacks(mapping: Mapping, kind: Schemas['FileKindOffer'] | undefined): string {
  if (!kind) return 'Say what the file is about.';
  if (kind.ofVendor && !mapping.vendor) return 'Say whose file it is.';
  const open = kind.fields.find((f) => f.required && !mapping.columns[f.name]);
  if (open) return `Say which column is “${FIELD_WORDS[open.name] ?? open.name}”.`;
  if (mapping.kind === 'LAST_USE' && Object.keys(mapping.parts ?? {}).length === 0) {
    return 'Say which columns are the last use of which part.';
  }
  return '';
}

/** A remembered mapping whose columns are all in the file; the one used last of several. */
export function remembered(all: Mapping[], columns: string[]): Mapping | undefined {
  return all.find((mapping) =>
    [...Object.values(mapping.columns), ...Object.values(mapping.parts ?? {})].every((c) =>
      columns.includes(c),
    ),
  );
}

/** Whether a file of the kind may tell last uses beside what else it tells. */
export const tellsUse = (kind: FileKind) => kind === 'LAST_USE' || kind === 'HOLDINGS';

/** What products in one cell may be kept apart by; empty where a cell names one. */
export const SEPARATORS: [string, string][] = [
  ['', 'one a cell'],
  ['+', 'several with +'],
  [',', 'several with ,'],
  [';', 'several with ;'],
  ['|', 'several with |'],
];

const COUNT_WORDS: Record<FileKind, Record<string, [string, string]>> = {
  CONTRACTS: {
    NEW: ['new subscription', 'new subscriptions'],
    CHANGED: ['changed', 'changed'],
  },
  RATES: { NEW: ['new rate', 'new rates'], CHANGED: ['changed', 'changed'] },
  PRICES: { NEW: ['new price', 'new prices'], CHANGED: ['price set', 'prices set'] },
  OFFER: { NEW: ['new price', 'new prices'], CHANGED: ['price changed', 'prices changed'] },
  METER: { NEW: ['new day', 'new days'], CHANGED: ['day changed', 'days changed'] },
  BILL: {
    NEW: ['new bill', 'new bills'],
    LEFT_OUT: ['row of nothing bought here', 'rows of nothing bought here'],
  },
  USE: { DAYS: ['day of use', 'days of use'] },
  GROUPS: {
    GROUPS: ['new group', 'new groups'],
    NEW: ['new member', 'new members'],
    CHANGED: ['changed', 'changed'],
  },
  PEOPLE: { NEW: ['new person', 'new people'], CHANGED: ['changed', 'changed'] },
  HOLDINGS: {
    NEW: ['seat begins', 'seats begin'],
    CHANGED: ['seat’s end is set', 'seats’ ends are set'],
    ENDED: ['seat ends', 'seats end'],
    LEFT: ['person has left', 'people have left'],
    ACCOUNTS: ['new account', 'new accounts'],
    PEOPLE: ['new person', 'new people'],
    NOBODY: ['of them nobody’s', 'of them nobody’s'],
    LEFT_OUT: ['of a product left out', 'of products left out'],
    DAYS: ['day of use', 'days of use'],
  },
  LAST_USE: { DAYS: ['day of use', 'days of use'] },
  SESSIONS: {
    NEW: ['new session', 'new sessions'],
    CHANGED: ['changed', 'changed'],
    ACCOUNTS: ['new account', 'new accounts'],
    NOBODY: ['of them nobody’s', 'of them nobody’s'],
  },
};

/** What the file would change, as short words; what stays the same comes last. */
export function sayCounts(kind: FileKind, counts: Record<string, number>): string[] {
  const words = { ...COUNT_WORDS[kind], SAME: ['known already', 'known already'] };
  return Object.entries(words).flatMap(([key, [one, many]]) =>
    counts[key] ? [`${counts[key]} ${counts[key] === 1 ? one : many}`] : [],
  );
}
