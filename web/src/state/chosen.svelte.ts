import { untrack } from 'svelte';
import { SvelteSet } from 'svelte/reactivity';
import { param, setParam } from './address.svelte';

/** Beyond so many an address would grow too long; then it says nothing of them. */
const MOST_IN_ADDRESS = 40;

/**
 * What is chosen on a page, kept in the address so that a link reopens the same view. To be called
 * while a component is made.
 */
export function chosenInAddress(): SvelteSet<string> {
  const chosen = new SvelteSet<string>(param('chosen')?.split(' ').filter(Boolean) ?? []);
  $effect(() => {
    const ids = [...chosen];
    const text = ids.length <= MOST_IN_ADDRESS ? ids.join(' ') : '';
    untrack(() => setParam('chosen', text));
  });
  return chosen;
}
