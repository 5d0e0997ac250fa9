<!-- What was paid and did work, month by month, who bears it, and what is expected of the year after. -->
<script lang="ts">
  import Check from '../../pieces/controls/Check.svelte';
  import List from '../../pieces/list/List.svelte';
  import MonthBars from '../../pieces/month-bars/MonthBars.svelte';
  import { api, dataOf, saveCsv, saveXlsx, type Schemas } from '../../api/client';
  import { asOf, param, setParam } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { ListState } from '../../state/list.svelte';
  import { Question } from '../../state/question.svelte';
  import { sayMoney, sayMonth } from '../../state/say';
  import { slates } from '../../state/slate.svelte';
  import BearerRow from './BearerRow.svelte';
  import BillsBeside from './BillsBeside.svelte';
  import KeptSums from './KeptSums.svelte';
  import ShareRows from './ShareRows.svelte';
  import { bearers, type Bearer } from './table';
  import { BEARINGS, BEARING_WORDS, bearingOf, keyOfAddress } from './words';

  const SHOWN = 5;

  const by = $derived(bearingOf(param('by')));
  const spread = $derived(param('spread') === 'true');
  const statement = new Question(
    () => ({ by: by.toLowerCase(), spread, asOf: asOf() }),
    // As a table the same address has other rows: the types know both.
    async (query) =>
      (await dataOf(
        api.GET('/api/v1/statement', { params: { query } }),
      )) as Schemas['StatementMonth'][],
    { again: () => [book.version], subject: () => by },
  );
  const expected = new Question(
    () => ({ asOf: asOf(), slate: slates.draft?.moves.length ? slates.draft.id : undefined }),
    (query) => dataOf(api.GET('/api/v1/statement/expected', { params: { query } })),
    { again: () => [book.version, slates.draft?.preview.yearly.amount] },
  );

  const months = $derived(statement.value ?? []);
  const chosen = $derived.by(() => {
    const at = months.findIndex((m) => m.month === param('month'));
    return at < 0 ? months.length - 1 : at;
  });
  const shown = $derived(
    months.slice(Math.max(0, Math.min(chosen - SHOWN + 1, months.length - SHOWN)), chosen + 1),
  );
  const rows = $derived(bearers(shown));
  const most = $derived(
    Math.max(1, ...rows.flatMap((row) => row.shares.map((s) => Number(s?.amount.amount ?? 0)))),
  );
  const list = new ListState<Bearer>({
    rows: () => rows,
    key: (row) => row.id,
    id: 'bearer',
    from: statement,
  });

  /** The cell that is open: its month and whose it is. */
  const cell = $derived.by(() => {
    const text = param('cell');
    return text ? { month: text.slice(0, 7), id: text.slice(8) } : null;
  });
  const open = (month: string, id: string) =>
    setParam('cell', cell?.month === month && cell.id === id ? null : `${month}.${id}`);
  const query = $derived(
    `/api/v1/statement?by=${by.toLowerCase()}&spread=${spread}&asOf=${asOf()}`,
  );

  $effect(() =>
    bindKeys(
      list.keys({
        row: 'bearer',
        open: {
          does: 'open what the last month’s share is made of',
          run: () => list.current && shown.length > 0 && open(shown.at(-1)!.month, list.current.id),
        },
        leave: { does: 'close it', run: () => setParam('cell', null) },
      }),
    ),
  );

  const columns = $derived([
    { name: BEARING_WORDS[by].replace(/^./, (c) => c.toUpperCase()) },
    ...shown.map((m) => ({ name: sayMonth(m.month), right: true })),
    {
      name: 'did work',
      right: true,
      title: `of ${shown.length ? sayMonth(shown.at(-1)!.month) : 'the last month'}`,
    },
  ]);
</script>

<svelte:head><title>Statement – Sober Tally</title></svelte:head>

