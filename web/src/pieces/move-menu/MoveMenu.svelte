<!--
@component
What can be planned for one seat or one account: a word that opens a short list. Moves that need a
reason, a day or a choice ask for it in a small sheet.
-->
<script lang="ts">
  import DayField from '../../pieces/controls/DayField.svelte';
  import Pick from '../../pieces/controls/Pick.svelte';
  import Modal from 'flowbite-svelte/Modal.svelte';
  import type { MoveRequest } from '../../api/client';
  import { plusDays } from '../../state/say';
  import { slates } from '../../state/slate.svelte';

  export interface Choice {
    words: string;
    /** A whole move; or one that asks for a reason and a day, or for what becomes of the data. */
    move: MoveRequest;
  }

  let { label, choices, day }: { label: string; choices: Choice[]; day: string } = $props();

  const ROUTES = {
    HANDED_OVER: 'handed over to somebody',
    SAVED: 'saved outside the vendor',
    NOT_NEEDED: 'not needed by anybody',
  };
  const USUAL_KEEP_DAYS = 90;

  let list = $state<HTMLDetailsElement>();
  let asking = $state<Choice | null>(null);
  let open = $state(false);
  let reason = $state('');
  let until = $state('');
  let data = $state<keyof typeof ROUTES>('SAVED');

  async function pick(choice: Choice) {
    list!.open = false;
    if (choice.move.kind === 'KEEP' || choice.move.kind === 'DELETE') {
      asking = choice;
      until = plusDays(day, USUAL_KEEP_DAYS);
      open = true;
    } else {
      await slates.plan([choice.move]);
    }
  }

  async function plan(event: SubmitEvent) {
    event.preventDefault();
    const move = asking!.move;
    const whole = move.kind === 'KEEP' ? { ...move, reason, until } : { ...move, data };
    if (await slates.plan([whole])) {
      open = false;
      reason = '';
    }
  }

  function closeOnEscape(event: KeyboardEvent) {
    if (event.key === 'Escape' && list?.open) {
      list.open = false;
      list.querySelector('summary')?.focus();
      event.stopPropagation();
    }
  }
</script>

<details
  bind:this={list}
  onfocusout={(e) => {
    if (!list?.contains(e.relatedTarget as Node)) list!.open = false;
  }}
>
  <summary class="word" aria-label="plan …: {label}" onkeydown={closeOnEscape}>plan …</summary>
  <ul>
    {#each choices as choice (choice.words)}
      <li>
        <button disabled={slates.busy} onkeydown={closeOnEscape} onclick={() => pick(choice)}
          >{choice.words}</button
        >
      </li>
    {/each}
  </ul>
</details>

{#if asking}
  <Modal
    bind:open
    title={asking.words.replace(/^./, (c) => c.toUpperCase())}
    size="xs"
    class="border-ink bg-sheet text-ink rounded-md border shadow-none"
    classes={{ header: 'border-rule p-3', body: 'p-4' }}
  >
    <form onsubmit={plan}>
      {#if asking.move.kind === 'KEEP'}
        <label>
          Why must it not be taken back?
          <input required maxlength="1000" bind:value={reason} />
        </label>
        <label>
          Until
          <DayField required min={plusDays(day, 1)} bind:value={until} />
        </label>
      {:else}
        <label>
          What becomes of the data?
          <Pick bind:value={data}>
            {#each Object.entries(ROUTES) as [value, words] (value)}
              <option {value}>{words}</option>
            {/each}
          </Pick>
        </label>
      {/if}
      {#if slates.fault}<p class="neg" role="alert">{slates.fault}</p>{/if}
      <button class="go" disabled={slates.busy}>Put on the slate</button>
    </form>
  </Modal>
{/if}

<style>
  details {
    position: relative;
    display: inline-block;
  }
  summary {
    list-style: none;
    cursor: pointer;
    font-size: var(--type-note);
    white-space: nowrap;
  }
  ul {
    position: absolute;
    z-index: 15;
    right: 0;
    min-width: 190px;
    background: var(--sheet);
    border: 1px solid var(--ink);
    border-radius: 3px;
    padding: var(--s-3) 0;
    max-height: 320px;
    overflow: auto;
  }
  li button {
    width: 100%;
    text-align: left;
    padding: var(--s-4) var(--s-12);
    font-size: var(--type-row);
    white-space: nowrap;
  }
  li button:hover,
  li button:focus-visible {
    background: var(--idle-ground);
  }
  form {
    display: grid;
    gap: var(--s-12);
  }
  label {
    display: grid;
    gap: var(--s-3);
    font-size: var(--type-row);
  }
  input {
    border: 1px solid var(--rule);
    border-radius: 3px;
    background: var(--tape);
    padding: var(--s-4) var(--s-8);
    font-size: var(--type-text);
  }
</style>
