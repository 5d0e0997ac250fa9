<!-- One move of a slate: whom it is about, what to know or what became of it, and what can be done. -->
<script lang="ts">
  import type { Move, Slate } from '../../api/client';
  import DayField from '../../pieces/controls/DayField.svelte';
  import { to, today } from '../../state/address.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { sayDay, sayShortDay, saySigned } from '../../state/say';
  import { sayMove } from './words';

  let {
    slate,
    move,
    before,
    left,
    onleave,
  }: {
    slate: Slate;
    move: Move;
    /** Whether the slate is not posted yet. */
    before: boolean;
    /** Whether the decider leaves it out. */
    left: boolean;
    onleave: () => void;
  } = $props();

  const id = $derived(slate.id);
  let puttingOff = $state(false);
  /** Whether it is to be given up, and why. */
  let ending = $state(false);
  let why = $state('');

  async function end(event: SubmitEvent) {
    event.preventDefault();
    if (await slates.end(id, move.id, why)) {
      ending = false;
      why = '';
    }
  }

  async function putOff(day: string) {
    if (day && (await slates.putOff(id, move.id, day))) puttingOff = false;
  }
</script>

<tr class:out={left}>
  <td>
    <b>{move.what}</b>
    {#if move.due}<div class="sub">on {sayDay(move.due)}</div>{/if}
    {#if move.waits && !move.due}<div class="sub">after the step before it</div>{/if}
  </td>
  <td>
    {#if move.person}<a class="person" href={to(`/people/${move.person}`)}>{move.name}</a>
    {:else}{move.name}{/if}
    {#if !move.holding}<!-- not of one seat -->
    {:else if move.lastUsed}<div class="sub">
        last used {sayShortDay(move.lastUsed, today())}
      </div>
    {:else if before}<div class="sub">no use seen</div>{/if}
  </td>
  <td class="what">
    {#each move.blocks as block (block.code)}<div class="neg">{block.text}</div>{/each}
    {#each move.warnings as warning (warning.code)}<div class="sub">
        {warning.text}
      </div>{/each}
    {#if !before}
      <span class={['state', move.state.toLowerCase()]}>{sayMove(move)}</span>
      {#if move.successor}
        <div class="sub">
          {move.agreedOn
            ? `${move.successorName} agreed on ${sayDay(move.agreedOn)}`
            : `${move.successorName} has not agreed yet`}
        </div>
      {/if}
      {#if move.reason}<div class="neg">{move.reason}</div>{/if}
      {#if move.waitsFor}<div class="sub">{move.waitsFor}</div>{/if}
    {/if}
  </td>
  <td class="r num">{saySigned(move.yearly)}</td>
  <td class="r num">{sayDay(move.cashFrom)}</td>
  <td class="r">
    {#if slate.mayDecide}
      <button
        class="word"
        aria-pressed={left}
        aria-label="leave out {move.what} of {move.name}"
        onclick={onleave}>{left ? 'left out' : 'leave out'}</button
      >
    {/if}
    {#if slate.state === 'POSTED' && move.state === 'PLANNED' && session.maySteer}
      <button class="word" disabled={slates.busy} onclick={() => (puttingOff = !puttingOff)}
        >put off</button
      >&ensp;
      <button class="word" disabled={slates.busy} onclick={() => slates.takeOff(id, move.id)}
        >take off</button
      >
    {/if}
    {#if slate.state === 'POSTED' && move.successor && !move.agreedOn && session.maySteer}
      <button class="word" disabled={slates.busy} onclick={() => slates.agreed(id, move.id)}
        >has agreed</button
      >&ensp;
    {/if}
    {#if move.byHand && session.maySteer}
      <button class="word" disabled={slates.busy} onclick={() => slates.doneByHand(id, move.id)}
        >done by hand</button
      >
    {/if}
    {#if move.mayEnd && !move.byHand}
      <button class="word" disabled={slates.busy} onclick={() => slates.byHand(id, move.id)}
        >by hand instead</button
      >&ensp;
    {/if}
    {#if move.mayEnd}
      <button class="word" onclick={() => (ending = !ending)}>give up</button>
    {/if}
    {#if move.mayUndo}
      <button class="word" disabled={slates.busy} onclick={() => slates.undo(id, move.id)}>
        undo
      </button>
    {/if}
  </td>
</tr>
{#if puttingOff}
  <tr>
    <td colspan="6">
      <p class="ending">
        <DayField
          label="To be made on"
          min={today()}
          value={move.due ?? ''}
          onday={(day) => void putOff(day)}
        />
      </p>
    </td>
  </tr>
{/if}
{#if ending}
  <tr>
    <td colspan="6">
      <form class="ending" onsubmit={end}>
        <label class="sub">
          Why it is given up; whether it happened at the vendor stays unknown
          <input bind:value={why} required maxlength="500" />
        </label>
        <button class="plain" disabled={slates.busy}>Give up this move</button>
      </form>
    </td>
  </tr>
{/if}

<style>
  .person {
    color: var(--link);
  }
  .ending {
    display: flex;
    gap: var(--s-10);
    align-items: end;
  }
  .ending label {
    flex: 1;
  }
  .ending input {
    display: block;
    width: 100%;
    border: 1px solid var(--rule);
    background: var(--sheet);
    padding: var(--s-4) var(--s-8);
    border-radius: 2px;
  }
  tr.out td:not(:last-child) {
    text-decoration: line-through;
    color: var(--soft);
  }
  td {
    vertical-align: top;
  }
  .r {
    white-space: nowrap;
  }
  .what {
    max-width: 420px;
  }
  .state {
    font-weight: 600;
  }
  .state.confirmed {
    color: var(--used);
  }
  .state.failed {
    color: var(--locked);
  }
</style>
