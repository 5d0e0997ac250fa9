<!-- What the chosen ways come to: their steps in order, their cost, and putting them on the slate. -->
<script lang="ts">
  import DayCount from './DayCount.svelte';
  import type { Schemas } from '../../api/client';
  import { sayCount, sayDay, sayMoney } from '../../state/say';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';

  interface Props {
    way: { value: Schemas['WayOut'] | null; fault: string };
    /** The last day of the horizon. */
    until: string;
    mayAct: boolean;
    /** Whether all of it stands on the draft already. */
    onDraft: boolean;
    deleteAfter: number;
    onact: () => void;
  }
  let { way, until, mayAct, onDraft, deleteAfter = $bindable(), onact }: Props = $props();

  const steps = $derived(
    (way.value?.chosen ?? [])
      .flatMap((one) => one.steps.map((step, n) => ({ ...step, n, vendor: one.vendorName })))
      .sort((a, b) => a.day.localeCompare(b.day) || a.n - b.n),
  );
</script>

<div class="sum">
  <div>
    <h2>In this order, on these days</h2>
    {#if steps.length === 0}<p class="sub">Nothing is to be done.</p>{/if}
    <ol>
      {#each steps as step (`${step.vendor}${step.n}${step.what}`)}
        <li>
          <span class="num">{sayDay(step.day)}</span>
          <span>{step.what}{step.what.includes(step.vendor) ? '' : ` at ${step.vendor}`}</span>
          <span class="sub">{step.n > 0 ? 'once the step before it is confirmed' : ''}</span>
        </li>
      {/each}
    </ol>
    {#each way.value?.notGone ?? [] as one (one.account)}
      <p class="sub"><b>{one.vendorName}</b>: {one.reason}</p>
    {/each}
    {#if way.fault}<p class="neg" role="alert">{way.fault}</p>{/if}
  </div>
  <div class="act">
    {#if way.value && way.value.chosen.length > 0}
      <p>
        <span class="sub">together</span> <b class="num big">{sayMoney(way.value.total)}</b>
      </p>
      <p class="sub">
        {sayMoney(way.value.asItIs)} if all is left as it is, over the days to {sayDay(until)}
      </p>
      {#if way.value.missing > 0}
        <p class="neg">
          {sayCount(way.value.missing, 'account')} would not be kept as long as it must be.
        </p>
      {/if}
      {#if way.value.unsure > 0}
        <p class="sub">Of {sayCount(way.value.unsure, 'account')} nobody can say it.</p>
      {/if}
    {/if}
    <DayCount label="delete" bind:days={deleteAfter} />
    {#if session.mayDraft}
      <button class="go" disabled={!mayAct} onclick={onact}
        >{onDraft ? 'It is on the slate' : 'Put the way out on the slate'} <kbd>.</kbd></button
      >
      <p class="sub">
        Somebody else decides. What has a later day waits for it, and is looked at again before it
        leaves.
      </p>
    {/if}
    {#if slates.fault}<p class="neg" role="alert">{slates.fault}</p>{/if}
  </div>
</div>

<style>
  .sum {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 300px;
    gap: var(--s-24);
    border-top: 1px solid var(--ink);
    margin-top: var(--s-10);
    padding-top: var(--s-10);
  }
  .sum h2 {
    font: 600 var(--type-lead) var(--font-serif);
  }
  ol {
    list-style: none;
    padding: var(--s-4) 0;
  }
  li {
    display: grid;
    grid-template-columns: 96px minmax(0, 1fr) 210px;
    gap: var(--s-10);
    padding: var(--s-2) 0;
    font-size: var(--type-row);
  }
  .act {
    display: grid;
    gap: var(--s-6);
    align-content: start;
  }
  .big {
    font-size: var(--type-head);
  }
  .act p:first-child {
    display: flex;
    justify-content: space-between;
    align-items: baseline;
  }
  .go {
    padding: var(--s-6) var(--s-10);
    background: var(--ink);
    color: var(--paper);
    border-radius: 3px;
    font-weight: 600;
  }
  .go:disabled {
    opacity: 0.45;
  }
  @media (max-width: 1100px) {
    .sum {
      grid-template-columns: 1fr;
    }
  }
</style>
