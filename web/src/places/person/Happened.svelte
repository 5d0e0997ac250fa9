<!-- What happened with somebody, the newest first. -->
<script lang="ts">
  import { saveCsv, type PersonEvent } from '../../api/client';
  import { asOf, param, to, today } from '../../state/address.svelte';
  import { session } from '../../state/session.svelte';
  import { sayShortDay } from '../../state/say';

  let { id, events }: { id: string; events: PersonEvent[] } = $props();

  const MOST_EVENTS = 14;

  let all = $state(false);
</script>

<div class="head">
  <h2>What happened</h2>
  {#if !session.isLead}
    <a class="word" href="{to('/journal')}{param('asOf') ? '&' : '?'}person={id}">in the journal</a>
  {/if}
  <button
    class="word"
    onclick={() =>
      saveCsv(`/api/v1/people/${encodeURIComponent(id)}/timeline?asOf=${asOf()}`, `${id}.csv`)}
    >as CSV</button
  >
</div>
<ol>
  {#each all ? events : events.slice(0, MOST_EVENTS) as event, n (n)}
    <li>
      <span class="num">{sayShortDay(event.day, today())}</span>
      <span>
        {event.what}
        {#if event.slate && !session.isLead}<a class="sub" href={to(`/slates/${event.slate}`)}
            >slate</a
          >{/if}
      </span>
    </li>
  {/each}
</ol>
{#if events.length > MOST_EVENTS}
  <button class="word" onclick={() => (all = !all)}>
    {all ? 'the newest only' : `all ${events.length}`}
  </button>
{/if}

<style>
  .head {
    display: flex;
    align-items: baseline;
    gap: var(--s-10);
    border-bottom: 1px solid var(--ink);
    padding-bottom: var(--s-3);
  }
  .head h2 {
    font: 600 var(--type-lead) var(--font-serif);
  }
  .head > button {
    margin-left: auto;
    font-size: var(--type-note);
  }
  ol {
    font-size: var(--type-note);
    padding-top: var(--s-4);
  }
  li {
    display: grid;
    grid-template-columns: 66px 1fr;
    gap: var(--s-8);
    padding: var(--s-3) 0;
    border-bottom: 1px solid var(--fine);
  }
  .num {
    color: var(--soft);
    font-size: var(--type-note);
    white-space: nowrap;
  }
</style>
