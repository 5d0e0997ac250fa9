<!-- Everything that happened, the newest first; nothing here is ever changed. -->
<script lang="ts">
  import { api, dataOf, saveCsv, type JournalEntry } from '../../api/client';
  import { param, setParam, to } from '../../state/address.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { sayDay, saySigned } from '../../state/say';
  import { PLACE_WORDS } from '../../state/states';

  const LIMIT = '500';

  let entries = $state.raw<JournalEntry[] | null>(null);
  let fault = $state('');

  const slate = $derived(param('slate'));
  const settled = $derived(slates.all.map((s) => s.state + s.openCalls).join(' '));
  const days = $derived.by(() => {
    const byDay = new Map<string, JournalEntry[]>();
    for (const entry of entries ?? []) {
      byDay.set(entry.day, [...(byDay.get(entry.day) ?? []), entry]);
    }
    return [...byDay];
  });

  $effect(() => {
    void settled;
    void load(slate);
  });

  async function load(ofSlate: string | null) {
    try {
      const query = { limit: LIMIT, slate: ofSlate ?? undefined };
      entries = await dataOf(api.GET('/api/v1/journal', { params: { query } }));
      fault = '';
    } catch (e) {
      fault = (e as Error).message;
    }
  }

  function time(entry: JournalEntry): string {
    return new Date(entry.happened).toLocaleTimeString('en-GB', {
      hour: '2-digit',
      minute: '2-digit',
      second: '2-digit',
      timeZone: session.me?.zone,
    });
  }
</script>

<svelte:head><title>Journal – Sober Tally</title></svelte:head>

<div class="title">
  <h1>Journal</h1>
  <span class="sub">What happened, the newest first, with its posting and what it saves.</span>
  {#if slate}
    <button class="word" onclick={() => setParam('slate', null)}>one slate only: show all</button>
  {/if}
  <button
    class="word csv"
    onclick={() =>
      saveCsv(`/api/v1/journal?limit=10000${slate ? `&slate=${slate}` : ''}`, 'journal.csv')}
  >
    as CSV
  </button>
</div>
{#if fault}<p class="neg" role="alert">{fault}</p>{/if}
{#if entries && entries.length === 0}
  <p class="empty">Nothing has happened yet.</p>
{/if}
{#each days as [day, ofDay] (day)}
  <table class="list laid">
    <caption>{sayDay(day)}</caption>
    <thead>
      <tr>
        <th class="time">Time</th>
        <th class="who">Who</th>
        <th>What</th>
        <th class="posting">Posting</th>
        <th class="r money">a year</th>
        <th class="r stops">money stops</th>
      </tr>
    </thead>
    <tbody>
      {#each ofDay as entry (entry.id)}
        <tr>
          <td class="num time">{time(entry)}</td>
          <td>{entry.actorName}</td>
          <td>
            {entry.text}
            {#if entry.slate && !slate}
              <a class="word" href={to(`/slates/${entry.slate}`)}>slate</a>
            {/if}
          </td>
          <td class="num small">
            {#if entry.fromPlace && entry.toPlace}
              {entry.seats} {PLACE_WORDS[entry.fromPlace]} → {PLACE_WORDS[entry.toPlace]}
            {/if}
          </td>
          <td class="r num">{entry.yearly ? saySigned(entry.yearly) : ''}</td>
          <td class="r num small">{entry.cashFrom ? sayDay(entry.cashFrom) : ''}</td>
        </tr>
      {/each}
    </tbody>
  </table>
{/each}

<style>
  .title {
    display: flex;
    align-items: baseline;
    gap: 14px;
    font-size: 12px;
  }
  .csv {
    margin-left: auto;
  }
  table.list {
    margin-top: 12px;
  }
  caption {
    text-align: left;
    font: 600 14.5px var(--font-serif);
    padding-bottom: 4px;
  }
  table.list td {
    vertical-align: baseline;
  }
  .time {
    width: 76px;
    font-size: 12px;
  }
  .who {
    width: 124px;
  }
  .posting {
    width: 136px;
  }
  .money {
    width: 88px;
  }
  .stops {
    width: 96px;
  }
  .small {
    font-size: 12px;
  }
  .empty {
    font: 16px/1.5 var(--font-serif);
    margin-top: 24px;
  }
</style>
