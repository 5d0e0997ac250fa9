<!-- One move as it is printed: what, for whom, its money and from when. -->
<script lang="ts">
  import type { Schemas } from '../../api/client';
  import { sayShortDay, saySigned } from '../../state/say';
  import { slates } from '../../state/slate.svelte';

  let { move, day }: { move: Schemas['Move']; day: string } = $props();
</script>

<div class={['move', move.blocks.length > 0 && 'blocked']}>
  <div class="t">
    <span class="what">{move.what}</span><span>{saySigned(move.yearly)}</span>
  </div>
  <div class="d">
    <span class="who">
      {move.name}{move.idleDays ? ` · ${move.idleDays} d` : ''}{move.due
        ? ` · on ${sayShortDay(move.due, day)}`
        : ''}
    </span>
    <span>{sayShortDay(move.cashFrom, day)}</span>
  </div>
  {#each move.blocks as block (block.code)}<div class="block">{block.text}</div>{/each}
  <button
    class="off"
    aria-label="Take {move.name} off the slate"
    title="Take off the slate"
    disabled={slates.busy}
    onclick={() => slates.remove(move.id)}><span aria-hidden="true">×</span></button
  >
</div>

<style>
  .move {
    position: relative;
    padding-bottom: var(--s-6);
  }
  .move.blocked .t {
    text-decoration: line-through;
  }
  .t,
  .d {
    display: flex;
    justify-content: space-between;
    gap: var(--s-8);
  }
  .d {
    color: var(--soft);
    font-size: var(--type-fine);
  }
  .t > :last-child,
  .d > :last-child {
    flex: none;
    white-space: nowrap;
  }
  .what {
    overflow-wrap: anywhere;
  }
  .who {
    flex: 1;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .block {
    color: var(--locked);
    font: var(--type-fine)/1.35 var(--font-sans);
  }
  .off {
    position: absolute;
    right: -1px;
    top: -1px;
    width: 20px;
    height: 18px;
    background: var(--tape);
    color: var(--locked);
    font-size: var(--type-lead);
    line-height: 1;
    opacity: 0;
  }
  .move:hover .off,
  .off:focus-visible {
    opacity: 1;
  }
</style>
