<!--
@component
Months side by side: what did work, what was held and did not, what nobody held; and, dashed, what is
expected of the months to come. A month that is chosen stands out.
-->
<script lang="ts">
  import { scaleLinear } from 'd3-scale';
  import type { Money, Schemas } from '../../api/client';
  import { sayDay, sayMoney, sayMonth } from '../../state/say';

  let {
    months,
    expected = [],
    chosen = null,
    onchoose,
  }: {
    months: Schemas['StatementMonth'][];
    expected?: Schemas['ExpectedMonth'][];
    /** The month that the rest of the page is about. */
    chosen?: string | null;
    onchoose?: (month: string) => void;
  } = $props();

  const H = 190;
  const LEFT = 40;
  const TOP = 30;
  const GAP = 5;
  const TICKS = 4;

  let width = $state(760);
  const amount = (money: { amount: string }) => Number(money.amount);
  /** Less is told with a minus, more with a plus. */
  const less = (money: Money) =>
    `${amount(money) < 0 ? '+' : '−'}${sayMoney({ ...money, amount: `${Math.abs(amount(money))}` })}`;
  const count = $derived(months.length + expected.length);
  const column = $derived((width - LEFT) / Math.max(1, count));
  const scale = $derived(
    scaleLinear()
      .domain([
        0,
        Math.max(
          1,
          ...months.map((m) => amount(m.paid)),
          ...expected.map((m) => Math.max(amount(m.expected), amount(m.book))),
        ),
      ])
      .nice(TICKS)
      .range([H, 0]),
  );
  const bars = $derived(
    months.map((m, n) => {
      const work = amount(m.work);
      const nobody = amount(m.nobody);
      const paid = amount(m.paid);
      const tops = [work, Math.max(work, paid - nobody), paid].map((v) => scale(v));
      return {
        month: m,
        x: LEFT + n * column + GAP / 2,
        parts: [
          { texture: 'inUse', y: tops[0]!, height: H - tops[0]! },
          { texture: 'idle', y: tops[1]!, height: tops[0]! - tops[1]! },
          { texture: 'spare', y: tops[2]!, height: tops[1]! - tops[2]! },
        ],
        top: tops[2]!,
        says: `${sayMonth(m.month)}: paid ${sayMoney(m.paid, true)}, did work ${sayMoney(m.work, true)}, held by nobody ${sayMoney(m.nobody, true)}${
          m.yearAgo ? `; a year before ${sayMoney(m.yearAgo, true)}` : ''
        }`,
      };
    }),
  );
  const ahead = $derived(
    expected.map((m, n) => ({
      month: m,
      x: LEFT + (months.length + n) * column + GAP / 2,
      y: scale(amount(m.expected)),
      slate: m.withSlate ? scale(amount(m.withSlate)) : null,
      says: `${sayMonth(m.month)}: ${sayMoney(m.expected, true)} expected${
        m.withSlate ? `, ${sayMoney(m.withSlate, true)} with the slate` : ''
      }${m.changes.map((c) => `; ${sayDay(c.day)} ${c.what}, ${less(c.yearly)} a year`).join('')}`,
    })),
  );
  let namedText = $state<SVGTextElement>();
  const bar = $derived(Math.max(2, column - GAP));
  const letter = (month: string) => sayMonth(month).charAt(0);
  /** The largest change ahead is named on the picture; the others are told by their bars. */
  const named = $derived.by(() => {
    const all = ahead.flatMap((one) =>
      one.month.changes.map((change) => ({ change, x: one.x + bar / 2 })),
    );
    return (
      all.sort(
        (a, b) => Math.abs(amount(b.change.yearly)) - Math.abs(amount(a.change.yearly)),
      )[0] ?? null
    );
  });
  /** On whichever side of its mark it fits. */
  const namedLeft = $derived(
    named !== null && named.x + (namedText?.getComputedTextLength?.() ?? 0) + 8 > width,
  );
</script>

