<!-- Beside the line: where the seats lie, what the evidence is worth, when money stops. -->
<script lang="ts">
  import type { Ledger, Subscription } from '../../api/client';
  import { plusDays, sayCount, sayDay, sayMoney } from '../../state/say';

  let {
    subscription: s,
    ledger,
    asOf,
  }: { subscription: Subscription; ledger: Ledger | null; asOf: string } = $props();

  const STALE_DAYS = 4;

  const judgedFrom = $derived(s.utilisation.judgedFrom);
  const canJudge = $derived(s.utilisation.percent !== null && s.utilisation.percent !== undefined);
  const recent = $derived([...(ledger?.postings ?? [])].reverse().slice(0, 4));
  const PLACES: Record<string, string> = {
    OUTSIDE: 'vendor',
    SPARE: 'spare',
    PROMISED: 'promised',
    HELD: 'held',
    RESTING: 'resting',
  };
</script>

<div class="facts">
  <section>
    <h2>Seats on {sayDay(asOf)}</h2>
    {#if ledger}
      <dl class="num">
        <dt>bought</dt>
        <dd>{ledger.bought}</dd>
        <dt>held</dt>
        <dd>{ledger.places.held}</dd>
        {#if ledger.places.promised}
          <dt>promised</dt>
          <dd>{ledger.places.promised}</dd>
        {/if}
        {#if ledger.places.resting}
          <dt>resting</dt>
          <dd>{ledger.places.resting}</dd>
        {/if}
        <dt class:neg={ledger.places.spare < 0}>{ledger.places.spare < 0 ? 'short' : 'spare'}</dt>
        <dd class:neg={ledger.places.spare < 0}>{Math.abs(ledger.places.spare)}</dd>
      </dl>
    {/if}
  </section>
  <section>
    <h2>Use</h2>
    <p class="sub">
      {#if s.model === 'RESTING'}
        A resting plan: nobody works with it.
      {:else if canJudge}
        {s.utilisation.used} of {s.utilisation.of}
        {s.floor?.of === 'HELD' ? 'held' : 'bought'} seats used within {s.utilisation.windowDays} days:
        <b class:neg={s.floor?.status === 'BELOW'}>{s.utilisation.percent!.toFixed(1)} %</b
        >{#if s.floor}, promised are {s.floor.percent} %{s.floor.check
            ? `, looked at on ${sayDay(s.floor.check)}`
            : ''}{/if}.
      {:else}
        Cannot say yet for {s.utilisation.windowDays} days; it can be said from {sayDay(
          judgedFrom,
        )}.
      {/if}
    </p>
  </section>
  <section class:stale={s.evidence.known && s.evidence.daysBehind >= STALE_DAYS}>
    <h2>Evidence</h2>
    <p class="sub">
      {#if s.evidence.known}
        complete {sayDay(s.evidence.completeFrom)} – {sayDay(s.evidence.completeTo)},
        {s.evidence.daysBehind === 0
          ? 'up to date'
          : `${sayCount(s.evidence.daysBehind, 'day')} behind`}{s.evidence.kind === 'LAST_SEEN'
          ? '; only the last day of use is known'
          : ''}. Days are counted to {sayDay(s.measureDay)}{s.evidence.daysBehind >= STALE_DAYS
          ? '; nothing after that is held against anybody'
          : ''}.
      {:else}
        Nothing is known of use at {s.vendorName}: nobody can be judged.
      {/if}
      {#if s.cannotSay > 0}
        For {sayCount(s.cannotSay, 'holder')} it cannot be said yet; by {sayDay(
          plusDays(s.evidence.completeFrom, s.idleLine),
        )} it can.
      {/if}
    </p>
  </section>
  <section>
    <h2>When money stops</h2>
    <p class="sub">
      {#if s.mayShrink === 'NEVER'}
        The agreement never shrinks. A seat that comes back can only serve somebody else.
      {:else if s.mayShrink === 'MONTHLY'}
        From {sayDay(s.cashFrom)}, the next billing month, once the quantity is lowered.
      {:else}
        From {sayDay(s.cashFrom)}, once the quantity is lowered{s.noticeBy
          ? `; notice by ${sayDay(s.noticeBy)}`
          : ''}.
      {/if}
      {#if s.restDays > 0}A seat that comes back rests {s.restDays} days.{/if}
      {#if s.signOutFirst}Holders must be signed out first.{/if}
      {#if !s.reusable}A seat that comes back serves nobody else.{/if}
    </p>
    <p class="sub had">could be had back <b class="num">{sayMoney(s.recoverable)}</b> a year</p>
  </section>
  {#if recent.length > 0}
    <section>
      <h2>Last postings</h2>
      <ul class="num">
        {#each recent as posting, n (n)}
          <li>
            <span>{sayDay(posting.day)}</span>
            <span>{posting.seats} {PLACES[posting.from]} → {PLACES[posting.to]}</span>
          </li>
        {/each}
      </ul>
    </section>
  {/if}
</div>

<style>
  section {
    border-top: 1px solid var(--rule);
    padding: 6px 0 7px;
  }
  section:first-child {
    border-top: 1px solid var(--ink);
  }
  .stale {
    background: var(--idle-ground);
    padding-left: 8px;
    padding-right: 8px;
  }
  dl {
    display: grid;
    grid-template-columns: 1fr auto;
    font-size: 12px;
    row-gap: 1px;
  }
  dt {
    color: var(--soft);
  }
  dd {
    text-align: right;
  }
  .stale .sub {
    color: var(--ink);
  }
  .had {
    margin-top: 3px;
  }
  .had b,
  p b {
    color: var(--ink);
    font-weight: 600;
  }
  p b.neg {
    color: var(--locked);
  }
  li {
    display: flex;
    justify-content: space-between;
    font-size: 11px;
    color: var(--soft);
  }
</style>
