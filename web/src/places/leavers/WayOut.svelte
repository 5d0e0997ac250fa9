<!-- One person's way out: their accounts over all vendors, each with its routes, as one act. -->
<script lang="ts">
  import { SvelteMap } from 'svelte/reactivity';
  import AccountWay from './AccountWay.svelte';
  import WayOutSum from './WayOutSum.svelte';
  import { api, dataOf, type Schemas } from '../../api/client';
  import { route as address } from '../../router';
  import { asOf, to } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { Question } from '../../state/question.svelte';
  import { sayDay } from '../../state/say';
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
    { again: () => [book.version, slates.course], subject: () => person },
  );
  const moves = $derived(slates.notOnDraft(way.value?.moves ?? []));
  const onDraft = $derived((way.value?.moves.length ?? 0) > 0 && moves.length === 0);
  const costOf = (account: string) => way.value?.chosen.find((one) => one.account === account);
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

  const mayAct = $derived(session.mayDraft && !slates.busy && moves.length > 0 && !way.stale);
  async function act() {
    if (mayAct) await slates.plan(moves);
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

    <WayOutSum
      {way}
      until={routes.until}
      {mayAct}
      {onDraft}
      bind:deleteAfter
      onact={() => void act()}
    />
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
</style>
