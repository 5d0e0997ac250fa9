<!-- One person's way out: their accounts over all vendors, each with its routes, as one act. -->
<script lang="ts">
  import { SvelteMap } from 'svelte/reactivity';
  import AccountWay from './AccountWay.svelte';
  import DayCount from './DayCount.svelte';
  import { api, dataOf, type Schemas } from '../../api/client';
  import { route as address } from '../../router';
  import { asOf, to } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { Question } from '../../state/question.svelte';
  import { sayCount, sayDay, sayMoney } from '../../state/say';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { KIND_WORDS, type RouteKind } from './words';

  const person = $derived(String(address.params.person ?? ''));
  const asked = new Question(
    () => ({ person, asOf: asOf() }),
    (of) =>
      dataOf(
        api.GET('/api/v1/people/{person}/routes', {
          params: { path: { person: of.person }, query: { asOf: of.asOf } },
        }),
      ),
    { again: () => book.version, subject: () => person },
  );
  const routes = $derived(asked.value);

  /** What somebody chose instead of what is recommended, by account. */
  const chosen = new SvelteMap<string, RouteKind>();
  const successor = new SvelteMap<string, string>();
  const kinds = new SvelteMap<string, string>();
  let deleteAfter = $state(0);
  $effect.pre(() => {
    void person;
    chosen.clear();
    successor.clear();
    kinds.clear();
  });

  const routeOf = (one: Schemas['AccountRoutes']) =>
    one.routes.find((r) => r.route === chosen.get(one.account)) ??
    one.routes.find((r) => r.recommended) ??
    one.routes[0];

  const choices = $derived(
    routes?.accounts
      .filter((one) => one.routes.length > 0)
      .map((one) => ({
        account: one.account,
        route: routeOf(one)!.route,
        successor: successor.get(one.account) ?? null,
        kinds: kinds.get(one.account) ?? null,
      })) ?? [],
  );
  const way = new Question(
    () => (choices.length > 0 ? { choices, deleteAfter, asOf: asOf() } : undefined),
    (of) =>
      dataOf(
        api.POST('/api/v1/way-out', {
          params: { query: { asOf: of.asOf } },
          body: { choices: of.choices, deleteAfter: of.deleteAfter },
        }),
      ),
    { again: () => book.version, subject: () => person },
  );
  const costOf = (account: string) => way.value?.chosen.find((one) => one.account === account);
  const steps = $derived(
    (way.value?.chosen ?? [])
      .flatMap((one) => one.steps.map((step, n) => ({ ...step, n, vendor: one.vendorName })))
      .sort((a, b) => a.day.localeCompare(b.day) || a.n - b.n),
  );

  const years = $derived.by(() => {
    if (!routes) return [];
    const first = Number(routes.from.slice(0, 4)) + 1;
    const last = Number(routes.until.slice(0, 4));
    const span = Date.parse(routes.until) - Date.parse(routes.from);
    return Array.from({ length: Math.max(0, last - first + 1) }, (_, n) => ({
      year: first + n,
      at: ((Date.parse(`${first + n}-01-01`) - Date.parse(routes.from)) / span) * 100,
    })).filter((one) => one.at < 94);
  });

  const mayAct = $derived(
    session.mayDraft && !slates.busy && (way.value?.moves.length ?? 0) > 0 && !way.stale,
  );
  async function act() {
    if (mayAct) await slates.plan(way.value!.moves);
  }

  $effect(() =>
    bindKeys([{ keys: '.', does: 'put the way out on the slate', run: () => void act() }]),
  );
</script>

<svelte:head><title>{routes?.name ?? 'Leavers'} – Sober Tally</title></svelte:head>

