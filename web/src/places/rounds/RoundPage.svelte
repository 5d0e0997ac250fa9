<!-- One round: what it gathered, with the evidence as it was, who answered, what came back. -->
<script lang="ts">
  import LifeSteps from '../../pieces/life-steps/LifeSteps.svelte';
  import { kinds as findingKinds } from '../../state/kinds.svelte';
  import { api, dataOf, saveCsv, type FindingKind, type Schemas } from '../../api/client';
  import { navigate, route } from '../../router';
  import { param, search, setParam, to, today } from '../../state/address.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { Question } from '../../state/question.svelte';
  import { session } from '../../state/session.svelte';
  import { sayCount, sayDay, sayMoney, sayShortDay } from '../../state/say';
  import { ITEM_WORDS, MOVING, sayReturns, sayRound, steps } from './words';

  type Item = Schemas['RoundItem'];

  const AGAIN_MS = 4000;
  const MOST_ROWS = 400;

  let busy = $state(false);

  const id = $derived(String(route.params.round ?? ''));
  const only = $derived(param('state'));
  const question = new Question(
    () => ({ of: id, state: only }),
    async ({ of, state }) => {
      const path = { round: of };
      const query = { limit: String(MOST_ROWS), ...(state ? { state } : {}) };
      const [found, seats] = await Promise.all([
        dataOf(api.GET('/api/v1/rounds/{round}', { params: { path } })),
        dataOf(api.GET('/api/v1/rounds/{round}/items', { params: { path, query } })),
      ]);
      return { round: found, items: seats };
    },
    { every: (now) => (now && MOVING.has(now.round.state) ? AGAIN_MS : null) },
  );
  const round = $derived(question.value?.round ?? null);
  const items = $derived<Item[]>(question.value?.items ?? []);
  const states = $derived(
    (Object.keys(round?.counts ?? {}) as Item['state'][]).filter((s) => round!.counts[s]! > 0),
  );
  const listed = $derived(only ? (round?.counts[only] ?? 0) : (round?.found ?? 0));
  async function endAsking() {
    busy = true;
    await question.attempt(async () => {
      await dataOf(
        api.POST('/api/v1/rounds/{round}/end-asking', { params: { path: { round: id } } }),
      );
      await question.reload();
    });
    busy = false;
  }

  const kinds = (item: Item) =>
    item.kinds.map((k) => findingKinds.title(k as FindingKind)).join(', ');

  $effect(() =>
    bindKeys([
      {
        keys: 'Escape',
        does: 'back to all rounds',
        run: () => void navigate('/rounds', { search: search() }),
      },
    ]),
  );
</script>

<svelte:head><title>Round – Sober Tally</title></svelte:head>

{#if question.fault}<p class="neg" role="alert">{question.fault}</p>{/if}
{#if round}
  <div class="title">
    <h1>{round.name}, round {round.number}</h1>
    <span class="sub">
      {sayCount(round.found, 'seat')}, {sayMoney(round.yearly)} a year, gathered {sayDay(
        round.gathered.slice(0, 10),
      )}; slates in the name of {round.ownerName}
    </span>
    <button
      class="word csv"
      onclick={() => saveCsv(`/api/v1/rounds/${id}/items`, `round-${round?.number}.csv`)}
      >as CSV</button
    >
  </div>
  <LifeSteps steps={steps(round)} />
  <p class="now">
    <b>{sayRound(round)}.</b>
    {#if round.state === 'ASKING'}
      {sayCount(round.answered, 'seat')} of {round.found} spoken of; holders may answer until
      {sayDay(round.askUntil)}.
      {#if session.maySteer}
        <button class="plain" disabled={busy} onclick={endAsking}>End the questions now</button>
      {/if}
    {:else if round.state === 'DECIDING'}
      To be decided by {sayDay(round.decideUntil)}; without an answer nothing happens.
    {:else}
      {round.outcome ?? ''}
      {sayReturns(round, today()) ?? ''}
    {/if}
    {#each round.slates as slate, n (slate)}
      <a href={to(`/slates/${slate}`)}>{round.slates.length > 1 ? `slate ${n + 1}` : 'its slate'}</a
      >
    {/each}
  </p>

  <div class="which" role="group" aria-label="Which seats">
    <button class:on={!only} aria-pressed={!only} onclick={() => setParam('state', null)}
      >all {round.found}</button
    >
    {#each states as state (state)}
      <button
        class:on={only === state}
        aria-pressed={only === state}
        onclick={() => setParam('state', state)}>{ITEM_WORDS[state]} {round.counts[state]}</button
      >
    {/each}
  </div>
  <table class="list laid">
    <thead>
      <tr>
        <th class="who">Holder</th>
        <th class="plan">Plan</th>
        <th>What was known when it was gathered</th>
        <th class="used">last used</th>
        <th class="r money">a year</th>
        <th class="state">What becomes of it</th>
      </tr>
    </thead>
    <tbody>
      {#each items as item (item.id)}
        <tr>
          <td>
            {#if item.person}<a href={to(`/people/${item.person}`)}>{item.name}</a>
            {:else}{item.name}{/if}
          </td>
          <td>{item.planName}</td>
          <td class="sub" title={kinds(item)}>{item.why}</td>
          <td class="num small">
            {item.lastUsed ? sayShortDay(item.lastUsed, today()) : 'no use seen'}
          </td>
          <td class="r num">{sayMoney(item.yearly, true)}</td>
          <td>
            <b class={item.state === 'DECLINED' || item.state === 'LEFT_OUT' ? 'neg' : ''}
              >{ITEM_WORDS[item.state]}</b
            >
            {#if item.answer === 'TAKE'}<span class="sub">holder: take it</span>{/if}
            {#if item.reason}<span class="sub block">{item.reason}</span>{/if}
            {#if item.cameBack}<span class="neg block"
                >needed again on {sayShortDay(item.cameBack, today())}</span
              >{/if}
          </td>
        </tr>
      {/each}
    </tbody>
  </table>
  {#if listed > items.length}<p class="sub">
      The {items.length} with the most money, of {listed.toLocaleString('en')}; the CSV has all.
    </p>{/if}
{/if}

<style>
  .title {
    display: flex;
    align-items: baseline;
    gap: var(--s-12);
  }
  .csv {
    margin-left: auto;
    font-size: var(--type-note);
  }
  .now {
    display: flex;
    gap: var(--s-10);
    align-items: baseline;
    flex-wrap: wrap;
  }
  .plain {
    padding: var(--s-3) var(--s-10);
  }
  .which {
    display: flex;
    gap: var(--s-14);
    margin: var(--s-12) 0 var(--s-8);
    font-size: var(--type-note);
  }
  .which button {
    color: var(--soft);
    border-bottom: 2px solid transparent;
  }
  .which button.on {
    color: var(--ink);
    font-weight: 600;
    border-color: var(--ink);
  }
  td {
    vertical-align: top;
  }
  .who {
    width: 148px;
  }
  .plan {
    width: 70px;
  }
  .used {
    width: 78px;
  }
  .money {
    width: 76px;
  }
  .state {
    width: 150px;
  }
  .small {
    font-size: var(--type-note);
  }
  .block {
    display: block;
  }
</style>
