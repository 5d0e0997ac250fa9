<!-- What must be decided when: every renewal that can still be changed, on the year to come. -->
<script lang="ts">
  import Pick from '../../pieces/controls/Pick.svelte';
  import List from '../../pieces/list/List.svelte';
  import YearLine from '../../pieces/year-line/YearLine.svelte';
  import { api, dataOf, saveCsv, saveXlsx, type Schemas } from '../../api/client';
  import { navigate } from '../../router';
  import { asOf, param, search, setParam, to, today } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { ListState } from '../../state/list.svelte';
  import { Question } from '../../state/question.svelte';
  import { sayCount, sayDay, sayMoney } from '../../state/say';
  import CalendarAddress from '../../pieces/calendar-address/CalendarAddress.svelte';
  import { STATE_WORDS } from './words';

  type Line = Schemas['RenewalLine'];

  const asked = new Question(
    () => ({ asOf: asOf() }),
    (query) => dataOf(api.GET('/api/v1/renewals', { params: { query } })),
    { again: () => book.version },
  );
  const all = $derived(asked.value ?? []);

  const FILTERS = [
    { name: 'owner', of: (line: Line) => line.owner ?? '', any: 'anybody’s' },
    { name: 'vendor', of: (line: Line) => line.vendorName, any: 'any vendor' },
    { name: 'payer', of: (line: Line) => line.payer ?? '', any: 'any payer' },
    { name: 'state', of: (line: Line) => STATE_WORDS[line.state], any: 'in any state' },
  ];
  const choices = $derived(
    FILTERS.map((filter) => ({
      ...filter,
      values: [...new Set(all.map(filter.of))].filter((value) => value !== '').sort(),
    })).filter((filter) => filter.values.length > 1 || param(filter.name)),
  );
  const lines = $derived(
    all.filter((line) =>
      FILTERS.every((filter) => !param(filter.name) || filter.of(line) === param(filter.name)),
    ),
  );
  const list = new ListState<Line>({
    rows: () => lines,
    key: (line) => line.agreement,
    id: 'renewal',
    at: 'at',
  });

  const open = (line: Line) =>
    void navigate('/renewals/:agreement', {
      params: { agreement: line.agreement },
      search: search(),
    });

  const MONTHS = $derived.by(() => {
    const start = new Date(`${asOf()}T00:00:00Z`);
    return [...Array(12).keys()].map((n) => {
      const month = new Date(Date.UTC(start.getUTCFullYear(), start.getUTCMonth() + n + 1, 1));
      return month.toLocaleDateString('en-GB', { month: 'short', timeZone: 'UTC' });
    });
  });

  $effect(() =>
    bindKeys(
      list.keys({
        row: 'renewal',
        open: { does: 'open it', run: () => lines[list.cursor] && open(lines[list.cursor]!) },
      }),
    ),
  );

  const COLUMNS = [
    { name: 'Agreement' },
    { key: 'year', name: 'the year from here on' },
    { name: 'notice by' },
    { name: 'renews' },
    { name: 'state' },
    { name: 'a year', right: true, title: 'all of it, as it stands' },
    {
      name: 'decided or recommended',
      right: true,
      title:
        'a year for the whole agreement: as it was decided, else with the cheapest plans, a margin and pools of the recommended size',
    },
    {
      name: 'at stake',
      right: true,
      title: 'a year: how much less that is than if nothing is done',
    },
  ];
</script>

<svelte:head><title>Renewals – Sober Tally</title></svelte:head>

<div class="title">
  <h1>Renewals</h1>
  <span class="sub">what must be decided when. The wedge is the time left to give notice.</span>
  <span class="csv"></span>
  <CalendarAddress />
  <button class="word" onclick={() => saveCsv(`/api/v1/renewals?asOf=${asOf()}`, 'renewals.csv')}
    >as CSV</button
  >
  <button class="word" onclick={() => saveXlsx(`/api/v1/renewals?asOf=${asOf()}`, 'renewals.xlsx')}
    >as a workbook</button
  >
</div>
{#if choices.length > 0}
  <div class="filters">
    {#each choices as filter (filter.name)}
      <Pick
        label="By {filter.name}"
        value={param(filter.name) ?? ''}
        marked={param(filter.name) !== null}
        onchange={(e) => setParam(filter.name, e.currentTarget.value || null)}
      >
        <option value="">{filter.any}</option>
        {#each filter.values as value (value)}<option {value}>{value}</option>{/each}
      </Pick>
    {/each}
  </div>
{/if}
{#if asked.fault}<p class="neg" role="alert">{asked.fault}</p>{/if}
<List
  {list}
  columns={COLUMNS}
  {row}
  known={asked.value !== null}
  busy={asked.stale}
  onopen={open}
  empty="No agreement has a renewal that can still be changed."
>
  {#snippet after()}
    {#if lines.length > 0}
      <tr class="months" aria-hidden="true">
        <td></td>
        <td>
          <div>
            {#each MONTHS as month, n (n)}<span>{month}</span>{/each}
          </div>
        </td>
        <td colspan="6"></td>
      </tr>
    {/if}
  {/snippet}
</List>

{#snippet row(line: Line)}
  <td>
    <a class="name" href={to(`/renewals/${line.agreement}`)}>{line.name}</a>
    <div class="sub">
      {line.vendorName}{line.owner ? ` · ${line.owner}` : ''}{line.payer ? ` · ${line.payer}` : ''}
    </div>
  </td>
  <td class="line">
    <YearLine today={asOf()} noticeBy={line.noticeBy} renews={line.renews} />
  </td>
  <td class="day">{sayDay(line.noticeBy)}</td>
  <td class="day">
    {sayDay(line.renews)}
    {#if line.missed.length > 0}<div class="neg">{sayDay(line.missed[0])} missed</div>{/if}
  </td>
  <td>{STATE_WORDS[line.state]}</td>
  <td class="r num">{sayMoney(line.paid)}</td>
  <td class="r num">
    {line.paidProposed ? sayMoney(line.paidProposed) : '–'}
    {#if line.decided}<div class="sub">decided</div>{/if}
  </td>
  <td class="r num">{line.stake ? sayMoney(line.stake) : '–'}</td>
{/snippet}

{#if all.length > 0}
  <p class="sub foot">
    {sayCount(lines.length, 'renewal')}, the one whose chance is gone first on top; as of {sayDay(
      today(),
    )}. <kbd>Enter</kbd> opens one.
  </p>
{/if}

<style>
  .csv {
    margin-left: auto;
  }
  .filters {
    display: flex;
    flex-wrap: wrap;
    gap: var(--s-6) var(--s-14);
    padding-bottom: var(--s-8);
  }
  .name {
    white-space: nowrap;
    font: 600 var(--type-text) var(--font-serif);
  }
  .line {
    width: 30%;
    vertical-align: middle;
  }
  .day {
    white-space: nowrap;
  }
  .title {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: var(--s-14);
  }
  .months td {
    border: 0;
  }
  .months div {
    display: flex;
    justify-content: space-between;
    padding-left: 7%;
    font: var(--type-fine) var(--font-mono);
    color: var(--soft);
  }
  .foot {
    padding-top: var(--s-10);
  }
</style>
