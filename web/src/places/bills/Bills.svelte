<!-- What vendors will charge next, and what came, row by row beside what was expected. -->
<script lang="ts">
  import List from '../../pieces/list/List.svelte';
  import { api, dataOf, saveCsv, saveXlsx, type Schemas } from '../../api/client';
  import { asOf, param, setParam, to } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { ListState } from '../../state/list.svelte';
  import { Question } from '../../state/question.svelte';
  import { plusDays, sayCount, sayDay, sayMoney, saySigned } from '../../state/say';
  import { session } from '../../state/session.svelte';
  import Allowances from './Allowances.svelte';
  import BillCheck from './BillCheck.svelte';
  import NewBill from './NewBill.svelte';

  type Next = Schemas['NextBill'];

  const next = new Question(
    () => ({ asOf: asOf() }),
    (query) => dataOf(api.GET('/api/v1/bills/next', { params: { query } })),
    { again: () => book.version },
  );
  const came = new Question(
    () => ({ limit: '10000' }),
    (query) => dataOf(api.GET('/api/v1/bills', { params: { query } })),
    { again: () => book.version },
  );
  const bills = $derived([...(came.value ?? [])].reverse());
  const open = $derived(param('bill'));
  /** Days for which a bill that is dealt with is shown without being asked for. */
  const LATELY = 45;
  let all = $state(false);
  const isDealtWith = (bill: Schemas['Bill']) =>
    bill.state === 'ACCEPTED' || bill.state === 'SETTLED';
  const shown = $derived(
    bills.filter(
      (bill) =>
        all || bill.bill === open || !isDealtWith(bill) || bill.day >= plusDays(asOf(), -LATELY),
    ),
  );

  const list = new ListState<Next>({
    rows: () => next.value ?? [],
    key: (row) => row.agreement,
    id: 'next',
    at: 'at',
  });
  let writing = $state<Next | null>(null);

  async function written(check: Schemas['BillCheck']) {
    writing = null;
    await Promise.all([book.load(asOf()), came.reload()]);
    setParam('bill', check.bill);
  }
  async function takenOut() {
    setParam('bill', null);
    await Promise.all([book.load(asOf()), came.reload()]);
  }

  $effect(() =>
    bindKeys(
      list.keys({
        row: 'bill',
        open: {
          does: 'write the bill down that came',
          run: () => session.maySteer && (writing = list.current ?? null),
        },
      }),
    ),
  );

  const COLUMNS = [
    { name: 'on' },
    { name: 'Agreement' },
    { name: 'what for' },
    { name: 'expected', right: true },
    { name: '', key: 'do' },
  ];
</script>

<svelte:head><title>Bills – Sober Tally</title></svelte:head>

<div class="title">
  <h1>Bills</h1>
  <span class="sub">what each agreement charges next, and what came beside it</span>
  {#if session.maySteer}<a class="word csv" href={to('/intake/file')}>bring bills in as a file</a
    >{/if}
  <button
    class={['word', !session.maySteer && 'csv']}
    onclick={() => saveCsv(`/api/v1/bills/next?asOf=${asOf()}`, 'next.csv')}>as CSV</button
  >
  <button class="word" onclick={() => saveXlsx(`/api/v1/bills/next?asOf=${asOf()}`, 'next.xlsx')}
    >as a workbook</button
  >
</div>
{#if next.fault || came.fault}<p class="neg" role="alert">{next.fault || came.fault}</p>{/if}

{#if bills.length > 0}
  <table class="list dense">
    <caption>Came</caption>
    <thead>
      <tr>
        <th>dated</th>
        <th>Bill</th>
        <th>Agreement</th>
        <th class="r">charged</th>
        <th class="r">expected</th>
        <th class="r">difference</th>
        <th></th>
      </tr>
    </thead>
    <tbody>
      {#each shown as bill (bill.bill)}
        <tr>
          <td class="num">{sayDay(bill.day)}</td>
          <td>
            <button
              class="word"
              aria-expanded={open === bill.bill}
              onclick={() => setParam('bill', open === bill.bill ? null : bill.bill)}
              >{bill.bill}</button
            >
          </td>
          <td>{bill.name}</td>
          <td class="r num">{sayMoney(bill.total, true)}</td>
          <td class="r num">{sayMoney(bill.expected, true)}</td>
          <td class={['r num', Number(bill.difference.amount) !== 0 && 'neg']}
            >{Number(bill.difference.amount) === 0 ? 'none' : saySigned(bill.difference)}</td
          >
          <td class="r sub">{bill.state === 'OPEN' ? '' : bill.state.toLowerCase()}</td>
        </tr>
        {#if open === bill.bill}
          <tr>
            <td colspan="7"
              ><BillCheck
                bill={bill.bill}
                ontakenout={() => void takenOut()}
                onsaid={() => void came.reload()}
              /></td
            >
          </tr>
        {/if}
      {/each}
    </tbody>
  </table>
  {#if shown.length < bills.length || all}
    <p>
      <button class="word" onclick={() => (all = !all)}
        >{all
          ? 'only those of late and those to be dealt with'
          : `${sayCount(bills.length - shown.length, 'earlier bill')}, dealt with`}</button
      >
    </p>
  {/if}
{/if}

{#if writing}
  <NewBill
    from={writing}
    onwritten={(check) => void written(check)}
    onleave={() => (writing = null)}
  />
{/if}

<List
  {list}
  dense
  columns={COLUMNS}
  {row}
  caption="Next"
  known={next.value !== null}
  busy={next.stale}
  empty="No agreement charges anything that can be foreseen."
/>

<Allowances />

{#snippet row(one: Next)}
  <td class="num">{sayDay(one.day)}</td>
  <td>
    <a class="name" href={to(`/terms/${one.vendor}`)}>{one.name}</a>
    <span class="sub">{one.vendorName}</span>
  </td>
  <td class="sub">
    {#each one.rows as part, n (`${part.line}${part.kind}${part.from}`)}{n > 0
        ? ', '
        : ''}{part.quantity} × {part.planName}{part.kind === 'ADDED'
        ? ` added ${sayDay(part.from)}`
        : ''}{/each}
  </td>
  <td class="r num">{sayMoney(one.total, true)}</td>
  <td class="r">
    {#if session.maySteer}
      <button class="word" onclick={() => (writing = one)}>the bill came</button>
    {/if}
  </td>
{/snippet}

<style>
  .title {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: var(--s-14);
    padding-bottom: var(--s-6);
  }
  .csv {
    margin-left: auto;
  }
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
  .name {
    font: 600 var(--type-text) var(--font-serif);
    white-space: nowrap;
  }
</style>
