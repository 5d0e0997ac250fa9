<!--
@component
Twenty-six weeks of use, one cell a week, filled by the days of use in it.
-->
<script lang="ts">
  let { weeks }: { weeks: number[] } = $props();

  const CELL = 7.5;
  const HEIGHT = 14;
  const words = $derived.by(() => {
    const used = weeks.filter((days) => days > 0).length;
    return `used in ${used} of the last ${weeks.length} weeks`;
  });
</script>

<svg width={weeks.length * CELL} height={HEIGHT} role="img" aria-label={words}>
  {#each weeks as days, week (week)}
    <rect class="cell" x={week * CELL + 0.5} y=".5" width={CELL - 2} height={HEIGHT - 1} />
    {#if days > 0}
      <rect
        class="used"
        x={week * CELL + 0.5}
        y={HEIGHT - 0.5 - (Math.max(1.2, days) / 7) * (HEIGHT - 1)}
        width={CELL - 2}
        height={(Math.max(1.2, days) / 7) * (HEIGHT - 1)}
      />
    {/if}
  {/each}
</svg>

<style>
  svg {
    display: block;
  }
  .cell {
    fill: none;
    stroke: var(--rule);
  }
  .used {
    fill: var(--used);
  }
</style>
