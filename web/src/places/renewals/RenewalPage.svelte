<!-- One renewal: how many of each plan will be needed, what a promise costs, and what is decided. -->
<script lang="ts">
  import PromiseCurve from '../../pieces/promise-curve/PromiseCurve.svelte';
  import SeatOutlook from '../../pieces/seat-outlook/SeatOutlook.svelte';
  import { api, dataOf, type Schemas } from '../../api/client';
  import { route } from '../../router';
  import { asOf, param, to } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { Question } from '../../state/question.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { sayCount, sayDay, sayMoney } from '../../state/say';
  import CaseWay from './CaseWay.svelte';
  import Known from './Known.svelte';
  import AddOnPart from './AddOnPart.svelte';
  import FloorPart from './FloorPart.svelte';
  import OtherWays from './OtherWays.svelte';
  import PoolPart from './PoolPart.svelte';
  import Promised from './Promised.svelte';
  import { Trying } from './trying.svelte';

  const SETTLES_MS = 60;
  const DAY_MS = 86_400_000;

  const agreement = $derived(route.params.agreement ?? '');
  const path = $derived({ agreement });
  const maySteer = $derived(session.me?.role === 'STEWARD');
  const trying = new Trying();
  let given = $state.raw<Record<string, number>>({});
  const query = $derived({
    asOf: asOf(),
    offer: trying.offer || undefined,
    u: trying.u || undefined,
    known: trying.knownTexts,
    margin: trying.margin(given),
  });

  const asked = new Question(
    () => (agreement ? { path, query } : undefined),
    async (params) => {
      const answer = await dataOf(api.GET('/api/v1/agreements/{agreement}/renewal', { params }));
      given = Object.fromEntries(answer.plans.map((row) => [row.plan, row.given]));
      return answer;
    },
    { again: () => book.version, subject: () => agreement, settles: SETTLES_MS },
  );
  const renewal = $derived(asked.value);
  /** Subscriptions on it of which the vendor looks at how much they are used. */
  const floors = $derived(
    (book.subscriptions ?? []).filter(
      (one) => renewal?.floors.includes(one.line) && one.floor?.check,
    ),
  );
  /** Whether the vendor was told of it: it is too late to change it only because it was. */
  const toldOf = (renews: string | undefined) =>
    decision.value?.state === 'NOTICE_GIVEN' && decision.value.renews === renews;
  const decision = new Question(
    () => agreement || undefined,
    () =>
      dataOf(api.GET('/api/v1/agreements/{agreement}/renewal/case', { params: { path } })).then(
        (one) => {
          if (one.choice && Object.keys(trying.promised).length === 0) trying.take(one.choice);
          return one;
        },
      ),
    { again: () => book.version, subject: () => agreement },
  );
  const offers = new Question(
    () => ({ agreement, asOf: asOf() }),
    ({ agreement: of }) =>
      dataOf(api.GET('/api/v1/offers', { params: { query: { agreement: of } } })),
    { again: () => book.version },
  );

  let all = $state(false);
  const matters = (row: Schemas['RenewalPlan']) =>
    row.held + row.resting + row.bought + row.seats + row.given > 0;
  const rows = $derived((renewal?.plans ?? []).filter((row) => all || matters(row)));
  const more = $derived((renewal?.plans ?? []).filter((row) => !matters(row)).length);
  const chosen = $derived(
    rows.find((row) => row.plan === param('plan')) ??
      [...rows].sort((a, b) => Number(b.yearly.amount) - Number(a.yearly.amount))[0],
  );
  const chosenPlan = $derived(chosen?.plan);
  const close = new Question(
    () =>
      chosenPlan ? { path, query: { ...query, margin: undefined, plan: chosenPlan } } : undefined,
    (params) => dataOf(api.GET('/api/v1/agreements/{agreement}/renewal/plan', { params })),
    { again: () => book.version, subject: () => chosenPlan, settles: SETTLES_MS },
  );
  const movers = new Question(
    () => (renewal?.renews ? { path, query: { asOf: asOf(), offer: query.offer } } : undefined),
    (params) => dataOf(api.GET('/api/v1/agreements/{agreement}/renewal/movers', { params })),
    { again: () => book.version, subject: () => agreement },
  );

  const returns = new Question(
    () => (renewal?.renews ? { path, query: { asOf: asOf() } } : undefined),
    (params) => dataOf(api.GET('/api/v1/agreements/{agreement}/renewal/returns', { params })),
    { again: () => book.version, subject: () => agreement },
  );

  const left = $derived(
    renewal?.noticeBy ? (Date.parse(renewal.noticeBy) - Date.parse(asOf())) / DAY_MS : 0,
  );
  const name = $derived(decision.value?.name ?? agreement);
  /** Whether there is a quantity of named seats to be chosen; pools and extras go by slates. */
  const choosable = $derived((renewal?.plans.length ?? 0) > 0);
  const knownOf = $derived(
    trying.known
      .filter((one) => one.plan === chosen?.plan)
      .map((one) => ({ day: `${one.month}-15`, seats: one.seats })),
  );

  /** Everything that must change hands before the renewal, in one stroke. */
  async function moveAll() {
    const requests = (movers.value ?? []).flatMap((one) => {
      const swaps = one.goes.slice(0, one.comes.length);
      return [
        ...swaps.map((holding, n) => ({ kind: 'SWAP' as const, holding, plan: one.comes[n] })),
        ...one.goes.slice(swaps.length).map((holding) => ({ kind: 'TAKE_BACK' as const, holding })),
      ];
    });
    await slates.plan(requests);
  }

  $effect(() =>
    bindKeys([
      { keys: 'w', does: 'put on the slate what must go first', run: () => void moveAll() },
    ]),
  );
</script>

