<!-- One subscription in the list: its seats, how well they are used, what could be had back, by when. -->
<script lang="ts">
  import NoticeWedge from '../../pieces/notice-wedge/NoticeWedge.svelte';
  import TallyBar from '../../pieces/tally-bar/TallyBar.svelte';
  import type { Subscription } from '../../api/client';
  import { asOf, to } from '../../state/address.svelte';
  import { sayDay, sayMoney, sayShortDay } from '../../state/say';
  import { decideIn } from './orders';

  let { s }: { s: Subscription } = $props();
  const days = $derived(decideIn(s));

  function kind(s: Subscription): string {
    const words = [s.vendorName];
    if (s.tiers > 1) words.push(`tier ${s.tier} of ${s.tiers}`);
    if (s.model === 'RESTING') words.push('resting plan');
    if (s.model === 'FLOATING') words.push('shared pool');
    if (s.model === 'ADDON') words.push('add-on');
    if (s.signOutFirst) words.push('sign-out first');
    return words.join(' · ');
  }

  function decide(s: Subscription): string {
    if (s.mayShrink === 'NEVER') return 'never shrinks';
    if (s.mayShrink === 'MONTHLY') return `monthly · next on ${sayShortDay(s.cashFrom, asOf())}`;
    const days = s.noticeInDays;
    if (days === null || days === undefined) return 'over; must be renewed by hand';
    const renews = `renews ${sayShortDay(s.renews, asOf())}`;
    return days < 0 ? `notice has passed · ${renews}` : `notice in ${days} d · ${renews}`;
  }
</script>

<td>
  <a
    class="name"
    href={to(s.model === 'FLOATING' ? `/pools/${s.plan}` : `/subscriptions/${s.line}`)}
    >{s.planName}</a
  >
  <div class="sub">{kind(s)}</div>
</td>
<td>
  <div class="seats">
    <span class="num">{s.bought}</span>
    <div class="bar"><TallyBar of={s} /></div>
  </div>
</td>
<td
  class={['r num', s.floor?.status === 'BELOW' && 'low']}
  title="{s.utilisation.used} of {s.utilisation.of} used in {s.utilisation
    .windowDays} days to {sayDay(s.measureDay)}"
>
  {#if s.model === 'RESTING'}
    <span class="sub">–</span>
  {:else if s.model === 'FLOATING'}
    <span class="sub">{s.mostAtOnce ?? 0} at once</span>
  {:else if s.utilisation.percent === null || s.utilisation.percent === undefined}
    <span class="sub">cannot say</span>
  {:else}
    {s.floor ? s.utilisation.percent.toFixed(1) : Math.round(s.utilisation.percent)} %
  {/if}
  {#if s.floor}<div class="under">floor {s.floor.percent} %</div>{/if}
</td>
<td class="r num">
  {sayMoney(s.recoverable)}
  {#if s.evidence.daysBehind > 3 || !s.evidence.known}
    <div class="under stale">
      {s.evidence.known ? `counted to ${sayShortDay(s.measureDay, asOf())}` : 'no evidence'}
    </div>
  {/if}
</td>
<td>
  {#if days !== null}<NoticeWedge {days} of={s.termDays} />{/if}
  <div class="sub">
    {decide(s)}{s.floor?.check ? ` · check ${sayShortDay(s.floor.check, asOf())}` : ''}
  </div>
</td>

<style>
  td {
    vertical-align: middle;
  }
  td:last-child {
    padding-left: var(--s-14);
  }
  .name {
    font: 600 var(--type-lead) var(--font-serif);
    text-decoration: none;
  }
  .seats {
    display: flex;
    align-items: center;
    gap: var(--s-8);
  }
  .seats .num {
    width: 34px;
    text-align: right;
  }
  .bar {
    flex: 1;
    min-width: 0;
  }
  .low {
    color: var(--locked);
    font-weight: 600;
  }
  .under {
    font: var(--type-fine) var(--font-sans);
    color: var(--soft);
    font-weight: 400;
  }
  .under.stale {
    color: var(--idle-text);
  }
</style>
