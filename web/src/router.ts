import { createRouter } from 'sv-router';

/** The views, each loaded when it is first opened. */
export const { navigate, route, isActive } = createRouter({
  '/': () => import('./places/subscriptions/Subscriptions.svelte'),
  '/subscriptions': () => import('./places/subscriptions/Subscriptions.svelte'),
  '/subscriptions/:line': () => import('./places/subscription/Subscription.svelte'),
  '/findings': () => import('./places/findings/Findings.svelte'),
  '/slates': () => import('./places/slates/Slates.svelte'),
  '/slates/:id': () => import('./places/slates/SlatePage.svelte'),
  '/journal': () => import('./places/journal/Journal.svelte'),
  '*': () => import('./places/frame/NotFound.svelte'),
});
