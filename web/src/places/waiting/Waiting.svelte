<!-- Invitations that nobody answered beside the people who wait for those very seats. -->
<script lang="ts">
  import { SvelteSet } from 'svelte/reactivity';
  import { api, dataOf, saveCsv, type Schemas } from '../../api/client';
  import { navigate } from '../../router';
  import { asOf, search, to, today } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { sayCount, sayDay, sayMoney, sayShortDay } from '../../state/say';
  import AskLinks from './AskLinks.svelte';
  import Reminder from './Reminder.svelte';
  import { latest } from '../../state/latest';

  let invitations = $state.raw<Schemas['Invitation'][] | null>(null);
  let queue = $state.raw<Schemas['QueueEntry'][]>([]);
  let fault = $state('');
  let cursor = $state(0);
  let reminding = $state.raw<Schemas['Invitation'][]>([]);
  const chosen = new SvelteSet<string>();

  const seen = $derived(JSON.stringify(book.standing));
  const past = $derived((invitations ?? []).filter((i) => i.pastGrace));
  const servable = $derived(queue.filter((q) => q.seatNow));

  $effect(() => {
    void seen;
    void load(asOf());
  });

  const turn = latest();

  async function load(day: string) {
    const newest = turn();
    try {
      const params = { query: { asOf: day } };
      const [unanswered, waiting] = await Promise.all([
        dataOf(api.GET('/api/v1/invitations', { params })),
        dataOf(api.GET('/api/v1/queue')),
      ]);
      if (!newest()) return;
      [invitations, queue, fault] = [unanswered, waiting, ''];
    } catch (e) {
      if (newest()) fault = (e as Error).message;
    }
  }

  function toggle(id: string | undefined) {
    if (id && !chosen.delete(id)) chosen.add(id);
  }

  function choosePast() {
    for (const i of past) chosen.add(i.holding);
  }

  /** Those chosen, or the one under the cursor. */
  function under(): Schemas['Invitation'][] {
    const row = invitations?.[cursor];
    if (chosen.size > 0) return (invitations ?? []).filter((i) => chosen.has(i.holding));
    return row ? [row] : [];
  }

  async function takeBack() {
    const ids = under().map((i) => i.holding);
    if (session.mayDraft && (await slates.add(ids))) chosen.clear();
  }

  const offer = () =>
    slates.plan(
      servable.map((q) => ({ kind: 'HAND_OUT' as const, person: q.person, plan: q.plan })),
    );

  async function leave(id: string) {
    try {
      queue = await dataOf(api.DELETE('/api/v1/queue/{id}', { params: { path: { id } } }));
    } catch (e) {
      fault = (e as Error).message;
    }
  }

  function step(by: number) {
    cursor = Math.min((invitations?.length ?? 1) - 1, Math.max(0, cursor + by));
    document.getElementById(`row-${cursor}`)?.scrollIntoView({ block: 'nearest' });
  }

  $effect(() =>
    bindKeys([
      { keys: 'j', does: 'next invitation', run: () => step(1) },
      { keys: 'k', does: 'invitation before', run: () => step(-1) },
      {
        keys: 'x',
        does: 'choose the invitation, or not',
        run: () => toggle(invitations?.[cursor]?.holding),
      },
      { keys: 'a', does: 'choose all past their grace', run: choosePast },
      {
        keys: 'm',
        does: 'remind those chosen',
        run: () => {
          if (session.mayDraft) reminding = under();
        },
      },
      { keys: '.', does: 'plan taking them back', run: () => void takeBack() },
      {
        keys: 'Escape',
        does: 'choose none; then back to People',
        run: () =>
          chosen.size > 0 ? chosen.clear() : void navigate('/people', { search: search() }),
      },
    ]),
  );
</script>

<svelte:head><title>Invitations and queue – Sober Tally</title></svelte:head>

<div class="title">
  <h1>Invitations and queue</h1>
  <span class="sub">
    {sayCount(invitations?.length ?? 0, 'invitation')} without an answer, {past.length} past their grace;
    {sayCount(queue.length, 'person', 'people')} waiting for a seat
  </span>
  <a class="word" href={to('/people')}>all people</a>
