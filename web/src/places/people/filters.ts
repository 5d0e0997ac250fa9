/** By what people are found; each stands in the address under its name. */
export const FILTERS = [
  'q',
  'group',
  'site',
  'department',
  'status',
  'holds',
  'lacks',
  'unused',
  'kind',
  'owner',
] as const;

export type Filter = (typeof FILTERS)[number];

/** The filters that are set. */
export function filterOf(param: (name: string) => string | null): { [key in Filter]?: string } {
  return Object.fromEntries(FILTERS.flatMap((key) => (param(key) ? [[key, param(key)!]] : [])));
}
