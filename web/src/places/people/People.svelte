<!-- Everybody: found by whatever matters, chosen by the dozen, and put on the slate. -->
<script lang="ts">
  import { untrack } from 'svelte';
  import { api, dataOf, saveCsv, type PersonRow, type Schemas } from '../../api/client';
  import { KIND_WORDS } from '../../pieces/finding-board/kinds';
  import { navigate } from '../../router';
  import { asOf, param, search, setParam, to } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { chosenInAddress } from '../../state/chosen.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { sayCount, sayMoney, sayShortDay } from '../../state/say';
  import { PERSON_STATUS_WORDS } from '../../state/states';
  import { COLUMNS, chosenColumns, keepColumns, type ColumnKey } from './columns';
  import { latest } from '../../state/latest';

  const PAGE = 200;
  const ASKS_AFTER_MS = 150;
  const FILTERS = [
    'q',
    'group',
    'site',
    'department',
    'status',
    'holds',
    'lacks',
    'unused',
    'kind',
    'owner',
  ] as const;
  type Filter = (typeof FILTERS)[number];

  let rows = $state.raw<PersonRow[] | null>(null);
  let totals = $state.raw<Schemas['PeopleTotals'] | null>(null);
  let choices = $state.raw<Schemas['PeopleChoices'] | null>(null);
  let fault = $state('');
  let cursor = $state(0);
  let anchor = 0;
  let columns = $state.raw<ColumnKey[]>(chosenColumns());
  let plan = $state('');
  let words = $state<HTMLInputElement>();
  const chosen = chosenInAddress();

  const filter = $derived(
    Object.fromEntries(FILTERS.flatMap((key) => (param(key) ? [[key, param(key)!]] : []))) as {
      [key in Filter]?: string;
    },
  );
  const sort = $derived(param('sort') ?? 'NAME');
  const filtered = $derived(Object.keys(filter).length > 0);
  const seen = $derived(JSON.stringify(book.standing?.recoverable));

  $effect(() => {
    dataOf(api.GET('/api/v1/people/choices')).then(
      (c) => (choices = c),
      (e) => (fault = (e as Error).message),
    );
  });

  const turn = latest();
  let stale = $state(false);
  $effect(() => {
    void seen;
    stale = true;
    const query = { ...filter, sort, asOf: asOf() };
    // Untracked: what came in must not make it ask again.
    const waits = untrack(() => rows) ? ASKS_AFTER_MS : 0;
    const timer = setTimeout(() => void load(query), waits);
    return () => clearTimeout(timer);
  });

  async function load(query: Record<string, string>) {
    const newest = turn();
    try {
      const [found, sums] = await Promise.all([
        dataOf(api.GET('/api/v1/people', { params: { query: { ...query, limit: `${PAGE}` } } })),
        dataOf(api.GET('/api/v1/people/totals', { params: { query } })),
      ]);
      if (!newest()) return;
      rows = found;
      totals = sums;
      cursor = 0;
      fault = '';
      const there = new Set(found.map((p) => p.person));
      for (const id of [...chosen]) if (!there.has(id)) chosen.delete(id);
    } catch (e) {
      if (newest()) fault = (e as Error).message;
    } finally {
      if (newest()) stale = false;
    }
  }

  async function more() {
    if (!rows || !totals || rows.length >= totals.people) return;
    const query = { ...filter, sort, asOf: asOf(), limit: String(rows.length + PAGE) };
    const before = rows;
    const found = await dataOf(api.GET('/api/v1/people', { params: { query } }));
    if (rows === before) rows = found;
  }

  function toggle(p: PersonRow | undefined) {
    if (p && !chosen.delete(p.person)) chosen.add(p.person);
  }

  function click(event: MouseEvent, n: number) {
    if ((event.target as Element).closest('a')) return;
    if (event.shiftKey && rows) {
      const [from, until] = [Math.min(anchor, n), Math.max(anchor, n)];
      for (const p of rows.slice(from, until + 1)) chosen.add(p.person);
    } else {
      toggle(rows?.[n]);
      anchor = n;
    }
    cursor = n;
  }

  function step(by: number) {
    const last = (rows?.length ?? 1) - 1;
    cursor = Math.min(last, Math.max(0, cursor + by));
    if (cursor === last && by > 0) void more();
    document.getElementById(`person-${cursor}`)?.scrollIntoView({ block: 'nearest' });
  }

  function openRow() {
    const person = rows?.[cursor]?.person;
    if (person) void navigate('/people/:person', { params: { person }, search: search() });
  }

  function picked(): string[] {
    return chosen.size > 0 ? [...chosen] : rows?.[cursor] ? [rows[cursor]!.person] : [];
  }

  async function handOut() {
    const people = picked();
    if (!session.mayDraft || !plan || people.length === 0) return;
    const moves = people.map((person) => ({ kind: 'HAND_OUT' as const, person, plan }));
    if (await slates.plan(moves)) chosen.clear();
  }

  async function takeBack() {
    const people = picked();
    if (!session.mayDraft || !plan || people.length === 0) return;
    const moves = people.map((person) => ({ kind: 'TAKE_BACK' as const, person, plan }));
    if (await slates.plan(moves)) chosen.clear();
  }

  function showColumn(key: ColumnKey, shown: boolean) {
    columns = COLUMNS.map((c) => c.key).filter((k) => (k === key ? shown : columns.includes(k)));
    keepColumns(columns);
  }

  function cell(p: PersonRow, key: ColumnKey): string {
    switch (key) {
      case 'department':
        return p.department ?? '–';
      case 'site':
        return p.site ?? '–';
      case 'groups':
        return p.groups.join(', ') || '–';
      case 'manager':
        return p.managerName ?? '–';
      case 'status':
        return (
          PERSON_STATUS_WORDS[p.status] +
          (p.statusSince ? ` since ${sayShortDay(p.statusSince, asOf())}` : '')
        );
      case 'plans':
        return p.plans.join(', ') || '–';
      case 'lastUsed':
        return p.lastUsed ? sayShortDay(p.lastUsed, asOf()) : p.seats > 0 ? 'not seen' : '–';
      case 'found':
        return p.kinds.map((k) => KIND_WORDS[k]).join(', ') || '–';
      case 'cost':
        return p.seats > 0 ? sayMoney(p.yearlyCost) : '–';
      case 'recoverable':
        return Number(p.recoverable.amount) === 0 ? '–' : sayMoney(p.recoverable);
    }
  }

  $effect(() =>
    bindKeys([
      { keys: 'j', does: 'next person', run: () => step(1) },
      { keys: 'k', does: 'person before', run: () => step(-1) },
      { keys: 'Enter', does: 'open the person', run: openRow },
      { keys: 'x', does: 'choose the person, or not', run: () => toggle(rows?.[cursor]) },
      { keys: 'f', does: 'go to the words to look for', run: () => words?.focus() },
      { keys: '.', does: 'hand the chosen plan out to those chosen', run: () => void handOut() },
      {
        keys: 'Escape',
        does: 'choose nobody; then show everybody',
        run: () =>
          chosen.size > 0 ? chosen.clear() : FILTERS.forEach((key) => setParam(key, null)),
      },
    ]),
  );

  const csv = $derived(
    `/api/v1/people?${new URLSearchParams({ ...filter, sort, asOf: asOf(), limit: '10000' })}`,
  );
