<!--
@component
How many held a plan, how many may hold it to the end of the next term, and how many seats are
promised for it: a handle that is dragged, or moved by arrow keys (Shift for ten at a time). What
is likely to be wanted above the promise is hatched: those seats would be added during the term.
-->
<script lang="ts">
  import { scaleLinear, scaleTime } from 'd3-scale';
  import { area, line } from 'd3-shape';
  import type { Schemas } from '../../api/client';
  import { plusDays, sayDay, sayShortDay } from '../../state/say';

  interface Props {
    name: string;
    past: Schemas['RenewalPast'][];
    outlook: Schemas['RenewalAhead'][];
    renews: string;
    today: string;
    bought: number;
    promised: number;
    /** Changes that somebody entered, by day. */
    known?: { day: string; seats: number }[];
    onpromise?: (seats: number) => void;
  }
  let {
    name,
    past,
    outlook,
    renews,
    today,
    bought,
    promised,
    known = [],
    onpromise,
  }: Props = $props();

  const H = 300;
  const LEFT = 40;
  const TOP = 16;
  const BOTTOM = 24;
  const MANY = 10;

  let width = $state(600);
  let dragged = $state<number | null>(null);
  const seats = $derived(dragged ?? promised);
  const day = (text: string) => new Date(`${text}T00:00:00Z`);
  const first = $derived(past[0]?.day ?? today);
  /** Where nothing is said of the term, some of it is shown all the same. */
  const last = $derived(outlook.length > 1 ? outlook.at(-1)!.day : plusDays(renews, 180));
  const x = $derived(
    scaleTime()
      .domain([day(first), day(last > renews ? last : renews)])
      .range([LEFT, width - 4]),
  );
  const values = $derived([
    ...past.map((p) => p.held),
    ...outlook.flatMap((o) => [o.low, o.high]),
    bought,
    promised,
  ]);
  const lowest = $derived(Math.min(...values));
  const highest = $derived(Math.max(...values, 1));
  const room = $derived(Math.max(2, (highest - lowest) * 0.15));
  const y = $derived(
    scaleLinear()
      .domain([Math.max(0, lowest - room), highest + room])
      .nice()
      .range([H - BOTTOM, TOP]),
  );
  const pastPath = $derived(
    line<Schemas['RenewalPast']>()
      .x((p) => x(day(p.day)))
      .y((p) => y(p.held))(past) ?? '',
  );
  const band = $derived(
    area<Schemas['RenewalAhead']>()
      .x((o) => x(day(o.day)))
      .y0((o) => y(o.low))
      .y1((o) => y(o.high))(outlook) ?? '',
  );
  const middle = $derived(
    line<Schemas['RenewalAhead']>()
      .x((o) => x(day(o.day)))
      .y((o) => y(o.middle))(outlook) ?? '',
  );
  const ofTerm = $derived(outlook.filter((o) => o.day >= renews));
  const added = $derived(
    area<Schemas['RenewalAhead']>()
      .x((o) => x(day(o.day)))
      .y0(() => y(seats))
      .y1((o) => y(Math.max(seats, o.high)))(ofTerm) ?? '',
  );
  const months = $derived(
    x.ticks(Math.max(3, Math.floor(width / 105))).filter((m) => x(m) < width - 40),
  );

  function drag(event: PointerEvent) {
    if (dragged === null) return;
    const box = (event.currentTarget as SVGElement).getBoundingClientRect();
    dragged = Math.max(0, Math.round(y.invert(event.clientY - box.top)));
    onpromise?.(dragged);
  }

  function press(event: KeyboardEvent) {
    const by = { ArrowUp: 1, ArrowDown: -1, ArrowRight: 1, ArrowLeft: -1 }[event.key];
    if (by === undefined || !onpromise) return;
    event.preventDefault();
    onpromise(Math.max(0, promised + by * (event.shiftKey ? MANY : 1)));
  }
</script>

