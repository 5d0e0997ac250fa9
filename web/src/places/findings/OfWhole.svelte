<!-- What was found of subscriptions as a whole, not of anybody in them. -->
<script lang="ts">
  import QuantityMoves from '../../pieces/quantity-moves/QuantityMoves.svelte';
  import type { Finding } from '../../api/client';
  import { kinds as findingKinds } from '../../state/kinds.svelte';
  import { to } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { session } from '../../state/session.svelte';
  import { sayMoney } from '../../state/say';

  let { found }: { found: Finding[] } = $props();

  /** Found of a quantity, and ended by another. */
  const QUANTITY = ['MORE_SPARE', 'SHORT'];
  /** The subscription whose quantity is being changed. */
  let opened = $state<string | null>(null);

  const lineOf = (one: Finding) => book.subscription(one.line ?? '');
  const nameOf = (one: Finding) => lineOf(one)?.planName ?? one.line ?? one.vendor;

  /** Nobody holds a seat of a pool: it has a page of its own. */
  function pageOf(one: Finding): string {
    const line = lineOf(one);
    return line?.model === 'FLOATING' ? `/pools/${line.plan}` : `/subscriptions/${one.line}`;
  }
</script>

<h2 class="whole">Of subscriptions as a whole</h2>
<ul>
  {#each found as one, n (n)}
    <li>
      {#if session.isLead || !one.line}
        <b>{nameOf(one)}</b>
      {:else}
        <a href={to(pageOf(one))}>{nameOf(one)}</a>
      {/if}
      <span class="kind">{findingKinds.title(one.kind)}</span>
      <span class="sub">{one.explanation}</span>
      <span class="num r">{sayMoney(one.amount)}</span>
      {#if session.maySteer && one.line && QUANTITY.includes(one.kind)}
        <button
          class="word"
          aria-expanded={opened === one.line}
          aria-label="Change the quantity of {nameOf(one)}"
          onclick={() => (opened = opened === one.line ? null : (one.line ?? null))}
          >quantity</button
        >
      {/if}
    </li>
    {#if opened !== null && opened === one.line && QUANTITY.includes(one.kind)}
      <li class="moves"><QuantityMoves line={opened} /></li>
    {/if}
  {/each}
</ul>

<style>
  .whole {
    margin-top: var(--s-16);
    border-bottom: 1px solid var(--ink);
  }
  li {
    display: grid;
    grid-template-columns: 90px 160px 1fr 80px 60px;
    gap: var(--s-10);
    padding: var(--s-4) 0;
    border-bottom: 1px solid var(--fine);
    align-items: baseline;
  }
  li.moves {
    display: block;
  }
</style>