</script>

<svelte:head><title>People – Sober Tally</title></svelte:head>

<div class="title">
  <h1>People</h1>
  {#if totals}
    <span class="sub" role="status">
      {sayCount(totals.people - totals.service, 'person', 'people')}{totals.service > 0
        ? ` and ${sayCount(totals.service, 'service account')}`
        : ''}, {sayCount(totals.holdings, 'seat')},
      {sayMoney(totals.yearlyCost)} a year;
      <b>{sayMoney(totals.recoverable)}</b> of it could be had back
    </span>
  {/if}
  <span class="ways">
    <a class="word" href={to('/people/waiting')}>invitations and queue</a>
    <a class="word" href={to('/people/list')}>bring a list</a>
  </span>
  <button class="word" onclick={() => saveCsv(csv, 'people.csv')}>as CSV</button>
</div>

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
    <select
      class:on={param(key)}
      aria-label={label}
      value={param(key) ?? ''}
      onchange={(e) => setParam(key, e.currentTarget.value)}
    >
      <option value="">{label}</option>
      {#each options as [value, text] (value)}<option {value}>{text}</option>{/each}
    </select>
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
      ...(Object.entries(KIND_WORDS).slice(0, 11) as [string, string][]),
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

<div class="act">
  <details class="columns">
    <summary class="word">columns</summary>
    <div>
      {#each COLUMNS as c (c.key)}
        <label>
          <input
            type="checkbox"
            checked={columns.includes(c.key)}
            onchange={(e) => showColumn(c.key, e.currentTarget.checked)}
          />
          {c.name}
        </label>
      {/each}
    </div>
  </details>
  <label class="sub">
    ordered by
    <select value={sort} onchange={(e) => setParam('sort', e.currentTarget.value)}>
      <option value="NAME">name</option>
      <option value="COST">cost</option>
      <option value="RECOVERABLE">money that could be had back</option>
      <option value="LAST_USED">last use, the longest ago first</option>
      <option value="SEATS">seats</option>
    </select>
  </label>
  {#if session.mayDraft && choices}
    <span class="sub count">{chosen.size > 0 ? `${chosen.size} chosen` : 'nobody chosen'}</span>
    <select aria-label="Plan to hand out or take back" bind:value={plan}>
      <option value="">which plan?</option>
      {#each choices.plans as p (p.id)}<option value={p.id}>{p.name}</option>{/each}
    </select>
    <button class="plain" disabled={!plan || slates.busy || !rows?.length} onclick={handOut}>
      Hand out <kbd>.</kbd>
    </button>
    <button class="plain" disabled={!plan || slates.busy || !rows?.length} onclick={takeBack}>
      Take back
    </button>
  {/if}
</div>

{#if fault}<p class="neg" role="alert">{fault}</p>{/if}
{#if rows && rows.length > 0}
  <table class="list" aria-busy={stale}>
    <thead>
      <tr>
        <th class="mark"><span class="hidden">chosen</span></th>
        <th>Name</th>
        {#each COLUMNS.filter((c) => columns.includes(c.key)) as c (c.key)}
          <th class:r={c.right}>{c.name}</th>
        {/each}
      </tr>
    </thead>
    <tbody>
      {#each rows as p, n (p.person)}
        <tr
          id="person-{n}"
          class={[n === cursor && 'at', chosen.has(p.person) && 'chosen']}
          aria-selected={chosen.has(p.person)}
          onclick={(e) => click(e, n)}
        >
          <td class="mark">{chosen.has(p.person) ? '☒' : '☐'}</td>
          <td class="name">
            <a href={to(`/people/${p.person}`)}>{p.name}</a>
            {#if p.leads.length > 0}<span class="sub">leads {p.leads.join(', ')}</span>{/if}
            {#if p.kind === 'SERVICE'}<span class="sub">service account</span>{/if}
          </td>
          {#each COLUMNS.filter((c) => columns.includes(c.key)) as c (c.key)}
            <td
              class={[
                c.right && 'r num',
                c.key === 'status' && p.status !== 'ACTIVE' && 'off',
                c.wide ? 'wide' : 'one',
              ]}
              title={c.wide ? cell(p, c.key) : undefined}>{cell(p, c.key)}</td
            >
          {/each}
        </tr>
      {/each}
    </tbody>
  </table>
  {#if totals && rows.length < totals.people}
    <p class="more">
      <button class="word" onclick={more}>
        {rows.length} of {totals.people}; show {PAGE} more
      </button>
    </p>
  {/if}
{:else if rows}
  <p class="empty">Nobody fits all of this.</p>
{:else if !fault}
  <p class="sub">Looking…</p>
{/if}

<style>
  .title {
    display: flex;
    align-items: baseline;
    gap: 14px;
  }
  .ways {
    margin-left: auto;
    font-size: 12px;
    display: flex;
    gap: 14px;
    white-space: nowrap;
  }
  .title > button {
    font-size: 12px;
    white-space: nowrap;
  }
  .filters,
  .act {
    display: flex;
    flex-wrap: wrap;
    gap: 6px 12px;
    align-items: baseline;
    margin-top: 9px;
    font-size: 12px;
  }
  .act {
    border-bottom: 1px solid var(--rule);
    padding-bottom: 8px;
    margin-bottom: 6px;
  }
  select,
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
  select.on {
    color: var(--ink);
    font-weight: 600;
    border-color: var(--ink);
  }
  /* The room of the second line, until the filters that take it are known. */
  .lines {
    flex-basis: 100%;
    height: 21px;
  }
  .count {
    margin-left: auto;
  }
  .plain {
    padding: 3px 10px;
  }
  .columns {
    position: relative;
  }
  .columns summary {
    list-style: none;
    cursor: pointer;
  }
  .columns div {
    position: absolute;
    z-index: 12;
    background: var(--sheet);
    border: 1px solid var(--ink);
    border-radius: 3px;
    padding: 6px 12px;
    display: grid;
    gap: 3px;
    white-space: nowrap;
  }
  td {
    cursor: default;
  }
  table.list td {
    padding-top: 4px;
    padding-bottom: 4px;
    font-size: 12.5px;
  }
  tbody tr:hover {
    background: var(--sheet);
  }
  tr.chosen {
    background: var(--tape);
  }
  tr.at td:first-child {
    box-shadow: inset 3px 0 0 var(--ink);
  }
  .mark {
    width: 26px;
    text-align: center;
  }
  .name a {
    font: 600 13.5px var(--font-serif);
    text-decoration: none;
  }
  .name a:hover {
    text-decoration: underline;
  }
  .wide {
    max-width: 190px;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .one {
    white-space: nowrap;
  }
  .off {
    color: var(--locked);
  }
  td.num {
    font-size: 12px;
    white-space: nowrap;
  }
  .hidden {
    position: absolute;
    clip-path: inset(50%);
  }
  .more,
  .empty {
    padding: 12px 0;
  }
</style>