<div bind:clientWidth={width}>
  <svg
    {width}
    height={H}
    role="group"
    aria-label="How many {name} may be needed"
    onpointermove={drag}
    onpointerup={() => (dragged = null)}
    onpointerleave={() => (dragged = null)}
  >
    <rect
      class="term"
      x={x(day(renews))}
      y={TOP}
      width={Math.max(0, width - 4 - x(day(renews)))}
      height={H - BOTTOM - TOP}
    />
    {#each y.ticks(6).filter(Number.isInteger) as tick (tick)}
      <path class="grid" d="M{LEFT} {y(tick)}H{width - 4}" />
      <text class="end" x={LEFT - 6} y={y(tick) + 4}>{tick.toLocaleString('en-GB')}</text>
    {/each}
    {#each months as month (month.getTime())}
      <text class="middle" x={x(month)} y={H - 7}
        >{sayShortDay(month.toISOString().slice(0, 10), today)}</text
      >
    {/each}
    {#if outlook.length > 1}
      <path class="band" d={band} />
      {#if ofTerm.length > 1}<path d={added} fill="url(#tx-idle)" />{/if}
      <path class="likely" d={middle} />
    {/if}
    <path class="past" d={pastPath} />
    <path class="bought" d="M{LEFT} {y(bought)}H{x(day(renews))}" />
    <text class="bought-word" x={LEFT + 4} y={y(bought) - 5}>bought {bought}</text>
    <path class="today" d="M{x(day(today))} {TOP}V{H - BOTTOM}" />
    <path class="renews" d="M{x(day(renews))} {TOP - 8}V{H - BOTTOM}" />
    <text class="mark" x={x(day(renews)) + 5} y={TOP - 3}>{sayDay(renews)}</text>
    {#each known as one (one.day)}
      <path class="flag" d="M{x(day(one.day))} {H - BOTTOM}V{TOP + 18}h10l-3 4l3 4h-10" />
      <text class="mark" x={x(day(one.day)) + 13} y={TOP + 27}
        >{one.seats > 0 ? '+' : '−'}{Math.abs(one.seats)}</text
      >
    {/each}
    <path class="promise" d="M{x(day(renews))} {y(seats)}H{width - 4}" />
    {#if onpromise}
      <g
        class="handle"
        role="slider"
        tabindex="0"
        aria-label="Seats of {name} promised"
        aria-valuemin="0"
        aria-valuenow={seats}
        aria-valuetext="{seats} seats"
        transform="translate({width - 66} {y(seats) - 10})"
        onkeydown={press}
        onpointerdown={(event) => {
          event.preventDefault();
          (event.currentTarget as SVGElement).focus();
          dragged = promised;
        }}
      >
        <rect width="62" height="20" />
        <text x="24" y="14" class="middle">{seats}</text>
        <path d="M50 8l3-4l3 4M50 12l3 4l3-4" />
      </g>
    {/if}
  </svg>
</div>

<style>
  div {
    line-height: 0;
  }
  svg {
    display: block;
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
  .mark {
    font-family: var(--font-sans);
    font-size: var(--type-fine);
    fill: var(--ink);
  }
  .term {
    fill: var(--sheet);
  }
  .grid {
    stroke: var(--fine);
  }
  .band {
    fill: var(--used);
    opacity: 0.16;
  }
  .likely {
    fill: none;
    stroke: var(--used);
    stroke-width: 1.5;
    stroke-dasharray: 4 3;
  }
  .past {
    fill: none;
    stroke: var(--ink);
    stroke-width: 1.8;
  }
  .bought {
    stroke: var(--locked);
    stroke-dasharray: 1.5 2;
  }
  .bought-word {
    font-family: var(--font-sans);
    font-size: var(--type-fine);
    fill: var(--locked);
  }
  .today {
    stroke: var(--rule);
  }
  .renews {
    stroke: var(--ink);
    stroke-width: 2;
  }
  .flag {
    fill: var(--ink);
    stroke: var(--ink);
  }
  .promise {
    stroke: var(--used);
    stroke-width: 2.5;
  }
  .handle {
    cursor: ns-resize;
  }
  .handle rect {
    fill: var(--used);
  }
  .handle text {
    font-weight: 600;
    font-size: var(--type-note);
    fill: var(--paper);
  }
  .handle path {
    stroke: var(--paper);
    fill: none;
  }
  .handle:focus-visible {
    outline: 2px solid var(--ink);
    outline-offset: 2px;
  }
</style>
