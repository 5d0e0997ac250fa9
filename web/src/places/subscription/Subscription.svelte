<!-- One subscription: draw the idle line, see who lies past it, and put them on the slate. -->
<script lang="ts">
  import { untrack } from 'svelte';
  import IdleLine, { CURVE_AROUND } from '../../pieces/idle-line/IdleLine.svelte';
  import QuantityMoves from '../../pieces/quantity-moves/QuantityMoves.svelte';
  import SeatField from '../../pieces/seat-field/SeatField.svelte';
  import StateSwatch from '../../pieces/state-swatch/StateSwatch.svelte';
  import ForAuditors from './ForAuditors.svelte';
  import Facts from './Facts.svelte';
  import Grounds from './Grounds.svelte';
  import HolderNarrow from './HolderNarrow.svelte';
  import Holders from './Holders.svelte';
  import Title from './Title.svelte';
  import { Narrowing } from './narrowing.svelte';
  import { cellsOf, pastTheLine, seatsOf, type Lower, type Show, SHOWS } from './seats';
  import { allOf, api, dataOf, saveCsv, type Holding } from '../../api/client';
  import { navigate, route } from '../../router';
  import { asOf, param, search, setParam, to } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { ListState } from '../../state/list.svelte';
  import { Question } from '../../state/question.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { sayCount, sayDay } from '../../state/say';
  import { TEXTURE_WORDS, type Texture } from '../../state/states';

  const SETTLES_AFTER_MS = 90;
  /** Beyond this the seats need the room that the curve would take. */
  const MANY_SEATS = 260;

  let auditing = $state(false);
  const line = $derived(String(route.params.line ?? ''));
  const subscription = $derived(book.subscription(line));

  const usual = $derived(subscription?.idleLine ?? 60);
  const days = $derived(Math.min(365, Math.max(1, Number(param('idle') ?? usual) || usual)));
  const show = $derived<Show>((param('show') as Show | null) ?? 'past');

  // A change of the book (a confirmed move, another day) shows in the subscription itself.
  const how = {
    again: () => [subscription?.states, subscription?.spare],
    // What was counted of another subscription is not shown under this one's name.
    subject: () => line,
  };
  const whole = new Question(
    () => ({ ofLine: line, day: asOf(), lead: session.isLead }),
    async ({ ofLine, day, lead }) => {
      const params = { path: { line: ofLine }, query: { asOf: day } };
      const [curve, ledger, series, tiers, again] = await Promise.all([
        dataOf(api.GET('/api/v1/subscriptions/{line}/idle-curve', { params })),
        dataOf(
          api.GET('/api/v1/subscriptions/{line}/ledger', {
            params: { ...params, query: { asOf: day, newest: '3' } },
          }),
        ),
        dataOf(api.GET('/api/v1/subscriptions/{line}/series', { params })),
        dataOf(api.GET('/api/v1/subscriptions/{line}/lower-tiers', { params })),
        lead ? [] : dataOf(api.GET('/api/v1/rounds/returns')),
      ]);
      const floor = subscription?.floor?.check
        ? await dataOf(api.GET('/api/v1/subscriptions/{line}/floor', { params })).catch(() => null)
        : null;
      const returns = again.find((one) => one.plan === subscription?.plan) ?? null;
      return { curve, ledger, series, tiers, floor, returns };
    },
    how,
  );
  const curve = $derived(whole.value?.curve ?? null);
  const ledger = $derived(whole.value?.ledger ?? null);
  const returns = $derived(whole.value?.returns ?? null);
  // Of a large subscription these are many; the line does not wait for them.
  const smaller = new Question(
    () => (whole.value === null ? undefined : { ofLine: line, day: asOf() }),
    async ({ ofLine, day }): Promise<Lower> => {
      const query = { asOf: day, line: ofLine, kind: 'SMALLER_TIER', limit: '10000' };
      const found = await allOf((cursor) =>
        api.GET('/api/v1/findings', { params: { query: { ...query, cursor } } }),
      );
      return new Map(found.flatMap((f) => (f.holding ? [[f.holding, f]] : [])));
    },
    how,
  );
  const lower = $derived<Lower>(smaller.value ?? new Map());
  const holders = new Question(
    () => ({ ofLine: line, day: asOf(), idleLine: String(days) }),
    ({ ofLine, day, idleLine }) =>
      allOf((cursor) =>
        api.GET('/api/v1/subscriptions/{line}/holdings', {
          params: {
            path: { line: ofLine },
            query: { asOf: day, idleLine, limit: '10000', cursor },
          },
        }),
      ),
    { ...how, settles: SETTLES_AFTER_MS },
  );
  /** Null until they are known: an empty list would say that nobody holds a seat. */
  const loaded = $derived(holders.value);
  const holdings = $derived(loaded ?? []);
  const narrowing = new Narrowing(() => line, how);
  const some = $derived(narrowing.of(holdings));
  const listed = $derived(SHOWS[show]?.of(some, days, lower) ?? pastTheLine(some, days));
  const list = new ListState<Holding>({
    rows: () => listed,
    among: () => holdings,
    all: () => pastTheLine(some, days),
    choosable: (h) => !h.kept && !h.admin && !h.service,
    key: (h) => h.holding,
    from: holders,
    chosen: 'address',
    whole: async () => !holders.stale || (await holders.reload()),
  });
  const chosen = list.chosen;
  const fault = $derived(whole.fault || holders.fault || smaller.fault || narrowing.fault);
  const cells = $derived(subscription && loaded ? cellsOf(loaded, subscription, asOf()) : []);
  const curveHeight = $derived(subscription && seatsOf(subscription) > MANY_SEATS ? 176 : 226);
  const legend = $derived.by(() => {
    const counts = new Map<Texture, number>();
    for (const cell of cells) counts.set(cell.texture, (counts.get(cell.texture) ?? 0) + 1);
    return [...counts];
  });

  // The desk asks for it by a link; from here on the address says whom.
  $effect(() => {
    if (param('choose') !== 'past') return;
    void untrack(() => list.chooseAll()).then(() => setParam('choose', null));
  });

  function choose(ids: string[], add: boolean) {
    if (add && ids.length === 1 && chosen.has(ids[0]!)) {
      chosen.delete(ids[0]!);
      return;
    }
    if (!add) chosen.clear();
    for (const id of ids) chosen.add(id);
  }

  async function toSlate(ids: string[]) {
    if (!session.mayDraft || ids.length === 0) return;
    if (await slates.add(ids.filter((id) => !slates.planned.has(id)))) chosen.clear();
  }

  async function pickedToSlate() {
    await toSlate((await list.picked()).map((h) => h.holding));
  }

  function showOnly(key: string) {
    list.toTop();
    setParam('show', key === 'past' ? null : key);
  }

  $effect(() =>
    bindKeys([
      ...list.keys({
        row: 'holder',
        all: 'choose all past the line',
        act: { does: 'put those chosen on the slate', run: () => void pickedToSlate() },
        leave: {
          does: 'back',
          run: () => void navigate('/subscriptions', { search: search({ at: line }) }),
        },
      }),
      {
        keys: 'l',
        does: 'go to the idle line',
        run: () => document.querySelector<SVGGElement>('[role=slider]')?.focus(),
      },
    ]),
  );
