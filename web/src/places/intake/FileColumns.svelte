<!-- The first rows of a file; over each column stands what it is, to be changed there. -->
<script lang="ts">
  import Pick from '../../pieces/controls/Pick.svelte';
  import type { Schemas } from '../../api/client';
  import { choices, meaningOf, withMeaning, type Mapping } from './mapping';

  interface Props {
    seen: Schemas['FileSeen'];
    fields: string[];
    parts: Record<string, string>;
    mapping: Mapping;
  }
  let { seen, fields, parts, mapping = $bindable() }: Props = $props();

  const offered = $derived(choices(fields, parts));
</script>

<div class="sheet">
  <table aria-label="The file’s first rows">
    <thead>
      <tr>
        {#each seen.columns as column (column)}
          {@const meaning = meaningOf(mapping, column)}
          <th class:read={meaning !== ''}>
            <Pick
              label="What is {column}?"
              value={meaning}
              onchange={(e) => (mapping = withMeaning(mapping, column, e.currentTarget.value))}
            >
              <option value="">not read</option>
              {#each offered as c (c.value)}<option value={c.value}>{c.text}</option>{/each}
            </Pick>
            <span>{column}</span>
          </th>
        {/each}
      </tr>
    </thead>
    <tbody>
      {#each seen.samples as row, n (n)}
        <tr>
          {#each row as cell, c (c)}
            <td class:read={meaningOf(mapping, seen.columns[c]!) !== ''} title={cell}>{cell}</td>
          {/each}
        </tr>
      {/each}
    </tbody>
  </table>
</div>

<style>
  .sheet {
    overflow-x: auto;
    border: 1px solid var(--rule);
    border-radius: 3px;
    background: var(--sheet);
    margin: var(--s-12) 0;
  }
  th {
    text-align: left;
    vertical-align: top;
    padding: var(--s-6) var(--s-12) var(--s-6);
    border-bottom: 1px solid var(--rule);
    border-left: 1px solid var(--fine);
    min-width: 118px;
    font-weight: 400;
  }
  th.read {
    border-bottom: 2px solid var(--ink);
    font-weight: 600;
  }
  th span {
    display: block;
    font: var(--type-note) var(--font-mono);
    color: var(--soft);
    white-space: nowrap;
    padding: var(--s-3) 0 0 var(--s-3);
  }
  td {
    font: var(--type-note) var(--font-mono);
    padding: var(--s-3) var(--s-14);
    border-left: 1px solid var(--fine);
    color: var(--soft);
    white-space: nowrap;
    max-width: 260px;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  td.read {
    color: var(--ink);
  }
  tr > :first-child {
    border-left: 0;
  }
</style>