<div bind:clientWidth={width}>
  <svg {width} height={TOP + H + 20} role="group" aria-label="What was paid, by month">
    <g transform="translate(0 {TOP})">
      {#each scale.ticks(TICKS) as tick (tick)}
        <path class="grid" d="M{LEFT} {scale(tick) + 0.5}H{width}" />
        <text class="tick" x={LEFT - 6} y={scale(tick) + 4}
          >{tick >= 1000 ? `${tick / 1000}k` : tick}</text
        >
      {/each}
      {#each bars as one (one.month.month)}
        <g
          class="month"
          class:on={chosen === one.month.month}
          role="button"
          tabindex="0"
          aria-pressed={chosen === one.month.month}
          aria-label={one.says}
          onclick={() => onchoose?.(one.month.month)}
          onkeydown={(event) => event.key === 'Enter' && onchoose?.(one.month.month)}
          data-says={one.says}
        >
          {#each one.parts as part (part.texture)}
            {#if part.height > 0}
              <rect
                x={one.x}
                y={part.y}
                width={bar}
                height={part.height}
                fill="url(#tx-{part.texture})"
              />
            {/if}
          {/each}
          <rect class="edge" fill="none" x={one.x} y={one.top} width={bar} height={H - one.top} />
          <text x={one.x + bar / 2} y={H + 15}>{letter(one.month.month)}</text>
        </g>
      {/each}
      {#each ahead as one (one.month.month)}
        <g class="ahead" role="img" aria-label={one.says} data-says={one.says}>
          <rect x={one.x} y={one.y} width={bar} height={H - one.y} />
          {#if one.slate !== null}
            <path class="slate" d="M{one.x - 1} {one.slate}h{bar + 2}" />
          {/if}
          <text x={one.x + bar / 2} y={H + 15}>{letter(one.month.month)}</text>
        </g>
      {/each}
      <path class="base" d="M{LEFT} {H + 0.5}H{width}" />
      {#if named}
        <path class="mark" d="M{named.x} -8V{H}" />
        <text
          class="named"
          x={namedLeft ? named.x - 4 : named.x + 4}
          y="-14"
          class:left={namedLeft}
          bind:this={namedText}
          >{sayDay(named.change.day)}: {named.change.what}, {less(named.change.yearly)} a year</text
        >
      {/if}
    </g>
  </svg>
</div>
<p class="legend">
  {#each [['inUse', 'did work'], ['idle', 'held, did no work'], ['spare', 'held by nobody']] as [texture, words] (texture)}
    <span
      ><svg width="20" height="11" aria-hidden="true"
        ><rect class="edge" x=".5" y=".5" width="19" height="10" fill="url(#tx-{texture})" /></svg
      >{words}</span
    >
  {/each}
  {#if expected.length > 0}
    <span
      ><svg width="20" height="11" aria-hidden="true"
        ><g class="ahead"><rect x=".5" y=".5" width="19" height="10" /></g></svg
      >expected: terms, decided renewals, quantities told</span
    >
    {#if expected.some((m) => m.withSlate)}
      <span
        ><svg width="20" height="11" aria-hidden="true"><path class="slate" d="M0 5.5H20" /></svg>if
        my slate is posted and its seats given back</span
      >
    {/if}
  {/if}
</p>

<style>
  text {
    font: var(--type-fine) var(--font-mono);
    fill: var(--soft);
    text-anchor: middle;
  }
  .tick {
    text-anchor: end;
  }
  .named {
    font: var(--type-note) var(--font-sans);
    fill: var(--ink);
    text-anchor: start;
  }
  .named.left {
    text-anchor: end;
  }
  .grid {
    stroke: var(--rule);
  }
  .base {
    stroke: var(--ink);
  }
  .mark {
    stroke: var(--soft);
    stroke-dasharray: 2 3;
  }
  .edge {
    stroke: var(--ink);
  }
  .month:focus-visible {
    outline: 2px solid var(--ink);
  }
  .month {
    cursor: pointer;
  }
  .month.on text {
    fill: var(--ink);
    font-weight: 700;
  }
  .month.on .edge {
    stroke-width: 2;
  }
  .ahead rect {
    fill: none;
    stroke: var(--soft);
    stroke-dasharray: 3 3;
  }
  .slate {
    stroke: var(--link);
    stroke-width: 2;
    fill: none;
  }
  .legend {
    display: flex;
    flex-wrap: wrap;
    gap: var(--s-2) var(--s-16);
    padding: var(--s-4) 0 0 var(--s-40);
    font-size: var(--type-note);
    color: var(--soft);
  }
  .legend svg {
    display: inline-block;
    margin-right: var(--s-6);
    vertical-align: -1px;
  }
</style>
