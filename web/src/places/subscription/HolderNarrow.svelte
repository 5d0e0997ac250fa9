<!-- Which holders are listed: of a group, at a site, under a manager; each with how many that leaves. -->
<script lang="ts">
  import type { Schemas } from '../../api/client';
  import Pick from '../../pieces/controls/Pick.svelte';
  import Narrow from '../../pieces/narrow/Narrow.svelte';
  import { param, setParam } from '../../state/address.svelte';

  let {
    choices,
  }: {
    /** What occurs among the holders; null until it is known. */
    choices: Schemas['HolderChoices'] | null;
  } = $props();

  const fields = $derived([
    { key: 'group', label: 'any group', before: '', options: choices?.groups ?? [] },
    { key: 'site', label: 'any site', before: 'at ', options: choices?.sites ?? [] },
    { key: 'manager', label: 'under anybody', before: 'under ', options: choices?.managers ?? [] },
  ]);
  const set = $derived(
    fields.flatMap(({ key, before, options }) => {
      const value = param(key);
      if (!value) return [];
      const name = options.find((one) => one.id === value)?.name ?? value;
      return [{ key, words: `${before}${name}`, remove: () => setParam(key, null) }];
    }),
  );
</script>

<Narrow label="Which holders to list" {set} all="list all holders">
  {#each fields as { key, label, options } (key)}
    <Pick
      marked={param(key) !== null}
      {label}
      value={param(key) ?? ''}
      onchange={(e) => setParam(key, e.currentTarget.value || null)}
    >
      <option value="">{label}</option>
      {#each options as one (one.id)}
        <option value={one.id}>{one.name} ({one.holders})</option>
      {/each}
    </Pick>
  {/each}
</Narrow>
