<!--
@component
Asks until when the slate is to be decided, and what the decider should know.
-->
<script lang="ts">
  import DayField from '../../pieces/controls/DayField.svelte';
  import { tick } from 'svelte';
  import Modal from 'flowbite-svelte/Modal.svelte';
  import type { Slate } from '../../api/client';
  import { plusDays, sayCount } from '../../state/say';
  import { slates } from '../../state/slate.svelte';

  let {
    open = $bindable(false),
    slate,
    day,
    money,
  }: { open?: boolean; slate: Slate; day: string; money: string } = $props();

  const USUAL_DAYS = 7;

  let chosen = $state<string | null>(null);
  let note = $state('');

  const deadline = $derived(chosen ?? plusDays(day, USUAL_DAYS));

  async function send(event: SubmitEvent) {
    event.preventDefault();
    if (await slates.send(slate.id, deadline, note)) {
      open = false;
      note = '';
      chosen = null;
      // The button that was pressed has nothing to send any more: what was sent is told there.
      await tick();
      document.getElementById('slate-head')?.focus();
    }
  }
</script>

<Modal
  bind:open
  title="Send for decision"
  size="xs"
  class="border-ink bg-sheet text-ink rounded-md border shadow-none"
  classes={{ header: 'border-rule p-3', body: 'p-4' }}
>
  <form onsubmit={send}>
    <p>
      {sayCount(slate.moveCount, 'move')}, {money} a year. Somebody else decides; without an answer by
      the deadline nothing happens.
    </p>
    <label>
      To be decided by
      <DayField min={day} value={deadline} onday={(day) => (chosen = day || null)} required />
    </label>
    <label>
      What the decider should know (may stay empty)
      <textarea rows="3" maxlength="1000" bind:value={note}></textarea>
    </label>
    {#if slates.fault}<p class="neg" role="alert">{slates.fault}</p>{/if}
    <div>
      <button class="go" disabled={slates.busy}>Send</button>
      <button type="button" class="plain" onclick={() => (open = false)}>Not yet</button>
    </div>
  </form>
</Modal>

<style>
  form {
    display: grid;
    gap: var(--s-14);
    font-size: var(--type-text);
  }
  textarea {
    display: block;
    width: 100%;
    margin-top: var(--s-4);
    border: 1px solid var(--rule);
    background: var(--paper);
    border-radius: 2px;
    padding: var(--s-6) var(--s-8);
    font-size: var(--type-text);
  }
  div {
    display: flex;
    gap: var(--s-8);
  }
</style>
