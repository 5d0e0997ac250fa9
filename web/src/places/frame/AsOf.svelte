<!-- The day that all figures are of; another one can be chosen. -->
<script lang="ts">
  import DayField from '../../pieces/controls/DayField.svelte';
  import { asOf, today, travelBy, travelTo } from '../../state/address.svelte';
  import { sayDay } from '../../state/say';

  let open = $state(false);
  let box = $state<HTMLDivElement>();

  const travelled = $derived(asOf() !== today());

  function leave(event: FocusEvent) {
    if (!box?.contains(event.relatedTarget as Node)) open = false;
  }
</script>

<div class="asof" bind:this={box} onfocusout={leave}>
  <button
    class:travelled
    aria-expanded={open}
    onclick={() => (open = !open)}
    title="The day that all figures are of"
  >
    as of <b>{sayDay(asOf())}</b>
  </button>
  {#if open}
    <div class="choose">
      <label>
        Show the figures of
        <DayField value={asOf()} onday={(day) => day && travelTo(day)} />
      </label>
      <p>
        <button class="word" onclick={() => travelBy(-7)}>a week back <kbd>[</kbd></button>
        <button class="word" onclick={() => travelBy(7)}>a week on <kbd>]</kbd></button>
        <button class="word" disabled={!travelled} onclick={() => travelTo(today())}>
          today
        </button>
      </p>
    </div>
  {/if}
</div>

<style>
  .asof {
    position: relative;
    font-size: var(--type-note);
    white-space: nowrap;
  }
  .asof > button {
    color: var(--soft);
    padding: var(--s-4) var(--s-6);
    border-radius: 2px;
  }
  .asof > button b {
    color: var(--ink);
    font-weight: 600;
  }
  .asof > button.travelled {
    background: var(--idle-ground);
  }
  .choose {
    position: absolute;
    z-index: 20;
    right: 0;
    top: 32px;
    background: var(--sheet);
    border: 1px solid var(--ink);
    border-radius: 3px;
    padding: var(--s-12) var(--s-14);
    display: grid;
    gap: var(--s-10);
  }
  .choose p {
    display: flex;
    gap: var(--s-14);
  }
</style>
