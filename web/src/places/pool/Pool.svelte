<!-- A floating pool: who is in now, whether it is the right size, and when it is full. -->
<script lang="ts">
  import DayField from '../../pieces/controls/DayField.svelte';
  import PoolSizes from '../../pieces/pool-sizes/PoolSizes.svelte';
  import { api, dataOf, saveCsv, type Schemas } from '../../api/client';
  import { navigate, route } from '../../router';
  import { asOf, search, to, today } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { plusDays, sayCount, sayDay, sayMoney } from '../../state/say';
  import { latest } from '../../state/latest';
  import { wholeName, WhoTyped } from '../../state/who.svelte';

  const GRACE_MINUTES = 15;
  const LONG_MINUTES = 12 * 60;
  const HOURS = [...Array(24).keys()];
  const DAYS = 'Mon Tue Wed Thu Fri Sat Sun'.split(' ');

  const plan = $derived(String(route.params.plan ?? ''));
  const subscription = $derived(book.subscriptions?.find((s) => s.plan === plan));
  const maySteer = $derived(session.me?.role === 'STEWARD');

  let now = $state.raw<Schemas['PoolNow'] | null>(null);
  let sizing = $state.raw<Schemas['PoolSizing'] | null>(null);
  let fault = $state('');
  let broken = $state(false);
  let lendTo = $state('');
  let lendUntil = $state('');
  const who = new WhoTyped(() => ({ status: 'ACTIVE' }));

  const turn = latest();

  $effect(() => {
    const path = { plan };
    const newest = turn();
    const query = { asOf: asOf() };
    now = null;
    dataOf(api.GET('/api/v1/pools/{plan}/sizing', { params: { path, query } })).then(
      (s) => newest() && (sizing = s),
      (e) => newest() && (fault = (e as Error).message),
    );
    dataOf(api.GET('/api/v1/pools/{plan}/now', { params: { path } })).then(
      (n) => newest() && (now = n),
      (e) => newest() && (fault = (e as Error).message),
    );
    const stream = new EventSource(`/api/v1/pools/${encodeURIComponent(plan)}/stream`);
    stream.onmessage = (event) => {
      now = JSON.parse(event.data as string) as Schemas['PoolNow'];
      broken = false;
    };
    stream.onerror = () => (broken = true);
    return () => stream.close();
  });

  const cells = $derived.by(() => {
    if (!now) return [];
    const inside = now.guests.filter((g) => !g.ownSeat);
    const taken = inside.map((g) => ({ kind: 'in', words: `${g.name}, ${sayFor(g.minutes)}` }));
    const lent = now.loans
      .filter((l) => !l.in)
      .map((l) => ({ kind: 'lent', words: `set aside for ${l.name} until ${sayDay(l.until)}` }));
    const free = Math.max(0, now.seats - taken.length - lent.length);
    return [...taken, ...lent, ...Array(free).fill({ kind: 'free', words: 'free' })];
  });
  const busiest = $derived(Math.max(1, ...(sizing?.peakByHourOfWeek ?? [0])));
  const spare = $derived(sizing?.surplus ?? 0);
  const tooFew = $derived(sizing?.tooFew ?? 0);

  function sayFor(minutes: number): string {
    if (minutes < 60) return `${minutes} min`;
    const hours = Math.floor(minutes / 60);
    return hours < 48 ? `${hours} h ${minutes % 60} min` : `${Math.floor(hours / 24)} days`;
  }

  /** How far it has come since they were asked to leave. */
  function sayLeaving(guest: Schemas['PoolGuest']): string {
    if (guest.ending === 'ENDING') return 'being ended at the vendor';
    if (guest.ending === 'REFUSED') return `not ended: ${guest.answer ?? 'the vendor refused'}`;
    return guest.overdue ? 'asked to leave; still in' : 'asked to leave';
  }

  async function change(work: () => Promise<Schemas['PoolNow']>) {
    try {
      now = await work();
      fault = '';
    } catch (e) {
      fault = (e as Error).message;
    }
  }

  const ask = (id: string) =>
    change(() =>
      dataOf(
        api.POST('/api/v1/pools/{plan}/sessions/{session}/ask', {
          params: { path: { plan, session: id } },
          body: { minutes: GRACE_MINUTES },
        }),
      ),
    );
  const endLoan = (loan: string) =>
    change(() =>
      dataOf(api.DELETE('/api/v1/pools/{plan}/loans/{loan}', { params: { path: { plan, loan } } })),
    );

  async function lend(event: SubmitEvent) {
    event.preventDefault();
    const q = lendTo.trim();
    const found = await who.find(q);
    if (found.length !== 1) {
      fault =
        found.length === 0
          ? `Nobody who is active is called ‘${q}’.`
          : 'Several people fit; choose one from the list.';
      return;
    }
    const person = found[0]!.person;
    await change(() =>
      dataOf(
        api.POST('/api/v1/pools/{plan}/loans', {
          params: { path: { plan } },
          body: { person, until: lendUntil || plusDays(today(), 7) },
        }),
      ),
    );
    if (!fault) lendTo = '';
  }

  async function giveBack() {
    if (subscription) {
      await slates.plan([{ kind: 'GIVE_BACK', line: subscription.line, seats: spare }]);
    }
  }

  $effect(() =>
    bindKeys([
      {
        keys: 'Escape',
        does: 'back to Subscriptions',
        run: () => void navigate('/subscriptions', { search: search() }),
      },
    ]),
  );
