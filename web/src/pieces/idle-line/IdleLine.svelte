<!--
@component
Where does waste begin? The step curve of seats without use for at least N days, and a line to drag
or to move by arrow keys over it: what lies past it is counted and priced. Dashed: how many of those
who were idle so long came back within the days that the odds are of, with their 95 % interval.
-->
<script module lang="ts">
  const TOP = 14;

  /** What is drawn above and below a curve of a given height, in pixels. */
  export const CURVE_AROUND = TOP + 24;
</script>

<script lang="ts">
  import { scaleLinear, scaleSqrt } from 'd3-scale';
  import { area, curveStepBefore, line as path } from 'd3-shape';
  import type { IdleCurve } from '../../api/client';
  import { sayCount, sayMoney, sayShortCount } from '../../state/say';

  let {
    curve,
    days,
    usual,
    onmove,
    height = 186,
  }: {
    curve: IdleCurve;
    /** Where the line stands, 1 to 365. */
    days: number;
    /** Where the plan's own line is. */
    usual: number;
    onmove: (days: number) => void;
    height?: number;
  } = $props();

  type Odds = IdleCurve['odds'][number];

  const LEFT = 34;
  const RIGHT = 38;
  /** The longest words beside the line, about. */
  const WORDS_WIDTH = 262;
  const TICKS = [7, 14, 30, 60, 90, 120, 180, 270, 365];
  const LONGEST = 365;

  let width = $state(640);
  let svg = $state<SVGSVGElement>();
  let dragging = $state(false);

  const inner = $derived(Math.max(120, width - LEFT - RIGHT));
  const x = $derived(scaleSqrt().domain([0, LONGEST]).range([0, inner]));
  // The first days hold nearly everybody; the eye needs what comes after them.
  const tallest = $derived(Math.max(4, ...curve.points.slice(6).map((p) => p.seats)) * 1.4);
  const y = $derived(scaleLinear().domain([0, tallest]).range([height, 0]).clamp(true).nice(4));
  const steps = $derived(
    path<IdleCurve['points'][number]>(
      (p) => x(p.days),
      (p) => y(p.seats),
    ).curve(curveStepBefore)(curve.points) ?? '',
  );
  const past = $derived(
    area<IdleCurve['points'][number]>(
      (p) => x(p.days),
      height,
      (p) => y(p.seats),
    ).curve(curveStepBefore)(curve.points.slice(days - 1)) ?? '',
  );
  const chance = $derived(scaleLinear().domain([0, 1]).range([height, 0]));
  const known = $derived(curve.odds.filter((o) => o.probability !== null));
  const odds = $derived(
    path<Odds>(
      (o) => x(o.days),
      (o) => chance(o.probability ?? 0),
    ).defined((o) => o.probability !== null)(curve.odds) ?? '',
  );
  const between = $derived(
    area<Odds>(
      (o) => x(o.days),
      (o) => chance(o.low ?? 0),
      (o) => chance(o.high ?? 0),
    ).defined((o) => o.probability !== null)(curve.odds) ?? '',
  );
  const within = $derived(curve.odds[0]?.withinDays ?? 30);
  const wrong = $derived(wrongAt(days));
  const here = $derived(curve.points[days - 1]!);
  const at = $derived(x(days));
  const words = $derived(
    `${days} days: ${sayCount(here.seats, 'seat')}, ${sayMoney(here.yearlyCost)} a year; ${wrong}`,
  );

  const UNKNOWN: Record<string, string> = {
    NO_EVIDENCE: 'nothing is known of use, so nobody can say who comes back',
    LAST_SEEN: 'only the last day of use is known, so nobody can say who comes back',
  };

  /** How often a line drawn here would have been wrong. */
  function wrongAt(line: number): string {
    if (curve.oddsUnknown) return UNKNOWN[curve.oddsUnknown] ?? '';
    const o = curve.odds[line - 1];
    if (!o || o.probability === null || o.probability === undefined)
      return 'too little history to say how many come back';
    const low = Math.round(100 * (o.low ?? 0));
    const high = Math.round(100 * (o.high ?? 0));
    const range = low === high ? '' : ` (${low}–${high})`;
    const whose = o.pooled ? ', by the whole ladder’s history' : '';
    return `${Math.round(100 * o.probability)} %${range} of such were back within ${o.withinDays} days${whose}`;
  }

  function toDays(event: PointerEvent): number {
    const box = svg!.getBoundingClientRect();
    const raw = x.invert(event.clientX - box.left - LEFT);
    return Math.min(LONGEST, Math.max(1, Math.round(raw)));
  }

  function start(event: PointerEvent) {
    dragging = true;
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    onmove(toDays(event));
  }

  function drag(event: PointerEvent) {
    if (dragging) onmove(toDays(event));
  }

  const STEPS: Record<string, number> = {
    ArrowLeft: -1,
    ArrowDown: -1,
    ArrowRight: 1,
    ArrowUp: 1,
    PageDown: -30,
    PageUp: 30,
  };

  function press(event: KeyboardEvent) {
    let next = days;
    if (event.key in STEPS) next += STEPS[event.key]! * (event.shiftKey ? 10 : 1);
    else if (event.key === 'Home') next = 1;
    else if (event.key === 'End') next = LONGEST;
    else if (event.key === '0') next = usual;
    else if (event.key === 'Escape') (event.currentTarget as SVGElement).blur();
    else return;
    event.preventDefault();
    event.stopPropagation();
    onmove(Math.min(LONGEST, Math.max(1, next)));
  }
