<!-- The most that were in at once, by hour of the week. -->
<script lang="ts">
  import type { Schemas } from '../../api/client';

  let { sizing }: { sizing: Schemas['PoolSizing'] } = $props();

  const HOURS = [...Array(24).keys()];
  const DAYS = 'Mon Tue Wed Thu Fri Sat Sun'.split(' ');

  const busiest = $derived(Math.max(1, ...sizing.peakByHourOfWeek));
</script>

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

<style>
  .hours {
    margin-top: var(--s-14);
  }
  .week {
    display: grid;
    grid-template-columns: 34px repeat(24, minmax(0, 1fr));
    gap: var(--s-2);
    align-items: center;
    padding-top: var(--s-4);
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
