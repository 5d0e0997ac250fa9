<!--
@component
The time left to give notice: an arrow along the term, red when it is nearly over.
-->
<script lang="ts">
  let { days, of = 365 }: { days: number; of?: number } = $props();

  const SOON = 30;

  let width = $state(160);

  const share = $derived(Math.min(1, Math.max(0, days / Math.max(of, 1))));
  const tip = $derived(Math.max(7, share * (width - 2)));
  const soon = $derived(days <= SOON);
</script>

<div bind:clientWidth={width}>
  <svg {width} height="14" aria-hidden="true" class:soon>
    <path class="term" d="M0 7H{width}" />
    <path class="start" d="M.5 0V14" />
    <path class="left" d="M0 7H{tip - 4}" />
    <path class="tip" d="M{tip - 7} 2L{tip} 7L{tip - 7} 12Z" />
  </svg>
</div>

<style>
  div {
    line-height: 0;
  }
  .term {
    stroke: var(--rule);
  }
  .start {
    stroke: var(--ink);
  }
  .left {
    stroke: var(--ink);
    stroke-width: 3;
  }
  .tip {
    fill: var(--ink);
  }
  .soon .left {
    stroke: var(--locked);
  }
  .soon .tip {
    fill: var(--locked);
  }
</style>
