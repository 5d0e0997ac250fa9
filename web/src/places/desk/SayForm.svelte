<!-- Until when a line of the desk rests, or that it is settled, and why. -->
<script lang="ts">
  import type { Schemas } from '../../api/client';
  import DayField from '../../pieces/controls/DayField.svelte';
  import { today } from '../../state/address.svelte';
  import { plusDays } from '../../state/say';

  let {
    line,
    does,
    fault,
    onsay,
    onleave,
  }: {
    line: Schemas['DeskLine'];
    does: 'PUT_OFF' | 'SETTLE';
    fault: string;
    onsay: (more: { until?: string; reason: string }) => void;
    onleave: () => void;
  } = $props();

  const WEEK = 7;
  const MOST_DAYS = 366;

  const latest = $derived(line.by ?? plusDays(today(), MOST_DAYS));
  let until = $state('');
  let reason = $state('');
  let words = $state<HTMLInputElement>();

  $effect(() => {
    const inAWeek = plusDays(today(), WEEK);
    until = inAWeek < latest ? inAWeek : latest;
    words?.focus();
  });

  function send(event: SubmitEvent) {
    event.preventDefault();
    onsay(does === 'PUT_OFF' ? { until, reason: reason.trim() } : { reason: reason.trim() });
  }

  function leave(event: KeyboardEvent) {
    if (event.key === 'Escape') {
      event.stopPropagation();
      onleave();
    }
  }
</script>

<form onsubmit={send} aria-label={does === 'PUT_OFF' ? 'Put off' : 'Settle'}>
  {#if does === 'PUT_OFF'}
    <span>It comes back on</span>
    <DayField
      bind:value={until}
      label="The day on which it comes back"
      min={plusDays(today(), 1)}
      max={latest}
      required
    />
    <span>because</span>
  {:else}
    <span>Nothing more is to be done, because</span>
  {/if}
  <input
    bind:this={words}
    bind:value={reason}
    onkeydown={leave}
    aria-label="Why"
    placeholder={does === 'PUT_OFF' ? 'the vendor answers next week' : 'it is the fire brigade’s'}
    maxlength="500"
    size="34"
    required
  />
  <button class="plain" disabled={reason.trim() === ''}
    >{does === 'PUT_OFF' ? 'put it off' : 'it is settled'}</button
  >
  <button type="button" class="word" onclick={onleave}>leave it</button>
  {#if fault}<p class="neg" role="alert">{fault}</p>{/if}
</form>

<style>
  form {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: var(--s-6) var(--s-8);
    padding: var(--s-6) 0;
    font-size: var(--type-row);
  }
  p {
    flex-basis: 100%;
  }
</style>
