<!-- What one bearer paid month by month, and how much of the last did work. -->
<script lang="ts">
  import type { Schemas } from '../../api/client';
  import { sayMoney } from '../../state/say';
  import type { Bearer } from './table';

  interface Props {
    one: Bearer;
    shown: Schemas['StatementMonth'][];
    /** The largest share of all, which has the longest line. */
    most: number;
    /** Of which month it is open what its share is made of. */
    openMonth: string | null;
    onopen: (month: string, id: string) => void;
  }
  let { one, shown, most, openMonth, onopen }: Props = $props();

  const LONGEST = 80;
  const long = (amount: string) => Math.max(1, (Number(amount) / most) * LONGEST);
</script>

<td class="bearer" class:sub={one.key === null}>{one.name}</td>
{#each one.shares as share, n (n)}
  <td class="r num">
    {#if share}
      <button
        class="cell"
        class:on={openMonth === shown[n]!.month}
        aria-expanded={openMonth === shown[n]!.month}
        title="what it is made of"
        onclick={() => onopen(shown[n]!.month, one.id)}>{sayMoney(share.amount, true)}</button
      >
      <span class="share" style:width="{long(share.amount.amount)}px"></span>
    {:else}–{/if}
  </td>
{/each}
<td class="r num">{one.shares.at(-1) ? sayMoney(one.shares.at(-1)!.work, true) : '–'}</td>

<style>
  .bearer {
    font: 600 var(--type-text) var(--font-serif);
  }
  .bearer.sub {
    font: var(--type-row) var(--font-sans);
  }
  td.num {
    font-size: var(--type-note);
    white-space: nowrap;
  }
  .cell {
    all: unset;
    cursor: pointer;
    font: inherit;
  }
  .cell:hover,
  .cell.on {
    text-decoration: underline;
  }
  .cell:focus-visible {
    outline: 2px solid var(--ink);
  }
  .share {
    display: block;
    height: 2px;
    margin: var(--s-2) 0 0 auto;
    background: var(--used);
  }
</style>
