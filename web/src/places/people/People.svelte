<!-- Everybody: found by whatever matters, chosen by the dozen, and put on the slate. -->
<script lang="ts">
  import Check from '../../pieces/controls/Check.svelte';
  import Pick from '../../pieces/controls/Pick.svelte';
  import List from '../../pieces/list/List.svelte';
  import { api, dataOf, saveCsv, type PersonRow } from '../../api/client';
  import { navigate } from '../../router';
  import { asOf, param, search, setParam, to } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { ListState } from '../../state/list.svelte';
  import { Pages } from '../../state/pages.svelte';
  import { Question } from '../../state/question.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { sayCount, sayMoney } from '../../state/say';
  import { COLUMNS, chosenColumns, keepColumns, sayColumn, type ColumnKey } from './columns';
  import Filters from './Filters.svelte';
  import { FILTERS, filterOf } from './filters';

  const PAGE = 200;
  const ASKS_AFTER_MS = 150;

  let columns = $state.raw<ColumnKey[]>(chosenColumns());
  let plan = $state('');

  const sort = $derived(param('sort') ?? 'NAME');
  const query = $derived<Record<string, string>>({ ...filterOf(param), sort, asOf: asOf() });
  const shownColumns = $derived(COLUMNS.filter((c) => columns.includes(c.key)));

  const how = { again: () => book.version, settles: ASKS_AFTER_MS };
  const people = new Pages(
    () => query,
    (of, limit, cursor) =>
      api.GET('/api/v1/people', { params: { query: { ...of, limit: `${limit}`, cursor } } }),
    PAGE,
    how,
  );
  const totals = new Question(
    () => query,
    (of) => dataOf(api.GET('/api/v1/people/totals', { params: { query: of } })),
    how,
  );
  const choices = new Question(
    () => null,
    () => dataOf(api.GET('/api/v1/people/choices')),
  );
  const list = new ListState<PersonRow>({
    rows: () => people.value ?? [],
    drawn: () => people.drawn,
    key: (p) => p.person,
    id: 'person',
    from: people,
    chosen: 'address',
    whole: () => people.whole(),
    onend: () => void people.more(),
  });
  const mayMove = $derived(plan !== '' && !slates.busy && list.rows.length > 0);
  const fault = $derived(people.fault || totals.fault || choices.fault);

  async function move(kind: 'HAND_OUT' | 'TAKE_BACK') {
    const picked = await list.picked();
    if (!session.mayDraft || !plan || picked.length === 0) return;
    const moves = picked.map(({ person }) => ({ kind, person, plan }));
    if (await slates.plan(moves)) list.chosen.clear();
  }

  function showColumn(key: ColumnKey, shown: boolean) {
    columns = COLUMNS.map((c) => c.key).filter((k) => (k === key ? shown : columns.includes(k)));
    keepColumns(columns);
  }

  function openRow() {
    const person = list.current?.person;
    if (person) void navigate('/people/:person', { params: { person }, search: search() });
  }

  $effect(() =>
    bindKeys([
      ...list.keys({
        row: 'person',
        open: { does: 'open the person', run: openRow },
        all: 'choose everybody listed',
        act: { does: 'hand the chosen plan out to those chosen', run: () => void move('HAND_OUT') },
        leave: {
          does: 'show everybody',
          run: () => FILTERS.forEach((key) => setParam(key, null)),
        },
      }),
    ]),
  );

  const csv = $derived(`/api/v1/people?${new URLSearchParams(query).toString()}&limit=10000`);
</script>

<svelte:head><title>People – Sober Tally</title></svelte:head>

