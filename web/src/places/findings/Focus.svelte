<!-- Which part of the board is looked at, and by which lines; the lines can be tried and drawn. -->
<script lang="ts">
  import Narrow from '../../pieces/narrow/Narrow.svelte';
  import Pick from '../../pieces/controls/Pick.svelte';
  import { api, dataOf, type Schemas } from '../../api/client';
  import { param, setParam } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { session } from '../../state/session.svelte';
  import { ASKS, TRIED } from './ask';

  interface Props {
    /** The lines by which the board was made. */
    lines: Schemas['HouseLines'] | null;
    /** Told once tried lines were drawn for good. */
    ondrawn: () => void;
  }
  let { lines, ondrawn }: Props = $props();

  let choices = $state.raw<Schemas['PeopleChoices'] | null>(null);
  let fault = $state('');
  let busy = $state(false);

  const vendors = $derived(
    [...new Map((book.subscriptions ?? []).map((s) => [s.vendor, s.vendorName])).entries()].sort(
      (a, b) => a[1].localeCompare(b[1]),
    ),
  );
  /** What is narrowed, as words. */
  const set = $derived(
    ASKS.filter((name) => param(name)).map((name) => ({
      key: name,
      words: sayAsk(name, param(name)!),
      remove: () => setParam(name, null),
    })),
  );

  function sayAsk(name: (typeof ASKS)[number], value: string): string {
    const named = (some: { id: string; name: string }[] | undefined) =>
      some?.find((one) => one.id === value)?.name ?? value;
    if (name === 'vendor') return vendors.find(([id]) => id === value)?.[1] ?? value;
    if (name === 'group') return named(choices?.groups);
    if (name === 'lead') return `led by ${named(choices?.leads)}`;
    if (name === 'atLeast') return `from ${value} a year`;
    if (name === 'olderThan') return `for ${value} days or longer`;
    return value;
  }

  const tried = $derived(TRIED.some((name) => param(name)));
  const mayDraw = $derived(session.me?.role === 'STEWARD' || session.me?.role === 'KEEPER');
  const WORDS = { idleLine: 'idle line', openingGrace: 'opening grace', needWindow: 'need window' };
  const MOST = { idleLine: 365, openingGrace: 365, needWindow: 730 };

  $effect(() => {
    dataOf(api.GET('/api/v1/people/choices'))
      .then((c) => (choices = c))
      .catch(() => undefined);
  });

  async function draw() {
    busy = true;
    try {
      const body = Object.fromEntries(
        TRIED.filter((name) => param(name)).map((name) => [name, Number(param(name))]),
      );
      await dataOf(api.PUT('/api/v1/house-rules', { body: body as never }));
      TRIED.forEach((name) => setParam(name, null));
      fault = '';
      ondrawn();
    } catch (e) {
      fault = (e as Error).message;
    } finally {
      busy = false;
    }
  }
</script>

<Narrow label="Which findings" {set} all="everything">
  <Pick
    label="Vendor"
    value={param('vendor') ?? ''}
    onchange={(e) => setParam('vendor', e.currentTarget.value)}
  >
    <option value="">every vendor</option>
    {#each vendors as [id, name] (id)}<option value={id}>{name}</option>{/each}
  </Pick>
  <Pick
    label="Group"
    value={param('group') ?? ''}
    onchange={(e) => setParam('group', e.currentTarget.value)}
  >
    <option value="">every group</option>
    {#each choices?.groups ?? [] as g (g.id)}<option value={g.id}>{g.name}</option>{/each}
  </Pick>
  {#if !session.isLead}
    <Pick
      label="Led by"
      value={param('lead') ?? ''}
      onchange={(e) => setParam('lead', e.currentTarget.value)}
    >
      <option value="">led by anybody</option>
      {#each choices?.leads ?? [] as lead (lead.id)}<option value={lead.id}>{lead.name}</option
        >{/each}
    </Pick>
  {/if}
  <Pick
    label="Site"
    value={param('site') ?? ''}
    onchange={(e) => setParam('site', e.currentTarget.value)}
  >
    <option value="">every site</option>
    {#each choices?.sites ?? [] as site (site)}<option value={site}>{site}</option>{/each}
  </Pick>
  <label>
    from
    <input
      type="number"
      min="0"
      step="10"
      aria-label="At least so much a year"
      value={param('atLeast') ?? ''}
      onchange={(e) => setParam('atLeast', e.currentTarget.value)}
    /> a year
  </label>
  <label>
    for
    <input
      type="number"
      min="0"
      step="10"
      aria-label="So for at least so many days"
      value={param('olderThan') ?? ''}
      onchange={(e) => setParam('olderThan', e.currentTarget.value)}
    /> days or longer
  </label>
  {#snippet end()}
    {#each TRIED as name (name)}
      <label>
        {WORDS[name]}
        <input
          type="number"
          min="1"
          max={MOST[name]}
          class:tried={param(name)}
          value={param(name) ?? lines?.[name] ?? ''}
          onchange={(e) => setParam(name, e.currentTarget.value)}
        /> d
      </label>
    {/each}
    {#if tried}
      {#if mayDraw}
        <button class="plain" disabled={busy} onclick={draw}>Draw these lines</button>
      {/if}
      <button class="word" onclick={() => TRIED.forEach((name) => setParam(name, null))}
        >as they were</button
      >
    {/if}
  {/snippet}
</Narrow>
{#if fault}<p class="neg" role="alert">{fault}</p>{/if}

<style>
  input {
    border: 0;
    border-bottom: 1px solid var(--rule);
    background: transparent;
    color: var(--ink);
    font-size: var(--type-row);
    padding: 1px var(--s-2);
    max-width: 130px;
  }
  input {
    width: 52px;
    font-family: var(--font-mono);
    text-align: right;
  }
  .tried {
    background: var(--idle-ground);
    font-weight: 600;
  }
  .plain {
    padding: var(--s-2) var(--s-8);
  }
</style>
