<!-- The newest bills and the next one expected, in a few lines. -->
<script lang="ts">
  import { api, dataOf } from '../../api/client';
  import { asOf, to } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { Question } from '../../state/question.svelte';
  import { sayDay, sayMoney, saySigned } from '../../state/say';

  const MOST = 4;

  const came = new Question(
    () => ({ limit: '10000' }),
    (query) => dataOf(api.GET('/api/v1/bills', { params: { query } })),
    { again: () => book.version },
  );
  const next = new Question(
    () => ({ asOf: asOf() }),
    (query) => dataOf(api.GET('/api/v1/bills/next', { params: { query } })),
    { again: () => book.version },
  );
  const newest = $derived([...(came.value ?? [])].reverse().slice(0, MOST));
  const first = $derived((next.value ?? []).slice(0, MOST));
  const link = (bill: string) => {
    const page = to('/bills');
    return `${page}${page.includes('?') ? '&' : '?'}bill=${encodeURIComponent(bill)}`;
  };
</script>

<table class="list dense">
  <caption><a href={to('/bills')}>Bills</a></caption>
  <tbody>
    {#each newest as bill (bill.bill)}
      <tr>
        <td><a href={link(bill.bill)}>{bill.bill}</a> <span class="sub">{bill.name}</span></td>
        <td class="num">{sayDay(bill.day)}</td>
        <td class={['r num', Number(bill.difference.amount) !== 0 && 'neg']}
          >{Number(bill.difference.amount) === 0 ? 'as expected' : saySigned(bill.difference)}</td
        >
      </tr>
    {/each}
    {#each first as one (one.agreement)}
      <tr class="sub">
        <td>{one.name} <span>next</span></td>
        <td class="num">{sayDay(one.day)}</td>
        <td class="r num">{sayMoney(one.total, true)}</td>
      </tr>
    {/each}
  </tbody>
</table>
{#if came.fault || next.fault}<p class="neg" role="alert">{came.fault || next.fault}</p>{/if}

<style>
  caption {
    text-align: left;
    font: 600 var(--type-lead) var(--font-serif);
    padding: var(--s-8) 0 var(--s-4);
  }
  td {
    font-size: var(--type-row);
  }
  td.num {
    font-size: var(--type-note);
    white-space: nowrap;
  }
</style>
