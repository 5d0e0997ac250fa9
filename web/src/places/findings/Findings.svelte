<!-- Why money buys less than it could: the reasons, which of them meet in whom, and the people. -->
<script lang="ts">
  import { untrack } from 'svelte';
  import FindingBoard from '../../pieces/finding-board/FindingBoard.svelte';
  import { keyOf, kinds as findingKinds, wordsOf } from '../../state/kinds.svelte';
  import {
    allOf,
    api,
    dataOf,
    saveCsv,
    type Finding,
    type FindingPerson,
    type Schemas,
  } from '../../api/client';
  import { asOf, param, setParam } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { chosenInAddress } from '../../state/chosen.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { latest } from '../../state/latest';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { plusDays, sayCount, sayDay, sayMoney } from '../../state/say';
  import { boardQuery } from './ask';
  import Compare from './Compare.svelte';
  import Focus from './Focus.svelte';
  import FoundPeople from './FoundPeople.svelte';
  import OfWhole from './OfWhole.svelte';
  import { keyOfPerson } from './people';

  const MOST_ROWS = 400;

  let board = $state.raw<Schemas['FindingBoard'] | null>(null);
  let people = $state.raw<FindingPerson[] | null>(null);
  let whole = $state.raw<Finding[]>([]);
  let fault = $state('');
  let cursor = $state(0);
  const chosen = chosenInAddress();

  const sets = $derived(param('sets') ?? '');
  const picked = $derived(new Set(sets.split(',').filter(Boolean)));
  const by = $derived(param('by') === 'people' ? 'people' : 'money');
  const combinations = $derived(board?.combinations ?? []);
  const inPeople = $derived((board?.kinds ?? []).filter((k) => k.people > 0));
  const query = $derived(boardQuery(asOf(), param));
  const asked = $derived(new URLSearchParams(query).toString());
  const compare = $derived(param('compare'));
  const subject = $derived(
    combinations
      .filter((c) => picked.has(keyOf(c)))
      .map((c) => wordsOf(c.kinds))
      .join('; '),
  );
  // A change of the book shows in what could be had back.
  const seen = $derived(JSON.stringify(book.standing?.recoverable));

  const later = $derived.by(() => {
    const waiting = (board?.stops ?? []).filter((stop) => isLater(stop.day));
    const most = waiting.sort((a, b) => Number(b.yearly.amount) - Number(a.yearly.amount))[0];
    return most ? `${sayMoney(most.yearly)} not before ${sayDay(most.day)}` : '';
  });
  const stops = $derived(
    (board?.stops ?? []).map((s) => `${sayDay(s.day)}: ${sayMoney(s.yearly)}`).join('\n'),
  );
  const isLater = (day: string) => day > plusDays(asOf(), 31);

  $effect(() => {
    void seen;
    void loadBoard(query);
  });
  $effect(() => {
    void seen;
    void query;
    void sets;
    if (!param('kind')) void untrack(loadPeople);
  });

  async function loadBoard(of: Record<string, string>) {
    try {
      const [b, f] = await Promise.all([
        dataOf(api.GET('/api/v1/findings/board', { params: { query: of } })),
        dataOf(
          api.GET('/api/v1/findings', { params: { query: { ...of, kind: aboutSubscriptions() } } }),
        ),
      ]);
      if (of !== query) return;
      board = b;
      whole = f;
      fault = '';
      chooseKindAskedFor(b.combinations);
    } catch (e) {
      fault = (e as Error).message;
    }
  }

  /** A link may ask for one kind whatever it meets with; from here on the address says with what. */
  function chooseKindAskedFor(all: Schemas['Combination'][]) {
    const kind = param('kind') as Schemas['FindingKind'] | null;
    if (!kind) return;
    setParam(
      'sets',
      all.flatMap((c) => (c.kinds.includes(kind) ? [keyOf(c)] : [])).join(',') || null,
    );
    setParam('kind', null);
  }

  const findingPeople = (query: Record<string, string | undefined>) =>
    api.GET('/api/v1/findings/people', { params: { query } });
  const turn = latest();
  const view = $derived(asked + sets);
  /** The view whose people are listed; while it is another one, the list is an older answer. */
  let listed = $state('');
  /** Of which view all people were asked for, beyond those that are drawn. */
  let whollyFor = '';

  /** Gives whether people came, of what was asked for last. */
  let loading: Promise<boolean> = Promise.resolve(true);
  const loadPeople = () => (loading = askForPeople());

  async function askForPeople(): Promise<boolean> {
    const newest = turn();
    const of = view;
    try {
      const asks = { ...query, sets: sets || undefined };
      const found =
        whollyFor === of
          ? await allOf((cursor) => findingPeople({ ...asks, limit: '10000', cursor }))
          : await dataOf(findingPeople({ ...asks, limit: String(MOST_ROWS) }));
      if (!newest()) return loading;
      people = found;
      cursor = listed === of ? Math.min(cursor, Math.max(0, found.length - 1)) : 0;
      listed = of;
      const there = new Set(found.map(keyOfPerson));
      for (const key of [...chosen]) if (!there.has(key)) chosen.delete(key);
      return true;
    } catch (e) {
      if (!newest()) return loading;
      fault = (e as Error).message;
      return false;
    }
  }

  const isPlanned = (p: FindingPerson) =>
    p.moves.some((m) => m.holding && slates.planned.has(m.holding));
  const movesOf = (rows: FindingPerson[]) =>
    rows.flatMap((p) => p.moves).filter((m) => !m.holding || !slates.planned.has(m.holding));
  const chosenRows = $derived((people ?? []).filter((p) => chosen.has(keyOfPerson(p))));
  const toPlan = $derived(movesOf(chosenRows));

  function toggle(p: FindingPerson | undefined) {
    if (p && !chosen.delete(keyOfPerson(p))) chosen.add(keyOfPerson(p));
  }

  /** Whether everybody is chosen who was asked for: what is to be done with them waits for it. */
  let choosing: Promise<boolean> = Promise.resolve(true);

  async function chooseAll() {
    const asked = (choosing = everybody());
    await asked;
    if (choosing === asked) choosing = Promise.resolve(true);
  }

  async function everybody(): Promise<boolean> {
    const of = view;
    if (listed !== of || people?.length === MOST_ROWS) {
      whollyFor = of;
      if (!(await loadPeople()) || listed !== of) return false;
    }
    for (const p of people ?? []) if (p.moves.length > 0 && p.sweep) chosen.add(keyOfPerson(p));
    return true;
  }

  async function toSlate() {
    if (!(await choosing)) return;
    const row = listed === view ? people?.[cursor] : undefined;
    const moves = chosen.size > 0 ? toPlan : row ? movesOf([row]) : [];
    if (!session.mayDraft || moves.length === 0) return;
    if (await slates.plan(moves)) chosen.clear();
  }

  function step(by: number) {
    cursor = Math.min(Math.min(people?.length ?? 1, MOST_ROWS) - 1, Math.max(0, cursor + by));
    document.getElementById(`person-${cursor}`)?.scrollIntoView({ block: 'nearest' });
  }

  $effect(() =>
    bindKeys([
      { keys: 'j', does: 'next person', run: () => step(1) },
      { keys: 'k', does: 'person before', run: () => step(-1) },
      { keys: 'x', does: 'choose the person, or not', run: () => toggle(people?.[cursor]) },
      { keys: 'a', does: 'choose everybody for whom less would do', run: () => void chooseAll() },
      { keys: '.', does: 'put what would do on the slate', run: () => void toSlate() },
      {
        keys: 'Escape',
        does: 'choose nobody; then show everybody',
        run: () => (chosen.size > 0 ? chosen.clear() : setParam('sets', null)),
      },
    ]),
  );

  const aboutSubscriptions = () =>
    findingKinds
      .of('SUBSCRIPTIONS')
      .map((one) => one.kind)
      .join(',');
