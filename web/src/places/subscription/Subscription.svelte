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
  import ListHead from './ListHead.svelte';
  import Title from './Title.svelte';
  import { Counted } from './counted.svelte';
  import { cellsOf, pastTheLine, seatsOf, type Lower, type Show, SHOWS } from './seats';
  import type { Holding } from '../../api/client';
  import { navigate, route } from '../../router';
  import { asOf, param, search, setParam, to } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { ListState } from '../../state/list.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { sayDay } from '../../state/say';
  import { TEXTURE_WORDS, type Texture } from '../../state/states';

  /** Beyond this the seats need the room that the curve would take. */
  const MANY_SEATS = 260;

  let auditing = $state(false);
  const line = $derived(String(route.params.line ?? ''));
  const subscription = $derived(book.subscription(line));

  const usual = $derived(subscription?.idleLine ?? 60);
  const days = $derived(Math.min(365, Math.max(1, Number(param('idle') ?? usual) || usual)));
  const show = $derived<Show>((param('show') as Show | null) ?? 'past');

  const { whole, smaller, holders, narrowing } = new Counted(
    () => line,
    () => days,
  );
  const curve = $derived(whole.value?.curve ?? null);
  const ledger = $derived(whole.value?.ledger ?? null);
  const returns = $derived(whole.value?.returns ?? null);
  const lower = $derived<Lower>(smaller.value ?? new Map());
  /** Null until they are known: an empty list would say that nobody holds a seat. */
  const loaded = $derived(holders.value);
  const holdings = $derived(loaded ?? []);
  const some = $derived(narrowing.of(holdings));
  const listed = $derived(SHOWS[show]?.of(some, days, lower) ?? pastTheLine(some, days));
  const counts = $derived(
    Object.fromEntries(
      Object.entries(SHOWS).map(([key, one]) => [key, one.of(some, days, lower).length]),
    ),
  );
  const list = new ListState<Holding>({
    rows: () => listed,
    among: () => holdings,
    all: () => pastTheLine(some, days),
    choosable: (h) => !h.admin && !h.service,
    blocked: (h) => !!h.takeBackBlocked,
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

  function choose(brushed: string[], add: boolean) {
    const held = new Map(holdings.map((h) => [h.holding, h]));
    const ids = brushed.filter((id) => !held.get(id)?.takeBackBlocked);
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

  function openPerson() {
    const person = list.current?.person;
    if (person) void navigate('/people/:person', { params: { person }, search: search() });
  }

  function showOnly(key: string) {
    list.toTop();
    setParam('show', key === 'past' ? null : key);
  }

  $effect(() =>
    bindKeys([
      ...list.keys({
        row: 'holder',
        open: { does: 'open the person', run: openPerson },
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

  <ListHead
    {line}
    {days}
    {show}
    {narrowing}
    counts={loaded === null ? null : counts}
    chosen={chosen.size}
    bind:auditing
    onshow={showOnly}
    onall={() => void list.chooseAll()}
    onslate={() => void toSlate([...chosen])}
  />
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
</style>
