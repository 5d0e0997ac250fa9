<!--
@component
One renewal on the year to come: a wedge for the time left to give notice, red when it is nearly
over, dots up to the renewal, and a bar where it comes.
-->
<script lang="ts">
  import { sayCount, sayDay } from '../../state/say';

  let { today, noticeBy, renews }: { today: string; noticeBy: string; renews: string } = $props();

  const DAY_MS = 86_400_000;
  const SOON = 30;
  const YEAR = 366;
  const H = 22;

  let width = $state(420);
  const from = (day: string) => (Date.parse(day) - Date.parse(today)) / DAY_MS;
  const x = (days: number) => Math.min(1, Math.max(0, days / YEAR)) * (width - 6) + 2;
  const left = $derived(from(noticeBy));
  const tip = $derived(Math.max(7, x(left)));
  const bar = $derived(x(from(renews)));
  const beyond = $derived(from(renews) > YEAR);
  const words = $derived(
    `${left < 0 ? 'notice day gone' : `${sayCount(left, 'day')} to give notice, by ${sayDay(noticeBy)}`}; renews ${sayDay(renews)}`,
  );
</script>

<div bind:clientWidth={width}>
  <svg {width} height={H} role="img" aria-label={words} class:soon={left <= SOON} data-says={words}>
    {#if left >= 0}<path class="wedge" d="M2 {H / 2 - 7}L{tip} {H / 2}L2 {H / 2 + 7}Z" />{/if}
    <path class="way" d="M{left < 0 ? 2 : tip} {H / 2}H{bar}" />
    {#if beyond}
      <path class="beyond" d="M{bar - 6} {H / 2 - 5}L{bar} {H / 2}L{bar - 6} {H / 2 + 5}" />
    {:else}
      <path class="bar" d="M{bar} {H / 2 - 8}V{H / 2 + 8}" />
    {/if}
  </svg>
</div>

<style>
  div {
    position: relative;
    height: 22px;
    min-width: 120px;
  }
  svg {
    position: absolute;
    inset: 0;
  }
  .wedge {
    fill: var(--ink);
  }
  .soon .wedge {
    fill: var(--locked);
  }
  .way {
    stroke: var(--soft);
    stroke-width: 1.4;
    stroke-dasharray: 1.5 3;
  }
  .bar {
    stroke: var(--ink);
    stroke-width: 3;
  }
  .beyond {
    stroke: var(--ink);
    stroke-width: 1.5;
    fill: none;
  }
</style>