</script>

<svelte:head><title>{subscription?.planName ?? plan} – Sober Tally</title></svelte:head>

<div class="title">
  <h1>{now?.planName ?? subscription?.planName ?? plan}</h1>
  {#if subscription}
    <span class="sub">
      {subscription.vendorName} · shared pool of {subscription.bought} seats at
      {sayMoney(subscription.seatPrice, true)} a year{subscription.noticeBy
        ? ` · notice by ${sayDay(subscription.noticeBy)}, renews ${sayDay(subscription.renews)}`
        : ''}
    </span>
  {/if}
</div>
{#if fault}<p class="neg" role="alert">{fault}</p>{/if}

{#if now}
  <div class="page">
    <section aria-labelledby="in">
      <div class="head">
        <h2 id="in">
          {now.taken} in now, {now.free > 0
            ? `${now.free} free`
            : now.free < 0
              ? `${-now.free} too many`
              : 'none free'}{now.lent > 0 ? `, ${now.lent} set aside` : ''}
        </h2>
        <span class={['sub', broken && 'neg']} role="status">
          {broken ? 'the line is broken; it is tried again' : 'as it changes'}
        </span>
      </div>
      <div
        class="cells"
        role="img"
        aria-label="{now.seats} seats: {now.taken} taken, {now.lent} set aside"
      >
        {#each cells as cell, n (n)}<i class={cell.kind} title={cell.words}></i>{/each}
      </div>
      <table class="list">
        <thead>
          <tr>
            <th>Who</th>
            <th>From</th>
            <th class="r">for</th>
            <th class="r">do</th>
          </tr>
        </thead>
        <tbody>
          {#each now.guests as g (g.session)}
            <tr>
              <td>
                {#if g.person}<a href={to(`/people/${g.person}`)}>{g.name}</a>{:else}{g.name}{/if}
                {#if g.ownSeat}<span class="sub">has a seat of their own: takes none</span>{/if}
              </td>
              <td class="sub">{g.host ?? '–'}</td>
              <td class={['r num', g.minutes > LONG_MINUTES && 'neg']}>{sayFor(g.minutes)}</td>
              <td class="r">
                {#if g.leaveBy}
                  <span class={['sub', g.overdue && 'neg']} title={g.answer}>
                    {sayLeaving(g)}
                  </span>
                {:else if maySteer}
                  <button class="word" onclick={() => ask(g.session)}>
                    ask to leave<span class="grace">&nbsp;in {GRACE_MINUTES} min</span>
                  </button>
                {/if}
              </td>
            </tr>
          {:else}
            <tr><td colspan="4" class="sub">Nobody is in.</td></tr>
          {/each}
        </tbody>
      </table>

      {#if now.loans.length > 0 || maySteer}
        <h2 class="lent">Set aside</h2>
        {#each now.loans as loan (loan.id)}
          <p>
            <a href={to(`/people/${loan.person}`)}>{loan.name}</a>
            <span class="sub">until {sayDay(loan.until)}{loan.in ? ', in now' : ''}</span>
            {#if maySteer}<button class="word" onclick={() => endLoan(loan.id)}>end</button>{/if}
          </p>
        {/each}
        {#if maySteer}
          <form onsubmit={lend}>
            <input
              list="lend-people"
              aria-label="For whom"
              placeholder="for whom?"
              required
              bind:value={lendTo}
              oninput={() => who.suggest(lendTo)}
            />
            <datalist id="lend-people">
              {#each who.near as p (p.person)}<option value={wholeName(p)}></option>{/each}
            </datalist>
            <label class="sub"
              >until <DayField
                min={plusDays(today(), 1)}
                value={lendUntil || plusDays(today(), 7)}
                onday={(day) => (lendUntil = day)}
              /></label
            >
            <button class="plain">Set a seat aside</button>
          </form>
        {/if}
      {/if}
    </section>

    <section aria-labelledby="size">
      {#if sizing}
        <div class="head">
          <h2 id="size">Is it the right size?</h2>
          <button
            class="word"
            onclick={() => saveCsv(`/api/v1/pools/${plan}/sizes?asOf=${asOf()}`, `${plan}.csv`)}
            >as CSV</button
          >
        </div>
        <p class="sub">
          {sayCount(sizing.starts, 'start')} since {sayDay(sizing.from)}, played again at every
          size: how many would have been refused{sizing.startsWithOwnSeat > 0
            ? `. ${sizing.startsWithOwnSeat} of them were by people with a seat of their own, who need not have come here`
            : ''}
        </p>
        <PoolSizes {sizing} />
        {#if spare > 0 && session.mayDraft && subscription}
          <p class="do">
            By the last 90 days {sayCount(sizing.needed, 'seat')} would refuse at most 1 start in 100:
            {spare} fewer than are bought.
            <button class="plain" disabled={slates.busy} onclick={giveBack}>
              Plan giving {spare} back
            </button>
          </p>
        {:else if tooFew > 0}
          <p class="neg do">
            {sayCount(tooFew, 'seat')} too few: {sizing.points.find(
              (p) => p.seats === sizing!.bought,
            )?.denied ?? 0} starts would have been refused.
          </p>
        {/if}
        {#if slates.fault}<p class="neg" role="alert">{slates.fault}</p>{/if}
        <p class="sub">
          Refused starts that were told: {now.refusedToday} today, {now.refusedMonth} in 30 days.
        </p>
        <h2 class="hours">Most at once, by hour of the week</h2>
        <div
          class="week"
          role="img"
          aria-label="The most at once was {sizing.peak}; by hour of the week from Monday on"
        >
          {#each DAYS as day, d (day)}
            <span class="sub">{day}</span>
            {#each HOURS as h (h)}
              {@const peak = sizing.peakByHourOfWeek[24 * d + h] ?? 0}
              <i
                class:full={peak >= sizing.bought && peak > 0}
                style:opacity={peak === 0 ? 1 : 0.25 + (0.75 * peak) / busiest}
                class:none={peak === 0}
                title="{day} {h}:00: {peak} at once"
              ></i>
            {/each}
          {/each}
        </div>
        <p class="sub">
          <i class="key full"></i> at or over the size bought
          <i class="key"></i> fewer; the stronger, the more
        </p>
      {/if}
    </section>
  </div>
{:else if !fault}
  <p class="sub">Looking…</p>
{/if}

<style>
  .title {
    display: flex;
    align-items: baseline;
    gap: 12px;
    flex-wrap: wrap;
  }
  .page {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    gap: 30px;
    margin-top: 12px;
  }
  .head {
    display: flex;
    align-items: baseline;
    justify-content: space-between;
    border-bottom: 1px solid var(--ink);
    padding-bottom: 3px;
  }
  .head h2 {
    font: 600 15px var(--font-serif);
  }
  .head .word {
    font-size: 12px;
  }
  .cells {
    display: flex;
    flex-wrap: wrap;
    gap: 3px;
    padding: 10px 0;
  }
  .cells i {
    width: 17px;
    height: 20px;
    border: 1px solid var(--ink);
    border-radius: 2px;
  }
  .cells .in {
    background: var(--used);
  }
  .cells .lent {
    background: repeating-linear-gradient(90deg, var(--soft) 0 1px, var(--sheet) 1px 4px);
  }
  .cells .free {
    background: var(--sheet);
    border-color: var(--rule);
  }
  table.list td {
    padding-top: 4px;
    padding-bottom: 4px;
  }
  table.list td:not(:first-child) {
    white-space: nowrap;
  }
  @media (max-width: 1150px) {
    .page {
      gap: 20px;
    }
    .grace {
      display: none;
    }
  }
  .lent,
  .hours {
    margin-top: 14px;
  }
  form {
    display: flex;
    gap: 10px;
    align-items: baseline;
    flex-wrap: wrap;
    padding-top: 6px;
  }
  input {
    border: 0;
    border-bottom: 1px solid var(--rule);
    background: var(--paper);
    font-size: 12.5px;
    padding: 2px;
    width: 130px;
  }
  .plain {
    padding: 3px 10px;
  }
  .do {
    padding: 6px 0;
    font-size: 12.5px;
  }
  .week {
    display: grid;
    grid-template-columns: 34px repeat(24, minmax(0, 1fr));
    gap: 2px;
    align-items: center;
    padding-top: 4px;
  }
  .week i,
  .key {
    height: 13px;
    background: var(--used);
    border-radius: 1px;
  }
  .week .none {
    background: var(--fine);
  }
  .week .full,
  .key.full {
    background: var(--locked);
  }
  .key {
    display: inline-block;
    width: 13px;
    vertical-align: -2px;
  }
</style>
