import type { PersonRow } from '../../api/client';
import { kinds as findingKinds } from '../../state/kinds.svelte';
import { sayMoney, sayShortDay } from '../../state/say';
import { PERSON_STATUS_WORDS } from '../../state/states';

export type ColumnKey =
  | 'department'
  | 'site'
  | 'groups'
  | 'manager'
  | 'status'
  | 'plans'
  | 'lastUsed'
  | 'found'
  | 'cost'
  | 'recoverable';

export interface Column {
  key: ColumnKey;
  name: string;
  right?: boolean;
  wide?: boolean;
  /** By what its head puts people in order, as the server calls it. */
  sort?: string;
}

/** What can be shown of a person in a list, in this order. */
export const COLUMNS: Column[] = [
  { key: 'department', name: 'Department', sort: 'DEPARTMENT' },
  { key: 'site', name: 'Site', sort: 'SITE' },
  { key: 'groups', name: 'Groups', wide: true },
  { key: 'manager', name: 'Reports to', sort: 'MANAGER' },
  { key: 'status', name: 'Status', sort: 'STATUS' },
  { key: 'plans', name: 'Holds', sort: 'SEATS', wide: true },
  { key: 'lastUsed', name: 'Last use', sort: 'LAST_USED', right: true },
  { key: 'found', name: 'Found', sort: 'FOUND', wide: true },
  { key: 'cost', name: 'a year', sort: 'COST', right: true },
  { key: 'recoverable', name: 'back', sort: 'RECOVERABLE', right: true },
];

const USUAL: ColumnKey[] = [
  'department',
  'status',
  'plans',
  'lastUsed',
  'found',
  'cost',
  'recoverable',
];
const KEPT_AS = 'people-columns';

/** Those chosen last on this machine, else the usual ones. */
export function chosenColumns(): ColumnKey[] {
  try {
    const kept = JSON.parse(localStorage.getItem(KEPT_AS) ?? 'null') as ColumnKey[] | null;
    const known = COLUMNS.map((c) => c.key).filter((key) => kept?.includes(key));
    return known.length > 0 ? known : USUAL;
  } catch {
    return USUAL;
  }
}

export function keepColumns(columns: ColumnKey[]) {
  localStorage.setItem(KEPT_AS, JSON.stringify(columns));
}

/** What a column says of a person. */
export function sayColumn(p: PersonRow, key: ColumnKey, asOf: string): string {
  switch (key) {
    case 'department':
      return p.department ?? '–';
    case 'site':
      return p.site ?? '–';
    case 'groups':
      return p.groups.join(', ') || '–';
    case 'manager':
      return p.managerName ?? '–';
    case 'status':
      return (
        PERSON_STATUS_WORDS[p.status] +
        (p.statusSince ? ` since ${sayShortDay(p.statusSince, asOf)}` : '')
      );
    case 'plans':
      return p.plans.join(', ') || '–';
    case 'lastUsed':
      return p.lastUsed ? sayShortDay(p.lastUsed, asOf) : p.seats > 0 ? 'not seen' : '–';
    case 'found':
      return p.kinds.map((k) => findingKinds.title(k)).join(', ') || '–';
    case 'cost':
      return p.seats > 0 ? sayMoney(p.yearlyCost) : '–';
    case 'recoverable':
      return Number(p.recoverable.amount) === 0 ? '–' : sayMoney(p.recoverable);
  }
}
