<!-- One subscription: draw the idle line, see who lies past it, and put them on the slate. -->
<script lang="ts">
  import { untrack } from 'svelte';
  import IdleLine, { CURVE_AROUND } from '../../pieces/idle-line/IdleLine.svelte';
  import SeatField from '../../pieces/seat-field/SeatField.svelte';
  import StateSwatch from '../../pieces/state-swatch/StateSwatch.svelte';
  import Facts from './Facts.svelte';
  import Grounds from './Grounds.svelte';
  import Holders from './Holders.svelte';
  import Title from './Title.svelte';
  import { latest } from '../../state/latest';
  import { cellsOf, pastTheLine, seatsOf, type Lower, type Show, SHOWS } from './seats';
  import {
    allOf,
    api,
    dataOf,
    saveCsv,
    type Holding,
    type IdleCurve,
    type FloorForecast,
    type Ledger,
    type LowerTier,
    type Schemas,
    type SeriesDay,
  } from '../../api/client';
  import { navigate, route } from '../../router';
  import { asOf, param, search, setParam, to } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { chosenInAddress } from '../../state/chosen.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { sayCount, sayDay } from '../../state/say';
  import { TEXTURE_WORDS, type Texture } from '../../state/states';

  const SETTLES_AFTER_MS = 90;
  /** Beyond this the seats need the room that the curve would take. */
  const MANY_SEATS = 260;

  const line = $derived(String(route.params.line ?? ''));
  const subscription = $derived(book.subscription(line));

  let curve = $state.raw<IdleCurve | null>(null);
  let ledger = $state.raw<Ledger | null>(null);
  let series = $state.raw<SeriesDay[]>([]);
  let tiers = $state.raw<LowerTier[]>([]);
  let floor = $state.raw<FloorForecast | null>(null);
  let returns = $state.raw<Schemas['RoundReturns'] | null>(null);
  let lower = $state.raw<Lower>(new Map());
  /** Null until they are known: an empty list would say that nobody holds a seat. */
  let loaded = $state.raw<Holding[] | null>(null);
  const holdings = $derived(loaded ?? []);
  /** The idle line by which their states were told. */
  let loadedFor = 0;
  let fault = $state('');
  let cursor = $state(0);
  const chosen = chosenInAddress();

  const usual = $derived(subscription?.idleLine ?? 60);
  const days = $derived(Math.min(365, Math.max(1, Number(param('idle') ?? usual) || usual)));
  const show = $derived<Show>((param('show') as Show | null) ?? 'past');
  const listed = $derived(SHOWS[show]?.of(holdings, days, lower) ?? pastTheLine(holdings, days));
  const past = $derived(pastTheLine(holdings, days));
  const cells = $derived(subscription && loaded ? cellsOf(loaded, subscription, asOf()) : []);
  const curveHeight = $derived(subscription && seatsOf(subscription) > MANY_SEATS ? 176 : 226);
  const legend = $derived.by(() => {
    const counts = new Map<Texture, number>();
    for (const cell of cells) counts.set(cell.texture, (counts.get(cell.texture) ?? 0) + 1);
    return [...counts];
  });

  // What was counted of another subscription is not shown under this one's name.
  $effect.pre(() => {
    void line;
    curve = ledger = floor = returns = loaded = null;
    series = tiers = [];
    lower = new Map();
  });

  // A change of the book (a confirmed move, another day) shows in the subscription itself.
  const seen = $derived(JSON.stringify([subscription?.states, subscription?.spare]));

  $effect(() => {
    void seen;
    void loadWhole(line, asOf());
  });

  const [turn, wholeTurn] = [latest(), latest()];
  $effect(() => {
    void seen;
    const wanted = { line, day: asOf(), days };
    const wait = untrack(() => loaded) ? SETTLES_AFTER_MS : 0;
    const timer = setTimeout(() => void loadHoldings(wanted), wait);
    return () => clearTimeout(timer);
  });

  async function loadWhole(ofLine: string, day: string) {
    const newest = wholeTurn();
    try {
      const params = { path: { line: ofLine }, query: { asOf: day } };
      const [nextCurve, nextLedger, nextSeries, nextTiers, again] = await Promise.all([
        dataOf(api.GET('/api/v1/subscriptions/{line}/idle-curve', { params })),
        dataOf(
          api.GET('/api/v1/subscriptions/{line}/ledger', {
            params: { ...params, query: { asOf: day, newest: '3' } },
          }),
        ),
        dataOf(api.GET('/api/v1/subscriptions/{line}/series', { params })),
        dataOf(api.GET('/api/v1/subscriptions/{line}/lower-tiers', { params })),
        session.isLead ? [] : dataOf(api.GET('/api/v1/rounds/returns')),
      ]);
      const ahead = subscription?.floor?.check
        ? await dataOf(api.GET('/api/v1/subscriptions/{line}/floor', { params })).catch(() => null)
        : null;
      if (!newest()) return;
      curve = nextCurve;
      ledger = nextLedger;
      series = nextSeries;
      tiers = nextTiers;
      returns = again.find((one) => one.plan === subscription?.plan) ?? null;
      floor = ahead;
      fault = '';
      // Of a large subscription these are many; the line does not wait for them.
      const findings = { asOf: day, line: ofLine, kind: 'SMALLER_TIER', limit: '10000' };
      const found = await allOf((cursor) =>
        api.GET('/api/v1/findings', { params: { query: { ...findings, cursor } } }),
      );
      if (newest()) lower = new Map(found.flatMap((f) => (f.holding ? [[f.holding, f]] : [])));
    } catch (e) {
      if (newest()) fault = (e as Error).message;
    }
  }

  async function loadHoldings(wanted: { line: string; day: string; days: number }) {
    const newest = turn();
    try {
      const query = { asOf: wanted.day, idleLine: String(wanted.days), limit: '10000' };
      const path = { line: wanted.line };
      const found = await allOf((cursor) =>
        api.GET('/api/v1/subscriptions/{line}/holdings', {
          params: { path, query: { ...query, cursor } },
        }),
      );
      if (!newest()) return;
      loaded = found;
      loadedFor = wanted.days;
      const there = new Set(found.map((h) => h.holding));
      for (const id of [...chosen]) if (!there.has(id)) chosen.delete(id);
      if (param('choose') === 'past' && loadedFor === days) {
        // The desk asks for it; from here on the address says whom.
        choosePast();
        setParam('choose', null);
        chosenNow(true);
      }
    } catch (e) {
      if (!newest()) return;
      fault = (e as Error).message;
      // What was to be done with those chosen is not done with somebody else.
      setParam('choose', null);
      chosenNow(false);
      choosing = Promise.resolve(true);
    }
  }

  function choose(ids: string[], add: boolean) {
    if (add && ids.length === 1 && chosen.has(ids[0]!)) {
      chosen.delete(ids[0]!);
      return;
    }
    if (!add) chosen.clear();
    for (const id of ids) chosen.add(id);
  }

  /** Done when those past the line are chosen, false if they cannot be: `.` waits for it. */
  let choosing: Promise<boolean> = Promise.resolve(true);
  let chosenNow: (done: boolean) => void = () => undefined;

  function choosePast() {
    if (!loaded || loadedFor !== days) {
      // Who lies past it is on its way.
      setParam('choose', 'past');
      choosing = new Promise((resolve) => (chosenNow = resolve));
      return;
    }
    chosen.clear();
    for (const h of past) if (!h.kept && !h.admin && !h.service) chosen.add(h.holding);
  }

  async function toSlate(ids: string[]) {
    if (!session.mayDraft || ids.length === 0) return;
    if (await slates.add(ids.filter((id) => !slates.planned.has(id)))) chosen.clear();
  }

  function chosenOrCursor(): string[] {
    if (chosen.size > 0) return [...chosen];
    const row = listed[cursor];
    return row ? [row.holding] : [];
  }

  function step(by: number) {
    cursor = Math.min(listed.length - 1, Math.max(0, cursor + by));
  }

  $effect(() =>
    bindKeys([
      { keys: 'j', does: 'next holder', run: () => step(1) },
      { keys: 'k', does: 'holder before', run: () => step(-1) },
      {
        keys: 'x',
        does: 'choose the holder, or not',
        run: () => listed[cursor] && choose([listed[cursor]!.holding], true),
      },
      { keys: 'a', does: 'choose all past the line', run: choosePast },
      {
        keys: '.',
        does: 'put those chosen on the slate',
        run: () => void choosing.then((done) => (done ? toSlate(chosenOrCursor()) : undefined)),
      },
      {
        keys: 'l',
        does: 'go to the idle line',
        run: () => document.querySelector<SVGGElement>('[role=slider]')?.focus(),
      },
      {
        keys: 'Escape',
        does: 'choose nobody; then back',
        run: () => {
          if (chosen.size > 0) chosen.clear();
          else
            void navigate('/subscriptions', {
              search: search({ at: line }),
            });
        },
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
    </section>
    <Facts
      {subscription}
      {ledger}
      {series}
      {tiers}
      {floor}
      asOf={asOf()}
      onlower={() => {
        cursor = 0;
        setParam('show', 'lower');
      }}
    />
  </div>

  <div class="list-head">
    <div class="shows" role="group" aria-label="Which holders">
      {#each Object.entries(SHOWS) as [key, one] (key)}
        {@const n = one.of(holdings, days, lower).length}
        {#if n > 0 || key === 'past' || key === show}<button
            class:on={show === key}
            aria-pressed={show === key}
            onclick={() => {
              cursor = 0;
              setParam('show', key === 'past' ? null : key);
            }}
          >
            {one.words} <span class="num">{loaded ? n : '…'}</span>
          </button>{/if}
      {/each}
    </div>
    <button
      class="word"
      onclick={() =>
        saveCsv(
          `/api/v1/subscriptions/${encodeURIComponent(line)}/holdings?limit=10000&asOf=${asOf()}&idleLine=${days}`,
          `${line}-holders.csv`,
        )}
    >
      as CSV
    </button>
    {#if session.mayDraft}
      <button class="word" onclick={choosePast}>choose all past the line <kbd>a</kbd></button>
      <button
        class="plain"
        disabled={chosen.size === 0 || slates.busy}
        onclick={() => toSlate([...chosen])}
      >
        {chosen.size > 0 ? `Take back ${sayCount(chosen.size, 'seat')}` : 'Take back'} <kbd>.</kbd>
      </button>
    {/if}
  </div>
  <Holders
    rows={listed}
    known={loaded !== null}
    {chosen}
    {cursor}
    {days}
    planned={slates.planned}
    why={show === 'lower' ? lower : null}
    mayDraft={session.mayDraft}
    onchoose={choose}
    oncursor={(n) => (cursor = n)}
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
    gap: 24px;
    margin-top: 8px;
  }
  .between {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    align-items: baseline;
    gap: 2px 16px;
  }
  .field-head {
    margin: 4px 0 6px;
  }
  .legend {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 13px;
    font-size: 11.5px;
    color: var(--soft);
  }
  .list-head {
    display: flex;
    align-items: center;
    gap: 16px;
    margin-top: 14px;
    font-size: 12px;
    position: sticky;
    top: -14px;
    background: var(--paper);
    padding: 6px 0 5px;
    z-index: 5;
  }
  .shows {
    display: flex;
    gap: 16px;
    margin-right: auto;
  }
  .shows button {
    color: var(--soft);
    font-size: 12.5px;
    padding: 2px 0;
    border-bottom: 2px solid transparent;
  }
  .shows button.on {
    color: var(--ink);
    font-weight: 600;
    border-color: var(--ink);
  }
  .shows .num {
    font-size: 11.5px;
    font-weight: 400;
    color: var(--soft);
  }
  .plain {
    padding: 3px 10px;
  }
</style>
