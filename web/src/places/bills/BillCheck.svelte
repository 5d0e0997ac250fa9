<!-- One bill beside what was expected, with what is to be said to the vendor. -->
<script lang="ts">
  import { api, dataOf } from '../../api/client';
  import { book } from '../../state/book.svelte';
  import { Question } from '../../state/question.svelte';
  import { sayDay, sayMoney, saySigned } from '../../state/say';
  import { session } from '../../state/session.svelte';

  let { bill, ontakenout }: { bill: string; ontakenout: () => void } = $props();

  // Derived: a row that comes anew with the same id must not make the answer be forgotten.
  const id = $derived(bill);
  const asked = new Question(
    () => ({ bill: id }),
    (path) => dataOf(api.GET('/api/v1/bills/{bill}/check', { params: { path } })),
    { again: () => book.version, subject: () => id },
  );
  const takeOut = () =>
    asked
      .attempt(() => dataOf(api.DELETE('/api/v1/bills/{bill}', { params: { path: { bill: id } } })))
      .then((done) => done && ontakenout());
  const says = $derived((asked.value?.lines ?? []).flatMap((line) => line.says ?? []));
</script>

{#if asked.fault}<p class="neg" role="alert">{asked.fault}</p>{/if}
{#if asked.value}
  {@const check = asked.value}
  <p class="sub">
    {check.billDay
      ? `beside what was due on ${sayDay(check.billDay)}`
      : 'nothing is due from then on'}
  </p>
  <table class="list dense">
    <thead>
      <tr>
        <th>Subscription</th>
        <th class="r">expected</th>
        <th class="r">charged</th>
        <th class="r">by quantity</th>
        <th class="r">by price</th>
      </tr>
    </thead>
    <tbody>
      {#each check.lines as line (line.line)}
        <tr>
          <td
            >{line.planName}
            {#if line.missing}<span class="neg">not on the bill</span>{/if}
            {#if line.unexpected}<span class="neg">nothing was due</span>{/if}</td
          >
          <td class="r num">{line.expected.quantity} · {sayMoney(line.expected.amount, true)}</td>
          <td class="r num">{line.billed.quantity} · {sayMoney(line.billed.amount, true)}</td>
          <td class="r num">{saySigned(line.byQuantity)}</td>
          <td class="r num">{saySigned(line.byPrice)}</td>
        </tr>
      {/each}
      {#each check.rowsWithoutLine as row (row.row)}
        <tr>
          <td>{row.text} <span class="neg">none of our subscriptions</span></td>
          <td class="r num">–</td>
          <td class="r num">{row.quantity} · {sayMoney(row.amount, true)}</td>
          <td></td>
          <td></td>
        </tr>
      {/each}
    </tbody>
  </table>
  {#if says.length > 0}
    <p><b>To be said to the vendor:</b> {says.join(' ')}</p>
  {:else if check.rowsWithoutLine.length === 0}
    <p>The bill is as expected.</p>
  {/if}
  {#if session.maySteer}
    <button class="word" onclick={() => void takeOut()}>take this bill out</button>
  {/if}
{/if}

<style>
  td {
    font-size: 12.5px;
  }
  td.num {
    font-size: 12px;
    white-space: nowrap;
  }
  p {
    padding: 4px 0;
    font-size: 12.5px;
  }
</style>
