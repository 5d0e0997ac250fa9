<!-- Which holders are listed, with what can be done about those chosen. -->
<script lang="ts">
  import type { Narrowing } from './narrowing.svelte';
  import { type Show, SHOWS } from './seats';
  import { saveCsv } from '../../api/client';
  import { asOf } from '../../state/address.svelte';
  import { sayCount } from '../../state/say';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';

  interface Props {
    line: string;
    days: number;
    show: Show;
    narrowing: Narrowing;
    /** How many each way of showing has; null until that is known. */
    counts: Record<string, number> | null;
    chosen: number;
    auditing: boolean;
    onshow: (key: string) => void;
    onall: () => void;
    onslate: () => void;
  }
  let {
    line,
    days,
    show,
    narrowing,
    counts,
    chosen,
    auditing = $bindable(),
    onshow,
    onall,
    onslate,
  }: Props = $props();
</script>

<div class="list-head">
  <div class="shows" role="group" aria-label="Which holders">
    {#each Object.entries(SHOWS) as [key, one] (key)}
      {@const n = counts?.[key] ?? 0}
      {#if n > 0 || key === 'past' || key === show}<button
          class:on={show === key}
          aria-pressed={show === key}
          onclick={() => onshow(key)}
        >
          {one.words} <span class="num">{counts ? n : '…'}</span>
        </button>{/if}
    {/each}
  </div>
  <button
    class="word"
    onclick={() =>
      saveCsv(
        `/api/v1/subscriptions/${encodeURIComponent(line)}/holdings?${narrowing.query({ limit: '10000', asOf: asOf(), idleLine: String(days) })}`,
        `${line}-holders.csv`,
      )}
  >
    as CSV
  </button>
  {#if !session.isLead}<button
      class="word"
      aria-expanded={auditing}
      onclick={() => (auditing = !auditing)}>for an auditor</button
    >{/if}
  {#if session.mayDraft}
    <button class="word" onclick={onall}>choose all past the line <kbd>a</kbd></button>
    <button class="plain" disabled={chosen === 0 || slates.busy} onclick={onslate}>
      {chosen > 0 ? `Take back ${sayCount(chosen, 'seat')}` : 'Take back'} <kbd>.</kbd>
    </button>
  {/if}
</div>

<style>
  .list-head {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: var(--s-4) var(--s-16);
    margin-top: var(--s-14);
    font-size: var(--type-note);
    position: sticky;
    top: -14px;
    background: var(--paper);
    padding: var(--s-6) 0 var(--s-4);
    z-index: 5;
  }
  .shows {
    display: flex;
    flex-wrap: wrap;
    gap: var(--s-2) var(--s-16);
    margin-right: auto;
  }
  .list-head > button,
  .shows button {
    white-space: nowrap;
    min-height: 24px;
  }
  .shows button {
    color: var(--soft);
    font-size: var(--type-row);
    padding: var(--s-2) 0;
    border-bottom: 2px solid transparent;
  }
  .shows button.on {
    color: var(--ink);
    font-weight: 600;
    border-color: var(--ink);
  }
  .shows .num {
    font-size: var(--type-note);
    font-weight: 400;
    color: var(--soft);
  }
  .plain {
    padding: var(--s-3) var(--s-10);
  }
</style>
