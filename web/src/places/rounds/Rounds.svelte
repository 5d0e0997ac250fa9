<!-- Sweeps that run every week, and what became of each round. -->
<script lang="ts">
  import List from '../../pieces/list/List.svelte';
  import { api, dataOf, type Schemas } from '../../api/client';
  import { navigate } from '../../router';
  import { search } from '../../state/address.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { kinds as findingKinds } from '../../state/kinds.svelte';
  import { ListState } from '../../state/list.svelte';
  import { Question } from '../../state/question.svelte';
  import { session } from '../../state/session.svelte';
  import { sayCount, sayDay } from '../../state/say';
  import PlanForm from './PlanForm.svelte';
  import RoundRow from './RoundRow.svelte';
  import { MOVING, WEEKDAYS } from './words';

  type Plan = Schemas['RoundPlan'];
  type Round = Schemas['Round'];

  const AGAIN_MS = 5000;

  let form = $state<Schemas['RoundPlanRequest'] | null>(null);
  let changed = $state<string | null>(null);
  let busy = $state(false);

  const maySteer = $derived(session.maySteer);
  const question = new Question(
    () => null,
    async () => {
      const [plans, rounds, choices] = await Promise.all([
        dataOf(api.GET('/api/v1/rounds/plans')),
        dataOf(api.GET('/api/v1/rounds')),
        dataOf(api.GET('/api/v1/people/choices')),
      ]);
      return { plans, rounds, groups: choices.groups };
    },
    { every: (all) => (all?.rounds.some((r) => MOVING.has(r.state)) ? AGAIN_MS : null) },
  );
  const rounds = $derived(question.value?.rounds ?? null);
  const list = new ListState<Round>({
    rows: () => rounds ?? [],
    key: (round) => round.id,
    id: 'round',
    at: 'at',
  });

  function openRound(round: Round | undefined) {
    if (round) void navigate('/rounds/:round', { params: { round: round.id }, search: search() });
  }

  $effect(() =>
    bindKeys(
      list.keys({
        row: 'round',
        open: { does: 'open the round', run: () => openRound(list.current) },
      }),
    ),
  );

  async function change(work: () => Promise<unknown>) {
    busy = true;
    await question.attempt(async () => {
      await work();
      form = null;
      await question.reload();
    });
    busy = false;
  }

  function begin() {
    changed = null;
    form = {
      name: 'Weekly sweep',
      weekday: 1,
      time: '09:00',
      zone: session.me?.zone ?? 'UTC',
      vendors: [],
      groups: [],
      kinds: findingKinds.usualInRounds,
      askDays: 7,
      decideDays: 7,
      withService: false,
      active: true,
    };
  }

  function open(plan: Plan) {
    changed = plan.id;
    form = {
      name: plan.name,
      weekday: plan.weekday,
      time: plan.time,
      zone: plan.zone,
      vendors: [...plan.vendors],
      groups: [...plan.groups],
      kinds: [...plan.kinds],
      askDays: plan.askDays,
      decideDays: plan.decideDays,
      withService: plan.withService,
      active: plan.active,
    };
  }

  const save = (body: Schemas['RoundPlanRequest']) =>
    change(() =>
      changed === null
        ? dataOf(api.POST('/api/v1/rounds/plans', { body }))
        : dataOf(
            api.PUT('/api/v1/rounds/plans/{plan}', { params: { path: { plan: changed } }, body }),
          ),
    );
  const run = (plan: string) =>
    change(() =>
      dataOf(api.POST('/api/v1/rounds/plans/{plan}/run', { params: { path: { plan } } })),
    );
</script>

<svelte:head><title>Rounds – Sober Tally</title></svelte:head>

<div class="title">
  <h1>Rounds</h1>
  <span class="sub">
    A round gathers seats that do no work, asks their holders, and waits for somebody’s yes. Nothing
    is taken back without it.
  </span>
  {#if maySteer && !form}
    <button class="word new" onclick={begin}>plan another</button>
  {/if}
</div>
{#if question.fault}<p class="neg" role="alert">{question.fault}</p>{/if}
{#if form}
  <PlanForm
    bind:form
    groups={question.value?.groups ?? []}
    {busy}
    onsave={save}
    onleave={() => (form = null)}
  />
{/if}

<ul class="plans">
  {#each question.value?.plans ?? [] as plan (plan.id)}
    <li>
      <b class="name">{plan.name}</b>
      <span>
        {plan.active ? `every ${WEEKDAYS[plan.weekday - 1]} at ${plan.time}` : 'rests'}
        <span class="sub">
          {plan.zone} · {plan.vendors.length === 0
            ? 'every vendor'
            : sayCount(plan.vendors.length, 'vendor')} · {plan.groups.length === 0
            ? 'everybody'
            : sayCount(plan.groups.length, 'group')} · {plan.askDays} days to answer, {plan.decideDays}
          to decide · by {plan.ownerName}
        </span>
      </span>
      <span class="next">
        {plan.active ? `next ${sayDay(plan.nextDue.slice(0, 10))}` : ''}
        {#if maySteer}
          <button class="word" onclick={() => open(plan)}>change</button>
          <button class="plain" disabled={busy} onclick={() => run(plan.id)}>Run now</button>
        {/if}
      </span>
    </li>
  {:else}
    {#if rounds}<li class="sub">No round is planned yet.</li>{/if}
  {/each}
</ul>

{#if rounds && rounds.length > 0}
  <List
    {list}
    onopen={openRound}
    columns={[
      { name: 'Round' },
      { name: 'How far' },
      { name: 'seats', right: true },
      { name: 'a year', key: 'asked', right: true },
      { name: 'answered', right: true },
      { name: 'needed', right: true },
      { name: 'came back', right: true },
      { name: 'a year', key: 'back', right: true },
      { name: 'What became of it' },
    ]}
  >
    {#snippet row(round)}
      <RoundRow {round} />
    {/snippet}
  </List>
{/if}

<style>
  .title {
    display: flex;
    align-items: baseline;
    gap: var(--s-14);
  }
  .new {
    margin-left: auto;
    font-size: var(--type-note);
    white-space: nowrap;
  }
  .plans {
    margin: var(--s-12) 0 var(--s-16);
    border-top: 1px solid var(--ink);
  }
  .plans li {
    display: flex;
    gap: var(--s-16);
    align-items: baseline;
    padding: var(--s-6) 0;
    border-bottom: 1px solid var(--fine);
  }
  .name {
    font: 600 var(--type-lead) var(--font-serif);
    white-space: nowrap;
  }
  .next {
    margin-left: auto;
    display: flex;
    gap: var(--s-12);
    align-items: baseline;
    white-space: nowrap;
    font-size: var(--type-row);
  }
  .plain {
    padding: var(--s-3) var(--s-10);
  }
</style>
