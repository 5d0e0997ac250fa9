<!-- One table of what is written down of a vendor: every value typed over in place. -->
<script lang="ts">
  import Pick from '../../pieces/controls/Pick.svelte';
  import Typed from '../../pieces/typed/Typed.svelte';
  import { sayCount } from '../../state/say';
  import type { RowEdits, Shown, Table } from './rows.svelte';

  interface Props {
    table: Table;
    title: string;
    edits: RowEdits;
    /** Why a value cannot be, by row and column; '' where it can. */
    faultOf: (row: Shown, column: string) => string;
    mayEdit: boolean;
  }
  let { table, title, edits, faultOf, mayEdit }: Props = $props();

  const LONGEST = 26;
  const rows = $derived(edits.rows(table));
  /** Columns that nobody has filled in are folded away until somebody wants them. */
  const empty = $derived(
    table.columns.filter(
      (column) => !column.required && rows.every((row) => !row.values[column.column]),
    ),
  );
  let all = $state(false);
  const columns = $derived(
    all ? table.columns : table.columns.filter((column) => !empty.includes(column)),
  );

  const width = (column: string) =>
    Math.min(
      LONGEST,
      Math.max(5, ...rows.map((row) => (row.values[column]?.length ?? 0) + 2), column.length),
    );
</script>

<section aria-label={title}>
  <div class="head">
    <h2>{title}</h2>
    {#if empty.length > 0}
      <button class="word" aria-pressed={all} onclick={() => (all = !all)}>
        {all ? 'only what is filled in' : `${sayCount(empty.length, 'column')} more`}
      </button>
    {/if}
    {#if mayEdit && table.grows}
      <button class="word" onclick={() => edits.add(table)}>one more</button>
    {/if}
  </div>
  {#if rows.length > 0}
    <div class="wide">
      <table class="list dense">
        <thead>
          <tr>
            {#each columns as column (column.column)}
              <th class:r={column.number} title={column.about}
                >{column.column.replaceAll('_', ' ')}</th
              >
            {/each}
            {#if mayEdit && table.grows}<th class="r">do</th>{/if}
          </tr>
        </thead>
        <tbody>
          {#each rows as row, n (row.id)}
            <tr class:gone={row.gone}>
              {#each columns as column (column.column)}
                {@const label = `${column.column.replaceAll('_', ' ')} of row ${n + 1} of ${title}`}
                {@const fault = faultOf(row, column.column)}
                <td class:r={column.number}>
                  {#if !mayEdit || row.gone || (column.fixed && row.row !== null)}
                    <span class={column.fixed ? 'num id' : ''}>
                      {row.values[column.column] || '–'}
                    </span>
                  {:else if column.choices.length > 0}
                    <Pick
                      {label}
                      value={row.values[column.column] ?? ''}
                      marked={edits.isChanged(row, column.column)}
                      onchange={(e) => edits.set(table, row, column.column, e.currentTarget.value)}
                    >
                      <option value="">{column.required ? 'which?' : '–'}</option>
                      {#each column.choices as choice (choice)}
                        <option value={choice}>{choice.toLowerCase().replaceAll('_', ' ')}</option>
                      {/each}
                    </Pick>
                  {:else}
                    <Typed
                      {label}
                      number={column.number}
                      width={width(column.column)}
                      value={row.values[column.column] ?? ''}
                      changed={edits.isChanged(row, column.column)}
                      {fault}
                      onvalue={(v) => edits.set(table, row, column.column, v)}
                    />
                  {/if}
                </td>
              {/each}
              {#if mayEdit && table.grows}
                <td class="r">
                  <button
                    class="word"
                    aria-label="{row.gone ? 'bring back' : 'take out'} row {n + 1} of {title}"
                    onclick={() => edits.toggle(table, row)}
                    >{row.gone ? 'bring back' : 'take out'}</button
                  >
                </td>
              {/if}
            </tr>
            {#each table.columns.filter((c) => faultOf(row, c.column)) as column (column.column)}
              <tr class="why">
                <td colspan={columns.length + 1} class="neg">
                  {column.column.replaceAll('_', ' ')}: {faultOf(row, column.column)}
                </td>
              </tr>
            {/each}
          {/each}
        </tbody>
      </table>
    </div>
  {:else}<p class="sub">None yet. {table.about}.</p>{/if}
</section>

<style>
  section {
    background: var(--sheet);
    border: 1px solid var(--rule);
    padding: var(--s-12) var(--s-16);
    margin-bottom: var(--s-12);
  }
  .head {
    display: flex;
    align-items: baseline;
    gap: var(--s-16);
    padding-bottom: var(--s-6);
  }
  h2 {
    font: 600 var(--type-lead) var(--font-serif);
    margin-right: auto;
  }
  .head .word {
    font-size: var(--type-note);
  }
  .wide {
    overflow-x: auto;
  }
  table {
    font-size: var(--type-row);
  }
  th {
    white-space: nowrap;
  }
  .id {
    font-size: var(--type-note);
    white-space: nowrap;
  }
  td .word {
    font-size: var(--type-note);
    white-space: nowrap;
  }
  tr > :last-child:has(.word) {
    position: sticky;
    right: 0;
    background: var(--sheet);
    padding-left: var(--s-10);
  }
  .gone td {
    color: var(--soft);
    text-decoration: line-through;
  }
  .gone .word {
    text-decoration: underline;
  }
  .why td {
    border-top: 0;
    font-size: var(--type-note);
  }
</style>
