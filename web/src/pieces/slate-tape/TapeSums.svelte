<!-- What the moves come to, and which doors they close. -->
<script lang="ts">
  import type { Schemas } from '../../api/client';
  import { sayCount, sayDay, saySigned, saySpare } from '../../state/say';
  import { slates } from '../../state/slate.svelte';

  interface Props {
    moves: Schemas['Move'][];
    preview: Schemas['Preview'];
  }
  let { moves, preview }: Props = $props();

  /** With many subscriptions their sums would squeeze the moves. */
  const SUMS_SHOWN = 5;
  let allSums = $state(false);

  const oneWay = $derived(moves.filter((m) => m.warnings.some((w) => w.code === 'ONE_WAY')));
  /** Seats given back can be had again until then too, and lose nothing. */
  const lost = $derived(
    moves.flatMap((m) => (m.undoUntil && m.kind !== 'GIVE_BACK' ? [m.undoUntil] : [])).toSorted(),
  );
</script>

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
        {line.planName}: spare {saySpare(line.before.spare)} → {saySpare(line.after.spare)}{line
          .after.resting !== line.before.resting
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
    Data of {sayCount(lost.length, 'account')} is lost{lost[0] === lost.at(-1) ? '' : ', the first'} after
    {sayDay(lost[0]!)}.
  {/if}
</p>

<style>
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
  .doors {
    font: var(--type-note)/1.45 var(--font-sans);
    color: var(--soft);
    margin-top: var(--s-8);
  }
  .doors b {
    color: var(--locked);
    font-weight: 600;
  }
</style>
