<!-- A pool on the agreement: what each size would have refused, and where its size is changed. -->
<script lang="ts">
  import PoolSizes from '../../pieces/pool-sizes/PoolSizes.svelte';
  import { api, dataOf, type Schemas } from '../../api/client';
  import { asOf, to } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { Question } from '../../state/question.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { sayCount } from '../../state/say';

  let { pool }: { pool: Schemas['RenewalPool'] } = $props();

  const name = $derived(
    book.subscriptions?.find((one) => one.plan === pool.plan)?.planName ?? pool.plan,
  );
  const subscription = $derived(book.subscriptions?.find((one) => one.plan === pool.plan));
  /** The size that somebody chose; null for the proposed one. */
  let chosen = $state<number | null>(null);
  const size = $derived(chosen ?? pool.seats);
  const fewer = $derived(pool.bought - size);

  async function plan() {
    if (!subscription || fewer === 0) return;
    await slates.plan([
      fewer > 0
        ? { kind: 'GIVE_BACK', line: subscription.line, seats: fewer }
        : { kind: 'BUY_MORE', line: subscription.line, seats: -fewer },
    ]);
  }
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
    <a href={to(`/pools/${pool.plan}`)}>its sessions</a>
  </span>
</h2>
{#if sizing.value}<div><PoolSizes sizing={sizing.value} bind:chosen /></div>{/if}
{#if session.maySteer && subscription && fewer !== 0}
  <p>
    <button class="plain" disabled={slates.busy} onclick={plan}>
      {fewer > 0 ? `Give ${sayCount(fewer, 'seat')} back` : `Buy ${sayCount(-fewer, 'seat')} more`}:
      a pool of {size}
    </button>
    {#if slates.fault}<span class="neg" role="alert">{slates.fault}</span>{/if}
  </p>
{/if}

<style>
  div {
    max-width: 460px;
  }
  p {
    display: flex;
    gap: var(--s-10);
    align-items: baseline;
  }
  .plain {
    padding: var(--s-3) var(--s-10);
  }
  h2 {
    font: 600 var(--type-lead) var(--font-serif);
    padding: var(--s-14) 0 var(--s-6);
  }
  .sub {
    font: var(--type-note) var(--font-sans);
  }
</style>
