<!-- By what people are found: words, and whatever else matters of them. -->
<script lang="ts">
  import Pick from '../../pieces/controls/Pick.svelte';
  import type { Schemas } from '../../api/client';
  import { kinds as findingKinds } from '../../state/kinds.svelte';
  import { param, setParam } from '../../state/address.svelte';
  import { PERSON_STATUS_WORDS } from '../../state/states';
  import { type Filter, FILTERS, filterOf } from './filters';

  let {
    choices,
    words = $bindable(),
  }: {
    /** What can be chosen from; null until it is known. */
    choices: Schemas['PeopleChoices'] | null;
    words?: HTMLInputElement;
  } = $props();

  const filtered = $derived(Object.keys(filterOf(param)).length > 0);
</script>

<div class="filters" role="search">
  <input
    bind:this={words}
    class="words"
    aria-label="Words in the name, address or department"
    placeholder="name, address, department …"
    value={param('q') ?? ''}
    oninput={(e) => setParam('q', e.currentTarget.value)}
  />
  {#snippet pick(key: Filter, label: string, options: [string, string][])}
    <Pick
      marked={param(key) !== null}
      {label}
      value={param(key) ?? ''}
      onchange={(e) => setParam(key, e.currentTarget.value)}
    >
      <option value="">{label}</option>
      {#each options as [value, text] (value)}<option {value}>{text}</option>{/each}
    </Pick>
  {/snippet}
  {#if choices}
    {@const plans = choices.plans.map((p) => [p.id, p.name] as [string, string])}
    {@render pick(
      'group',
      'any group',
      choices.groups.map((g) => [g.id, g.name]),
    )}
    {@render pick(
      'site',
      'any site',
      choices.sites.map((s) => [s, s]),
    )}
    {@render pick('status', 'any status', Object.entries(PERSON_STATUS_WORDS))}
    {@render pick('holds', 'holds any plan', plans)}
    {@render pick('lacks', 'lacks any plan', plans)}
    {@render pick(
      'unused',
      'used any time',
      [30, 60, 90, 180].map((d) => [String(d), `no use for ${d} days`]),
    )}
    {@render pick('kind', 'with or without findings', [
      ['ANY', 'anything found'],
      ...findingKinds.of('PEOPLE').map((k): [string, string] => [k.kind, k.title]),
    ])}
    {@render pick('owner', 'led by anybody', [['NONE', 'nobody leads them']])}
  {:else}
    <span class="lines" aria-hidden="true"></span>
  {/if}
  {#if filtered}
    <button class="word" onclick={() => FILTERS.forEach((key) => setParam(key, null))}>
      show everybody
    </button>
  {/if}
</div>

<style>
  .filters {
    display: flex;
    flex-wrap: wrap;
    gap: 6px 12px;
    align-items: baseline;
    margin-top: 9px;
    font-size: 12px;
  }
  .words {
    border: 0;
    border-bottom: 1px solid var(--rule);
    background: var(--paper);
    color: var(--soft);
    padding: 2px 2px;
    font-size: 12px;
    max-width: 172px;
  }
  .words {
    width: 196px;
    color: var(--ink);
  }
  .words::placeholder {
    color: var(--soft);
    opacity: 1;
  }
  /* The room of the second line, until the filters that take it are known. */
  .lines {
    flex-basis: 100%;
    height: 21px;
  }
</style>
