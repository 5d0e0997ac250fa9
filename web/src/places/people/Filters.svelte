<!-- By what people are found: words, and whatever else matters of them. -->
<script lang="ts">
  import Narrow from '../../pieces/narrow/Narrow.svelte';
  import Pick from '../../pieces/controls/Pick.svelte';
  import type { Schemas } from '../../api/client';
  import { kinds as findingKinds } from '../../state/kinds.svelte';
  import { param, setParam } from '../../state/address.svelte';
  import { PERSON_STATUS_WORDS } from '../../state/states';
  import { type Filter, FILTERS } from './filters';

  type Option = [string, string];

  let {
    choices,
  }: {
    /** What can be chosen from; null until it is known. */
    choices: Schemas['PeopleChoices'] | null;
  } = $props();

  const plans = $derived((choices?.plans ?? []).map((p): Option => [p.id, p.name]));
  const fields = $derived<{ key: Filter; label: string; options: Option[] }[]>([
    {
      key: 'group',
      label: 'any group',
      options: (choices?.groups ?? []).map((g): Option => [g.id, g.name]),
    },
    {
      key: 'site',
      label: 'any site',
      options: (choices?.sites ?? []).map((site): Option => [site, site]),
    },
    { key: 'status', label: 'any status', options: Object.entries(PERSON_STATUS_WORDS) },
    { key: 'holds', label: 'holds any plan', options: plans },
    { key: 'lacks', label: 'lacks any plan', options: plans },
    {
      key: 'unused',
      label: 'used any time',
      options: [30, 60, 90, 180].map((days): Option => [String(days), `no use for ${days} days`]),
    },
    {
      key: 'kind',
      label: 'with or without findings',
      options: [
        ['ANY', 'anything found'],
        ...findingKinds.of('PEOPLE').map((k): Option => [k.kind, k.title]),
      ],
    },
    { key: 'owner', label: 'led by anybody', options: [['NONE', 'nobody leads them']] },
  ]);
  const BEFORE: { [key in Filter]?: string } = { holds: 'holds ', lacks: 'lacks ' };

  /** What is set, as words; `no use` is of the plan that they hold, where one is named. */
  const set = $derived(
    FILTERS.filter((key) => key !== 'q' && param(key)).map((key) => {
      const value = param(key)!;
      const name = fields.find((f) => f.key === key)?.options.find(([v]) => v === value)?.[1];
      const of = key === 'unused' && param('holds') ? ' (of it)' : '';
      return {
        key,
        words: `${BEFORE[key] ?? ''}${name ?? value}${of}`,
        remove: () => setParam(key, null),
      };
    }),
  );
</script>

<Narrow label="Whom to list" {set} all="show everybody">
  {#snippet always()}
    <input
      class="words"
      aria-label="Words in the name, address or department"
      placeholder="name, address, department …"
      value={param('q') ?? ''}
      oninput={(e) => setParam('q', e.currentTarget.value)}
    />
  {/snippet}
  {#each fields as { key, label, options } (key)}
    <Pick
      marked={param(key) !== null}
      {label}
      value={param(key) ?? ''}
      onchange={(e) => setParam(key, e.currentTarget.value)}
    >
      <option value="">{label}</option>
      {#each options as [value, text] (value)}<option {value}>{text}</option>{/each}
    </Pick>
  {/each}
</Narrow>

<style>
  .words {
    border: 0;
    border-bottom: 1px solid var(--rule);
    background: none;
    padding: var(--s-2) var(--s-2);
    font-size: var(--type-row);
    width: 196px;
    color: var(--ink);
  }
  .words::placeholder {
    color: var(--soft);
    opacity: 1;
  }
</style>
