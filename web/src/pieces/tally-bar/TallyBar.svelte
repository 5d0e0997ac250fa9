<!--
@component
A subscription's seats by state, in one bar. A promised utilisation is a tick; where more are held
than bought, the bar runs over its end.
-->
<script lang="ts">
  import { TEXTURE_WORDS, shares } from '../../state/states';
  import type { Subscription } from '../../api/client';

  let { of, height = 17 }: { of: Subscription; height?: number } = $props();

  let width = $state(300);

  const all = $derived(shares(of));
  const drawn = $derived(all.reduce((sum, share) => sum + share.seats, 0));
  const whole = $derived(Math.max(of.bought, drawn, 1));
  const scale = $derived((Math.max(width, 40) - 1) / whole);
  const parts = $derived.by(() => {
    let x = 0;
    return all.map((share) => {
      const part = { ...share, x: x * scale, width: share.seats * scale };
      x += share.seats;
      return part;
    });
  });
  const floorAt = $derived(
    of.floor && of.utilisation.of > 0 ? (of.floor.percent / 100) * of.utilisation.of * scale : null,
  );
  const words = $derived(
    all.map((share) => `${share.seats} ${TEXTURE_WORDS[share.texture]}`).join(', ') +
      (of.short > 0 ? `, ${of.short} short` : ''),
  );
</script>

<div class="bar" bind:clientWidth={width}>
  <svg
    {width}
    height={height + 8}
    role="img"
    aria-label="{of.bought} bought: {words}"
    data-says={words}
  >
    <g transform="translate(.5 4.5)">
      {#each parts as part (part.texture)}
        <rect
          x={part.x}
          width={part.width}
          {height}
          fill="url(#tx-{part.texture})"
          stroke="var(--ink)"
          stroke-width=".8"
        />
        {#if part.texture === 'unsure' && part.width > 9}
          <text x={part.x + part.width / 2} y={height / 2 + 4} text-anchor="middle">?</text>
        {/if}
      {/each}
      <rect
        width={of.bought * scale}
        {height}
        fill="none"
        stroke="var(--ink)"
        stroke-width={of.short > 0 ? 2 : 1}
      />
      {#if floorAt !== null}
        <path
          class={['floor', of.floor?.status === 'BELOW' && 'below']}
          d="M{floorAt} -4V{height + 4}"
        />
      {/if}
    </g>
  </svg>
</div>

<style>
  .bar {
    min-width: 40px;
    line-height: 0;
  }
  text {
    font: 600 var(--type-fine) var(--font-mono);
    fill: var(--ink);
  }
  .floor {
    stroke: var(--ink);
    stroke-width: 2;
  }
  .floor.below {
    stroke: var(--locked);
    stroke-width: 2.5;
  }
</style>
