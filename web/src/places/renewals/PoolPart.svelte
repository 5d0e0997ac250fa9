<!-- A pool on the agreement: what each size would have refused; a click chooses one. -->
<script lang="ts">
  import PoolSizes from '../../pieces/pool-sizes/PoolSizes.svelte';
  import { api, dataOf, type Schemas } from '../../api/client';
  import { asOf, to } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { Question } from '../../state/question.svelte';
  import type { Trying } from './trying.svelte';

  let { pool, trying }: { pool: Schemas['RenewalPool']; trying: Trying } = $props();

  const name = $derived(
    book.subscriptions?.find((one) => one.plan === pool.plan)?.planName ?? pool.plan,
  );
  const sizing = new Question(
    () => ({ path: { plan: pool.plan }, query: { asOf: asOf() } }),
    (params) => dataOf(api.GET('/api/v1/pools/{plan}/sizing', { params })),
    { again: () => book.version },
  );
</script>

<h2>
  {name}, a pool
  <span class="sub">
    {pool.bought} bought, {pool.seats} recommended ·
    <a href={to(`/pools/${pool.plan}`)}>its sessions</a>
  </span>
</h2>
{#if sizing.value}
  <div>
    <PoolSizes
      sizing={sizing.value}
      bind:chosen={
        () => trying.promised[pool.plan] ?? pool.seats,
        (seats) => seats !== null && trying.promise(pool.plan, seats)
      }
    />
  </div>
{/if}

<style>
  div {
    max-width: 460px;
  }
  h2 {
    font: 600 var(--type-lead) var(--font-serif);
    padding: var(--s-14) 0 var(--s-6);
  }
  .sub {
    font: var(--type-note) var(--font-sans);
  }
</style>