</script>

<div bind:clientWidth={width}>
  <svg
    bind:this={svg}
    {width}
    height={height + CURVE_AROUND}
    class:dragging
    onpointerdown={start}
    onpointermove={drag}
    onpointerup={() => (dragging = false)}
    role="presentation"
  >
    <g transform="translate({LEFT} {TOP})">
      {#each y.ticks(4) as tick (tick)}
        <path class="grid" d="M0 {y(tick)}H{inner}" />
        <text class="tick" x="-8" y={y(tick) + 4} text-anchor="end">{sayShortCount(tick)}</text>
      {/each}
      <path class="past" d={past} />
      <path class="curve" d={steps} />
      <path class="between" d={between} />
      <path class="odds" d={odds} />
      {#if known.length > 0}
        {#each [0, 0.5, 1] as share (share)}
          <text class="odds-word num" x={inner + 6} y={chance(share) + 4}>{100 * share} %</text>
        {/each}
        {#if at < inner * 0.7}
          <text class="odds-word halo" x={inner} y="-3" text-anchor="end"
            >dashed: back within {within} days</text
          >
        {/if}
      {/if}
      <path class="axis" d="M0 {height}H{inner}" />
      {#each TICKS as tick (tick)}
        <path class="axis" d="M{x(tick)} {height}v4" />
        <text
          class="tick"
          x={x(tick)}
          y={height + 17}
          text-anchor={tick === LONGEST ? 'end' : 'middle'}
        >
          {tick}
        </text>
      {/each}
      {#if usual !== days}
        <path class="usual" d="M{x(usual)} {height - 10}V{height}" />
      {/if}
      <path class="line" d="M{at} 0V{height}" />
      <g
        class="handle"
        transform="translate({at} -3)"
        role="slider"
        tabindex="0"
        aria-label="Idle line: days without use"
        aria-valuemin="1"
        aria-valuemax={LONGEST}
        aria-valuenow={days}
        aria-valuetext={words}
        onkeydown={press}
      >
        <rect x="-23" y="-10" width="46" height="19" rx="2" />
        <text class="days" y="4" text-anchor="middle">{days} d</text>
      </g>
      <g
        transform="translate({at > inner * 0.6
          ? at - 10
          : Math.min(at + 10, inner + RIGHT - WORDS_WIDTH)} 26)"
        text-anchor={at > inner * 0.6 ? 'end' : 'start'}
        aria-hidden="true"
      >
        <text class="figure halo">{sayCount(here.seats, 'seat')} · {sayMoney(here.yearlyCost)}</text
        >
        <text class="small halo" y="17">
          a year past the line{here.spared > 0 ? `; ${here.spared} of them kept or on leave` : ''}
        </text>
        <text class="small halo" y="33">{wrong}</text>
      </g>
    </g>
  </svg>
</div>

<style>
  svg {
    display: block;
    touch-action: none;
    cursor: ew-resize;
    user-select: none;
  }
  .grid {
    stroke: var(--fine);
  }
  .axis {
    stroke: var(--ink);
  }
  .tick {
    font: var(--type-fine) var(--font-mono);
    fill: var(--soft);
  }
  .curve {
    fill: none;
    stroke: var(--ink);
    stroke-width: 1.8;
  }
  .past {
    fill: url(#tx-idle);
    opacity: 0.55;
  }
  .odds {
    fill: none;
    stroke: var(--invite);
    stroke-width: 1.5;
    stroke-dasharray: 4 3;
  }
  .between {
    fill: var(--invite);
    opacity: 0.13;
  }
  .odds-word.num {
    font: var(--type-fine) var(--font-mono);
  }
  .odds-word {
    font-size: var(--type-fine);
    fill: var(--invite-text);
  }
  .line {
    stroke: var(--locked);
    stroke-width: 2;
  }
  .usual {
    stroke: var(--locked);
    stroke-width: 1.5;
    stroke-dasharray: 2 2;
  }
  .handle rect {
    fill: var(--locked);
  }
  .handle:focus-visible rect {
    stroke: var(--link);
    stroke-width: 2.5;
  }
  .handle {
    outline: none;
  }
  .days {
    font: 600 var(--type-fine) var(--font-mono);
    fill: var(--on-ink);
  }
  .figure {
    font: 600 var(--type-lead) var(--font-mono);
    fill: var(--ink);
  }
  .small {
    font-size: var(--type-note);
    fill: var(--soft);
  }
  .halo {
    paint-order: stroke;
    stroke: var(--paper);
    stroke-width: 4px;
    stroke-linejoin: round;
  }
</style>
