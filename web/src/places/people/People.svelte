<!-- Everybody: found by whatever matters, chosen by the dozen, and put on the slate. -->
<script lang="ts">
  import { untrack } from 'svelte';
  import { allOf, api, dataOf, saveCsv, type PersonRow, type Schemas } from '../../api/client';
  import { navigate } from '../../router';
  import { asOf, param, search, setParam, to } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { chosenInAddress } from '../../state/chosen.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { sayCount, sayMoney } from '../../state/say';
  import { COLUMNS, chosenColumns, keepColumns, sayColumn, type ColumnKey } from './columns';
  import Filters from './Filters.svelte';
  import { FILTERS, filterOf } from './filters';
  import { latest } from '../../state/latest';

  const PAGE = 200;
  const MOST_ASKED = 10_000;
  const ASKS_AFTER_MS = 150;

  let rows = $state.raw<PersonRow[] | null>(null);
  let totals = $state.raw<Schemas['PeopleTotals'] | null>(null);
  let choices = $state.raw<Schemas['PeopleChoices'] | null>(null);
  let fault = $state('');
  let cursor = $state(0);
  let drawn = $state(PAGE);
  let anchor = 0;
  let columns = $state.raw<ColumnKey[]>(chosenColumns());
  let plan = $state('');
  let words = $state<HTMLInputElement>();
  const chosen = chosenInAddress();

  const filter = $derived(filterOf(param));
  const sort = $derived(param('sort') ?? 'NAME');
  const seen = $derived(JSON.stringify(book.standing?.recoverable));

  $effect(() => {
    dataOf(api.GET('/api/v1/people/choices')).then(
      (c) => (choices = c),
      (e) => (fault = (e as Error).message),
    );
  });

  const query = $derived<Record<string, string>>({ ...filter, sort, asOf: asOf() });
  const view = $derived(new URLSearchParams(query).toString());
  /** The view whose people are listed; while it is another one, the list is an older answer. */
  let listed = $state('');
  const stale = $derived(listed !== view);
  /** The view of which everybody was asked for, beyond those that are drawn. */
  let whollyFor = '';

  const turn = latest();
  $effect(() => {
    void seen;
    void view;
    // Untracked: what came in must not make it ask again.
    const waits = untrack(() => rows) ? ASKS_AFTER_MS : 0;
    const timer = setTimeout(() => void load(), waits);
    return () => clearTimeout(timer);
  });

  const found = (limit: number, cursor?: string) =>
    api.GET('/api/v1/people', { params: { query: { ...query, limit: `${limit}`, cursor } } });

  /** Gives whether people came, of what was asked for last. */
  let loading: Promise<boolean> = Promise.resolve(true);
  const load = () => (loading = ask());

  async function ask(): Promise<boolean> {
    const newest = turn();
    const of = view;
    // Who scrolled on keeps what is drawn and chosen there.
    const many = listed === of ? Math.min(drawn, MOST_ASKED) : PAGE;
    try {
      const [people, sums] = await Promise.all([
        whollyFor === of ? allOf((cursor) => found(MOST_ASKED, cursor)) : dataOf(found(many)),
        dataOf(api.GET('/api/v1/people/totals', { params: { query } })),
      ]);
      if (!newest()) return loading;
      rows = people;
      totals = sums;
      drawn = many;
      cursor = listed === of ? Math.min(cursor, Math.max(0, people.length - 1)) : 0;
      listed = of;
      fault = '';
      const there = new Set(people.map((p) => p.person));
      for (const id of [...chosen]) if (!there.has(id)) chosen.delete(id);
      return true;
    } catch (e) {
      if (!newest()) return loading;
      fault = (e as Error).message;
      return false;
    }
  }

  async function more() {
    if (!rows || !totals) return;
    if (rows.length < Math.min(drawn + PAGE, totals.people)) {
      const before = rows;
      const people = await dataOf(found(rows.length + PAGE));
      if (rows !== before) return;
      rows = people;
    }
    drawn += PAGE;
  }

  /** Whether everybody is chosen who was asked for: what is to be done with them waits for it. */
  let choosing: Promise<boolean> = Promise.resolve(true);

  async function chooseAll() {
    const asked = (choosing = everybody());
    await asked;
    if (choosing === asked) choosing = Promise.resolve(true);
  }

  /** Everybody whom the filters leave, also those who are not drawn. */
  async function everybody(): Promise<boolean> {
    if (stale || (totals && rows && rows.length < totals.people)) {
      const of = view;
      whollyFor = of;
      if (!(await load()) || listed !== of) return false;
    }
    for (const p of rows ?? []) chosen.add(p.person);
    return true;
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
    const last = Math.min(rows?.length ?? 1, drawn) - 1;
    cursor = Math.min(last, Math.max(0, cursor + by));
    if (cursor === last && by > 0) void more();
    document.getElementById(`person-${cursor}`)?.scrollIntoView({ block: 'nearest' });
  }

  function openRow() {
    const person = rows?.[cursor]?.person;
    if (person) void navigate('/people/:person', { params: { person }, search: search() });
  }

  async function picked(): Promise<string[]> {
    if (!(await choosing)) return [];
    if (chosen.size > 0) return [...chosen];
    const row = stale ? undefined : rows?.[cursor];
    return row ? [row.person] : [];
  }

  async function handOut() {
    const people = await picked();
    if (!session.mayDraft || !plan || people.length === 0) return;
    const moves = people.map((person) => ({ kind: 'HAND_OUT' as const, person, plan }));
    if (await slates.plan(moves)) chosen.clear();
  }

  async function takeBack() {
    const people = await picked();
    if (!session.mayDraft || !plan || people.length === 0) return;
    const moves = people.map((person) => ({ kind: 'TAKE_BACK' as const, person, plan }));
    if (await slates.plan(moves)) chosen.clear();
  }

  function showColumn(key: ColumnKey, shown: boolean) {
    columns = COLUMNS.map((c) => c.key).filter((k) => (k === key ? shown : columns.includes(k)));
    keepColumns(columns);
  }

  $effect(() =>
    bindKeys([
      { keys: 'j', does: 'next person', run: () => step(1) },
      { keys: 'k', does: 'person before', run: () => step(-1) },
      { keys: 'Enter', does: 'open the person', run: openRow },
      { keys: 'x', does: 'choose the person, or not', run: () => toggle(rows?.[cursor]) },
      { keys: 'a', does: 'choose everybody listed', run: () => void chooseAll() },
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

  const csv = $derived(`/api/v1/people?${view}&limit=10000`);
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

<Filters {choices} bind:words />

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
    <button class="word" disabled={!rows?.length} onclick={chooseAll}>
      choose all <kbd>a</kbd>
    </button>
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
        <th class="mark" title="chosen">✓</th>
        <th>Name</th>
        {#each COLUMNS.filter((c) => columns.includes(c.key)) as c (c.key)}
          <th class:r={c.right}>{c.name}</th>
        {/each}
      </tr>
    </thead>
    <tbody>
      {#each rows.slice(0, drawn) as p, n (p.person)}
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
              title={c.wide ? sayColumn(p, c.key, asOf()) : undefined}
              >{sayColumn(p, c.key, asOf())}</td
            >
          {/each}
        </tr>
      {/each}
    </tbody>
  </table>
  {#if totals && drawn < totals.people}
    <p class="more">
      <button class="word" onclick={more}>
        {Math.min(drawn, rows.length)} of {totals.people}; show {PAGE} more
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
  select {
    border: 0;
    border-bottom: 1px solid var(--rule);
    background: var(--paper);
    color: var(--soft);
    padding: 2px 2px;
    font-size: 12px;
    max-width: 172px;
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
  .more,
  .empty {
    padding: 12px 0;
  }
</style>
