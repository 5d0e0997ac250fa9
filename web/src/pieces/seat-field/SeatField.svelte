<!--
@component
Every seat of a subscription as one cell, the most recently used first. Click a cell to choose its
holder, drag over cells to choose all between. Until the seats are known it keeps the room that so many take.
-->
<script lang="ts">
  import { lookOf, RUNS_BELOW, runsOf, stepFor } from './runs';
  import type { Texture } from '../../state/states';
  import { TEXTURE_WORDS } from '../../state/states';

  export interface Cell {
    /** The holding; absent for a seat that nobody holds. */
    holding?: string;
    texture: Texture;
    /** What the cell says when pointed at. */
    title: string;
    /** Seats in use fade with the days since. */
    faded?: number;
  }

  let {
    cells,
    expected = 0,
    chosen,
    onchoose,
  }: {
    cells: Cell[];
    /** About how many there will be, for as long as there are none. */
    expected?: number;
    chosen: ReadonlySet<string>;
    /** Told the holdings brushed over; `add` where they come to those chosen already. */
    onchoose: (holdings: string[], add: boolean) => void;
  } = $props();

  let width = $state(620);
  let from = $state<number | null>(null);
  let until = $state<number | null>(null);
  let pointed = $state<number | null>(null);

  const count = $derived(cells.length || expected);
  const step = $derived(stepFor(count, width));
  const size = $derived(step - 3);
  const small = $derived(step < RUNS_BELOW);
  const columns = $derived(Math.max(10, Math.floor((width + 3) / step)));
  const runs = $derived(small ? runsOf(cells, columns, lookOf) : []);
  const marked = $derived(small ? runsOf(cells, columns, (c, n) => (marks(c, n) ? '' : null)) : []);
  const rows = $derived(Math.ceil(count / columns));

  function cellAt(event: PointerEvent): number | null {
    const box = (event.currentTarget as Element).getBoundingClientRect();
    const column = Math.floor((event.clientX - box.left) / step);
    const row = Math.floor((event.clientY - box.top) / step);
    const n = row * columns + column;
    return column >= 0 && column < columns && n >= 0 && n < cells.length ? n : null;
  }

  const marks = (cell: Cell, n: number) =>
    brushed(n) || (cell.holding !== undefined && chosen.has(cell.holding));

  function start(event: PointerEvent) {
    const n = cellAt(event);
    if (n === null) return;
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    from = until = n;
  }

  function move(event: PointerEvent) {
    pointed = cellAt(event);
    if (from !== null && pointed !== null) until = pointed;
  }

  function end(event: PointerEvent) {
    if (from === null || until === null) return;
    const [a, b] = from < until ? [from, until] : [until, from];
    const holdings = cells.slice(a, b + 1).flatMap((cell) => cell.holding ?? []);
    onchoose(holdings, event.shiftKey || event.ctrlKey || event.metaKey || a === b);
    from = until = null;
  }

  function brushed(n: number): boolean {
    if (from === null || until === null) return false;
    return n >= Math.min(from, until) && n <= Math.max(from, until);
  }

  const words = $derived.by(() => {
    if (cells.length === 0 && expected > 0) return 'The seats are being counted.';
    const counts = new Map<Texture, number>();
    for (const cell of cells) counts.set(cell.texture, (counts.get(cell.texture) ?? 0) + 1);
    const held = [...counts].map(([texture, n]) => `${n} ${TEXTURE_WORDS[texture]}`).join(', ');
    return `Seats: ${held}. The list below chooses the same holders by keyboard.`;
  });
</script>

<div bind:clientWidth={width}>
  <svg
    width={columns * step}
    height={rows * step}
    role="img"
    aria-label={words}
    onpointerdown={start}
    onpointermove={move}
    onpointerup={end}
    onpointerleave={() => (pointed = null)}
  >
    {#if small}
      {#each runs as run (run.row * columns + run.column)}
        {@const [texture, faded] = run.look.split(' ')}
        <rect
          x={run.column * step}
          y={run.row * step}
          width={run.length * step}
          height={step - 0.5}
          fill="url(#tx-{texture})"
          fill-opacity={faded}
        />
      {/each}
      {#each marked as run (run.row * columns + run.column)}
        <rect
          class="chosen many"
          x={run.column * step}
          y={run.row * step}
          width={run.length * step}
          height={step}
        />
      {/each}
    {:else}
      {#each cells as cell, n (n)}
        {@const x = (n % columns) * step + 1}
        {@const y = Math.floor(n / columns) * step + 1}
        <rect
          {x}
          {y}
          width={size}
          height={size}
          fill="url(#tx-{cell.texture})"
          fill-opacity={cell.faded ?? 1}
          stroke={cell.texture === 'spare' ? 'var(--rule)' : 'var(--ink)'}
          stroke-width=".9"
        />
        {#if cell.texture === 'unsure'}
          <text x={x + size / 2} y={y + 9} text-anchor="middle">?</text>
        {/if}
        {#if marks(cell, n)}
          <rect
            class="chosen"
            x={x - 0.5}
            y={y - 0.5}
            width={size + 1}
            height={size + 1}
            fill="none"
          />
        {/if}
      {/each}
    {/if}
    {#if pointed !== null && cells[pointed]}
      <rect
        class="pointed"
        x={(pointed % columns) * step}
        y={Math.floor(pointed / columns) * step}
        width={step}
        height={step}
        data-says={cells[pointed]?.title}
      />
    {/if}
  </svg>
</div>

<style>
  .pointed {
    fill: transparent;
  }
  div {
    line-height: 0;
  }
  svg {
    cursor: crosshair;
    touch-action: none;
    user-select: none;
  }
  text {
    font: 600 9px var(--font-mono);
    fill: var(--ink);
  }
  .chosen {
    stroke: var(--link);
    stroke-width: 2.6;
  }
  .many {
    stroke: none;
    fill: var(--link);
    fill-opacity: 0.55;
  }
</style>
