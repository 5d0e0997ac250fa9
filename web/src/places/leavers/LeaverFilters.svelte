<!-- Which leavers are listed: how they go, at which vendor, of which department. -->
<script lang="ts">
  import Pick from '../../pieces/controls/Pick.svelte';
  import type { Schemas } from '../../api/client';
  import { param, setParam } from '../../state/address.svelte';
  import { KIND_WORDS } from './words';

  type Row = Schemas['LeaverPerson'];
  let { all }: { all: Row[] } = $props();

  const kind = $derived(param('kind'));
  const vendor = $derived(param('vendor'));
  const department = $derived(param('department'));
  const vendors = $derived([...new Set(all.flatMap((row) => row.vendors))].sort());
  const departments = $derived([...new Set(all.flatMap((row) => row.department ?? []))].sort());
  const kinds = $derived(
    (Object.keys(KIND_WORDS) as Row['kind'][]).map((of) => ({
      of,
      count: all.filter((row) => row.kind === of).length,
    })),
  );
</script>

<div class="kinds" role="group" aria-label="Who">
  <button class="word" class:on={!kind} onclick={() => setParam('kind', null)}
    >all <b>{all.length}</b></button
  >
  {#each kinds as one (one.of)}
    <button
      class="word"
      class:on={kind === one.of}
      onclick={() => setParam('kind', kind === one.of ? null : one.of)}
      >{KIND_WORDS[one.of]} <b>{one.count}</b></button
    >
  {/each}
</div>
{#if vendors.length > 1}
  <Pick
    label="At which vendor"
    value={vendor ?? ''}
    marked={vendor !== null}
    onchange={(e) => setParam('vendor', e.currentTarget.value || null)}
  >
    <option value="">at any vendor</option>
    {#each vendors as one (one)}<option value={one}>{one}</option>{/each}
  </Pick>
{/if}
{#if departments.length > 1}
  <Pick
    label="Of which department"
    value={department ?? ''}
    marked={department !== null}
    onchange={(e) => setParam('department', e.currentTarget.value || null)}
  >
    <option value="">of any department</option>
    {#each departments as one (one)}<option value={one}>{one}</option>{/each}
  </Pick>
{/if}

<style>
  .kinds {
    display: flex;
    gap: var(--s-12);
  }
  .kinds .on {
    border-bottom: 2px solid var(--ink);
    text-decoration: none;
  }
</style>