<div class="title">
  <h1>People</h1>
  {#if totals.value}
    {@const sums = totals.value}
    <span class="sub" role="status">
      {sayCount(sums.people - sums.service, 'person', 'people')}{sums.service > 0
        ? ` and ${sayCount(sums.service, 'service account')}`
        : ''}, {sayCount(sums.holdings, 'seat')},
      {sayMoney(sums.yearlyCost)} a year;
      <b>{sayMoney(sums.recoverable)}</b> of it could be had back
    </span>
  {/if}
  <span class="ways">
    <a class="word" href={to('/people/waiting')}>invitations and queue</a>
    <a class="word" href={to('/people/list')}>bring a list</a>
  </span>
  {#if session.isLead}
    {#each choices.value?.groups ?? [] as group (group.id)}
      <a
        class="word"
        href="/api/v1/groups/{encodeURIComponent(group.id)}/sheet.pdf?asOf={asOf()}"
        target="_blank"
        rel="noreferrer">the month’s sheet of {group.name}</a
      >
    {/each}
  {/if}
  <button class="word" onclick={() => saveCsv(csv, 'people.csv')}>as CSV</button>
</div>

<Filters choices={choices.value} />

<div class="act">
  <details class="columns">
    <summary class="word">columns</summary>
    <div>
      {#each COLUMNS as c (c.key)}
        <Check checked={columns.includes(c.key)} onchange={(checked) => showColumn(c.key, checked)}
          >{c.name}</Check
        >
      {/each}
    </div>
  </details>
  {#if session.mayDraft && choices.value}
    <span class="sub count"
      >{list.chosen.size > 0 ? `${list.chosen.size} chosen` : 'nobody chosen'}</span
    >
    <button class="word" disabled={list.rows.length === 0} onclick={() => list.chooseAll()}>
      choose all <kbd>a</kbd>
    </button>
    <Pick label="Plan to hand out or take back" bind:value={plan}>
      <option value="">which plan?</option>
      {#each choices.value.plans as p (p.id)}<option value={p.id}>{p.name}</option>{/each}
    </Pick>
    <button class="plain" disabled={!mayMove} onclick={() => move('HAND_OUT')}>
      Hand out <kbd>.</kbd>
    </button>
    <button class="plain" disabled={!mayMove} onclick={() => move('TAKE_BACK')}> Take back </button>
  {/if}
</div>

{#if fault}<p class="neg" role="alert">{fault}</p>{/if}
{#if people.value || !fault}
  <List
    {list}
    dense
    columns={[
      { name: 'Name', sort: 'NAME' },
      ...shownColumns.map((c) => ({ key: c.key, name: c.name, right: c.right, sort: c.sort })),
    ]}
    sorted={sort}
    onsort={(next) => setParam('sort', next === 'NAME' ? null : next)}
    rows={people.shown}
    known={people.value !== null}
    busy={people.stale}
    empty="Nobody fits all of this."
  >
    {#snippet row(p)}
      <td class="name">
        <a href={to(`/people/${p.person}`)}>{p.name}</a>
        {#if p.leads.length > 0}<span class="sub">leads {p.leads.join(', ')}</span>{/if}
        {#if p.kind === 'SERVICE'}<span class="sub">service account</span>{/if}
      </td>
      {#each shownColumns as c (c.key)}
        {@const said = sayColumn(p, c.key, asOf())}
        <td
          class={[
            c.right && 'r num',
            c.key === 'status' && p.status !== 'ACTIVE' && 'off',
            c.wide ? 'wide' : 'one',
          ]}
          title={c.wide ? said : undefined}>{said}</td
        >
      {/each}
    {/snippet}
  </List>
{/if}
{#if people.value && totals.value && people.shown.length < totals.value.people}
  <p class="more">
    <button class="word" onclick={() => people.more()}>
      {people.shown.length} of {totals.value.people}; show {PAGE} more
    </button>
  </p>
{/if}

<style>
  .title {
    display: flex;
    align-items: baseline;
    gap: var(--s-14);
  }
  .ways {
    margin-left: auto;
    font-size: var(--type-note);
    display: flex;
    gap: var(--s-14);
    white-space: nowrap;
  }
  .title > button {
    font-size: var(--type-note);
    white-space: nowrap;
  }
  .act {
    display: flex;
    flex-wrap: wrap;
    gap: var(--s-6) var(--s-12);
    align-items: baseline;
    margin-top: var(--s-8);
    font-size: var(--type-note);
  }
  .act {
    border-bottom: 1px solid var(--rule);
    padding-bottom: var(--s-8);
    margin-bottom: var(--s-6);
  }
  .count {
    margin-left: auto;
  }
  .plain {
    padding: var(--s-3) var(--s-10);
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
    padding: var(--s-6) var(--s-12);
    display: grid;
    gap: var(--s-3);
    white-space: nowrap;
  }
  td {
    font-size: var(--type-row);
  }
  .name a {
    font: 600 var(--type-text) var(--font-serif);
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
    font-size: var(--type-note);
    white-space: nowrap;
  }
  .more {
    padding: var(--s-12) 0;
  }
</style>
