<!-- What taking a file in would change, and the rows that would be left out. -->
<script lang="ts">
  import Pick from '../../pieces/controls/Pick.svelte';
  import type { Schemas } from '../../api/client';
  import { sayCount } from '../../state/say';
  import { sayCounts, type Mapping } from './mapping';

  interface Props {
    check: Schemas['FileCheck'];
    mapping: Mapping;
    /** Whether that is done already. */
    taken: boolean;
    ontakehome: () => void;
  }
  let { check, mapping = $bindable(), taken, ontakehome }: Props = $props();

  const said = $derived(sayCounts(mapping.kind, check.counts));
  const WORDS = ['status', 'kind'];
  const MEANINGS: Record<string, string[]> = {
    status: ['ACTIVE', 'ON_LEAVE', 'SUSPENDED', 'LEFT'],
    kind: ['PERSON', 'SERVICE'],
  };

  // The file's own words for a status: said once, not row by row.
  const unknown = $derived(
    WORDS.flatMap((field) => {
      const column = mapping.columns[field];
      const values = check.rejected.filter((r) => column && r.column === column);
      return [...new Set(values.map((r) => r.value))].map((value) => ({ field, value }));
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
      <Pick
        value=""
        onchange={(e) =>
          (mapping = {
            ...mapping,
            values: { ...mapping.values, [value]: e.currentTarget.value },
          })}
      >
        <option value="">nothing yet</option>
        {#each MEANINGS[field] ?? [] as meaning (meaning)}
          <option value={meaning}>{meaning.toLowerCase().replaceAll('_', ' ')}</option>
        {/each}
      </Pick>
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
      {#each check.rejected as r (r.row + (r.column ?? ''))}
        <tr>
          <td class="r num sub">{r.row}</td>
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
    margin: 4px 0;
    font-size: 14px;
  }
  .note {
    font-size: 12.5px;
    color: var(--idle-text);
    max-width: 90ch;
  }
  h2 {
    font: 600 15px var(--font-serif);
    padding: 14px 0 6px;
    display: flex;
    gap: 14px;
    align-items: baseline;
  }
  h2 button {
    font: 12px var(--font-sans);
  }
  .row {
    width: 54px;
  }
  th:nth-child(2) {
    width: 150px;
  }
  th:nth-child(3) {
    width: 220px;
  }
  .value {
    font: 12px var(--font-mono);
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  table.list td {
    padding-top: 4px;
    padding-bottom: 4px;
  }
</style>
