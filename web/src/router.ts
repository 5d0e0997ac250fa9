import { createRouter } from 'sv-router';

/** The views, each loaded when it is first opened. */
export const { navigate, route, isActive } = createRouter({
  '/': () => import('./places/subscriptions/Subscriptions.svelte'),
  '/subscriptions': () => import('./places/subscriptions/Subscriptions.svelte'),
  '/subscriptions/:line': () => import('./places/subscription/Subscription.svelte'),
  '/desk': () => import('./places/desk/Desk.svelte'),
  '/rounds': () => import('./places/rounds/Rounds.svelte'),
  '/rounds/:round': () => import('./places/rounds/RoundPage.svelte'),
  '/subscriptions/:line/use': () => import('./places/use/Use.svelte'),
  '/people': () => import('./places/people/People.svelte'),
  '/people/list': () => import('./places/people/ListCheck.svelte'),
  '/people/waiting': () => import('./places/waiting/Waiting.svelte'),
  '/people/:person': () => import('./places/person/Person.svelte'),
  '/pools/:plan': () => import('./places/pool/Pool.svelte'),
  '/house-rules': () => import('./places/house-rules/HouseRules.svelte'),
  '/findings': () => import('./places/findings/Findings.svelte'),
  '/slates': () => import('./places/slates/Slates.svelte'),
  '/slates/:id': () => import('./places/slates/SlatePage.svelte'),
  '/begin': () => import('./places/intake/Begin.svelte'),
  '/intake': () => import('./places/intake/Intake.svelte'),
  '/intake/file': () => import('./places/intake/SingleFile.svelte'),
  '/by-hand': () => import('./places/by-hand/ByHand.svelte'),
  '/links/:vendor': () => import('./places/links/LinkPage.svelte'),
  '/terms/:vendor': () => import('./places/terms/TermsPage.svelte'),
  '/journal': () => import('./places/journal/Journal.svelte'),
  '*': () => import('./places/frame/NotFound.svelte'),
});
