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
}

/** What can be shown of a person in a list, in this order. */
export const COLUMNS: Column[] = [
  { key: 'department', name: 'Department' },
  { key: 'site', name: 'Site' },
  { key: 'groups', name: 'Groups', wide: true },
  { key: 'manager', name: 'Reports to' },
  { key: 'status', name: 'Status' },
  { key: 'plans', name: 'Holds', wide: true },
  { key: 'lastUsed', name: 'Last use', right: true },
  { key: 'found', name: 'Found', wide: true },
  { key: 'cost', name: 'a year', right: true },
  { key: 'recoverable', name: 'back', right: true },
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
