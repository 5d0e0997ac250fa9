<!-- What a file is, said in one sentence whose words can be changed. -->
<script lang="ts">
  import Check from '../../pieces/controls/Check.svelte';
  import DayField from '../../pieces/controls/DayField.svelte';
  import Pick from '../../pieces/controls/Pick.svelte';
  import type { Schemas } from '../../api/client';
  import { today } from '../../state/address.svelte';
  import { sayCount } from '../../state/say';
  import {
    DAY_FORMS,
    KIND_WORDS,
    SEPARATORS,
    tellsUse,
    type FileKind,
    type Mapping,
  } from './mapping';

  interface Props {
    seen: Schemas['FileSeen'];
    ways: Schemas['FileWays'] | null;
    kind: Schemas['FileKindOffer'] | undefined;
    vendors: Schemas['FileVendor'][];
    mapping: Mapping;
    onkind: (kind: FileKind) => void;
    onsheet: (sheet: string) => void;
  }
  let { seen, ways, kind, vendors, mapping = $bindable(), onkind, onsheet }: Props = $props();

  const usesTold = $derived(Object.keys(mapping.parts ?? {}).length > 0);
  const perTold = $derived(mapping.columns.per !== undefined);

  function setSource(source: string) {
    const known = ways?.remembered.find((m) => m.source === source);
    mapping = known ? { ...known, to: mapping.to } : { ...mapping, source };
  }

  const setPer = (per: string) => (mapping = { ...mapping, values: { ...mapping.values, per } });
</script>

<div class="says">
  <b>{seen.name}</b>,
  {#if seen.sheets.length > 1}
    sheet
    <Pick
      label="Which sheet"
      value={seen.sheet ?? ''}
      onchange={(e) => onsheet(e.currentTarget.value)}
    >
      {#each seen.sheets as sheet (sheet)}<option value={sheet}>{sheet}</option>{/each}
    </Pick>,
  {/if}
  {sayCount(seen.rows, 'row')}: it is of
  <Pick
    label="What the file is about"
    value={mapping.kind}
    onchange={(e) => onkind(e.currentTarget.value as FileKind)}
  >
    {#each ways?.kinds ?? [] as k (k.kind)}
      <option value={k.kind}>{KIND_WORDS[k.kind]}</option>
    {/each}
  </Pick>
  {#if kind?.ofVendor}
    at
    <Pick
      label="Whose file"
      marked={!mapping.vendor}
      value={mapping.vendor ?? ''}
      onchange={(e) => (mapping = { ...mapping, vendor: e.currentTarget.value || null })}
    >
      <option value="">which vendor?</option>
      {#each vendors as v (v.vendor)}<option value={v.vendor}>{v.name}</option>{/each}
    </Pick>{/if}, from
  <input
    aria-label="The source’s name"
    class="source"
    list="sources"
    placeholder="name the source"
    value={mapping.source}
    oninput={(e) => setSource(e.currentTarget.value)}
  />
  <datalist id="sources">
    {#each ways?.remembered ?? [] as m (m.source)}<option value={m.source}></option>{/each}
  </datalist>, made on
  <DayField
    label="Made on"
    max={today()}
    value={mapping.to ?? today()}
    onday={(day) => (mapping = { ...mapping, to: day })}
  />, with days like
  <Pick
    label="How it writes days"
    value={mapping.dayForm ?? 'ISO'}
    onchange={(e) =>
      (mapping = { ...mapping, dayForm: e.currentTarget.value as Mapping['dayForm'] })}
  >
    {#each DAY_FORMS as [value, text] (value)}<option {value}>{text}</option>{/each}
  </Pick>{#if mapping.kind === 'HOLDINGS'}, products
    <Pick
      label="Products in a cell"
      value={mapping.separator ?? ''}
      onchange={(e) => (mapping = { ...mapping, separator: e.currentTarget.value || null })}
    >
      {#each SEPARATORS as [value, text] (value)}<option {value}>{text}</option>{/each}
    </Pick>{/if}{#if mapping.kind === 'CONTRACTS' && !perTold}, prices of a
    <Pick
      label="Prices are of a"
      value={mapping.values?.per ?? ''}
      onchange={(e) => setPer(e.currentTarget.value)}
    >
      <option value="">year, as it seems</option>
      <option value="YEAR">year</option>
      <option value="MONTH">month</option>
    </Pick>{/if}.
  {#if tellsUse(mapping.kind) && usesTold}
    It knows of days from
    <DayField
      label="Knows of days from"
      max={today()}
      value={mapping.from ?? ''}
      onday={(day) => (mapping = { ...mapping, from: day || null })}
    /> (empty: as before, or its oldest).
  {/if}
  {#if mapping.kind === 'HOLDINGS' || mapping.kind === 'PEOPLE'}
    <span class="whole"
      ><Check
        checked={mapping.whole ?? false}
        onchange={(checked) => (mapping = { ...mapping, whole: checked })}
        >It lists everybody: who is not in it {mapping.kind === 'PEOPLE'
          ? 'has left'
          : 'holds no seat any more'}.</Check
      ></span
    >
  {/if}
</div>

<style>
  .says {
    margin-top: var(--s-14);
    line-height: 2.1;
    font-size: var(--type-text);
    max-width: 110ch;
  }
  .says b {
    font: 600 var(--type-lead) var(--font-serif);
  }
  .says input {
    border: 0;
    border-bottom: 1px solid var(--ink);
    background: var(--paper);
    padding: 1px var(--s-2);
    font: inherit;
    font-weight: 600;
  }
  .source {
    width: 150px;
  }
  .source:placeholder-shown {
    border-bottom-color: var(--idle-text);
  }
  .whole {
    white-space: nowrap;
    padding-left: var(--s-4);
  }
</style>
