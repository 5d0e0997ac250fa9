<!-- Whether a pool has the right size: what was refused at every size, and when it is full. -->
<script lang="ts">
  import { saveCsv, type Schemas, type Subscription } from '../../api/client';
  import PoolSizes from '../../pieces/pool-sizes/PoolSizes.svelte';
  import { asOf } from '../../state/address.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { sayCount, sayDay } from '../../state/say';
  import HoursOfTheWeek from './HoursOfTheWeek.svelte';

  let {
    plan,
    sizing,
    now,
    subscription,
  }: {
    plan: string;
    sizing: Schemas['PoolSizing'];
    now: Schemas['PoolNow'];
    subscription: Subscription | undefined;
  } = $props();

  const spare = $derived(sizing.surplus);
  const tooFew = $derived(sizing.tooFew);

  async function giveBack() {
    if (subscription) {
      await slates.plan([{ kind: 'GIVE_BACK', line: subscription.line, seats: spare }]);
    }
  }
</script>

<div class="head">
  <h2 id="size">Is it the right size?</h2>
  <button
    class="word"
    onclick={() => saveCsv(`/api/v1/pools/${plan}/sizes?asOf=${asOf()}`, `${plan}.csv`)}
    >as CSV</button
  >
</div>
<p class="sub">
  {sayCount(sizing.starts, 'start')} since {sayDay(sizing.from)}, played again at every size: how
  many would have been refused{sizing.startsWithOwnSeat > 0
    ? `. ${sizing.startsWithOwnSeat} of them were by people with a seat of their own, who need not have come here`
    : ''}
</p>
<PoolSizes {sizing} />
{#if spare > 0 && session.mayDraft && subscription}
  <p class="do">
    By the last 90 days {sayCount(sizing.needed, 'seat')} would refuse at most 1 start in 100:
    {spare} fewer than are bought.
    <button class="plain" disabled={slates.busy} onclick={giveBack}>
      Plan giving {spare} back
    </button>
  </p>
{:else if tooFew > 0}
  <p class="neg do">
    {sayCount(tooFew, 'seat')} too few: {sizing.points.find((p) => p.seats === sizing.bought)
      ?.denied ?? 0} starts would have been refused.
  </p>
{/if}
{#if slates.fault}<p class="neg" role="alert">{slates.fault}</p>{/if}
<p class="sub">
  Refused starts that were told: {now.refusedToday} today, {now.refusedMonth} in 30 days.
</p>
<HoursOfTheWeek {sizing} />

<style>
  .head {
    display: flex;
    align-items: baseline;
    justify-content: space-between;
    border-bottom: 1px solid var(--ink);
    padding-bottom: var(--s-3);
  }
  .head h2 {
    font: 600 var(--type-lead) var(--font-serif);
  }
  .head .word {
    font-size: var(--type-note);
  }
  .plain {
    padding: var(--s-3) var(--s-10);
  }
  .do {
    padding: var(--s-6) 0;
    font-size: var(--type-row);
  }
</style>
