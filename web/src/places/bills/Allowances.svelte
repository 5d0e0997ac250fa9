<!-- Metered units that vendors grant: used, left, and until when they last. -->
<script lang="ts">
  import { api, dataOf } from '../../api/client';
  import { asOf, to } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { Question } from '../../state/question.svelte';
  import { sayDay } from '../../state/say';

  const asked = new Question(
    () => ({ asOf: asOf() }),
    (query) => dataOf(api.GET('/api/v1/allowances', { params: { query } })),
    { again: () => book.version },
  );
  const rows = $derived(asked.value ?? []);
  const count = (n: number | null | undefined) =>
    n === null || n === undefined ? '–' : n.toLocaleString('en-GB');
  const share = (used: number | null | undefined, granted: number) =>
    granted > 0 ? Math.min(100, ((used ?? 0) / granted) * 100) : 0;
</script>

{#if asked.fault}<p class="neg" role="alert">{asked.fault}</p>{/if}
{#if rows.length > 0}
  <table class="list dense">
    <caption>Allowances</caption>
    <thead>
      <tr>
        <th>What</th>
        <th>period</th>
        <th class="r">granted</th>
        <th class="r">used</th>
        <th class="bar"></th>
        <th class="r">left</th>
        <th class="r">a day</th>
        <th>runs out</th>
      </tr>
    </thead>
    <tbody>
      {#each rows as row (row.allowance)}
        <tr>
          <td>
            <b>{row.name}</b>
            <a class="sub" href={to(`/terms/${row.vendor}`)}>{row.vendorName}</a>
          </td>
          <td class="num">{sayDay(row.from)} to {row.until ? sayDay(row.until) : 'open'}</td>
          <td class="r num">{count(row.granted)} {row.unit}</td>
          <td class="r num">{count(row.used)}</td>
          <td class="bar"
            ><svg
              width="100%"
              height="10"
              role="img"
              aria-label="{Math.round(share(row.used, row.granted))} % used"
              ><rect class="all" width="100%" height="10" /><rect
                width="{share(row.used, row.granted)}%"
                height="10"
                fill="url(#tx-{row.runsOut ? 'idle' : 'inUse'})"
              /></svg
            ></td
          >
          <td class="r num">{count(row.left)}</td>
          <td class="r num"
            >{row.perDay === null || row.perDay === undefined
              ? '–'
              : count(Math.round(row.perDay * 10) / 10)}</td
          >
          <td class={[row.runsOut && 'neg']}>
            {row.runsOut
              ? sayDay(row.runsOut)
              : row.measureDay
                ? 'not in this period'
                : 'nothing known'}
            {#if row.measureDay}<span class="sub">known to {sayDay(row.measureDay)}</span>{/if}
          </td>
        </tr>
      {/each}
    </tbody>
  </table>
{/if}

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
  .bar {
    width: 130px;
  }
  .all {
    fill: var(--sheet);
    stroke: var(--ink);
  }
</style>
