<!-- Beside the line: what the seats did, how the promised utilisation stands, what would do instead. -->
<script lang="ts">
  import FloorAhead from '../../pieces/floor-ahead/FloorAhead.svelte';
  import UseSeries from '../../pieces/use-series/UseSeries.svelte';
  import {
    saveCsv,
    type FloorForecast,
    type Ledger,
    type LowerTier,
    type SeriesDay,
    type Subscription,
  } from '../../api/client';
  import { to } from '../../state/address.svelte';
  import { sayDay, sayMoney } from '../../state/say';

  let {
    subscription: s,
    ledger,
    series,
    tiers,
    floor,
    asOf,
    onlower,
  }: {
    subscription: Subscription;
    ledger: Ledger | null;
    series: SeriesDay[];
    tiers: LowerTier[];
    floor: FloorForecast | null;
    asOf: string;
    /** Asked to list those for whom a lower tier would do. */
    onlower: () => void;
  } = $props();

  const judgedFrom = $derived(s.utilisation.judgedFrom);
  const canJudge = $derived(s.utilisation.percent !== null && s.utilisation.percent !== undefined);
</script>

<div class="facts">
  <section>
    <div class="between">
      <h2><a href={to(`/subscriptions/${s.line}/use`)}>Seats and their use</a></h2>
      <button
        class="word"
        onclick={() =>
          saveCsv(
            `/api/v1/subscriptions/${encodeURIComponent(s.line)}/series?asOf=${asOf}`,
            `${s.line}-series.csv`,
          )}>as CSV</button
      >
    </div>
    <UseSeries days={series} />
    {#if ledger}
      <p class="sub seats">
        {[
          `${ledger.bought} bought`,
          `${ledger.places.held} held`,
          ledger.places.promised && `${ledger.places.promised} promised`,
          ledger.places.resting && `${ledger.places.resting} resting`,
        ]
          .filter(Boolean)
          .join(', ')},
        <span class:neg={ledger.places.spare < 0}
          >{Math.abs(ledger.places.spare)} {ledger.places.spare < 0 ? 'short' : 'spare'}</span
        >
      </p>
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
    {#if floor}<div class="ahead"><FloorAhead {floor} /></div>
    {/if}
  </section>
  {#if tiers.length > 0}
    <section>
      <div class="between">
        <h2>Lower tiers that would do</h2>
        <button class="word" onclick={onlower}>show them</button>
      </div>
      <ul>
        {#each tiers as tier (tier.plan)}
          <li class="tier">
            <span
              >{tier.holders}
              {tier.holders === 1 ? 'uses' : 'use'} nothing above {tier.planName}</span
            >
            <span class="num">{sayMoney(tier.yearly)}</span>
          </li>
        {/each}
      </ul>
    </section>
  {/if}
</div>

<style>
  h2 a {
    display: inline-block;
    line-height: 24px;
  }
  section {
    border-top: 1px solid var(--rule);
    padding: var(--s-6) 0 var(--s-6);
  }
  section:first-child {
    border-top: 1px solid var(--ink);
  }
  .between {
    display: flex;
    justify-content: space-between;
    align-items: baseline;
  }
  .between .word {
    min-height: 24px;
    font-size: var(--type-note);
  }
  .seats {
    font-size: var(--type-note);
  }
  .ahead {
    margin-top: var(--s-2);
  }
  li.tier {
    font-size: var(--type-note);
  }
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
    font-size: var(--type-fine);
    color: var(--soft);
  }
</style>
