/** By what a statement tells apart who bears the cost. */
export const BEARINGS = [
  'VENDOR',
  'PLAN',
  'DEPARTMENT',
  'SITE',
  'GROUP',
  'MANAGER',
  'PAYER',
] as const;

export type Bearing = (typeof BEARINGS)[number];

export const BEARING_WORDS: Record<Bearing, string> = {
  VENDOR: 'vendor',
  PLAN: 'plan',
  DEPARTMENT: 'department',
  SITE: 'site',
  GROUP: 'group',
  MANAGER: 'manager',
  PAYER: 'payer',
};

/** The bearing that an address names; by payer where it names none. */
export function bearingOf(text: string | null): Bearing {
  return BEARINGS.find((one) => one === text?.toUpperCase()) ?? 'PAYER';
}

/** A bearer as an address can name it: what nobody holds has no key. */
export const addressKey = (key: string | null) => (key === null ? '' : `=${key}`);

/** The key that {@link addressKey} made the text of. */
export const keyOfAddress = (text: string) => (text.startsWith('=') ? text.slice(1) : null);
