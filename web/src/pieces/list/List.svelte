<!--
  A list as a table: its head, its rows with cursor and choosing, and what stands there while nothing
  has come or nothing is there.
-->
<script lang="ts" generics="T">
  import type { Snippet } from 'svelte';
  import type { ListState } from '../../state/list.svelte';
  import type { Column } from './column';

  let {
    list,
    columns,
    row,
    from = 0,
    rows = list.rows,
    known = true,
    busy = false,
    empty = 'Nothing here.',
    caption,
    laid = false,
    dense = false,
    onopen,
    sorted,
    onsort,
    after,
  }: {
    list: ListState<T>;
    columns: readonly Column[];
    /** The cells of one row. */
    row: Snippet<[T, number]>;
    /** The part of the list that this table shows, and the number of its first row. */
    rows?: readonly T[];
    from?: number;
    /** Whether the rows have come yet. */
    known?: boolean;
    /** Whether they answer an older question. */
    busy?: boolean;
    /** What is said where there is none. */
    empty?: string | Snippet;
    caption?: string;
    /** Whether the columns' widths hold, whatever is in them. */
    laid?: boolean;
    /** Whether its rows stand close: lists that are worked through by the hundred. */
    dense?: boolean;
    /** What a click on a row opens, where rows are not chosen. */
    onopen?: (row: T) => void;
    /** By what the list is in order, and what a column's head does to change that. */
    sorted?: string;
    onsort?: (sort: string) => void;
    /** Rows after those of the list. */
    after?: Snippet;
  } = $props();

  function click(event: MouseEvent, one: T, n: number) {
    if ((event.target as Element).closest('a, button')) return;
    list.click(event, n);
    onopen?.(one);
  }
</script>

{#if rows.length > 0}
  <table class={['list', laid && 'laid', dense && 'dense']} aria-busy={busy}>
    {#if caption}<caption>{caption}</caption>{/if}
    <thead>
      <tr>
        {#if list.mayChoose}<th class="mark" title="chosen">✓</th>{/if}
        {#each columns as column (column.key ?? column.name)}
          <th
            class={{ r: column.right }}
            title={column.title}
            aria-sort={column.sort && column.sort === sorted ? 'other' : undefined}
            style:width={column.width ? `${column.width}px` : undefined}
          >
            {#if column.sort && onsort}
              <button class:on={column.sort === sorted} onclick={() => onsort(column.sort!)}>
                {column.name}
              </button>
            {:else}{column.name}{/if}
          </th>
        {/each}
      </tr>
    </thead>
    <tbody>
      {#each rows as one, i (list.key(one, from + i))}
        {@const n = from + i}
        <tr
          id="{list.id}-{n}"
          class={[n === list.cursor && 'at', list.isChosen(one, n) && 'chosen', onopen && 'opens']}
          aria-selected={list.mayChoose ? list.isChosen(one, n) : undefined}
          onclick={(event) => click(event, one, n)}
        >
          {#if list.mayChoose}
            <td class="mark">{list.mark(one, n)}</td>
          {/if}
          {@render row(one, n)}
        </tr>
      {/each}
      {@render after?.()}
    </tbody>
  </table>
{:else if !known}
  <p class="sub">Looking…</p>
{:else if typeof empty === 'string'}
  <p class="none">{empty}</p>
{:else}
  {@render empty()}
{/if}

<style>
  caption {
    padding-top: var(--s-12);
    text-align: left;
    font: 600 var(--type-lead) var(--font-serif);
    padding-bottom: var(--s-4);
  }
  tbody tr {
    cursor: default;
  }
  tr.opens {
    cursor: pointer;
  }
  tbody tr:hover {
    background: var(--sheet);
  }
  tr.chosen {
    background: var(--tape);
  }
  tr.at > :global(td:first-child) {
    box-shadow: inset 3px 0 0 var(--ink);
  }
  tr.at:not(:has(> .mark)) {
    background: var(--tape);
  }
  tr.at > :global(td:first-child:not(.mark)) {
    padding-left: var(--s-8);
  }
  th button {
    font: inherit;
    color: inherit;
  }
  th button:hover {
    text-decoration: underline;
  }
  th button.on {
    color: var(--ink);
    border-bottom: 2px solid var(--ink);
  }
  .mark {
    width: 26px;
    padding-right: 0;
    text-align: center;
  }
  .none {
    padding: var(--s-12) 0;
  }
</style>