</div>
{#if fault}<p class="neg" role="alert">{fault}</p>{/if}

<div class="page">
  <section aria-labelledby="unanswered">
    <div class="head">
      <h2 id="unanswered">Unanswered</h2>
      <button class="word" onclick={() => saveCsv('/api/v1/invitations', 'invitations.csv')}
        >as CSV</button
      >
      {#if session.mayDraft}
        <button class="word" onclick={choosePast}>choose past grace <kbd>a</kbd></button>
        <button
          class="plain"
          disabled={!invitations?.length}
          aria-expanded={reminding.length > 0}
          onclick={() => (reminding = reminding.length > 0 ? [] : under())}
        >
          Remind {chosen.size > 0 ? chosen.size : ''} <kbd>m</kbd>
        </button>
        <button class="plain" disabled={slates.busy || !invitations?.length} onclick={takeBack}>
          Take back {chosen.size > 0 ? sayCount(chosen.size, 'seat') : ''} <kbd>.</kbd>
        </button>
      {/if}
    </div>
    {#if reminding.length > 0}
      <Reminder
        invitations={reminding}
        ondone={(all) => {
          if (all) invitations = all;
          reminding = [];
          chosen.clear();
        }}
      />
    {/if}
    <table class="list">
      <thead>
        <tr>
          <th class="mark" title="chosen">✓</th>
          <th>Invited</th>
          <th>Plan</th>
          <th class="r">sent</th>
          <th class="r">days</th>
          <th class="r">a year</th>
        </tr>
      </thead>
      <tbody>
        {#each invitations ?? [] as i, n (i.holding)}
          <tr
            id="row-{n}"
            class={[n === cursor && 'at', chosen.has(i.holding) && 'chosen']}
            aria-selected={chosen.has(i.holding)}
            onclick={(e) => {
              if ((e.target as Element).closest('a')) return;
              cursor = n;
              toggle(i.holding);
            }}
          >
            <td class="mark">{chosen.has(i.holding) ? '☒' : '☐'}</td>
            <td>
              {#if i.person}<a href={to(`/people/${i.person}`)}>{i.name}</a>{:else}{i.name}{/if}
              {#if slates.planned.has(i.holding)}<span class="sub">on slate</span>{/if}
              {#if i.reminded}
                <span class="sub">reminded {sayShortDay(i.reminded, today())}</span>
              {/if}
            </td>
            <td>
              {i.vendorName}
              {i.planName}
              {#if i.waiting > 0}<span class="neg">{i.waiting} waiting for one</span>{/if}
            </td>
            <td class="r num">{sayDay(i.since)}</td>
            <td class={['r num', i.pastGrace && 'neg']}>{i.days}</td>
            <td class="r num">{sayMoney(i.yearlyCost, true)}</td>
          </tr>
        {:else}
          <tr><td colspan="6" class="sub">Every invitation was answered.</td></tr>
        {/each}
      </tbody>
    </table>
  </section>

  <section aria-labelledby="waiting">
    <div class="head">
      <h2 id="waiting">Waiting for a seat</h2>
    </div>
    <ol>
      {#each queue as q (q.id)}
        <li>
          <span class="num">{q.place}</span>
          <span>
            <a href={to(`/people/${q.person}`)}>{q.name}</a>
            <span class="sub block">
              {q.planName}, since {sayDay(q.since.slice(0, 10))}{q.seatNow
                ? ' · a seat is spare'
                : ''}
            </span>
          </span>
          {#if session.mayDraft}
            <button
              class="word"
              aria-label="end: {q.name} waits no longer"
              onclick={() => leave(q.id)}>end</button
            >
          {/if}
        </li>
      {:else}
        <li class="sub">{invitations ? 'Nobody waits.' : 'Looking…'}</li>
      {/each}
    </ol>
    {#if session.mayDraft && servable.length > 0}
      <button class="plain" disabled={slates.busy} onclick={offer}>
        Hand out to the next {servable.length}
      </button>
    {:else if queue.length > 0}
      <p class="sub">
        No seat is spare for them. Seats taken back on the left serve them first; somebody new joins
        from their own page.
      </p>
    {/if}
    {#if slates.fault}<p class="neg" role="alert">{slates.fault}</p>{/if}
    {#if session.mayDraft}<AskLinks />{/if}
  </section>
</div>

<style>
  .title {
    display: flex;
    align-items: baseline;
    gap: 14px;
  }
  .title > a {
    margin-left: auto;
    font-size: 12px;
    white-space: nowrap;
  }
  .page {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 260px;
    gap: 28px;
    margin-top: 12px;
  }
  .head {
    display: flex;
    align-items: baseline;
    gap: 12px;
    padding-bottom: 6px;
    font-size: 12px;
    white-space: nowrap;
  }
  .head h2 {
    font: 600 15px var(--font-serif);
    margin-right: auto;
  }
  .plain {
    padding: 3px 10px;
  }
  table.list td {
    padding-top: 4px;
    padding-bottom: 4px;
  }
  tr.chosen {
    background: var(--tape);
  }
  tr.at td:first-child {
    box-shadow: inset 3px 0 0 var(--ink);
  }
  .mark {
    width: 26px;
    text-align: center;
  }
  li {
    display: grid;
    grid-template-columns: 22px 1fr auto;
    gap: 6px;
    padding: 5px 0;
    border-bottom: 1px solid var(--fine);
  }
  li.sub {
    display: block;
  }
  ol {
    border-top: 1px solid var(--ink);
    margin-bottom: 10px;
  }
  .block {
    display: block;
  }
</style>
