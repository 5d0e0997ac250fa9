<!-- A promised floor on the agreement: where it will stand, and on whom it hangs. -->
<script lang="ts">
  import FloorAhead from '../../pieces/floor-ahead/FloorAhead.svelte';
  import { api, dataOf, type Subscription } from '../../api/client';
  import { asOf, to } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { Question } from '../../state/question.svelte';
  import { sayDay } from '../../state/say';

  let { subscription: s }: { subscription: Subscription } = $props();

  const asked = new Question(
    () => ({ path: { line: s.line }, query: { asOf: asOf() } }),
    (params) => dataOf(api.GET('/api/v1/subscriptions/{line}/floor', { params })),
    { again: () => book.version, subject: () => s.line },
  );
</script>

<h2>
  Promised: {s.floor?.percent} % of {s.planName}
  <span class="sub">
    {s.floor?.of === 'HELD' ? 'held' : 'bought'} seats used, looked at on {sayDay(s.floor?.check)} ·
    <a href="{to(`/subscriptions/${s.line}`)}{to('/').includes('?') ? '&' : '?'}show=past"
      >on whom it hangs</a
    >
  </span>
</h2>
{#if asked.value}<FloorAhead floor={asked.value} />{/if}
{#if asked.fault}<p class="sub">{asked.fault}</p>{/if}

<style>
  h2 {
    font: 600 var(--type-lead) var(--font-serif);
    padding: var(--s-14) 0 var(--s-4);
  }
  .sub {
    font: var(--type-note) var(--font-sans);
  }
</style>
