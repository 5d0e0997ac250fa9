/** The places of the application, each with the second letter of the keys that lead there. */
const PLACES = [
  { path: '/desk', name: 'Desk', key: 'd' },
  { path: '/subscriptions', name: 'Subscriptions', key: 's' },
  { path: '/people', name: 'People', key: 'p' },
  { path: '/findings', name: 'Findings', key: 'f' },
  { path: '/rounds', name: 'Rounds', key: 'r' },
  { path: '/leavers', name: 'Leavers', key: 'e' },
  { path: '/renewals', name: 'Renewals', key: 'w' },
  { path: '/slates', name: 'Slates', key: 'l' },
  { path: '/statement', name: 'Statement', key: 'm' },
  { path: '/bills', name: 'Bills', key: 'b' },
  { path: '/intake', name: 'Intake', key: 'i' },
  { path: '/journal', name: 'Journal', key: 'j' },
  { path: '/house-rules', name: 'House rules', key: 'h' },
] as const;

export type Place = (typeof PLACES)[number];

/** What leads are shown: the rest is closed to them. */
const OF_LEADS: readonly string[] = ['/people', '/findings', '/leavers', '/slates'];

/** Pages below theirs that are not of anybody's groups. */
const CLOSED_TO_LEADS: readonly string[] = ['/people/list', '/people/waiting'];

export function placesOf(isLead: boolean): readonly Place[] {
  return isLead ? PLACES.filter((place) => OF_LEADS.includes(place.path)) : PLACES;
}

export function isClosedToLeads(path: string): boolean {
  if (path === '/') return false;
  return (
    CLOSED_TO_LEADS.includes(path) || !OF_LEADS.some((open) => `${path}/`.startsWith(`${open}/`))
  );
}

/** Places that are not for every day stand behind one word where room is short. */
const SELDOM: readonly string[] = ['/bills', '/intake', '/journal', '/house-rules'];
const TIGHT = 1320;
/** Here one more has to stand there. */
const TIGHTER = 1160;
const WRAPS = 900;

/** Which places stand in the line, and which behind the word, on a page of that width. */
export function fold(
  places: readonly Place[],
  width: number,
): { shown: readonly Place[]; folded: readonly Place[] } {
  const tight = width < TIGHT && width > WRAPS && places.length > SELDOM.length + 2;
  if (!tight) return { shown: places, folded: [] };
  const seldom = width < TIGHTER ? ['/statement', ...SELDOM] : SELDOM;
  return {
    shown: places.filter((place) => !seldom.includes(place.path)),
    folded: places.filter((place) => seldom.includes(place.path)),
  };
}
