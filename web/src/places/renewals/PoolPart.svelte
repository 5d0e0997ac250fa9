<!-- A pool on the agreement: what each size would have refused, and where its size is changed. -->
<script lang="ts">
  import PoolSizes from '../../pieces/pool-sizes/PoolSizes.svelte';
  import { api, dataOf, type Schemas } from '../../api/client';
  import { asOf, to } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { Question } from '../../state/question.svelte';

  let { pool }: { pool: Schemas['RenewalPool'] } = $props();

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
    {pool.bought} bought, {pool.seats} would do ·
    <a href={to(`/pools/${pool.plan}`)}>give back what it does not need</a>
  </span>
</h2>
{#if sizing.value}<div><PoolSizes sizing={sizing.value} /></div>{/if}

<style>
  div {
    max-width: 460px;
  }
  h2 {
    font: 600 14.5px var(--font-serif);
    padding: 14px 0 6px;
  }
  .sub {
    font: 12px var(--font-sans);
  }
</style>