<svelte:head><title>{name}: renewal – Sober Tally</title></svelte:head>

{#if asked.fault}<p class="neg" role="alert">{asked.fault}</p>{/if}
{#if renewal && renewal.renews}
  <div class="title">
    <h1>{name}</h1>
    <span class="sub">
      renews {sayDay(renewal.renews)} · {sayMoney(renewal.all)} a year as it stands ·
      <a href={to(`/terms/${renewal.vendor}`)}>terms</a>
      · <a href={to(`/renewals/${agreement}/brief`)}>brief</a>
    </span>
    <span class="due" class:soon={left <= 30}>
      {left < 0
        ? `notice day ${sayDay(renewal.noticeBy)} is gone`
        : `notice in ${sayCount(left, 'day')}`}
    </span>
  </div>
  {#if renewal.missed.length > 0 && !toldOf(renewal.missed[0])}
    <p class="neg">
      {sayDay(renewal.missed[0])} can no longer be changed: it renews then as it stands. The next chance
      is {sayDay(renewal.renews)}.
    </p>
  {/if}
  {#if decision.value}
    <CaseWay
      one={decision.value}
      {agreement}
      {choosable}
      choice={{
        seen: null,
        what: null,
        offer: trying.offer || null,
        u: trying.u || null,
        known: trying.knownTexts,
        margin: query.margin,
      }}
      yearly={renewal.shown?.yearly ?? null}
      onchanged={async () => {
        await decision.reload();
        await book.load(asOf());
      }}
    />
  {/if}
  <div class="bench" class:single={!choosable}>
    {#if choosable}<section aria-label="How many will be needed">
        {#if chosen}
          <h2>
            {chosen.name}: how many will be needed?
            <span class="sub">
              {chosen.low === null || chosen.low === undefined
                ? 'nobody has left yet, so how many come and go cannot be said'
                : 'band: 8 of 10 years stay inside · hatched: added later'}
            </span>
          </h2>
          {#if close.value}
            <SeatOutlook
              name={chosen.name}
              past={close.value.past}
              outlook={close.value.outlook}
              renews={renewal.renews}
              today={asOf()}
              bought={chosen.bought}
              promised={trying.promised[chosen.plan] ?? chosen.seats}
              known={knownOf}
              onpromise={(seats) => trying.promise(chosen.plan, seats)}
            />
          {/if}
          <Known
            {trying}
            returns={returns.value ?? []}
            plans={rows}
            plan={chosen.plan}
            dormant={renewal.dormant.length}
          />
        {/if}
      </section>{/if}
    <section aria-label="What is promised">
      {#if choosable}
        <Promised
          {renewal}
          {trying}
          offers={offers.value ?? []}
          {rows}
          {more}
          bind:all
          chosen={chosen?.plan}
          {maySteer}
        />
      {/if}
      {#if renewal.uncovered.length > 0}
        <p class="neg">
          {sayCount(renewal.uncovered.length, 'person', 'people')} would have nothing that gives what
          they need, and are left out:
          {#each renewal.uncovered.slice(0, 8) as person, n (person)}{n > 0 ? ', ' : ''}<a
              href={to(`/people/${person}`)}>{person}</a
            >{/each}{renewal.uncovered.length > 8 ? ' …' : '.'}
        </p>
      {/if}
      {#if chosen && close.value && close.value.points.length > 1}
        <h2 class="curve">What the term costs, by {chosen.name} promised</h2>
        <PromiseCurve
          points={close.value.points}
          breaks={chosen.breaks.map((one) => one.fromSeats)}
          promised={trying.promised[chosen.plan] ?? chosen.seats}
          bought={chosen.bought}
        />
      {/if}
      {#each renewal.pools as pool (pool.plan)}<PoolPart {pool} />{/each}
      {#if renewal.addons.length > 0}
        <AddOnPart addons={renewal.addons} vendor={renewal.vendor} />
      {/if}
      {#each floors as one (one.line)}<FloorPart subscription={one} />{/each}
    </section>
  </div>
  {#if choosable}
    <OtherWays {renewal} {trying} offers={offers.value ?? []} />
  {/if}
  <div class="do">
    {#if maySteer && (movers.value?.length ?? 0) > 0}
      <button class="plain" disabled={slates.busy} onclick={moveAll}>
        Put on the slate what must go first · {sayCount(movers.value!.length, 'person', 'people')}
        <kbd>w</kbd>
      </button>
    {/if}
    <span class="sub last">
      If nothing is done it renews on {sayDay(renewal.renews)} for {sayMoney(renewal.all)} a year.
    </span>
  </div>
{:else if renewal}
  <h1>{name}</h1>
  <p class="sub">It has no renewal that can still be changed.</p>
{:else if !asked.fault}<p class="sub">Looking for the cheapest mix…</p>{/if}

<style>
  .title {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: var(--s-2) var(--s-14);
    padding-bottom: var(--s-8);
  }
  .due {
    margin-left: auto;
    font: 600 var(--type-text) var(--font-mono);
  }
  .due.soon {
    color: var(--locked);
  }
  .bench {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    gap: var(--s-12) var(--s-30);
    padding-top: var(--s-12);
  }
  .bench.single {
    grid-template-columns: minmax(0, 640px);
  }
  h2 {
    font: 600 var(--type-lead) var(--font-serif);
    padding-bottom: var(--s-6);
  }
  h2 .sub {
    font: var(--type-note) var(--font-sans);
  }
  .curve {
    padding-top: var(--s-14);
  }
  .do {
    display: flex;
    flex-wrap: wrap;
    gap: var(--s-10);
    align-items: center;
    padding-top: var(--s-14);
  }
  .last {
    margin-left: auto;
  }
  @media (max-width: 1000px) {
    .bench {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
