import type { Schemas } from '../../api/client';

export type Role = Schemas['Role'];

/** The roles with what each may. */
export const ROLES: [Role, string][] = [
  ['READER', 'sees all, changes nothing'],
  ['LEAD', 'sees and drafts for the groups they lead'],
  ['STEWARD', 'drafts and posts everywhere'],
  ['DECIDER', 'decides slates, never their own'],
  ['KEEPER', 'people with access, tokens, house rules'],
];
