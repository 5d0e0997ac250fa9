<!-- Invitations that nobody answered beside the people who wait for those very seats. -->
<script lang="ts">
  import List from '../../pieces/list/List.svelte';
  import { api, dataOf, saveCsv, type Schemas } from '../../api/client';
  import { navigate } from '../../router';
  import { asOf, search, to, today } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { ListState } from '../../state/list.svelte';
  import { Question } from '../../state/question.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { sayCount, sayDay, sayMoney, sayShortDay } from '../../state/say';
  import Queue from './Queue.svelte';
  import Reminder from './Reminder.svelte';

  type Invitation = Schemas['Invitation'];

  let reminding = $state.raw<Invitation[]>([]);

  const unanswered = new Question(
    () => asOf(),
    (day) => dataOf(api.GET('/api/v1/invitations', { params: { query: { asOf: day } } })),
    { again: () => [book.version, slates.all.map((s) => s.settled), slates.course] },
  );
  const waiting = new Question(
    () => null,
    () => dataOf(api.GET('/api/v1/queue')),
    { again: () => [book.version, slates.all.map((s) => s.settled)] },
  );
  const invitations = $derived(unanswered.value);
  const queue = $derived(waiting.value ?? []);
  const fault = $derived(unanswered.fault || waiting.fault);
  const list = new ListState<Invitation>({
    rows: () => invitations ?? [],
    key: (i) => i.holding,
    from: unanswered,
    chosen: 'here',
    choosable: (i) => i.pastGrace && mayGo(i),
  });
  const mayGo = (i: Invitation) => !i.takeBackBlocked && !slates.planned.has(i.holding);
  const chosen = list.chosen;
  /** Others can be reminded all the same. */
  const toTakeBack = $derived(
    chosen.size > 0 ? list.rows.filter((i, n) => list.isChosen(i, n) && mayGo(i)).length : null,
  );
  const past = $derived((invitations ?? []).filter((i) => i.pastGrace));
  async function takeBack() {
    const ids = (await list.picked()).filter(mayGo).map((i) => i.holding);
    if (session.mayDraft && ids.length > 0 && (await slates.add(ids))) chosen.clear();
  }

  async function remind() {
    if (session.mayDraft) reminding = await list.picked();
  }

  $effect(() =>
    bindKeys([
      ...list.keys({
        row: 'invitation',
        all: 'choose all past their grace',
        act: { does: 'plan taking them back', run: () => void takeBack() },
        leave: {
          does: 'back to People',
          run: () => void navigate('/people', { search: search() }),
        },
      }),
      { keys: 'm', does: 'remind those chosen', run: () => void remind() },
    ]),
  );
</script>

<svelte:head><title>Invitations and queue – Sober Tally</title></svelte:head>

<div class="title">
  <h1>Invitations and queue</h1>
  <span class="sub">
    {invitations ? sayCount(invitations.length, 'invitation') : 'Invitations'} without an answer, {past.length}
    past their grace;
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
        <button class="word" onclick={() => list.chooseAll()}>choose past grace <kbd>a</kbd></button
        >
        <button
          class="plain"
          disabled={!invitations?.length}
          aria-expanded={reminding.length > 0}
          onclick={() => (reminding.length > 0 ? (reminding = []) : void remind())}
        >
          Remind {chosen.size > 0 ? chosen.size : ''} <kbd>m</kbd>
        </button>
        <button
          class="plain"
          disabled={slates.busy || !invitations?.length || toTakeBack === 0}
          onclick={takeBack}
        >
          Take back {toTakeBack ? sayCount(toTakeBack, 'seat') : ''} <kbd>.</kbd>
        </button>
      {/if}
    </div>
    {#if reminding.length > 0}
      <Reminder
        invitations={reminding}
        ondone={(all) => {
          if (all) unanswered.set(all);
          reminding = [];
          chosen.clear();
        }}
      />
    {/if}
    <List
      {list}
      dense
      columns={[
        { name: 'Invited' },
        { name: 'Plan' },
        { name: 'sent', right: true },
        { name: 'days', right: true },
        { name: 'a year', right: true },
      ]}
      known={invitations !== null}
      empty="Every invitation was answered."
    >
      {#snippet row(i)}
        <td>
          {#if i.person}<a href={to(`/people/${i.person}`)}>{i.name}</a>{:else}{i.name}{/if}
          {#if slates.planned.has(i.holding)}<span class="sub">on slate</span>{/if}
          {#if i.takeBackBlocked}<span class="sub">{i.takeBackBlocked}</span>{/if}
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
      {/snippet}
    </List>
  </section>

  <Queue {waiting} />
</div>

<style>
  .title {
    display: flex;
    align-items: baseline;
    gap: var(--s-14);
  }
  .title > a {
    margin-left: auto;
    font-size: var(--type-note);
    white-space: nowrap;
  }
  .page {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 260px;
    gap: var(--s-30);
    margin-top: var(--s-12);
  }
  .head {
    display: flex;
    align-items: baseline;
    gap: var(--s-12);
    padding-bottom: var(--s-6);
    font-size: var(--type-note);
    white-space: nowrap;
  }
  .head h2 {
    font: 600 var(--type-lead) var(--font-serif);
    margin-right: auto;
  }
  .plain {
    padding: var(--s-3) var(--s-10);
  }
</style>