</script>

<svelte:head><title>Findings – Sober Tally</title></svelte:head>

<div class="title">
  <h1>Findings</h1>
  <span class="sub">
    {#if board}
      {sayCount(board.people, 'person', 'people')}, {sayCount(board.findings, 'finding')}. Money
      once per person and vendor.
    {:else if !fault}Counting…{/if}
  </span>
  {#if board}
    <span class="total">
      <span class="sub">
        held {sayMoney(board.held)}, in use {sayMoney(board.inUse)}, recoverable
      </span>
      <b class="num">{sayMoney(board.recoverable)} a year</b>
      <span class="sub block" title={stops}>
        {sayMoney(board.soon)} can stop within a month{later ? `, ${later}` : ''}
      </span>
    </span>
  {/if}
</div>
{#if fault}<p class="neg" role="alert">{fault}</p>{/if}

<Focus lines={board?.rules ?? null} ondrawn={() => void book.load(asOf())} />
{#if inPeople.length > 0}
  <div class="by" role="group" aria-label="Bars by">
    <span class="sub">bars by</span>
    {#each ['money', 'people'] as one (one)}
      <button
        class:on={by === one}
        aria-pressed={by === one}
        onclick={() => setParam('by', one === 'money' ? null : one)}>{one}</button
      >
    {/each}
  </div>
  <FindingBoard
    kinds={inPeople}
    {combinations}
    chosen={picked}
    {by}
    onchoose={(keys) => setParam('sets', keys.join(',') || null)}
  />
{:else if !board && !fault}
  <p class="sub board">Counting…</p>
{/if}

<div class="compare" role="group" aria-label="Compare">
  <span class="sub">compare</span>
  {#each ['group', 'site'] as one (one)}
    <button
      class="word"
      aria-pressed={compare === one}
      onclick={() => setParam('compare', compare === one ? null : one)}
      >{one === 'group' ? 'groups' : 'sites'}</button
    >
  {/each}
  <span class="sub">with each other and half a year ago</span>
</div>
{#if compare === 'group' || compare === 'site'}<Compare by={compare} />{/if}

<div class="list-head">
  <h2>{subject || 'Everybody in whom something was found'}</h2>
  {#if picked.size > 0}
    <button class="word" onclick={() => setParam('sets', null)}>show everybody</button>
  {/if}
  <button
    class="word csv"
    onclick={() =>
      saveCsv(`/api/v1/findings/people?limit=10000&${asked}&sets=${sets}`, 'findings.csv')}
    >as CSV</button
  >
  {#if session.mayDraft}
    <button class="word" disabled={!people} onclick={chooseAll}>choose all <kbd>a</kbd></button>
    <button class="plain" disabled={toPlan.length === 0 || slates.busy} onclick={toSlate}>
      {toPlan.length > 0
        ? `Put ${sayCount(toPlan.length, 'move')} on the slate`
        : 'Put on the slate'}
      <kbd>.</kbd>
    </button>
  {/if}
</div>
{#if people && people.length > 0}
  <FoundPeople
    people={people.slice(0, MOST_ROWS)}
    {chosen}
    {cursor}
    {isPlanned}
    onpick={(p, n) => {
      cursor = n;
      toggle(p);
    }}
  />
  {#if people.length >= MOST_ROWS}
    <p class="sub">
      The {MOST_ROWS} with the most money are drawn; the CSV has all, and ‘choose all’ chooses all.
    </p>
  {/if}
{:else if people}
  <p class="sub">Nothing was found in anybody.</p>
{/if}

{#if people && whole.length > 0}<OfWhole found={whole} />{/if}

<style>
  .title {
    display: flex;
    align-items: baseline;
    gap: 14px;
  }
  .total {
    text-align: right;
    margin-left: auto;
    font-size: 14.5px;
    white-space: nowrap;
  }
  .total .block {
    text-align: right;
  }
  /* About what the board takes: the list below it stays where it is. */
  .board {
    height: 452px;
  }
  .compare {
    display: flex;
    gap: 10px;
    align-items: baseline;
    margin-top: 8px;
    font-size: 12px;
  }
  .compare [aria-pressed='true'] {
    font-weight: 600;
    color: var(--ink);
  }
  .by {
    float: right;
    display: flex;
    gap: 10px;
    align-items: baseline;
    font-size: 12px;
  }
  .by button {
    color: var(--soft);
    border-bottom: 2px solid transparent;
  }
  .by button.on {
    color: var(--ink);
    font-weight: 600;
    border-color: var(--ink);
  }
  .list-head {
    display: flex;
    align-items: baseline;
    gap: 14px;
    margin-top: 12px;
    font-size: 12px;
  }
  .csv {
    margin-left: auto;
  }
  .plain {
    padding: 3px 10px;
  }
  .block {
    display: block;
  }
</style>