<div class="title">
  <h1>Statement</h1>
  {#if months.length > 0}
    <span class="sub"
      >{sayMonth(months[0]!.month)} to {sayMonth(months.at(-1)!.month)}, and what is known of the
      year after</span
    >
  {/if}
  <a
    class="word csv"
    href="/api/v1/statement/sheet.pdf?asOf={asOf()}"
    target="_blank"
    rel="noreferrer">the month’s sheet</a
  >
  <button class="word" onclick={() => saveCsv(query, 'statement.csv')}>as CSV</button>
  <button class="word" onclick={() => saveXlsx(query, 'statement.xlsx')}>as a workbook</button>
</div>
{#if statement.fault || expected.fault}
  <p class="neg" role="alert">{statement.fault || expected.fault}</p>
{/if}

<div class="sides">
  <div class="main">
    <MonthBars
      {months}
      expected={expected.value ?? []}
      chosen={shown.at(-1)?.month ?? null}
      onchoose={(month) => setParam('month', month === months.at(-1)?.month ? null : month)}
    />
    <div class="who">
      <h2>Who bears it</h2>
      <div class="by" role="group" aria-label="By what">
        {#each BEARINGS as one (one)}
          <button
            class="word"
            class:on={by === one}
            aria-pressed={by === one}
            onclick={() => setParam('by', one === 'PAYER' ? null : one.toLowerCase())}
            >{BEARING_WORDS[one]}</button
          >
        {/each}
      </div>
      <span class="spread">
        <Check checked={spread} onchange={(on) => setParam('spread', on ? 'true' : null)}
          >spread what nobody holds</Check
        >
      </span>
    </div>
    <List
      {list}
      dense
      {columns}
      after={sums}
      known={statement.value !== null}
      busy={statement.stale}
      empty="Nothing was bought yet by that day."
    >
      {#snippet row(one)}
        <BearerRow
          {one}
          {most}
          openMonth={cell?.id === one.id ? cell.month : null}
          {shown}
          onopen={open}
        />
      {/snippet}
    </List>
  </div>
  <div class="beside">
    <KeptSums />
    <BillsBeside />
  </div>
</div>

{#snippet sums()}
  <tr class="sum">
    <td class="label">Paid</td>
    {#each shown as m (m.month)}<td class="r num">{sayMoney(m.paid, true)}</td>{/each}
    <td class="r num">{shown.length ? sayMoney(shown.at(-1)!.work, true) : ''}</td>
  </tr>
  {#if shown.some((m) => m.yearAgo)}
    <tr class="ago">
      <td class="label">a year before</td>
      {#each shown as m (m.month)}<td class="r num">{sayMoney(m.yearAgo, true)}</td>{/each}
      <td></td>
    </tr>
  {/if}
  {#if cell && shown.some((m) => m.month === cell.month)}
    <tr>
      <td colspan={shown.length + 2}>
        <ShareRows
          by={by.toLowerCase()}
          month={cell.month}
          of={keyOfAddress(cell.id)}
          name={rows.find((one) => one.id === cell.id)?.name ?? ''}
          {spread}
        />
      </td>
    </tr>
  {/if}
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
  .sides {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 330px;
    gap: 0 var(--s-30);
  }
  .who {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: var(--s-4) var(--s-20);
    padding-top: var(--s-14);
  }
  h2 {
    font: 600 var(--type-lead) var(--font-serif);
  }
  .by {
    display: flex;
    gap: var(--s-12);
    font-size: var(--type-row);
  }
  .by .on {
    border-bottom: 2px solid var(--ink);
    text-decoration: none;
  }
  .spread {
    margin-left: auto;
    font-size: var(--type-note);
  }
  .sum td {
    border-top: 1.5px solid var(--ink);
    font-weight: 700;
    font-size: var(--type-note);
  }
  .label {
    font-family: var(--font-sans);
  }
  .sum td,
  .ago td {
    white-space: nowrap;
  }
  .ago td {
    color: var(--soft);
    font-weight: 400;
    font-size: var(--type-note);
  }
  @media (max-width: 1150px) {
    .sides {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
