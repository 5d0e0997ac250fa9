<!--
@component
What a subscription's seats did, day by day: bought, named, monthly actives, and either the most
sessions at once or, where the vendor tells of none, daily actives. Days that cannot be told are gaps.
Point at a day, or move by arrow keys, to read its figures.
-->
<script lang="ts">
  import { scaleLinear } from 'd3-scale';
  import { line as path } from 'd3-shape';
  import type { SeriesDay } from '../../api/client';
  import { sayDay, sayShortCount, sayShortDay } from '../../state/say';

  let { days, height = 112 }: { days: SeriesDay[]; height?: number } = $props();

  type Figure = 'bought' | 'named' | 'monthlyActives' | 'dailyActives' | 'mostAtOnce';
  const WORDS: Record<Figure, string> = {
    bought: 'bought',
    named: 'named',
    monthlyActives: 'monthly actives',
    dailyActives: 'daily actives',
    mostAtOnce: 'most at once',
  };
  const RIGHT = 36;
  const TOP = 8;
  const APART = 12;

  let width = $state(250);
  let at = $state<number | null>(null);

  const figures = $derived<Figure[]>([
    'bought',
    'named',
    'monthlyActives',
    days.some((d) => d.mostAtOnce !== null) ? 'mostAtOnce' : 'dailyActives',
  ]);
  const inner = $derived(Math.max(80, width - RIGHT));
  const x = $derived(
    scaleLinear()
      .domain([0, Math.max(1, days.length - 1)])
      .range([0, inner]),
  );
  const tallest = $derived(
    Math.max(1, ...days.flatMap((d) => figures.map((figure) => d[figure] ?? 0))),
  );
  const y = $derived(scaleLinear().domain([0, tallest]).range([height, 0]));
  const lines = $derived(
    figures.map((figure) => ({
      figure,
      d:
        path<SeriesDay>(
          (_, n) => x(n),
          (d) => y(d[figure] ?? 0),
        ).defined((d) => d[figure] !== null && d[figure] !== undefined)(days) ?? '',
    })),
  );
  const ends = $derived(apart(figures.flatMap((figure) => endOf(figure))));
  const read = $derived(at === null ? null : days[Math.min(at, days.length - 1)]);

  function endOf(figure: Figure): { figure: Figure; value: number; y: number }[] {
    const last = days.findLast((d) => d[figure] !== null && d[figure] !== undefined);
    return last ? [{ figure, value: last[figure]!, y: y(last[figure]!) }] : [];
  }

  /** Pushes labels apart that would lie on each other. */
  function apart(labels: { figure: Figure; value: number; y: number }[]) {
    const sorted = [...labels].sort((a, b) => a.y - b.y);
    sorted.forEach((label, n) => {
      if (n > 0) label.y = Math.max(label.y, sorted[n - 1]!.y + APART);
    });
    return sorted;
  }

  function words(day: SeriesDay): string {
    const told = figures.map((figure) => `${WORDS[figure]} ${day[figure] ?? 'not known'}`);
    return `${sayDay(day.day)}: ${told.join(', ')}`;
  }

  function point(event: PointerEvent) {
    const box = (event.currentTarget as Element).getBoundingClientRect();
    const n = Math.round(x.invert(event.clientX - box.left));
    at = Math.min(days.length - 1, Math.max(0, n));
  }

  function press(event: KeyboardEvent) {
    const now = at ?? days.length - 1;
    const steps: Record<string, number> = {
      ArrowLeft: -1,
      ArrowRight: 1,
      PageDown: -30,
      PageUp: 30,
    };
    if (event.key === 'Escape') at = null;
    else if (event.key in steps)
      at = Math.min(days.length - 1, Math.max(0, now + steps[event.key]!));
    else return;
    event.preventDefault();
    event.stopPropagation();
  }
</script>

{#if days.length > 0}
  <div bind:clientWidth={width}>
    <svg
      {width}
      height={height + TOP + 3}
      role="slider"
      tabindex="0"
      aria-label="Use day by day"
      aria-valuemin={0}
      aria-valuemax={days.length - 1}
      aria-valuenow={at ?? days.length - 1}
      aria-valuetext={words(read ?? days[days.length - 1]!)}
      onpointermove={point}
      onpointerleave={() => (at = null)}
      onkeydown={press}
    >
      <g transform="translate(0 {TOP})">
        <path class="axis" d="M0 {height + 0.5}H{inner}" />
        {#each lines as one (one.figure)}
          <path class={one.figure} d={one.d} />
        {/each}
        {#if read}
          <path class="read" d="M{x(at ?? 0)} 0V{height}" />
        {/if}
        {#each ends as end (end.figure)}
          <text class="end {end.figure}" x={inner + 5} y={end.y + 4}
            >{sayShortCount(end.value)}</text
          >
        {/each}
      </g>
    </svg>
    <p class="key sub">
      {#if read}
        <span class="num">{sayDay(read.day)}</span>
      {:else}
        {sayShortDay(days[0]!.day, days[days.length - 1]!.day)} – {sayShortDay(
          days[days.length - 1]!.day,
          days[days.length - 1]!.day,
        )}
      {/if}
      {#each figures as figure (figure)}
        <span class="one"
          ><svg width="16" height="8" aria-hidden="true"><path class={figure} d="M0 4H16" /></svg>
          {WORDS[figure]}{#if read}&nbsp;<b class="num">{read[figure] ?? '–'}</b>{/if}</span
        >
      {/each}
    </p>
  </div>
{/if}

<style>
  svg[role='slider'] {
    display: block;
    cursor: crosshair;
  }
  path {
    fill: none;
    stroke-width: 1.5;
  }
  .axis {
    stroke: var(--ink);
    stroke-width: 1;
  }
  .bought {
    stroke: var(--ink);
    stroke-dasharray: 1.5 2.5;
  }
  .named {
    stroke: var(--ink);
  }
  .monthlyActives {
    stroke: var(--used);
    stroke-width: 2;
  }
  .dailyActives,
  .mostAtOnce {
    stroke: var(--idle);
    stroke-width: 1;
  }
  .read {
    stroke: var(--locked);
    stroke-width: 1;
  }
  text.end {
    stroke: none;
    font: var(--type-fine) var(--font-mono);
    fill: var(--ink);
  }
  text.monthlyActives {
    fill: var(--used);
  }
  text.dailyActives,
  text.mostAtOnce {
    fill: var(--idle-text);
  }
  .key {
    display: flex;
    flex-wrap: wrap;
    gap: 0 var(--s-8);
    font-size: var(--type-fine);
    min-height: 32px;
  }
  .one {
    white-space: nowrap;
  }
  .one svg {
    display: inline;
    vertical-align: middle;
  }
  b {
    color: var(--ink);
    font-weight: 600;
  }
</style>
