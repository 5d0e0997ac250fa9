<!-- One renewal: how many of each plan will be needed, what a promise costs, and what is decided. -->
<script lang="ts">
  import Pick from '../../pieces/controls/Pick.svelte';
  import PromiseCurve from '../../pieces/promise-curve/PromiseCurve.svelte';
  import SeatOutlook from '../../pieces/seat-outlook/SeatOutlook.svelte';
  import Typed from '../../pieces/typed/Typed.svelte';
  import { api, dataOf, type Schemas } from '../../api/client';
  import { route } from '../../router';
  import { asOf, param, setParam, to } from '../../state/address.svelte';
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
  import PoolPart from './PoolPart.svelte';
  import { BESIDE_WORDS } from './words';
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
  const offerName = (id: string | null | undefined) =>
    offers.value?.find((one) => one.offer === id)?.name ?? id ?? '';

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

  function isShown(one: Schemas['RenewalBeside']): boolean {
    if (Object.keys(trying.promised).length > 0) return false;
    if (one.what === 'OFFER') return trying.offer === one.offer;
    return trying.offer === '' && one.what === (trying.noMargin ? 'NEEDED' : 'PROPOSED');
  }

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
      {#if choosable}<div class="terms">
          <label>
            terms
            <Pick
              label="By whose terms"
              value={trying.offer}
              onchange={(e) => trying.choose(e.currentTarget.value, false)}
            >
              <option value="">the agreement’s own</option>
              {#each offers.value ?? [] as one (one.offer)}
                <option value={one.offer}>{one.name}</option>
              {/each}
            </Pick>
          </label>
          <span class="sub">
            seats added later cost
            {#if trying.offer === ''}
              <Typed
                label="Per cent that a seat added later costs more"
                number
                width={4}
                value={String(renewal.u)}
                changed={trying.u !== ''}
                onvalue={(v) => (trying.u = v)}
              />
            {:else}<b>{renewal.u}</b>{/if} % more
          </span>
          {#if maySteer}<a
              class="word"
              href={`${to(`/terms/${renewal.vendor}`)}${to('').includes('?') ? '&' : '?'}sheet=rows`}
              >write an offer down</a
            >{/if}
        </div>
        <table class="list dense">
          <thead>
            <tr>
              <th>Plan</th>
              <th class="r">bought</th>
              <th class="r">held</th>
              <th class="r" title="by the cheapest mix, today">needed</th>
              <th class="r" title="the most at once to the end of the term">8 of 10</th>
              <th class="r">promise</th>
              <th class="r">a year</th>
            </tr>
          </thead>
          <tbody>
            {#each rows as row (row.plan)}
              <tr class:at={row.plan === chosen?.plan}>
                <td>
                  <button class="plan" onclick={() => setParam('plan', row.plan)}>{row.name}</button
                  >
                  {#if row.listed}<span class="sub">listed</span>{/if}
                </td>
                <td class="r num">{row.bought}</td>
                <td class="r num">{row.held + row.resting}</td>
                <td class="r num">{row.given}</td>
                <td class="r num sub">
                  {row.low === null || row.low === undefined ? '–' : `${row.low}–${row.high}`}
                </td>
                <td class="r">
                  <Typed
                    label="Seats of {row.name} promised"
                    number
                    width={7}
                    value={String(trying.promised[row.plan] ?? row.seats)}
                    changed={row.plan in trying.promised}
                    onvalue={(v) => {
                      const seats = Number(v);
                      if (Number.isInteger(seats) && seats >= 0) trying.promise(row.plan, seats);
                    }}
                  />
                </td>
                <td class="r num">{sayMoney(row.yearly)}</td>
              </tr>
            {/each}
            <tr class="sum">
              <td colspan="6"><b>Together</b></td>
              <td class="r num"><b>{sayMoney(renewal.shown?.yearly)}</b></td>
            </tr>
          </tbody>
        </table>
        <p class="sub">
          {renewal.proven
            ? 'Proven cheapest'
            : `Within ${sayMoney(renewal.gap)} a year of the cheapest`} for {sayCount(
            renewal.classes.reduce((sum, one) => sum + one.persons, 0),
            'person',
            'people',
          )} in {sayCount(renewal.classes.length, 'kind')} of need.
          {#if more > 0}
            <button class="word" onclick={() => (all = !all)}
              >{all ? 'only what matters' : `${sayCount(more, 'plan')} more`}</button
            >
          {/if}
          {#if Object.keys(trying.promised).length > 0}
            <button class="word" onclick={() => (trying.promised = {})}>as advised again</button>
          {/if}
        </p>
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
    <div class="cards">
      {#each renewal.beside as one (one.what + (one.offer ?? ''))}
        <button
          class="card"
          class:on={isShown(one)}
          disabled={one.what === 'AS_IT_STANDS'}
          aria-pressed={isShown(one)}
          onclick={() => trying.choose(one.offer ?? '', one.what === 'NEEDED')}
        >
          <b>{one.what === 'OFFER' ? offerName(one.offer) : BESIDE_WORDS[one.what]}</b>
          <span class="num">{sayMoney(one.yearly)}</span>
          <span class="sub">
            {one.what === 'AS_IT_STANDS'
              ? 'nobody moves'
              : `${one.moved} move · ${sayCount(one.takeBack, 'seat')} back`}
            · {sayMoney(one.overTerm)} in {one.months} months{Number(one.expectedAdded.amount) >= 1
              ? `, ${sayMoney(one.expectedAdded)} to be added`
              : ''}
          </span>
        </button>
      {/each}
    </div>
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
  .terms {
    display: flex;
    flex-wrap: wrap;
    gap: var(--s-4) var(--s-16);
    align-items: baseline;
    font-size: var(--type-row);
    padding-bottom: var(--s-6);
  }
  .terms a {
    margin-left: auto;
  }
  .plan {
    font: 600 var(--type-text) var(--font-serif);
  }
  tr.at td {
    background: var(--sheet);
  }
  tr.at td:first-child {
    box-shadow: inset 3px 0 var(--ink);
  }
  td:first-child,
  th:first-child {
    padding-left: var(--s-10);
  }
  .sum td {
    border-top: 1px solid var(--ink);
  }
  .cards {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(200px, 1fr));
    gap: var(--s-10);
    padding-top: var(--s-16);
  }
  .card {
    display: flex;
    flex-direction: column;
    align-items: flex-start;
    gap: var(--s-2);
    text-align: left;
    background: var(--sheet);
    border-top: 1px solid var(--ink);
    padding: var(--s-8) var(--s-10);
  }
  .card.on {
    border-top: 4px solid var(--used);
    padding-top: var(--s-6);
  }
  .card .num {
    font: 600 var(--type-lead) var(--font-mono);
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
