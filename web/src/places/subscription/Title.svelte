<!-- What a subscription is, what a seat of it costs, and how long notice can still be given. -->
<script lang="ts">
  import type { Subscription } from '../../api/client';
  import NoticeWedge from '../../pieces/notice-wedge/NoticeWedge.svelte';
  import { to } from '../../state/address.svelte';
  import { sayDay, sayMoney } from '../../state/say';

  let { subscription: s }: { subscription: Subscription } = $props();
</script>

<div class="title">
  <h1>{s.planName}</h1>
  <span class="sub">
    <a href={to(`/terms/${s.vendor}`)} title="the terms">{s.vendorName}</a>{s.tiers > 1
      ? ` · tier ${s.tier} of ${s.tiers}`
      : ''} · {s.bought.toLocaleString('en-GB')} bought at {sayMoney(s.seatPrice, true)} a year
    {#if s.mayShrink === 'NEVER'}· may never shrink
    {:else if s.cashFrom}· cannot shrink before <b>{sayDay(s.cashFrom)}</b>{/if}
  </span>
  {#if s.mayShrink === 'AT_RENEWAL' && s.noticeInDays !== null && s.noticeInDays !== undefined}
    <span class="notice">
      <span class={['num', s.noticeInDays <= 30 && 'neg']}>
        {s.noticeInDays < 0 ? 'notice has passed' : `notice in ${s.noticeInDays} d`}
      </span>
      <span class="wedge"><NoticeWedge days={s.noticeInDays} of={s.termDays} /></span>
    </span>
  {/if}
</div>

<style>
  .sub a {
    text-decoration: underline;
    text-underline-offset: 2px;
  }
  .title {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: var(--s-2) var(--s-12);
  }
  .notice {
    margin-left: auto;
    display: flex;
    align-items: center;
    gap: var(--s-10);
    font-size: var(--type-row);
  }
  .wedge {
    width: 90px;
  }
</style>
