<!-- One slate, from draft to confirmed: what it would do, who says so, what became of each move. -->
<script lang="ts">
  import { SvelteSet } from 'svelte/reactivity';
  import type { Move } from '../../api/client';
  import LifeSteps from '../../pieces/life-steps/LifeSteps.svelte';
  import { navigate, route } from '../../router';
  import { param, search, to, today } from '../../state/address.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { slates } from '../../state/slate.svelte';
  import { sayCount, sayDay } from '../../state/say';
  import MoveRow from './MoveRow.svelte';
  import SlateSums from './SlateSums.svelte';
  import WhatNext from './WhatNext.svelte';
  import { steps } from './words';

  const MOST_ROWS = 400;
  const LOOKS_AGAIN_MS = 2_000;

  const id = $derived(String(route.params.id ?? ''));
  const slate = $derived(slates.opened?.id === id ? slates.opened : null);
  const before = $derived(
    slate?.state === 'DRAFT' || slate?.state === 'SENT' || slate?.state === 'GRANTED',
  );
  // What failed or waits for a hand wants looking at first.
  const rank = (move: Move) => (move.state === 'FAILED' ? 0 : move.byHand ? 1 : 2);
  const rows = $derived(
    [...(slate?.moves ?? [])].sort((a, b) => rank(a) - rank(b)).slice(0, MOST_ROWS),
  );
  let missing = $state(false);
  /** Moves that the decider does not grant though the others are. */
  const without = new SvelteSet<string>();

  /** Steps whose day has come leave by themselves once it is their turn: looked at until they have. */
  const stepsLeave = $derived(
    slate?.state === 'POSTED' &&
      slate.moves.some(
        (move) => move.state === 'PLANNED' && !move.reason && (!move.due || move.due <= today()),
      ),
  );
  $effect(() => {
    if (!stepsLeave) return undefined;
    // What is being done about it looks by itself.
    const timer = setInterval(
      () => slates.busy || slates.load().catch(() => undefined),
      LOOKS_AGAIN_MS,
    );
    return () => clearInterval(timer);
  });

  function leaveOut(move: string) {
    if (!without.delete(move)) without.add(move);
  }

  $effect(() => {
    missing = false;
    without.clear();
    slates.open(id).catch(() => (missing = true));
  });

  $effect(() =>
    bindKeys([
      {
        keys: 'Escape',
        does: 'back to all slates',
        run: () => void navigate('/slates', { search: search({ at: id }) }),
      },
    ]),
  );
</script>

<svelte:head><title>Slate – Sober Tally</title></svelte:head>

{#if slate}
  <div class="title">
    <h1>Slate of {sayCount(slate.moveCount, 'move')}</h1>
    <span class="sub">
      drafted by {slate.authorName} on {sayDay(slate.created.slice(0, 10))}{slate.deadline
        ? `, to be decided by ${sayDay(slate.deadline)}`
        : ''}{slate.deciderName ? `; decided by ${slate.deciderName}` : ''}
    </span>
    <a class="word journal" href="{to('/journal')}{param('asOf') ? '&' : '?'}slate={slate.id}"
      >in the journal</a
    >
  </div>
  <LifeSteps steps={steps(slate)} />

  <div class="sums">
    <SlateSums {slate} />
    {#key slate.id}<WhatNext {slate} {without} />{/key}
  </div>

  <table class="list moves">
    <thead>
      <tr>
        <th>Move</th>
        <th>Holder</th>
        <th>{before ? 'What to know' : 'What became of it'}</th>
        <th class="r">a year</th>
        <th class="r">money stops</th>
        <th class="r">do</th>
      </tr>
    </thead>
    <tbody>
      {#each rows as move (move.id)}
        <MoveRow
          {slate}
          {move}
          {before}
          left={without.has(move.id)}
          onleave={() => leaveOut(move.id)}
        />
      {/each}
    </tbody>
  </table>
  {#if slate.moveCount > MOST_ROWS}
    <p class="sub">The first {MOST_ROWS} of {slate.moveCount}; the journal has all.</p>
  {/if}
{:else if missing}
  <h1>There is no such slate</h1>
  <p class="sub">It may be somebody else’s draft. <a href={to('/slates')}>All slates</a></p>
{/if}

<style>
  .title {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: var(--s-2) var(--s-12);
  }
  .journal {
    margin-left: auto;
    font-size: var(--type-note);
  }
  .sums {
    display: grid;
    grid-template-columns: 205px minmax(0, 1fr) 250px;
    gap: var(--s-24);
    align-items: start;
    margin-bottom: var(--s-16);
  }
  table.list th {
    white-space: nowrap;
  }
</style>
