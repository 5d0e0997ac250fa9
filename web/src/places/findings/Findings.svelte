<!-- Why money buys less than it could: the reasons, which of them meet in whom, and the people. -->
<script lang="ts">
  import { untrack } from 'svelte';
  import FindingBoard from '../../pieces/finding-board/FindingBoard.svelte';
  import { keyOf, kinds as findingKinds, wordsOf } from '../../state/kinds.svelte';
  import { api, dataOf, saveCsv, type FindingPerson, type Schemas } from '../../api/client';
  import { navigate } from '../../router';
  import { asOf, param, search, setParam } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { ListState } from '../../state/list.svelte';
  import { Pages } from '../../state/pages.svelte';
  import { Question } from '../../state/question.svelte';
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

  const sets = $derived(param('sets') ?? '');
  const picked = $derived(new Set(sets.split(',').filter(Boolean)));
  const by = $derived(param('by') === 'people' ? 'people' : 'money');
  const query = $derived(boardQuery(asOf(), param));
  const how = { again: () => book.version };
  const counted = new Question(
    () => query,
    async (of) => {
      const kind = aboutSubscriptions();
      const [found, whole] = await Promise.all([
        dataOf(api.GET('/api/v1/findings/board', { params: { query: of } })),
        dataOf(api.GET('/api/v1/findings', { params: { query: { ...of, kind } } })),
      ]);
      return { board: found, whole };
    },
    how,
  );
  const board = $derived(counted.value?.board ?? null);
  const combinations = $derived(board?.combinations ?? []);
  const inPeople = $derived((board?.kinds ?? []).filter((k) => k.people > 0));
  const asked = $derived(new URLSearchParams(query).toString());
  const compare = $derived(param('compare'));
  const subject = $derived(
    combinations
      .filter((c) => picked.has(keyOf(c)))
      .map((c) => wordsOf(c.kinds))
      .join('; '),
  );
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
    if (board) untrack(() => chooseKindAskedFor(combinations));
  });
  const found = new Pages(
    // The address says one kind until the board has said with what it meets.
    () =>
      param('kind')
        ? undefined
        : { ...query, sets: sets || undefined, sort: param('sort') ?? undefined },
    (of, limit, cursor) =>
      api.GET('/api/v1/findings/people', {
        params: { query: { ...of, limit: `${limit}`, cursor } },
      }),
    MOST_ROWS,
    { again: () => [book.version, slates.course] },
  );
  const people = $derived(found.value);
  const list = new ListState<FindingPerson>({
    rows: () => people ?? [],
    drawn: () => MOST_ROWS,
    key: keyOfPerson,
    id: 'person',
    from: found,
    chosen: 'address',
    choosable: (p) => p.sweep,
    blocked: (p) => p.moves.length === 0,
    whole: () => found.whole(),
  });
  const fault = $derived(counted.fault || found.fault);

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

  const isPlanned = (p: FindingPerson) =>
    p.moves.some((m) => m.holding && slates.planned.has(m.holding));
  const movesOf = (rows: FindingPerson[]) =>
    rows.flatMap((p) => p.moves).filter((m) => !m.holding || !slates.planned.has(m.holding));
  const toPlan = $derived(movesOf(list.rows.filter((p, n) => list.isChosen(p, n))));

  async function toSlate() {
    const moves = movesOf(await list.picked());
    if (!session.mayDraft || moves.length === 0) return;
    if (await slates.plan(moves)) list.chosen.clear();
  }

  function openPerson() {
    const person = list.current?.person;
    if (person) void navigate('/people/:person', { params: { person }, search: search() });
  }

  $effect(() =>
    bindKeys(
      list.keys({
        row: 'person',
        open: { does: 'open the person', run: openPerson },
        all: 'choose everybody for whom less would do',
        act: { does: 'put what would do on the slate', run: () => void toSlate() },
        leave: { does: 'show everybody', run: () => setParam('sets', null) },
      }),
    ),
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
        {sayMoney(board.soon)} can stop within a month{later ? `, ${later}` : ''}{Number(
          board.surplus.amount,
        ) > 0
          ? ` · ${sayMoney(board.surplus)} of it lies unassigned`
          : ''}
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
    <button class="word" disabled={!people} onclick={() => list.chooseAll()}
      >choose all <kbd>a</kbd></button
    >
    <button class="plain" disabled={toPlan.length === 0 || slates.busy} onclick={toSlate}>
      {toPlan.length > 0
        ? `Put ${sayCount(toPlan.length, 'move')} on the slate`
        : 'Put on the slate'}
      <kbd>.</kbd>
    </button>
  {/if}
</div>
{#if people}
  <FoundPeople {list} people={people.slice(0, MOST_ROWS)} busy={found.stale} {isPlanned} />
  {#if people.length >= MOST_ROWS}
    <p class="sub">
      The {MOST_ROWS} with the most money are drawn; the CSV has all, and ‘choose all’ chooses all.
    </p>
  {/if}
{/if}

{#if people && counted.value && counted.value.whole.length > 0}
  <OfWhole found={counted.value.whole} />
{/if}

<style>
  .title {
    display: flex;
    align-items: baseline;
    gap: var(--s-14);
  }
  .total {
    text-align: right;
    margin-left: auto;
    font-size: var(--type-lead);
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
    gap: var(--s-10);
    align-items: baseline;
    margin-top: var(--s-8);
    font-size: var(--type-note);
  }
  .compare [aria-pressed='true'] {
    font-weight: 600;
    color: var(--ink);
  }
  .by {
    float: right;
    display: flex;
    gap: var(--s-10);
    align-items: baseline;
    font-size: var(--type-note);
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
    padding-bottom: var(--s-4);
    display: flex;
    align-items: baseline;
    gap: var(--s-14);
    margin-top: var(--s-12);
    font-size: var(--type-note);
  }
  .csv {
    margin-left: auto;
  }
  .plain {
    padding: var(--s-3) var(--s-10);
  }
  .block {
    display: block;
  }
</style>
