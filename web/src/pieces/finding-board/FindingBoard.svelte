<!--
@component
Which reasons for waste meet in the same people. Rows are kinds of finding, columns the combinations
that occur, a bar for each by money or by people. A column is chosen by click, by Enter or by Space;
a row chooses every combination that it is part of.
-->
<script lang="ts">
  import { scaleLinear } from 'd3-scale';
  import type { Combination, KindCount } from '../../api/client';
  import { sayCount, sayMoney } from '../../state/say';
  import { kinds as findingKinds, keyOf, wordsOf } from '../../state/kinds.svelte';

  let {
    kinds,
    combinations,
    chosen,
    by,
    onchoose,
  }: {
    kinds: KindCount[];
    combinations: Combination[];
    /** Keys of the combinations chosen. */
    chosen: ReadonlySet<string>;
    by: 'money' | 'people';
    onchoose: (keys: string[]) => void;
  } = $props();

  const ROW = 25;
  const COLUMN = 26;
  const BARS = 96;

  let width = $state(560);

  const shown = $derived(combinations.slice(0, Math.max(4, Math.floor(width / COLUMN))));
  const value = (c: Combination) => (by === 'money' ? Number(c.recoverable.amount) : c.people);
  const tallest = $derived(Math.max(1, ...shown.map(value)));
  const bar = $derived(
    scaleLinear()
      .domain([0, tallest])
      .range([0, BARS - 16]),
  );
  const label = (c: Combination) =>
    by === 'people'
      ? String(c.people)
      : value(c) >= 1000
        ? `${(value(c) / 1000).toFixed(value(c) < 9950 ? 1 : 0)}k`
        : String(Math.round(value(c)));

  function toggle(key: string) {
    const next = new Set(chosen);
    if (!next.delete(key)) next.add(key);
    onchoose([...next]);
  }

  function chooseKind(kind: KindCount['kind']) {
    const keys = combinations.filter((c) => c.kinds.includes(kind)).map(keyOf);
    const all = keys.every((key) => chosen.has(key));
    const next = new Set(chosen);
    for (const key of keys) {
      if (all) next.delete(key);
      else next.add(key);
    }
    onchoose([...next]);
  }

  function isOn(kind: KindCount['kind']): boolean {
    const keys = combinations.filter((c) => c.kinds.includes(kind)).map(keyOf);
    return keys.length > 0 && keys.every((key) => chosen.has(key));
  }

  function press(event: KeyboardEvent, key: string) {
    if (event.key !== 'Enter' && event.key !== ' ') return;
    event.preventDefault();
    event.stopPropagation();
    toggle(key);
  }

  function says(c: Combination): string {
    return `${wordsOf(c.kinds)}: ${sayCount(c.people, 'person', 'people')}, ${sayMoney(c.recoverable)} a year`;
  }
</script>

<div class="board">
  <ul style:padding-top="{BARS}px">
    {#each kinds as kind (kind.kind)}
      <li style:height="{ROW}px">
        <button aria-pressed={isOn(kind.kind)} onclick={() => chooseKind(kind.kind)}>
          <span class="mark" aria-hidden="true">{isOn(kind.kind) ? '☒' : '☐'}</span>
          <span class={['word', isOn(kind.kind) && 'on']}>{findingKinds.title(kind.kind)}</span>
          <span class="num">{kind.people}</span>
          <span class="num">{sayMoney(kind.amount)}</span>
        </button>
      </li>
    {/each}
  </ul>
  <div class="columns" bind:clientWidth={width}>
    <svg
      width={shown.length * COLUMN}
      height={BARS + kinds.length * ROW}
      role="group"
      aria-label="Combinations of findings"
    >
      {#each shown as c, n (keyOf(c))}
        {@const key = keyOf(c)}
        {@const rows = kinds.flatMap((k, row) => (c.kinds.includes(k.kind) ? [row] : []))}
        <g
          class={['column', n % 2 === 0 && 'odd', chosen.has(key) && 'chosen']}
          transform="translate({n * COLUMN} 0)"
          role="button"
          tabindex="0"
          aria-pressed={chosen.has(key)}
          aria-label="{says(c)} {label(c)}"
          onclick={() => toggle(key)}
          onkeydown={(e) => press(e, key)}
          data-says={says(c)}
        >
          <rect class="whole" width={COLUMN} height={BARS + kinds.length * ROW} />
          <rect class="ground" y={BARS} width={COLUMN} height={kinds.length * ROW} />
          <rect
            class="bar"
            x="5.5"
            y={BARS - bar(value(c))}
            width={COLUMN - 11}
            height={bar(value(c))}
          />
          <text x={COLUMN / 2} y={BARS - bar(value(c)) - 4}>{label(c)}</text>
          {#each kinds as kind, row (kind.kind)}
            <rect
              class={['peg', rows.includes(row) && 'in']}
              x={COLUMN / 2 - 4.5}
              y={BARS + row * ROW + ROW / 2 - 4.5}
              width="9"
              height="9"
            />
          {/each}
          {#if rows.length > 1}
            <path
              class="join"
              d="M{COLUMN / 2} {BARS + rows[0]! * ROW + ROW / 2}V{BARS +
                rows[rows.length - 1]! * ROW +
                ROW / 2}"
            />
          {/if}
        </g>
      {/each}
    </svg>
    {#if combinations.length > shown.length}
      <p class="sub">{combinations.length - shown.length} smaller combinations are not drawn.</p>
    {/if}
  </div>
</div>

<style>
  .board {
    display: grid;
    grid-template-columns: 330px minmax(0, 1fr);
    gap: var(--s-16);
  }
  li {
    border-top: 1px solid var(--fine);
  }
  li button {
    display: grid;
    grid-template-columns: 20px 1fr 44px 78px;
    width: 100%;
    height: 100%;
    align-items: center;
    text-align: left;
  }
  li .word {
    color: var(--ink);
    text-decoration: none;
  }
  li .word.on {
    font-weight: 600;
  }
  li .num {
    text-align: right;
    font-size: var(--type-note);
  }
  .column {
    cursor: pointer;
    outline: none;
  }
  .whole {
    fill: transparent;
  }
  .ground {
    fill: transparent;
  }
  .odd .ground {
    fill: var(--desk);
  }
  .chosen .ground {
    fill: var(--idle-ground);
  }
  .column:focus-visible .whole {
    stroke: var(--link);
    stroke-width: 2;
  }
  .bar {
    fill: var(--used);
    stroke: var(--ink);
  }
  .chosen .bar {
    fill: var(--ink);
  }
  text {
    font: 9.5px var(--font-mono);
    fill: var(--soft);
    text-anchor: middle;
  }
  .peg {
    fill: var(--rule);
    opacity: 0.7;
  }
  .peg.in {
    fill: var(--ink);
    opacity: 1;
  }
  .join {
    stroke: var(--ink);
    stroke-width: 2;
  }
</style>
