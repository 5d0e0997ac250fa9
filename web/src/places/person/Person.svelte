<!-- One person: what they hold and what it costs, how they use it, what would do, what happened. -->
<script lang="ts">
  import Pick from '../../pieces/controls/Pick.svelte';
  import MoveMenu, { type Choice } from '../../pieces/move-menu/MoveMenu.svelte';
  import StateSwatch from '../../pieces/state-swatch/StateSwatch.svelte';
  import UseDays from '../../pieces/use-days/UseDays.svelte';
  import { kinds as findingKinds } from '../../state/kinds.svelte';
  import {
    api,
    dataOf,
    saveCsv,
    type Finding,
    type PersonEvent,
    type PersonPage,
    type Schemas,
  } from '../../api/client';
  import { navigate, route } from '../../router';
  import { asOf, param, search, to, today } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { plusDays, sayCount, sayDay, sayMoney, sayShortDay } from '../../state/say';
  import { PERSON_STATUS_WORDS, STATE_WORDS, textureOf } from '../../state/states';
  import WayIn from './WayIn.svelte';
  import { choicesOfAccount, choicesOfSeat } from './choices';

  type Account = PersonPage['accounts'][number];
  type Cover = Schemas['PersonCover']['vendors'][number];

  const MOST_EVENTS = 14;
  const METHODS = { HAND: 'by hand', RULE: 'by a rule', VENDOR: 'by the vendor' } as const;

  const id = $derived(String(route.params.person ?? ''));
  let person = $state.raw<PersonPage | null>(null);
  let covers = $state.raw<Cover[]>([]);
  let findings = $state.raw<Finding[]>([]);
  let events = $state.raw<PersonEvent[]>([]);
  let fault = $state('');
  let all = $state(false);
  let plan = $state('');

  const seen = $derived(JSON.stringify([book.standing, slates.all.map((s) => s.settled)]));
  const accounts = $derived(
    (person?.accounts ?? []).map((account) => ({
      account,
      cover: covers.find((c) => c.vendor === account.vendor),
      found: findings.filter((f) => f.vendor === account.vendor),
    })),
  );
  const plans = $derived(
    [...new Map((book.subscriptions ?? []).map((s) => [s.plan, s])).values()].sort((a, b) =>
      `${a.vendorName} ${a.planName}`.localeCompare(`${b.vendorName} ${b.planName}`),
    ),
  );
  const names = $derived(new Map((book.subscriptions ?? []).map((s) => [s.plan, s.planName])));

  $effect(() => {
    void seen;
    void load(id, asOf());
  });

  async function load(who: string, day: string) {
    try {
      const params = { path: { person: who }, query: { asOf: day } };
      const [page, cover, found, happened] = await Promise.all([
        dataOf(api.GET('/api/v1/people/{person}', { params })),
        dataOf(api.GET('/api/v1/people/{person}/cover', { params })),
        dataOf(api.GET('/api/v1/findings', { params: { query: { person: who, asOf: day } } })),
        dataOf(api.GET('/api/v1/people/{person}/timeline', { params })),
      ]);
      if (who !== id || day !== asOf()) return;
      [person, covers, findings, events, fault] = [page, cover.vendors, found, happened, ''];
    } catch (e) {
      fault = (e as Error).message;
      person = null;
    }
  }

  function statusWords(p: PersonPage): string {
    const since = p.statusSince ? ` since ${sayDay(p.statusSince)}` : '';
    const until = p.until ? `, back on ${sayDay(p.until)}` : '';
    return `${PERSON_STATUS_WORDS[p.status]}${since}${until}`;
  }

  function accountWords(account: Account): string {
    const state = account.state.toLowerCase();
    const since = account.stateSince ? ` since ${sayDay(account.stateSince)}` : '';
    return account.state === 'ACTIVE' ? '' : `account ${state}${since}`;
  }

  const nameOf = (planId: string) => names.get(planId) ?? planId;
  const seatChoices = (account: Account, holding: string): Choice[] =>
    choicesOfSeat(account, holding, book.subscriptions ?? []);

  const spareOf = (planId: string) =>
    planId ? Math.max(...plans.filter((p) => p.plan === planId).map((p) => p.spare)) : 1;

  async function wait() {
    try {
      await api.POST('/api/v1/queue', { body: { person: id, plan } });
      plan = '';
      await load(id, asOf());
    } catch (e) {
      slates.fault = (e as Error).message;
    }
  }

  /** What leads to the cover and is not planned yet. */
  const toCover = (cover: Cover) =>
    cover.moves.filter((m) => !m.holding || !slates.planned.has(m.holding));

  async function handOut() {
    if (plan && (await slates.plan([{ kind: 'HAND_OUT', person: id, plan }]))) plan = '';
  }

  $effect(() =>
    bindKeys([
      {
        keys: 'Escape',
        does: 'back to People',
        run: () => void navigate('/people', { search: search() }),
      },
    ]),
  );
</script>

<svelte:head><title>{person?.name ?? id} – Sober Tally</title></svelte:head>

