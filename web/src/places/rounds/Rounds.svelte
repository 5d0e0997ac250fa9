<!-- Sweeps that run every week, and what became of each round. -->
<script lang="ts">
  import { api, dataOf, type Schemas } from '../../api/client';
  import { to, today } from '../../state/address.svelte';
  import { kinds as findingKinds } from '../../state/kinds.svelte';
  import { session } from '../../state/session.svelte';
  import { sayCount, sayDay, sayMoney, sayShortDay } from '../../state/say';
  import PlanForm from './PlanForm.svelte';
  import { MOVING, sayReturns, sayRound, steps, WEEKDAYS } from './words';

  type Plan = Schemas['RoundPlan'];
  type Round = Schemas['Round'];

  const AGAIN_MS = 5000;

  let plans = $state.raw<Plan[]>([]);
  let rounds = $state.raw<Round[] | null>(null);
  let groups = $state.raw<Schemas['Choice'][]>([]);
  let form = $state<Schemas['RoundPlanRequest'] | null>(null);
  let changed = $state<string | null>(null);
  let fault = $state('');
  let busy = $state(false);

  const maySteer = $derived(session.maySteer);
  const moving = $derived((rounds ?? []).some((r) => MOVING.has(r.state)));

  $effect(() => {
    void load();
  });
  $effect(() => {
    if (!moving) return undefined;
    const timer = setInterval(() => void load(), AGAIN_MS);
    return () => clearInterval(timer);
  });

  async function load() {
    try {
      const [p, r, c] = await Promise.all([
        dataOf(api.GET('/api/v1/rounds/plans')),
        dataOf(api.GET('/api/v1/rounds')),
        dataOf(api.GET('/api/v1/people/choices')),
      ]);
      plans = p;
      rounds = r;
      groups = c.groups;
      fault = '';
    } catch (e) {
      fault = (e as Error).message;
    }
  }

  async function change(work: () => Promise<unknown>) {
    busy = true;
    try {
      await work();
      form = null;
      await load();
    } catch (e) {
      fault = (e as Error).message;
    } finally {
      busy = false;
    }
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
{#if fault}<p class="neg" role="alert">{fault}</p>{/if}
{#if form}
  <PlanForm bind:form {groups} {busy} onsave={save} onleave={() => (form = null)} />
{/if}

<ul class="plans">
  {#each plans as plan (plan.id)}
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
  <table class="list">
    <thead>
      <tr>
        <th>Round</th>
        <th>How far</th>
        <th class="r">seats</th>
        <th class="r">a year</th>
        <th class="r">answered</th>
        <th class="r">needed</th>
        <th class="r">came back</th>
        <th class="r">a year</th>
        <th>What became of it</th>
      </tr>
    </thead>
    <tbody>
      {#each rounds as round (round.id)}
        <tr>
          <td>
            <a class="name" href={to(`/rounds/${round.id}`)}>{round.number}</a>
            <span class="sub">{sayShortDay(round.gathered.slice(0, 10), today())}</span>
          </td>
          <td>
            <span class="gates" role="img" aria-label={sayRound(round)}>
              {#each steps(round) as step (step.words)}
                <i class={[step.reached && 'on', step.ended && 'end']} title={step.words}></i>
              {/each}
            </span>
            <span class="sub">{sayRound(round)}</span>
          </td>
          <td class="r num">{round.found}</td>
          <td class="r num">{sayMoney(round.yearly)}</td>
          <td class="r num">{round.answered}</td>
          <td class="r num">{round.counts['KEPT'] ?? 0}</td>
          <td class="r num">{round.counts['TAKEN_BACK'] ?? '–'}</td>
          <td class="r num">{round.counts['TAKEN_BACK'] ? sayMoney(round.back) : '–'}</td>
          <td class="sub">
            {round.outcome ??
              (round.state === 'ASKING'
                ? `until ${sayDay(round.askUntil)}`
                : round.state === 'DECIDING'
                  ? `until ${sayDay(round.decideUntil)}`
                  : '')}
            {sayReturns(round, today()) ?? ''}
          </td>
        </tr>
      {/each}
    </tbody>
  </table>
{/if}

<style>
  .title {
    display: flex;
    align-items: baseline;
    gap: 14px;
  }
  .new {
    margin-left: auto;
    font-size: 12px;
    white-space: nowrap;
  }
  .plans {
    margin: 12px 0 18px;
    border-top: 1px solid var(--ink);
  }
  .plans li {
    display: flex;
    gap: 16px;
    align-items: baseline;
    padding: 7px 0;
    border-bottom: 1px solid var(--fine);
  }
  .name {
    font: 600 14.5px var(--font-serif);
    white-space: nowrap;
  }
  .next {
    margin-left: auto;
    display: flex;
    gap: 12px;
    align-items: baseline;
    white-space: nowrap;
    font-size: 12.5px;
  }
  .plain {
    padding: 3px 10px;
  }
  .gates {
    display: inline-flex;
    gap: 3px;
    margin-right: 6px;
  }
  .gates i {
    width: 14px;
    height: 9px;
    border: 1px solid var(--rule);
    background: var(--sheet);
  }
  .gates i.on {
    background: var(--used);
    border-color: var(--used);
  }
  .gates i.end {
    background: var(--locked);
    border-color: var(--locked);
  }
  td {
    vertical-align: baseline;
  }
</style>