<p class="back"><a href={to('/leavers')}>Leavers</a></p>
{#if asked.fault}<p class="neg" role="alert">{asked.fault}</p>{/if}
{#if routes}
  <div class="title">
    <h1>{routes.name}</h1>
    <span class="sub">
      {routes.kind ? KIND_WORDS[routes.kind] : 'is there; nothing is recommended'}
      {routes.from > asOf() ? ` · ways begin ${sayDay(routes.from)}` : ''}
      {routes.dutyUntil
        ? routes.dutyUntil > asOf()
          ? ` · data must be kept until ${sayDay(routes.dutyUntil)}`
          : ` · may be deleted since ${sayDay(routes.dutyUntil)}`
        : ''}
      · <a href={to(`/people/${routes.person}`)}>person</a>
    </span>
  </div>
  {#if routes.accounts.length === 0}
    <p>No account of theirs holds a seat or data. There is nothing to do.</p>
  {:else}
    <div class="axis" aria-hidden="true">
      <span></span>
      <div class="scale">
        <span style:left="0">{sayDay(routes.from)}</span>
        {#each years as one (one.year)}
          {#if one.at > 16}<span style:left="{one.at}%">{one.year}</span>{/if}
        {/each}
      </div>
      <span class="r">until {sayDay(routes.until)}</span>
    </div>
    {#each routes.accounts as one (one.account)}
      <AccountWay
        {one}
        {routes}
        picked={routeOf(one)}
        cost={costOf(one.account)?.cost}
        onchoose={(route) => chosen.set(one.account, route)}
        bind:successor={
          () => successor.get(one.account) ?? '',
          (to) => (to ? successor.set(one.account, to) : successor.delete(one.account))
        }
        bind:kinds={
          () => kinds.get(one.account) ?? '',
          (to) => (to ? kinds.set(one.account, to) : kinds.delete(one.account))
        }
      />
    {/each}

    <div class="sum">
      <div>
        <h2>In this order, on these days</h2>
        {#if steps.length === 0}<p class="sub">Nothing is to be done.</p>{/if}
        <ol>
          {#each steps as step (`${step.vendor}${step.n}${step.what}`)}
            <li>
              <span class="num">{sayDay(step.day)}</span>
              <span>{step.what}{step.what.includes(step.vendor) ? '' : ` at ${step.vendor}`}</span>
              <span class="sub">{step.n > 0 ? 'once the step before it is confirmed' : ''}</span>
            </li>
          {/each}
        </ol>
        {#each way.value?.notGone ?? [] as one (one.account)}
          <p class="neg">{one.reason}</p>
        {/each}
        {#if way.fault}<p class="neg" role="alert">{way.fault}</p>{/if}
      </div>
      <div class="act">
        {#if way.value}
          <p>
            <span class="sub">together</span> <b class="num big">{sayMoney(way.value.total)}</b>
          </p>
          <p class="sub">
            {sayMoney(way.value.asItIs)} if all is left as it is, over the days to {sayDay(
              routes.until,
            )}
          </p>
          {#if way.value.missing > 0}
            <p class="neg">
              {sayCount(way.value.missing, 'account')} would not be kept as long as it must be.
            </p>
          {/if}
          {#if way.value.unsure > 0}
            <p class="sub">Of {sayCount(way.value.unsure, 'account')} nobody can say it.</p>
          {/if}
        {/if}
        <DayCount label="delete" bind:days={deleteAfter} />
        {#if session.mayDraft}
          <button class="go" disabled={!mayAct} onclick={() => act()}
            >Put the way out on the slate <kbd>.</kbd></button
          >
          <p class="sub">
            Somebody else decides. What has a later day waits for it, and is looked at again before
            it leaves.
          </p>
        {/if}
        {#if slates.fault}<p class="neg" role="alert">{slates.fault}</p>{/if}
      </div>
    </div>
  {/if}
{:else if asked.waiting}<p class="sub">Looking…</p>{/if}

<style>
  .back {
    font-size: var(--type-note);
  }
  .title {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: var(--s-4) var(--s-14);
  }
  .axis {
    display: grid;
    grid-template-columns: 190px minmax(0, 1fr) 110px;
    gap: 0 var(--s-16);
    padding-top: var(--s-12);
    font-size: var(--type-note);
    color: var(--soft);
  }
  .scale {
    position: relative;
    height: 18px;
    border-bottom: 1px solid var(--ink);
  }
  .scale span {
    position: absolute;
    white-space: nowrap;
  }
  .sum {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 300px;
    gap: var(--s-24);
    border-top: 1px solid var(--ink);
    margin-top: var(--s-10);
    padding-top: var(--s-10);
  }
  .sum h2 {
    font: 600 var(--type-lead) var(--font-serif);
  }
  ol {
    list-style: none;
    padding: var(--s-4) 0;
  }
  li {
    display: grid;
    grid-template-columns: 96px minmax(0, 1fr) 210px;
    gap: var(--s-10);
    padding: var(--s-2) 0;
    font-size: var(--type-row);
  }
  .act {
    display: grid;
    gap: var(--s-6);
    align-content: start;
  }
  .big {
    font-size: var(--type-head);
  }
  .act p:first-child {
    display: flex;
    justify-content: space-between;
    align-items: baseline;
  }
  .go {
    padding: var(--s-6) var(--s-10);
    background: var(--ink);
    color: var(--paper);
    border-radius: 3px;
    font-weight: 600;
  }
  .go:disabled {
    opacity: 0.45;
  }
  @media (max-width: 1100px) {
    .sum {
      grid-template-columns: 1fr;
    }
  }
</style>
