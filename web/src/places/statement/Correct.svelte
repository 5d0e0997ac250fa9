<!-- Puts an entry of the ledger right by a further one. -->
<script lang="ts">
  import { untrack } from 'svelte';
  import DayField from '../../pieces/controls/DayField.svelte';
  import { api, dataOf, type Schemas } from '../../api/client';
  import { sayMoney } from '../../state/say';

  let {
    entry,
    oncorrected,
    onleave,
  }: { entry: Schemas['KeptEntry']; oncorrected: () => void; onleave: () => void } = $props();

  let yearly = $state('');
  let from = $state(untrack(() => entry.from));
  let reason = $state('');
  let fault = $state('');

  async function correct(event: SubmitEvent) {
    event.preventDefault();
    fault = '';
    try {
      await dataOf(
        api.POST('/api/v1/kept/{entry}/corrections', {
          params: { path: { entry: entry.entry! } },
          body: { yearly: Number(yearly.replace('−', '-')), from, reason },
        }),
      );
      oncorrected();
    } catch (e) {
      fault = (e as Error).message;
    }
  }
</script>

<form onsubmit={correct} aria-label="Put {entry.what} right">
  <p>
    <b>Put right: {entry.what}</b>
    <span class="sub">{sayMoney(entry.yearly, true)} a year; it stays, and an entry is added</span>
  </p>
  <p>
    more a year, or less with a minus
    <input
      required
      inputmode="decimal"
      pattern="[−\-]?[0-9]+([.][0-9]+)?"
      bind:value={yearly}
      aria-label="By how much a year"
      size="10"
    />
    from <DayField label="From" bind:value={from} required />
    because <input required bind:value={reason} aria-label="Why" maxlength="1000" size="34" />
    <button class="plain" type="submit" disabled={!yearly || !reason.trim()}>Add the entry</button>
    <button type="button" class="word" onclick={onleave}>leave it</button>
  </p>
  {#if fault}<p class="neg" role="alert">{fault}</p>{/if}
</form>

<style>
  form {
    border: 1px solid var(--ink);
    background: var(--sheet);
    padding: var(--s-8) var(--s-14);
    margin: var(--s-6) 0 var(--s-10);
  }
  p {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: var(--s-4) var(--s-10);
    padding: var(--s-2) 0;
    font-size: var(--type-row);
  }
</style>
