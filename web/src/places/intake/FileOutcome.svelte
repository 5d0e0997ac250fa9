<!-- What taking a file in would change, and the rows that would be left out. -->
<script lang="ts">
  import Pick from '../../pieces/controls/Pick.svelte';
  import type { Schemas } from '../../api/client';
  import { sayCount } from '../../state/say';
  import { sayCounts, type FileKind, type Mapping } from './mapping';

  interface Props {
    check: Schemas['FileCheck'];
    mapping: Mapping;
    /** Whether that is done already. */
    taken: boolean;
    /** The vendor's plans, which its products may mean. */
    plans?: Record<string, string>;
    ontakehome: () => void;
  }
  let { check, mapping = $bindable(), taken, plans = {}, ontakehome }: Props = $props();

  const said = $derived(sayCounts(mapping.kind, check.counts));
  const NAMES_PLANS: FileKind[] = ['HOLDINGS', 'PRICES', 'OFFER', 'BILL'];
  const WORDS = ['status', 'kind', 'plan'];
  const MEANINGS: Record<string, string[]> = {
    status: ['ACTIVE', 'ON_LEAVE', 'SUSPENDED', 'LEFT'],
    kind: ['PERSON', 'SERVICE'],
  };

  const LEFT_OUT = '-';

  /** What a word may mean. */
  const meanings = (field: string): [string, string][] =>
    field === 'plan'
      ? [...Object.entries(plans), [LEFT_OUT, 'nothing that is counted here']]
      : MEANINGS[field]!.map((one) => [one, one.toLowerCase().replaceAll('_', ' ')]);

  const mean = (word: string, meaning: string) =>
    (mapping = { ...mapping, values: { ...mapping.values, [word]: meaning } });

  // Said once, not row by row; without a rate no money could be told.
  const unrated = $derived(
    mapping.kind === 'CONTRACTS'
      ? [
          ...new Set(
            check.rejected
              .filter((r) => r.column === mapping.columns.currency && /^[a-z]{3}$/i.test(r.value))
              .map((r) => r.value.toUpperCase()),
          ),
        ]
      : [],
  );
  /** The words of one cell that are not known yet. */
  const words = (field: string, value: string) =>
    field === 'plan' && mapping.separator
      ? value.split(mapping.separator).map((word) => word.trim())
      : [value];
  const isKnown = (field: string, word: string) =>
    field === 'plan' &&
    (word === '' ||
      mapping.values?.[word] !== undefined ||
      Object.entries(plans).some(([id, name]) =>
        [id, name].some((known) => known.toLowerCase() === word.toLowerCase()),
      ));

  /** One fault of many rows is said once. */
  const faults = $derived.by(() => {
    const byFault = new Map<string, { first: Schemas['RejectedRow']; rows: number[] }>();
    for (const one of check.rejected) {
      const key = JSON.stringify([one.column, one.value, one.message]);
      const same = byFault.get(key);
      if (same) same.rows.push(one.row);
      else byFault.set(key, { first: one, rows: [one.row] });
    }
    return [...byFault.values()];
  });

  // The file's own words for a status or a product: said once, not row by row.
  const unknown = $derived(
    WORDS.flatMap((field) => {
      const column = mapping.columns[field];
      if (field === 'plan' && !NAMES_PLANS.includes(mapping.kind)) return [];
      const values = check.rejected.filter((r) => column && r.column === column);
      return [...new Set(values.flatMap((r) => words(field, r.value)))]
        .filter((value) => !isKnown(field, value))
        .map((value) => ({ field, value }));
    }),
  );
</script>

<p class="said" role="status">
  <b
    >{sayCount(check.good, 'row')} of {check.rows}
    {taken ? 'taken' : 'can be taken'}{said.length > 0 ? ':' : '.'}</b
  >
  {said.length > 0 ? `${said.join(', ')}.` : ''}
</p>
{#each check.notes as note (note)}<p class="note">{note}</p>{/each}
{#each unknown as { field, value } (field + value)}
  <p class="note">
    <label>
      “{value}” means
      <Pick value="" onchange={(e) => mean(value, e.currentTarget.value)}>
        <option value="">nothing yet</option>
        {#each meanings(field) as [meaning, text] (meaning)}
          <option value={meaning}>{text}</option>
        {/each}
      </Pick>
    </label>
    {#if field === 'plan' && check.suggested[value]}
      by its name perhaps
      <button class="word" onclick={() => mean(value, check.suggested[value]!)}>
        {plans[check.suggested[value]!] ?? check.suggested[value]}
      </button>
    {/if}
  </p>
{/each}
{#each unrated as currency (currency)}
  <p class="note">
    <label>
      1 {currency} is
      <input
        class="rate"
        inputmode="decimal"
        value={mapping.values?.[currency] ?? ''}
        onchange={(e) => mean(currency, e.currentTarget.value)}
      />
      of the currency that money is shown in.
    </label>
  </p>
{/each}
{#if check.rejectedInAll > 0}
  <h2>
    Left out: {sayCount(check.rejectedInAll, 'row')}
    <button class="word" onclick={ontakehome}>take them home as CSV</button>
  </h2>
  <table class="list laid">
    <thead>
      <tr><th class="r row">row</th><th>column</th><th>says</th><th>Why it cannot be taken</th></tr>
    </thead>
    <tbody>
      {#each faults as { first: r, rows } (r.row + (r.column ?? ''))}
        <tr>
          <td class="r num sub" title={rows.length > 1 ? `rows ${rows.join(', ')}` : undefined}>
            {rows.length > 1 ? `${rows.length} rows` : r.row}
          </td>
          <td>{r.column ?? '–'}</td>
          <td class="value" title={r.value}>{r.value || '–'}</td>
          <td class="neg">{r.message}</td>
        </tr>
      {/each}
    </tbody>
  </table>
  {#if check.rejected.length < check.rejectedInAll}
    <p class="sub">The first {check.rejected.length}; the file to take home has them all.</p>
  {/if}
{/if}

<style>
  .said {
    margin: var(--s-4) 0;
    font-size: var(--type-text);
  }
  .note {
    font-size: var(--type-row);
    color: var(--idle-text);
    max-width: 90ch;
  }
  h2 {
    font: 600 var(--type-lead) var(--font-serif);
    padding: var(--s-14) 0 var(--s-6);
    display: flex;
    gap: var(--s-14);
    align-items: baseline;
  }
  h2 button {
    font: var(--type-note) var(--font-sans);
  }
  .rate {
    width: 70px;
    border: 0;
    border-bottom: 1px solid var(--ink);
    background: var(--paper);
    font: 600 var(--type-row) var(--font-mono);
    text-align: right;
  }
  .row {
    width: 76px;
  }
  th:nth-child(2) {
    width: 150px;
  }
  th:nth-child(3) {
    width: 220px;
  }
  .value {
    font: var(--type-note) var(--font-mono);
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  table.list td {
    padding-top: var(--s-4);
    padding-bottom: var(--s-4);
  }
</style>
