<!-- What is known to come: a new vessel in April. Without it only what was seen before counts. -->
<script lang="ts">
  import Pick from '../../pieces/controls/Pick.svelte';
  import type { Schemas } from '../../api/client';
  import { sayCount, sayMonth } from '../../state/say';
  import type { Trying } from './trying.svelte';

  interface Props {
    trying: Trying;
    /** Who is back when; counted only where somebody says so. */
    returns?: Schemas['RenewalReturns'][];
    plans: Schemas['RenewalPlan'][];
    plan: string;
    /** How many who need nothing now used it within the year. */
    dormant: number;
  }
  let { trying, returns = [], plans, plan, dormant }: Props = $props();

  let month = $state('');
  let seats = $state('');
  const good = $derived(/^\d{4}-(0[1-9]|1[0-2])$/.test(month) && /^[+-]?\d+$/.test(seats.trim()));
  const nameOf = (id: string) => plans.find((one) => one.plan === id)?.name ?? id;

  const counted = (one: Schemas['RenewalReturns']) =>
    trying.known.some((known) => known.plan === one.plan && known.month === one.month);
  /** Of plans that the terms have, as the page takes them. */
  const offered = $derived(
    returns.filter((one) => plans.some((p) => p.plan === one.plan) && !counted(one)),
  );

  function add() {
    trying.addKnown({ plan, month, seats: Number(seats) });
    seats = '';
  }
</script>

<div class="known">
  <span class="sub">
    {#if dormant > 0}
      {sayCount(dormant, 'person who needs', 'people who need')} nothing now used it within the year and
      may be back.
    {/if}
    Known to come:
  </span>
  {#each trying.known as one, n (n)}
    <span class="one">
      {one.seats > 0 ? '+' : '−'}{Math.abs(one.seats)}
      {nameOf(one.plan)} from {one.month}
      <button
        class="word"
        aria-label="leave out what is known from {one.month}"
        onclick={() => trying.dropKnown(n)}>×</button
      >
    </span>
  {/each}
  {#each offered as one (one.known)}
    <button
      class="word"
      title={one.people.map((who) => who.name).join(', ')}
      onclick={() => trying.addKnown({ plan: one.plan, month: one.month, seats: one.seats })}
      >{sayCount(one.seats, 'person', 'people')} back in {sayMonth(one.month)}: count +{one.seats}
      {one.planName}</button
    >
  {/each}
  <form
    onsubmit={(event) => {
      event.preventDefault();
      if (good) add();
    }}
  >
    <Pick label="Which plan" value={plan} disabled>
      {#each plans as one (one.plan)}<option value={one.plan}>{one.name}</option>{/each}
    </Pick>
    <input aria-label="How many more or fewer" placeholder="+12" size="5" bind:value={seats} />
    from
    <input aria-label="From which month" placeholder="2027-04" size="8" bind:value={month} />
    <button class="word" disabled={!good}>count it</button>
  </form>
</div>

<style>
  .known {
    display: flex;
    flex-wrap: wrap;
    gap: var(--s-4) var(--s-12);
    align-items: baseline;
    font-size: var(--type-row);
    padding-top: var(--s-6);
  }
  .one {
    border-bottom: 1px solid var(--used);
  }
  form {
    display: flex;
    gap: var(--s-6);
    align-items: baseline;
  }
  input {
    border: 0;
    border-bottom: 1px dotted var(--soft);
    background: transparent;
    font: var(--type-note) var(--font-mono);
    padding: 1px var(--s-3);
  }
</style>
