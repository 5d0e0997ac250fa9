import type { Schemas } from '../../api/client';

export type FileKind = Schemas['FileKind'];
export type Mapping = Schemas['FileMapping'];

export const KIND_WORDS: Record<FileKind, string> = {
  PEOPLE: 'people',
  HOLDINGS: 'who holds what',
  LAST_USE: 'last uses',
  SESSIONS: 'sessions in a pool',
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

const COUNT_WORDS: Record<FileKind, Record<string, [string, string]>> = {
  PEOPLE: { NEW: ['new person', 'new people'], CHANGED: ['changed', 'changed'] },
  HOLDINGS: {
    NEW: ['seat begins', 'seats begin'],
    CHANGED: ['seat’s end is set', 'seats’ ends are set'],
    ENDED: ['seat ends', 'seats end'],
    LEFT: ['person has left', 'people have left'],
    ACCOUNTS: ['new account', 'new accounts'],
    NOBODY: ['of them nobody’s', 'of them nobody’s'],
  },
  LAST_USE: { DAYS: ['day of use', 'days of use'] },
  SESSIONS: { NEW: ['new session', 'new sessions'], CHANGED: ['changed', 'changed'] },
};

/** What the file would change, as short words; what stays the same comes last. */
export function sayCounts(kind: FileKind, counts: Record<string, number>): string[] {
  const words = { ...COUNT_WORDS[kind], SAME: ['known already', 'known already'] };
  return Object.entries(words).flatMap(([key, [one, many]]) =>
    counts[key] ? [`${counts[key]} ${counts[key] === 1 ? one : many}`] : [],
  );
}
