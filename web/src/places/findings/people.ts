import type { FindingPerson } from '../../api/client';

/** What tells people apart, and accounts that are nobody's. */
export const keyOfPerson = (p: FindingPerson) => p.person ?? p.account ?? p.name;
