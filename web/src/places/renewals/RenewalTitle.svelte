<!-- Which renewal it is, what it costs as it stands, and how long notice can be given. -->
<script lang="ts">
  import type { Schemas } from '../../api/client';
  import { asOf, to } from '../../state/address.svelte';
  import { sayCount, sayDay, sayMoney } from '../../state/say';

  interface Props {
    renewal: Schemas['Renewal'];
    agreement: string;
    name: string;
    /** Whether the vendor was told of the day that was missed. */
    told: boolean;
  }
  let { renewal, agreement, name, told }: Props = $props();

  const DAY_MS = 86_400_000;
  const left = $derived(
    renewal?.noticeBy ? (Date.parse(renewal.noticeBy) - Date.parse(asOf())) / DAY_MS : 0,
  );
</script>

<div class="title">
  <h1>{name}</h1>
  <span class="sub">
    renews {sayDay(renewal.renews)} · {sayMoney(renewal.all)} a year as it stands ·
    <a href={to(`/terms/${renewal.vendor}`)}>terms</a>
    · <a href={to(`/renewals/${agreement}/brief`)}>brief</a>
  </span>
  <span class="due" class:soon={left <= 30}>
    {left < 0
      ? `notice day ${sayDay(renewal.noticeBy)} is gone`
      : `notice in ${sayCount(left, 'day')}`}
  </span>
</div>
{#if renewal.missed.length > 0 && !told}
  <p class="neg">
    {sayDay(renewal.missed[0])} can no longer be changed: it renews then as it stands. The next chance
    is {sayDay(renewal.renews)}.
  </p>
{/if}

<style>
  .title {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: var(--s-2) var(--s-14);
    padding-bottom: var(--s-8);
  }
  .due {
    margin-left: auto;
    font: 600 var(--type-text) var(--font-mono);
  }
  .due.soon {
    color: var(--locked);
  }
</style>
