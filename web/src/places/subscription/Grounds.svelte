<!-- Under the seats: what the evidence is worth, when money stops, what moved last. -->
<script lang="ts">
  import type { Ledger, Schemas, Subscription } from '../../api/client';
  import { plusDays, sayCount, sayDay, sayMoney, sayShortDay } from '../../state/say';
  import { PLACE_WORDS } from '../../state/states';

  let {
    subscription: s,
    ledger,
    returns = null,
  }: {
    subscription: Subscription;
    ledger: Ledger | null;
    /** How often rounds that took seats of the plan back were too early. */
    returns?: Schemas['RoundReturns'] | null;
  } = $props();

  const STALE_DAYS = 4;

  const recent = $derived([...(ledger?.postings ?? [])].reverse().slice(0, 3));
</script>

<div class="grounds">
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
      {#if returns}
        Rounds took {sayCount(returns.takenBack, 'seat')} of it back; {returns.cameBack} of them
        {returns.cameBack === 1 ? 'was' : 'were'} needed again within 30 days.
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
            <span>{sayShortDay(posting.day, s.measureDay)}</span>
            <span>{posting.seats} {PLACE_WORDS[posting.from]} → {PLACE_WORDS[posting.to]}</span>
          </li>
        {/each}
      </ul>
    </section>
  {/if}
</div>

<style>
  .grounds {
    display: grid;
    grid-template-columns: repeat(3, minmax(0, 1fr));
    gap: 0 var(--s-20);
    margin-top: var(--s-12);
  }
  section {
    border-top: 1px solid var(--ink);
    padding: var(--s-6) 0 0;
  }
  .stale {
    background: var(--idle-ground);
    padding-left: var(--s-8);
    padding-right: var(--s-8);
  }
  .stale .sub {
    color: var(--ink);
  }
  .had {
    margin-top: var(--s-3);
  }
  .had b {
    color: var(--ink);
    font-weight: 600;
  }
  li {
    display: flex;
    justify-content: space-between;
    font-size: var(--type-fine);
    color: var(--soft);
  }
</style>
