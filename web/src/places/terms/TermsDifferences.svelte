<!-- What other terms would change: days, money, findings. -->
<script lang="ts">
  import type { Schemas } from '../../api/client';
  import { today } from '../../state/address.svelte';
  import { sayDay, sayMoney } from '../../state/say';

  let { tried }: { tried: Schemas['TermsCheck'] } = $props();

  const DAY_MS = 86_400_000;
  const left = (day: string | null | undefined) =>
    day ? Math.round((Date.parse(day) - Date.parse(today())) / DAY_MS) : null;

  interface Row {
    what: string;
    before: string;
    after: string;
  }
  function rows(d: Schemas['TermsDifference']): Row[] {
    const days = (n: number | null) => (n === null ? '–' : `${n} days`);
    return [
      { what: 'notice by', before: sayDay(d.noticeBefore), after: sayDay(d.noticeAfter) },
      { what: 'time left', before: days(left(d.noticeBefore)), after: days(left(d.noticeAfter)) },
      { what: 'renewal', before: sayDay(d.renewalBefore), after: sayDay(d.renewalAfter) },
      { what: 'paid a year', before: sayMoney(d.yearlyBefore), after: sayMoney(d.yearlyAfter) },
    ];
  }
</script>

{#each tried.differences as d (d.agreement)}
  <h3>{d.name}</h3>
  <table>
    <tbody>
      {#each rows(d) as row (row.what)}
        <tr class:same={row.before === row.after}>
          <td>{row.what}</td>
          <td class="r num">
            {#if row.before !== row.after}{row.before} → <b>{row.after}</b>
            {:else}{row.before}{/if}
          </td>
        </tr>
      {/each}
    </tbody>
  </table>
{/each}
<p class="sub all">
  All of the house: {sayMoney(tried.before)} → <b>{sayMoney(tried.after)}</b> a year.
</p>
{#each tried.findings as one (one.kind)}
  <p class="sub">{one.title}: {one.before} → <b>{one.after}</b></p>
{/each}

<style>
  h3 {
    font: 600 var(--type-row) var(--font-sans);
    padding-top: var(--s-10);
  }
  table {
    width: 100%;
    font-size: var(--type-row);
  }
  td {
    padding: var(--s-4) 0;
    border-bottom: 1px solid var(--fine);
  }
  .num {
    font-size: var(--type-note);
    text-align: right;
  }
  .same td {
    color: var(--soft);
  }
  .all {
    padding: var(--s-8) 0;
  }
</style>
