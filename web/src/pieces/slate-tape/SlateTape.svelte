<!--
@component
What is planned, as an adding machine would print it; above it, what waits and what is under way.
-->
<script lang="ts">
  import { untrack } from 'svelte';
  import SendSlate from './SendSlate.svelte';
  import { asOf, to, today } from '../../state/address.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { told } from '../../state/told.svelte';
  import { sayCount, sayDay, sayMoney, sayShortDay, saySigned, saySpare } from '../../state/say';

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
  /** With many subscriptions their sums would squeeze the moves. */
  const SUMS_SHOWN = 5;

  let sending = $state(false);
  let allSums = $state(false);

  const draft = $derived(slates.draft);
  const moves = $derived(draft?.moves ?? []);
  const preview = $derived(draft?.preview);
  const day = $derived(today());
  const oneWay = $derived(moves.filter((m) => m.warnings.some((w) => w.code === 'ONE_WAY')));
  const lost = $derived(moves.filter((m) => m.undoUntil));

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

    <div class="waits">
      {#each slates.waitingForMe as slate (slate.id)}
        <a href={to(`/slates/${slate.id}`)} class="calls">
          {slate.authorName} asks you to decide {sayCount(slate.moveCount, 'move')} by
          {sayShortDay(slate.deadline, day)}
        </a>
      {/each}
      {#each slates.readyToPost as slate (slate.id)}
        <a href={to(`/slates/${slate.id}`)} class="calls">
          Granted: {sayCount(slate.moveCount, 'move')} can be posted
        </a>
      {/each}
      {#each slates.underWay as slate (slate.id)}
        <a href={to(`/slates/${slate.id}`)}>
          Under way: {slate.settled} of {slate.moveCount} settled
        </a>
      {/each}
      {#each slates.waitingForOthers as slate (slate.id)}
        <a href={to(`/slates/${slate.id}`)}>
          Sent: {sayCount(slate.moveCount, 'move')}, to be decided by
          {sayShortDay(slate.deadline, day)}
        </a>
      {/each}
    </div>

    <div class="tape">
      <div class="roll">
        {#each moves.slice(0, MOST_PRINTED) as move (move.id)}
          <div class={['move', move.blocks.length > 0 && 'blocked']}>
            <div class="t">
              <span class="what">{move.what}</span><span>{saySigned(move.yearly)}</span>
            </div>
            <div class="d">
              <span class="who">
                {move.name}{move.idleDays ? ` · ${move.idleDays} d` : ''}{move.due
                  ? ` · on ${sayShortDay(move.due, day)}`
                  : ''}
              </span>
              <span>{sayShortDay(move.cashFrom, day)}</span>
            </div>
            {#each move.blocks as block (block.code)}<div class="block">{block.text}</div>{/each}
            <button
              class="off"
              aria-label="Take {move.name} off the slate"
              title="Take off the slate"
              disabled={slates.busy}
              onclick={() => slates.remove(move.id)}><span aria-hidden="true">×</span></button
            >
          </div>
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
      {#if preview && moves.length > 0}
        <hr />
        <div class="t total"><span>a year</span><span>{saySigned(preview.yearly)}</span></div>
        <div class="t">
          <span>cash, this year</span><span>{saySigned(preview.cashThisYear)}</span>
        </div>
        {#if preview.seatsBack > 0}
          <div class="t"><span>seats back</span><span>{preview.seatsBack}</span></div>
        {/if}
        <div class="lines">
          {#each allSums ? preview.lines : preview.lines.slice(0, SUMS_SHOWN) as line (line.line)}
            <div class="d">
              <span>
                {line.planName}: spare {saySpare(line.before.spare)} → {saySpare(
                  line.after.spare,
                )}{line.after.resting !== line.before.resting
                  ? `, resting ${line.before.resting} → ${line.after.resting}`
                  : ''}
              </span>
            </div>
          {/each}
        </div>
        {#if preview.lines.length > SUMS_SHOWN}
          <button class="word sums" aria-expanded={allSums} onclick={() => (allSums = !allSums)}>
            {allSums ? 'fewer' : `${preview.lines.length - SUMS_SHOWN} more`}
          </button>
        {/if}
        <p class="doors">
          {#if preview.blocked > 0}
            <b>{sayCount(preview.blocked, 'move')} cannot go.</b>
            <button class="word" disabled={slates.busy} onclick={() => slates.removeBlocked()}
              >take {preview.blocked === 1 ? 'it' : 'them'} off</button
            >
          {/if}
          {#if oneWay.length > 0}
            <b>{sayCount(oneWay.length, 'move')} cannot be undone.</b>
          {/if}
          {#if lost.length > 0}
            Data of {sayCount(lost.length, 'account')} is lost after {sayDay(lost[0]!.undoUntil)}.
          {/if}
        </p>
      {/if}
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
  .waits a {
    display: block;
    font-size: var(--type-note);
    border-left: 3px solid var(--rule);
    padding: var(--s-2) 0 var(--s-2) var(--s-8);
    margin-top: var(--s-6);
    color: var(--link);
  }
  .waits .calls {
    border-color: var(--locked);
    font-weight: 600;
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
  .move {
    position: relative;
    padding-bottom: var(--s-6);
  }
  .move.blocked .t {
    text-decoration: line-through;
  }
  .t,
  .d {
    display: flex;
    justify-content: space-between;
    gap: var(--s-8);
  }
  .d {
    color: var(--soft);
    font-size: var(--type-fine);
  }
  .t > :last-child,
  .d > :last-child {
    flex: none;
    white-space: nowrap;
  }
  .what {
    overflow-wrap: anywhere;
  }
  .who {
    flex: 1;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .block {
    color: var(--locked);
    font: var(--type-fine)/1.35 var(--font-sans);
  }
  .off {
    position: absolute;
    right: -1px;
    top: -1px;
    width: 20px;
    height: 18px;
    background: var(--tape);
    color: var(--locked);
    font-size: var(--type-lead);
    line-height: 1;
    opacity: 0;
  }
  .move:hover .off,
  .off:focus-visible {
    opacity: 1;
  }
  hr {
    border: 0;
    border-top: 1px solid var(--ink);
    margin: var(--s-6) 0 var(--s-4);
  }
  .total {
    font-weight: 600;
    font-size: var(--type-text);
  }
  .sums {
    min-height: 24px;
    align-self: start;
    text-align: left;
  }
  .lines {
    flex: 0 1 auto;
    max-height: 30vh;
    overflow: auto;
  }
  .doors,
  .nothing {
    font: var(--type-note)/1.45 var(--font-sans);
    color: var(--soft);
  }
  .doors {
    margin-top: var(--s-8);
  }
  .doors b {
    color: var(--locked);
    font-weight: 600;
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
