<!-- One renewal: how many of each plan will be needed, what a promise costs, and what is decided. -->
<script lang="ts">
  import PromiseCurve from '../../pieces/promise-curve/PromiseCurve.svelte';
  import SeatOutlook from '../../pieces/seat-outlook/SeatOutlook.svelte';
  import type { Schemas } from '../../api/client';
  import { route } from '../../router';
  import { asOf, param, to } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { bindKeys } from '../../state/keys.svelte';
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
  import RenewalTitle from './RenewalTitle.svelte';
  import { AskedRenewal } from './asked.svelte';
  import { Trying } from './trying.svelte';

  const agreement = $derived(route.params.agreement ?? '');
  const maySteer = $derived(session.me?.role === 'STEWARD');
  const trying = new Trying();
  const study = new AskedRenewal(() => agreement, trying);
  const { asked, decision, offers, movers, returns } = study;
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
  const close = study.close(() => chosenPlan);
  const name = $derived(decision.value?.name ?? agreement);
  /** Whether there is a quantity to be chosen. */
  const choosable = $derived((renewal?.plans.length ?? 0) + (renewal?.pools.length ?? 0) > 0);
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
  <RenewalTitle {renewal} {agreement} {name} told={toldOf(renewal.missed[0])} />
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
        margin: study.query().margin,
      }}
      yearly={renewal.shown?.all ?? null}
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
      {#each renewal.pools as pool (pool.plan)}<PoolPart {pool} {trying} />{/each}
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
