<!--
@component
What is planned, as an adding machine would print it; above it, what waits and what is under way.
-->
<script lang="ts">
  import { untrack } from 'svelte';
  import SendSlate from './SendSlate.svelte';
  import TapeMove from './TapeMove.svelte';
  import TapeSums from './TapeSums.svelte';
  import Waits from './Waits.svelte';
  import { asOf, to, today } from '../../state/address.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { told } from '../../state/told.svelte';
  import { sayCount, sayDay, sayMoney } from '../../state/say';

  let {
    folded,
    away = false,
    onfold,
  }: {
    folded: boolean;
    /** Whether it stays folded when something is put on it. */
    away?: boolean;
    onfold: () => void;
  } = $props();

  const MOST_PRINTED = 200;
  let sending = $state(false);

  const draft = $derived(slates.draft);
  const moves = $derived(draft?.moves ?? []);
  const preview = $derived(draft?.preview);
  const day = $derived(today());

  // Where it stays folded away nobody sees it grow.
  let seen: number | undefined;
  $effect(() => {
    if (!slates.known) return;
    const more = moves.length - (seen ?? moves.length);
    seen = moves.length;
    if (more > 0 && untrack(() => folded && away)) {
      told.tell(`${more === 1 ? 'One move is' : `${more} moves are`} put on your slate.`);
    }
  });
</script>

{#if folded}
  <button class="strip" onclick={onfold} title="Fold the slate out (\\)">
    <span>Slate · {moves.length}</span>
  </button>
{:else}
  <div class="side">
    <div class="head">
      <h2><a id="slate-head" href={to('/slates')}>Slate</a></h2>
      <span class="sub">
        {moves.length > 0 ? `draft · ${sayCount(moves.length, 'move')}` : 'nothing planned'}
      </span>
      <button class="word fold" onclick={onfold} title="Fold the slate away"
        >fold <kbd>\</kbd></button
      >
    </div>

    <Waits {day} />

    <div class="tape">
      <div class="roll">
        {#each moves.slice(0, MOST_PRINTED) as move (move.id)}
          <TapeMove {move} {day} />
        {:else}
          <p class="nothing">
            {#if session.mayDraft}
              Choose seats or people and press <kbd>.</kbd> to plan what is to become of them. Nothing
              leaves for a vendor before somebody else has decided it.
            {:else}
              A steward plans here what is to be taken back.
            {/if}
          </p>
        {/each}
        {#if moves.length > MOST_PRINTED}
          <p class="nothing">and {sayCount(moves.length - MOST_PRINTED, 'move')} more</p>
        {/if}
      </div>
      {#if preview && moves.length > 0}<TapeSums {moves} {preview} />{/if}
    </div>
    {#if slates.fault}<p class="fault" role="alert">{slates.fault}</p>{/if}
    {#if session.mayDraft}
      <div class="buttons">
        <button
          class="go"
          disabled={moves.length === 0 || slates.busy || (preview?.blocked ?? 0) > 0}
          onclick={() => (sending = true)}
        >
          Send for decision
        </button>
        <button class="plain" disabled={!draft || slates.busy} onclick={() => slates.clear()}>
          Clear
        </button>
      </div>
      {#if asOf() !== day}
        <p class="sub travelled">
          You look at {sayDay(asOf())}. Moves count from today, {sayDay(day)}.
        </p>
      {/if}
    {/if}
  </div>
  {#if draft}
    <SendSlate bind:open={sending} slate={draft} {day} money={sayMoney(preview?.yearly, true)} />
  {/if}
{/if}

<style>
  .strip {
    width: 100%;
    height: 100%;
    padding-top: var(--s-14);
    display: flex;
    justify-content: center;
  }
  .strip span {
    writing-mode: vertical-rl;
    font: 600 var(--type-text) var(--font-serif);
  }
  .side {
    height: 100%;
    display: flex;
    flex-direction: column;
    padding: var(--s-10) var(--s-14) var(--s-12);
    min-height: 0;
  }
  .head {
    display: flex;
    align-items: baseline;
    gap: var(--s-8);
  }
  .head h2 {
    font: 600 var(--type-lead) var(--font-serif);
  }
  .head a {
    text-decoration: none;
  }
  .fold {
    margin-left: auto;
    font-size: var(--type-note);
    text-decoration: none;
  }
  .tape {
    flex: 1;
    min-height: 0;
    display: flex;
    flex-direction: column;
    margin-top: var(--s-8);
    background: var(--tape);
    padding: var(--s-16) var(--s-14) var(--s-10);
    font: var(--type-note)/1.35 var(--font-mono);
    font-variant-numeric: tabular-nums;
    mask: radial-gradient(circle 4px at 6px 0, transparent 98%, #000) 0 0 / 12px 100% repeat-x;
  }
  .roll {
    overflow: auto;
    min-height: 96px;
    flex: 1 1 auto;
  }
  .nothing {
    font: var(--type-note)/1.45 var(--font-sans);
    color: var(--soft);
  }
  .fault {
    font-size: var(--type-note);
    color: var(--locked);
    margin-top: var(--s-8);
  }
  .buttons {
    display: flex;
    gap: var(--s-8);
    padding-top: var(--s-12);
  }
  .go {
    flex: 1;
  }
  .travelled {
    margin-top: var(--s-8);
  }
</style>