</script>

<svelte:head><title>{subscription?.planName ?? line} – Sober Tally</title></svelte:head>

{#if subscription}
  <Title {subscription} />

  <div class="upper">
    <section aria-labelledby="where">
      <div class="between">
        <h2 id="where">Where would you draw the line?</h2>
        <span class="sub"
          >seats with no use for at least … days, counted to {sayDay(subscription.measureDay)}</span
        >
      </div>
      {#if curve}
        <IdleLine
          height={curveHeight}
          {curve}
          {days}
          {usual}
          onmove={(next) => setParam('idle', next === usual ? null : String(next))}
        />
      {:else}
        <div style:height="{curveHeight + CURVE_AROUND}px"></div>
      {/if}
      <div class="between field-head">
        <h2>Seats, most recently used first</h2>
        <span class="legend">
          {#each legend as [texture, n] (texture)}
            <span><StateSwatch {texture} /> {n} {TEXTURE_WORDS[texture]}</span>
          {/each}
        </span>
      </div>
      <SeatField {cells} expected={seatsOf(subscription)} {chosen} onchoose={choose} />
      <Grounds {subscription} {ledger} {returns} />
      {#if !session.isLead}<QuantityMoves {line} />{/if}
    </section>
    <Facts
      {subscription}
      {ledger}
      series={whole.value?.series ?? []}
      tiers={whole.value?.tiers ?? []}
      floor={whole.value?.floor ?? null}
      asOf={asOf()}
      onlower={() => showOnly('lower')}
    />
  </div>

  <div class="list-head">
    <div class="shows" role="group" aria-label="Which holders">
      {#each Object.entries(SHOWS) as [key, one] (key)}
        {@const n = one.of(some, days, lower).length}
        {#if n > 0 || key === 'past' || key === show}<button
            class:on={show === key}
            aria-pressed={show === key}
            onclick={() => showOnly(key)}
          >
            {one.words} <span class="num">{loaded ? n : '…'}</span>
          </button>{/if}
      {/each}
    </div>
    <button
      class="word"
      onclick={() =>
        saveCsv(
          `/api/v1/subscriptions/${encodeURIComponent(line)}/holdings?${narrowing.query({ limit: '10000', asOf: asOf(), idleLine: String(days) })}`,
          `${line}-holders.csv`,
        )}
    >
      as CSV
    </button>
    {#if !session.isLead}<button
        class="word"
        aria-expanded={auditing}
        onclick={() => (auditing = !auditing)}>for an auditor</button
      >{/if}
    {#if session.mayDraft}
      <button class="word" onclick={() => list.chooseAll()}
        >choose all past the line <kbd>a</kbd></button
      >
      <button
        class="plain"
        disabled={chosen.size === 0 || slates.busy}
        onclick={() => toSlate([...chosen])}
      >
        {chosen.size > 0 ? `Take back ${sayCount(chosen.size, 'seat')}` : 'Take back'} <kbd>.</kbd>
      </button>
    {/if}
  </div>
  {#if auditing}<ForAuditors {line} />{/if}
  {#if !session.isLead}<HolderNarrow choices={narrowing.choices.value} />{/if}
  <Holders
    {list}
    known={loaded !== null && narrowing.known}
    {days}
    planned={slates.planned}
    why={show === 'lower' ? lower : null}
    mayDraft={session.mayDraft}
    onslate={(id) => toSlate([id])}
  />
  {#if fault}<p class="neg" role="alert">{fault}</p>{/if}
{:else if book.subscriptions}
  <h1>There is no subscription {line}</h1>
  <p class="sub"><a href={to('/subscriptions')}>All subscriptions</a></p>
{:else if fault}
  <p class="neg" role="alert">{fault}</p>
{:else if !book.fault}
  <p class="sub">Counting…</p>
{/if}

<style>
  .upper {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 250px;
    gap: var(--s-24);
    margin-top: var(--s-8);
  }
  .between {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    align-items: baseline;
    gap: var(--s-2) var(--s-16);
  }
  .field-head {
    margin: var(--s-4) 0 var(--s-6);
  }
  .legend {
    display: flex;
    flex-wrap: wrap;
    gap: var(--s-2) var(--s-12);
    font-size: var(--type-note);
    color: var(--soft);
  }
  .list-head {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: var(--s-4) var(--s-16);
    margin-top: var(--s-14);
    font-size: var(--type-note);
    position: sticky;
    top: -14px;
    background: var(--paper);
    padding: var(--s-6) 0 var(--s-4);
    z-index: 5;
  }
  .shows {
    display: flex;
    flex-wrap: wrap;
    gap: var(--s-2) var(--s-16);
    margin-right: auto;
  }
  .list-head > button,
  .shows button {
    white-space: nowrap;
    min-height: 24px;
  }
  .shows button {
    color: var(--soft);
    font-size: var(--type-row);
    padding: var(--s-2) 0;
    border-bottom: 2px solid transparent;
  }
  .shows button.on {
    color: var(--ink);
    font-weight: 600;
    border-color: var(--ink);
  }
  .shows .num {
    font-size: var(--type-note);
    font-weight: 400;
    color: var(--soft);
  }
  .plain {
    padding: var(--s-3) var(--s-10);
  }
</style>