{#if person}
  <div class="title">
    <h1>{person.name}</h1>
    <span class={['sub', person.status !== 'ACTIVE' && 'neg']}>{statusWords(person)}</span>
    {#if person.kind === 'SERVICE'}<span class="sub">service account</span>{/if}
    {#if session.mayDraft}
      <span class="give">
        <Pick label="Plan to hand out" bind:value={plan}>
          <option value="">hand out …</option>
          {#each plans as p (p.plan)}
            <option value={p.plan}>{p.vendorName} {p.planName} · {p.spare} spare</option>
          {/each}
        </Pick>
        <button class="plain" disabled={!plan || slates.busy} onclick={handOut}>
          Put on the slate
        </button>
        {#if spareOf(plan) <= 0 && !session.isLead}
          <button class="plain" onclick={wait}>Queue</button>
        {/if}
      </span>
    {/if}
  </div>
  <p class="sub facts">
    {[person.email, person.department, person.site].filter(Boolean).join(' · ')}
    {#if person.joined}· joined {sayDay(person.joined)}{/if}
    {#if person.leaves}· last day {sayDay(person.leaves)}{/if}
    · <a href={to(`/leavers/${id}`)}>way out</a>
    {#each person.aside as one (one.field)}
      <span class="aside" title="said on {sayDay(one.on)}">
        · {one.source === 'FILE' ? 'the file of people' : 'the directory'} says {one.field}:
        {one.said}
      </span>
    {/each}
    {#if person.managerName}· reports to
      {#if session.isLead}{person.managerName}{:else}<a href={to(`/people/${person.manager}`)}
          >{person.managerName}</a
        >{/if}{/if}
    {#if person.reports > 0}· {sayCount(person.reports, 'person', 'people')} report to them{/if}
    {#each person.groups as g (g.group)}
      <span class="of"
        >· <a href="{to('/people')}{to('/people').includes('?') ? '&' : '?'}group={g.group}"
          >{g.name}</a
        >{g.leads
          ? ', which they lead'
          : g.ledBy.length > 0
            ? `, led by ${g.ledBy.join(', ')}`
            : ''}</span
      >
    {/each}
  </p>
  {#if slates.fault}<p class="neg" role="alert">{slates.fault}</p>{/if}
  {#if session.mayDraft && person.status === 'ACTIVE' && !person.leaves}<WayIn
      person={id}
      fresh={accounts.length === 0 ||
        (person.joined !== null && (person.joined ?? '') > plusDays(asOf(), -90))}
    />{/if}

  <div class="page">
    <div>
      {#each accounts as { account, cover, found } (account.account)}
        <section aria-labelledby="v-{account.account}">
          <div class="head">
            <h2 id="v-{account.account}">{account.vendorName}</h2>
            <span class={['sub', account.state !== 'ACTIVE' && 'neg']}>
              {accountWords(account)}{account.admin ? ' · administrator rights' : ''}
            </span>
            {#if cover}
              <span class="sub cover">
                {#if Number(cover.recoverable.amount) > 0}
                  <b>{cover.cover.plans.map(nameOf).join(' + ') || 'nothing'}</b> would do:
                  {sayMoney(cover.now.cost)} → {sayMoney(cover.cover.cost)} a year{cover.notSold
                    .length > 0
                    ? `; ${cover.notSold.join(', ')} to be bought first`
                    : ''}
                  {#if session.mayDraft && cover.moves.length > 0}
                    <button
                      class="word"
                      disabled={slates.busy || toCover(cover).length === 0}
                      onclick={() => slates.plan(toCover(cover))}>plan it</button
                    >
                  {/if}
                {:else}
                  {sayMoney(cover.now.cost)} a year; nothing cheaper would do
                {/if}
              </span>
            {/if}
            {#if session.mayDraft}
              <MoveMenu
                label="Plan a move of the account at {account.vendorName}"
                choices={choicesOfAccount(account)}
                day={today()}
              />
            {/if}
          </div>
          {#if cover?.elsewhere}
            {@const other = cover.elsewhere}
            <p class="sub elsewhere">
              {#each other.parts as had, n (had.part)}{n > 0 ? ' and ' : ''}<b>{had.part}</b> is in
                {had.byVendor}
                {had.byPlan}, too ({had.byPart}){/each}: if that does,
              {other.cover.plans.map(nameOf).join(' + ') || 'nothing'} would do here for
              {sayMoney(other.spares)} a year less. Counted nowhere.
            </p>
          {/if}
          <table class="list">
            <tbody>
              {#each account.seats as seat (seat.holding)}
                <tr class:past={!seat.state}>
                  <td class="plan">
                    {#if session.isLead}<b class="name">{seat.planName}</b>
                    {:else}<a href={to(`/subscriptions/${seat.line}`)}>{seat.planName}</a>{/if}
                    {#if slates.planned.has(seat.holding)}<span class="sub">on slate</span>{/if}
                  </td>
                  <td>
                    {#if seat.state}
                      <StateSwatch texture={textureOf({ ...seat, state: seat.state })} />
                      {seat.onLeave
                        ? 'on leave'
                        : seat.cannotSay
                          ? 'cannot say yet'
                          : STATE_WORDS[seat.state]}
                    {:else}
                      came back {sayDay(seat.until)}
                    {/if}
                    {#if seat.keep}
                      <div class="sub">
                        kept until {sayDay(seat.keep.until)}: {seat.keep.reason}
                      </div>
                    {/if}
                  </td>
                  <td class="sub">
                    since {sayDay(seat.from)}, {METHODS[seat.method]}
                  </td>
                  <td class="sub">
                    {seat.lastUsed
                      ? `last used ${sayDay(seat.lastUsed)}`
                      : seat.state
                        ? 'no use seen'
                        : ''}
                  </td>
                  <td class="r num">{seat.state ? sayMoney(seat.yearlyCost, true) : ''}</td>
                  <td class="r do">
                    {#if seat.state && session.mayDraft}
                      <MoveMenu
                        label="Plan a move of {seat.planName}"
                        choices={seatChoices(account, seat.holding)}
                        day={today()}
                      />
                    {/if}
                  </td>
                </tr>
              {/each}
            </tbody>
          </table>
          {#each account.use as part (part.part)}
            <div class="use">
              <span class="sub">{part.name}</span>
              <UseDays
                days={part.days}
                to={account.ribbonTo}
                name={part.name}
                held={account.seats.map((s) => ({ from: s.from, until: s.until ?? null }))}
              />
            </div>
          {/each}
          {#each found as f, n (n)}
            <p class="found">
              <b>{findingKinds.title(f.kind)}</b>
              <span class="sub">{f.explanation}</span>
            </p>
          {/each}
        </section>
      {:else}
        <p class="sub">No account at any vendor.</p>
      {/each}
    </div>
    <div class="events">
      <div class="head">
        <h2>What happened</h2>
        {#if !session.isLead}
          <a class="word" href="{to('/journal')}{param('asOf') ? '&' : '?'}person={id}"
            >in the journal</a
          >
        {/if}
        <button
          class="word"
          onclick={() =>
            saveCsv(
              `/api/v1/people/${encodeURIComponent(id)}/timeline?asOf=${asOf()}`,
              `${id}.csv`,
            )}>as CSV</button
        >
      </div>
      <ol>
        {#each all ? events : events.slice(0, MOST_EVENTS) as event, n (n)}
          <li>
            <span class="num">{sayShortDay(event.day, today())}</span>
            <span>
              {event.what}
              {#if event.slate && !session.isLead}<a class="sub" href={to(`/slates/${event.slate}`)}
                  >slate</a
                >{/if}
            </span>
          </li>
        {/each}
      </ol>
      {#if events.length > MOST_EVENTS}
        <button class="word" onclick={() => (all = !all)}>
          {all ? 'the newest only' : `all ${events.length}`}
        </button>
      {/if}
    </div>
  </div>
{:else if fault}
  <h1>{fault}</h1>
  <p><a href={to('/people')}>All people</a></p>
{:else}
  <p class="sub">Looking…</p>
{/if}

<style>
  .of {
    margin-left: 0.25em;
  }
  .title {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: 2px 12px;
  }
  @media (max-width: 1000px) {
    .page {
      grid-template-columns: minmax(0, 1fr) !important;
    }
  }
  .give {
    margin-left: auto;
    display: flex;
    gap: 8px;
    align-items: baseline;
  }
  .give .plain {
    padding: 3px 10px;
  }
  .facts a {
    color: var(--link);
  }
  .page {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 262px;
    gap: 26px;
    margin-top: 12px;
  }
  section {
    margin-bottom: 16px;
  }
  .head {
    display: flex;
    align-items: baseline;
    gap: 10px;
    border-bottom: 1px solid var(--ink);
    padding-bottom: 3px;
  }
  .head h2 {
    font: 600 15px var(--font-serif);
  }
  .elsewhere {
    padding: 3px 0 4px;
  }
  .cover {
    margin-left: auto;
    text-align: right;
  }
  .head > button {
    margin-left: auto;
    font-size: 12px;
  }
  table.list td {
    padding-top: 4px;
    padding-bottom: 4px;
    white-space: nowrap;
  }
  .plan {
    width: 110px;
  }
  .plan a,
  .plan .name {
    font: 600 13.5px var(--font-serif);
  }
  .do {
    width: 48px;
  }
  tr.past {
    color: var(--soft);
  }
  .use {
    display: grid;
    grid-template-columns: 86px minmax(0, 1fr);
    gap: 8px;
    align-items: center;
    padding: 2px 0;
  }
  .use > span {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .found {
    font-size: 12.5px;
    padding-top: 4px;
  }
  .events ol {
    font-size: 12px;
    padding-top: 4px;
  }
  .events li {
    display: grid;
    grid-template-columns: 66px 1fr;
    gap: 8px;
    padding: 3px 0;
    border-bottom: 1px solid var(--fine);
  }
  .events .num {
    color: var(--soft);
    font-size: 11.5px;
    white-space: nowrap;
  }
</style>
