<!--
@component
What a term costs, by the seats promised: with those that will have to be added. Bands of the price
are apart, so that a break is a step down; where more seats cost less than fewer it is said.
-->
<script lang="ts">
  import { scaleLinear } from 'd3-scale';
  import { line } from 'd3-shape';
  import type { Schemas } from '../../api/client';
  import { sayMoney, sayShortCount } from '../../state/say';

  interface Props {
    points: Schemas['PromisePoint'][];
    breaks: number[];
    promised: number;
    bought: number;
  }
  let { points, breaks, promised, bought }: Props = $props();

  const H = 170;
  const LEFT = 44;
  const TOP = 14;
  const BOTTOM = 22;

  let width = $state(420);
  const sum = (p: Schemas['PromisePoint']) => Number(p.sum.amount);
  const x = $derived(
    scaleLinear()
      .domain([points[0]?.seats ?? 0, Math.max(points.at(-1)?.seats ?? 1, 1)])
      .range([LEFT, width - 8]),
  );
  const y = $derived(
    scaleLinear()
      .domain([Math.min(...points.map(sum)), Math.max(...points.map(sum))])
      .nice()
      .range([H - BOTTOM, TOP]),
  );
  /** A line for each band of the price. */
  const bands = $derived.by(() => {
    const edges = [0, ...breaks, Infinity];
    return edges
      .slice(1)
      .map((to, n) => points.filter((p) => p.seats >= edges[n]! && p.seats < to));
  });
  const path = line<Schemas['PromisePoint']>()
    .x((p) => x(p.seats))
    .y((p) => y(sum(p)));
  const chosen = $derived(
    points.reduce<Schemas['PromisePoint'] | null>(
      (best, p) =>
        !best || Math.abs(p.seats - promised) < Math.abs(best.seats - promised) ? p : best,
      null,
    ),
  );
  /** Below a break: seats that cost more than the break does. */
  const dips = $derived(
    breaks.flatMap((from) => {
      const at = points.find((p) => p.seats === from);
      if (!at) return [];
      let low = from;
      for (const p of points.filter((one) => one.seats < from).reverse()) {
        if (sum(p) <= sum(at)) break;
        low = p.seats;
      }
      return low < from ? [{ low, high: from - 1, from }] : [];
    }),
  );
</script>

<div bind:clientWidth={width}>
  {#if points.length > 1}
    <svg {width} height={H} role="img" aria-label="What the term costs, by seats promised">
      {#each dips as dip (dip.from)}
        <rect
          class="dip"
          x={x(dip.low)}
          y={TOP}
          width={Math.max(2, x(dip.from) - x(dip.low))}
          height={H - TOP - BOTTOM}
        />
      {/each}
      {#each y.ticks(4) as tick (tick)}
        <path class="grid" d="M{LEFT} {y(tick)}H{width - 8}" />
        <text class="end" x={LEFT - 5} y={y(tick) + 4}>{sayShortCount(tick)}</text>
      {/each}
      {#each x.ticks(6).filter(Number.isInteger) as tick (tick)}
        <text class="middle" x={x(tick)} y={H - 6}>{tick}</text>
      {/each}
      {#each bands as band, n (n)}
        {#if band.length > 0}<path class="curve" d={path(band) ?? ''} />{/if}
      {/each}
      {#if bought >= (points[0]?.seats ?? 0) && bought <= (points.at(-1)?.seats ?? 0)}
        <path class="bought" d="M{x(bought)} {TOP}V{H - BOTTOM}" />
      {/if}
      {#if chosen}
        <circle cx={x(chosen.seats)} cy={y(sum(chosen))} r="5" />
        <text
          class="chosen"
          class:end={x(chosen.seats) > width - 130}
          x={x(chosen.seats) + (x(chosen.seats) > width - 130 ? -9 : 9)}
          y={y(sum(chosen)) - 10}>{chosen.seats} · {sayMoney(chosen.sum)}</text
        >
      {/if}
    </svg>
  {/if}
</div>
{#each dips as dip (dip.from)}
  <p class="sub">
    {dip.low === dip.high ? `${dip.low} seats cost` : `${dip.low} to ${dip.high} seats cost`} more than
    {dip.from} do.
  </p>
{/each}

<style>
  svg {
    display: block;
  }
  text {
    font: var(--type-fine) var(--font-mono);
    fill: var(--soft);
  }
  .end {
    text-anchor: end;
  }
  .middle {
    text-anchor: middle;
  }
  .grid {
    stroke: var(--fine);
  }
  .dip {
    fill: var(--locked-ground);
  }
  .curve {
    fill: none;
    stroke: var(--ink);
    stroke-width: 1.7;
  }
  .bought {
    stroke: var(--locked);
    stroke-dasharray: 1.5 2;
  }
  circle {
    fill: var(--used);
  }
  .chosen {
    paint-order: stroke;
    stroke: var(--paper);
    stroke-width: 3px;
    font-weight: 600;
    font-size: var(--type-note);
    fill: var(--used);
  }
  .sub {
    font-size: var(--type-note);
  }
</style>
