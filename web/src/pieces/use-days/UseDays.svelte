<!--
@component
Four hundred days of use of one part, one hairline a day, the newest at the right; weeks are read by
the ticks of the months under it. What lies before the evidence is hatched out.
-->
<script lang="ts">
  import { plusDays, sayDay } from '../../state/say';

  let {
    days,
    to,
    name,
    held = [],
  }: {
    /** `1` used, `0` not, `-` not known. */
    days: string;
    /** The day of the last character. */
    to: string;
    name: string;
    /** Days from which and to before which a seat was held; drawn as a line under the use. */
    held?: { from: string; until: string | null }[];
  } = $props();

  const WIDTH = 620;
  const HEIGHT = 16;
  const step = $derived(WIDTH / days.length);
  const first = $derived(plusDays(to, 1 - days.length));
  const used = $derived([...days].filter((c) => c === '1').length);
  const unknown = $derived([...days].filter((c) => c === '-').length);
  const months = $derived.by(() => {
    const ticks: { x: number; month: string }[] = [];
    for (let d = 0; d < days.length; d++) {
      const day = plusDays(first, d);
      if (day.endsWith('-01')) ticks.push({ x: d * step, month: sayDay(day).split(' ')[1]! });
    }
    return ticks;
  });
  const words = $derived(
    `${name}: used on ${used} of ${days.length - unknown} days, ${sayDay(first)} to ${sayDay(to)}`,
  );

  function place(day: string): number {
    const at = (Date.parse(day) - Date.parse(first)) / 86_400_000;
    return Math.min(WIDTH, Math.max(0, at * step));
  }
</script>

<svg
  viewBox="0 0 {WIDTH} {HEIGHT + 5}"
  preserveAspectRatio="none"
  role="img"
  aria-label={words}
  height={HEIGHT + 5}
  data-says={words}
>
  <rect class="unknown" x="0" y="0" width={unknown * step} height={HEIGHT} />
  {#each months as tick (tick.x)}
    <path class="tick" d="M{tick.x} 0V{HEIGHT}" />
  {/each}
  {#each [...days] as c, d (d)}
    {#if c === '1'}<rect class="used" x={d * step} y="2" width={step * 0.9} height={HEIGHT - 2} />
    {/if}
  {/each}
  {#each held as span, n (n)}
    {@const end = span.until ? place(span.until) : WIDTH}
    <rect
      class="held"
      x={place(span.from)}
      y={HEIGHT + 2}
      width={Math.max(1, end - place(span.from))}
      height="2.5"
    />
  {/each}
</svg>

<style>
  svg {
    display: block;
    width: 100%;
    background: var(--sheet);
  }
  .unknown {
    fill: var(--fine);
  }
  .tick {
    stroke: var(--rule);
    stroke-width: 0.6;
  }
  .used {
    fill: var(--used);
  }
  .held {
    fill: var(--ink);
  }
</style>
