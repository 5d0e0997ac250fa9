<!-- What was kept, as finance sees it: signed, stopped, promised, avoided. -->
<script lang="ts">
  import { api, dataOf } from '../../api/client';
  import { asOf, to } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { Question } from '../../state/question.svelte';
  import { sayCount, sayMoney } from '../../state/say';

  let { link = true }: { link?: boolean } = $props();

  const sums = new Question(
    () => ({ asOf: asOf() }),
    (query) => dataOf(api.GET('/api/v1/kept/sums', { params: { query } })),
    { again: () => book.version },
  );
  export const reload = () => sums.reload();

  const entries = $derived(
    sums.value
      ? sums.value.kept.entries + sums.value.promised.entries + sums.value.avoided.entries
      : 0,
  );
</script>

<table class="list dense">
  <caption>Kept, as finance sees it</caption>
  <thead>
    <tr>
      <th>{sums.value?.year ?? ''}</th>
      <th class="r">not paid, to date</th>
      <th class="r">a year</th>
    </tr>
  </thead>
  {#if sums.value}
    <tbody>
      <tr>
        <td>signed</td>
        <td class="r num">{sayMoney(sums.value.signed.cash)}</td>
        <td class="r num">{sayMoney(sums.value.signed.yearly)}</td>
      </tr>
      <tr>
        <td>stopped, not signed</td>
        <td class="r num">{sayMoney(sums.value.stopped.cash)}</td>
        <td class="r num">{sayMoney(sums.value.stopped.yearly)}</td>
      </tr>
      <tr class="sum">
        <td>kept this year</td>
        <td class="r num">{sayMoney(sums.value.kept.cash)}</td>
        <td class="r num">{sayMoney(sums.value.kept.yearly)}</td>
      </tr>
      <tr class="sub">
        <td>promised, not yet stopped</td>
        <td class="r num">–</td>
        <td class="r num">{sayMoney(sums.value.promised.yearly)}</td>
      </tr>
      <tr class="sub">
        <td title="seats found again for somebody for whom one would have been bought"
          >purchases avoided</td
        >
        <td class="r num">–</td>
        <td class="r num">{sayMoney(sums.value.avoided.yearly)}</td>
      </tr>
    </tbody>
  {/if}
</table>
{#if sums.fault}<p class="neg" role="alert">{sums.fault}</p>{/if}
{#if link}
  <p class="open">
    <a href={to('/statement/kept')}
      >{entries === 0 ? 'Open the ledger' : `Open the ${sayCount(entries, 'entry', 'entries')}`}</a
    >
  </p>
{/if}

<style>
  caption {
    text-align: left;
    font: 600 var(--type-lead) var(--font-serif);
    padding: 0 0 var(--s-4);
  }
  td {
    font-size: var(--type-row);
  }
  td.num {
    font-size: var(--type-note);
  }
  .sum td {
    font-weight: 700;
  }
  .open {
    padding: var(--s-8) 0 var(--s-16);
    font-size: var(--type-row);
  }
</style>
