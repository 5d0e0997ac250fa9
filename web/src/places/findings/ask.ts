/** Parts of the address that say which findings are looked at. */
export const ASKS = ['vendor', 'group', 'site', 'lead', 'atLeast', 'olderThan'] as const;

/** Parts of the address that say which lines are tried. */
export const TRIED = ['idleLine', 'openingGrace', 'needWindow'] as const;

/** What the board is asked for, out of the address. */
export function boardQuery(
  asOf: string,
  param: (name: string) => string | null,
): Record<string, string> {
  const query: Record<string, string> = { asOf };
  for (const name of [...ASKS, ...TRIED]) {
    const value = param(name);
    if (value) query[name] = value;
  }
  return query;
}
