<!-- What is to be done about a slate next, by whoever looks at it. -->
<script lang="ts">
  import Progressbar from 'flowbite-svelte/Progressbar.svelte';
  import type { SvelteSet } from 'svelte/reactivity';
  import { saveCsv, type Slate } from '../../api/client';
  import QuantityMoves from '../../pieces/quantity-moves/QuantityMoves.svelte';
  import { to } from '../../state/address.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { sayCount, sayDay } from '../../state/say';
  import { sayState } from './words';

  let {
    slate,
    without,
  }: {
    slate: Slate;
    /** Moves that the decider does not grant though the others are. */
    without: SvelteSet<string>;
  } = $props();

  const GIVE_SEATS_BACK = ['TAKE_BACK', 'DELETE', 'STEP_DOWN', 'SWAP', 'REST'];

  const id = $derived(slate.id);
  let reason = $state('');
  let listFault = $state('');

  /** Subscriptions of which seats came back by what was confirmed here. */
  const freed = $derived([
    ...new Set(
      slate.moves
        .filter((move) => move.state === 'CONFIRMED' && GIVE_SEATS_BACK.includes(move.kind))
        .flatMap((move) => move.line ?? []),
    ),
  ]);

  const takeAlong = () =>
    saveCsv(`/api/v1/work-by-hand?slate=${id}`, 'by-hand.csv').catch(
      (e: Error) => (listFault = e.message),
    );
</script>

<div class="act">
  {#if slate.note}<p class="note">“{slate.note}”</p>{/if}
  {#if slate.reason}<p class="note">{slate.deciderName}: “{slate.reason}”</p>{/if}
  {#if slate.mayDecide}
    <label class="sub">
      Reason (may stay empty)
      <input bind:value={reason} maxlength="1000" />
    </label>
    <p>
      <button
        class="go"
        disabled={slates.busy || without.size === slate.moveCount}
        onclick={() => slates.decide(id, true, reason, [...without])}
      >
        {without.size > 0 ? `Grant all but ${without.size}` : 'Grant'}
      </button>
      <button class="plain" disabled={slates.busy} onclick={() => slates.decide(id, false, reason)}>
        Refuse
      </button>
    </p>
  {:else if slate.mayPost}
    <p class="sub">Granted. Posting asks the vendors; each move is read back before it counts.</p>
    <button class="go" disabled={slates.busy} onclick={() => slates.post(id)}>
      Post {sayCount(slate.moveCount, 'move')}
    </button>
  {:else if slate.byHand > 0 && slate.openCalls === 0}
    <p role="status">
      <b>{sayCount(slate.byHand, 'change')} to be made by hand.</b>
      <span class="sub">
        Make each at the vendor and say so here, or bring in what the vendor shows: that confirms
        it.
      </span>
      {#if session.maySteer}
        <a href={to('/by-hand')}>the work list</a> ·
        <button class="word" onclick={takeAlong}>take the list along (CSV)</button> ·
        <button class="word" disabled={slates.busy} onclick={() => slates.allDoneByHand(id)}
          >all done by hand</button
        >
      {/if}
    </p>
  {:else if slate.openCalls > 0}
    <p role="status">
      <b>{slate.settled} of {slate.moveCount} settled.</b>
      <span class="sub">You can leave this page; it goes on.</span>
    </p>
    <Progressbar
      progress={Math.round((100 * slate.settled) / Math.max(1, slate.moveCount))}
      size="h-1.5"
      role="progressbar"
      aria-label="Moves settled"
      aria-valuemin={0}
      aria-valuemax={slate.moveCount}
      aria-valuenow={slate.settled}
    />
  {:else if slate.state === 'SENT'}
    <p class="sub">Waits for somebody else’s decision until {sayDay(slate.deadline)}.</p>
  {:else}
    <p role="status"><b>{sayState(slate)}.</b></p>
    {#if session.maySteer && freed.length > 0}
      <p class="sub">Seats that came back are paid until the quantity is lowered:</p>
      {#each freed as line (line)}<QuantityMoves {line} titled />{/each}
    {/if}
  {/if}
  {#if slates.fault || listFault}
    <p class="neg" role="alert">{slates.fault || listFault}</p>
  {/if}
</div>

<style>
  .act {
    display: grid;
    gap: var(--s-8);
    grid-column: 3;
  }
  .act p {
    display: flex;
    gap: var(--s-8);
    flex-wrap: wrap;
  }
  .act input {
    display: block;
    width: 100%;
    margin-top: var(--s-3);
    border: 1px solid var(--rule);
    background: var(--sheet);
    border-radius: 2px;
    padding: var(--s-4) var(--s-8);
    font-size: var(--type-text);
    color: var(--ink);
  }
  .note {
    font: italic var(--type-text)/1.4 var(--font-serif);
  }
</style>
