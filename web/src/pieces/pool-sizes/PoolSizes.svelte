<!--
@component
How many starts a pool of each size would have refused, and what that size costs a year; what is
bought is marked, and the size that is recommended: the smallest that refuses at most one start in a
hundred.
-->
<script lang="ts">
  import { scaleLinear } from 'd3-scale';
  import { line } from 'd3-shape';
  import type { Schemas } from '../../api/client';
  import { sayCount, sayMoney } from '../../state/say';

  let {
    sizing,
    chosen = $bindable(null),
  }: {
    sizing: Schemas['PoolSizing'];
    /** The size that was clicked or reached by keys; null for none. */
    chosen?: number | null;
  } = $props();
  /** What the pointer is over. */
  let at = $state<number | null>(null);

  const W = 460;
  const H = 190;
  const LEFT = 42;
  const RIGHT = 10;
  const TOP = 10;
  const BOTTOM = 24;

  const most = $derived(Math.max(sizing.peak, sizing.bought, 1));
  const x = $derived(
    scaleLinear()
      .domain([0, most])
      .range([LEFT, W - RIGHT]),
  );
  const highest = $derived(Math.max(1, sizing.points[0]?.denied ?? 1));
  const y = $derived(
    scaleLinear()
      .domain([0, highest])
      .range([H - BOTTOM, TOP]),
  );
  const path = $derived(
    line<Schemas['PoolSize']>()
      .x((p) => x(p.seats))
      .y((p) => y(p.denied))(sizing.points) ?? '',
  );
  const deniedAt = (seats: number) => sizing.points.find((p) => p.seats === seats)?.denied ?? 0;
  const shown = $derived(at ?? chosen ?? sizing.bought);
  const cost = $derived(sizing.points.find((p) => p.seats === shown)?.yearlyCost);
  const words = $derived(
    `With ${sayCount(shown, 'seat')}: ${deniedAt(shown)} of ${sayCount(sizing.starts, 'start')} refused` +
      (cost ? `, ${sayMoney(cost)} a year` : ''),
  );

  function move(event: PointerEvent) {
    const box = (event.currentTarget as SVGElement).getBoundingClientRect();
    const seats = Math.round(x.invert(((event.clientX - box.left) / box.width) * W));
    at = Math.min(most, Math.max(1, seats));
  }

  function press(event: KeyboardEvent) {
    const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    at = null;
    chosen = Math.min(most, Math.max(1, (chosen ?? sizing.bought) + by));
  }
</script>

<svg
  viewBox="0 0 {W} {H}"
  role="slider"
  tabindex="0"
  aria-label="Size of the pool"
  aria-valuemin="1"
  aria-valuemax={most}
  aria-valuenow={shown}
  aria-valuetext={words}
  onpointermove={move}
  onpointerdown={(event) => {
    move(event);
    chosen = at;
  }}
  onpointerleave={() => (at = null)}
  onkeydown={press}
>
  {#each y.ticks(4) as tick (tick)}
    <path class="grid" d="M{LEFT} {y(tick)}H{W - RIGHT}" />
    <text x={LEFT - 6} y={y(tick) + 4} class="end">{tick.toLocaleString('en-GB')}</text>
  {/each}
  {#each x.ticks(8).filter((t) => Number.isInteger(t) && t > 0) as tick (tick)}
    <text x={x(tick)} y={H - 7} class="middle">{tick}</text>
  {/each}
  <path class="curve" d={path} />
  {#if sizing.needed > 0}
    <path class="would" d="M{x(sizing.needed)} {TOP}V{H - BOTTOM}" />
  {/if}
  <path class="bought" d="M{x(sizing.bought)} {TOP}V{H - BOTTOM}" />
  <circle cx={x(shown)} cy={y(deniedAt(shown))} r="4" class="dot" />
</svg>
<p class="num words" aria-hidden="true">{words}</p>
<p class="sub">
  <i class="mark bought-mark"></i> bought: {sizing.bought}
  <i class="mark would-mark"></i> recommended, refuses at most 1 start in 100: {sizing.needed}
</p>

<style>
  svg {
    display: block;
    width: 100%;
    touch-action: none;
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
  .curve {
    fill: none;
    stroke: var(--ink);
    stroke-width: 1.6;
  }
  .bought {
    stroke: var(--locked);
    stroke-width: 1.4;
  }
  .would {
    stroke: var(--used);
    stroke-width: 1.4;
    stroke-dasharray: 4 3;
  }
  .dot {
    fill: var(--ink);
  }
  .words {
    font-size: var(--type-note);
  }
  .mark {
    display: inline-block;
    width: 14px;
    height: 0;
    border-top: 2px solid var(--locked);
    vertical-align: middle;
    margin: 0 var(--s-4) 0 0;
  }
  .would-mark {
    border-top: 2px dashed var(--used);
    margin-left: var(--s-12);
  }
</style>
