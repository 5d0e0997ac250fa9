<!-- A bill that came, written down over what is expected: only what differs is typed. -->
<script lang="ts">
  import { untrack } from 'svelte';
  import DayField from '../../pieces/controls/DayField.svelte';
  import Typed from '../../pieces/typed/Typed.svelte';
  import { api, dataOf, type Schemas } from '../../api/client';

  let {
    from,
    onwritten,
    onleave,
  }: {
    /** What is expected. */
    from: Schemas['NextBill'];
    onwritten: (check: Schemas['BillCheck']) => void;
    onleave: () => void;
  } = $props();

  interface Row {
    line: string | null;
    text: string;
    quantity: string;
    amount: string;
  }
  let number = $state('');
  let day = $state(untrack(() => from.day));
  let rows = $state<Row[]>(
    untrack(() =>
      from.rows.map((row) => ({
        line: row.line,
        text: row.planName,
        quantity: `${row.quantity}`,
        amount: row.amount.amount,
      })),
    ),
  );
  let total = $state('');
  let fault = $state('');
  const until = $derived(from.rows[0]?.until ?? from.day);

  async function write(event: SubmitEvent) {
    event.preventDefault();
    fault = '';
    try {
      onwritten(
        await dataOf(
          api.POST('/api/v1/bills', {
            body: {
              bill: number,
              agreement: from.agreement,
              day,
              from: from.rows[0]?.from ?? from.day,
              until,
              rows: rows.map((row) => ({
                line: row.line,
                text: row.text,
                quantity: Number(row.quantity),
                amount: Number(row.amount),
              })),
              total: total === '' ? null : Number(total),
              currency: null,
            },
          }),
        ),
      );
    } catch (e) {
      fault = (e as Error).message;
    }
  }
</script>

<form onsubmit={write} aria-label="A bill of {from.name}">
  <h2>A bill of {from.name}</h2>
  <p>
    number <input required bind:value={number} aria-label="Number of the bill" maxlength="200" />
    dated <DayField label="Dated" bind:value={day} required />
    <span class="sub">in {from.currency}; type over what is otherwise</span>
  </p>
  {#each rows as row, n (n)}
    <p class="row">
      <Typed
        value={row.text}
        label="Text of row {n + 1}"
        width={22}
        onvalue={(v) => (row.text = v)}
      />
      <Typed
        number
        value={row.quantity}
        label="Quantity of row {n + 1}"
        width={6}
        onvalue={(v) => (row.quantity = v)}
      />
      <Typed
        number
        value={row.amount}
        label="Amount of row {n + 1}"
        width={11}
        onvalue={(v) => (row.amount = v)}
      />
      <span class="sub">{row.line ? '' : 'none of our subscriptions'}</span>
      <button type="button" class="word" onclick={() => rows.splice(n, 1)}>not on it</button>
    </p>
  {/each}
  <p>
    <button
      type="button"
      class="word"
      onclick={() => rows.push({ line: null, text: 'something else', quantity: '1', amount: '0' })}
      >one row more</button
    >
    at its foot
    <input inputmode="decimal" bind:value={total} aria-label="Total at its foot" size="10" />
    <button class="plain" type="submit" disabled={number.trim() === '' || rows.length === 0}
      >Write it down</button
    >
    <button type="button" class="word" onclick={onleave}>leave it</button>
  </p>
  {#if fault}<p class="neg" role="alert">{fault}</p>{/if}
</form>

<style>
  form {
    border: 1px solid var(--ink);
    background: var(--sheet);
    padding: var(--s-8) var(--s-14);
    margin: var(--s-10) 0;
  }
  h2 {
    font: 600 var(--type-lead) var(--font-serif);
  }
  p {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: var(--s-4) var(--s-10);
    padding: var(--s-2) 0;
    font-size: var(--type-row);
  }
  p > input {
    border: 0;
    border-bottom: 1px solid var(--rule);
    background: transparent;
    font: var(--type-row) var(--font-mono);
  }
  .plain {
    padding: var(--s-3) var(--s-10);
  }
</style>
