<!-- Seats that are kept for a reason: when that ends, and what was done with them meanwhile. -->
<script lang="ts">
  import MoveMenu from '../../pieces/move-menu/MoveMenu.svelte';
  import StateSwatch from '../../pieces/state-swatch/StateSwatch.svelte';
  import { api, dataOf, saveCsv, type Schemas } from '../../api/client';
  import { asOf, to, today } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { sayCount, sayDay, sayMoney, sayShortDay } from '../../state/say';
  import { STATE_WORDS, textureOf } from '../../state/states';

  type Kept = Schemas['KeptSeat'];

  let keeps = $state.raw<Kept[] | null>(null);
  let fault = $state('');
  let busy = $state(false);

  const running = $derived((keeps ?? []).filter((k) => !k.over));
  const over = $derived((keeps ?? []).filter((k) => k.over));
  const seen = $derived(JSON.stringify([book.standing, slates.all.map((s) => s.settled)]));

  $effect(() => {
    void seen;
    void load(asOf());
  });

  async function load(day: string) {
    try {
      const found = await dataOf(api.GET('/api/v1/keeps', { params: { query: { asOf: day } } }));
      if (day !== asOf()) return;
      keeps = found;
      fault = '';
    } catch (e) {
      fault = (e as Error).message;
    }
  }

  async function end(keep: Kept) {
    busy = true;
    try {
      await api.DELETE('/api/v1/keeps/{keep}', { params: { path: { keep: keep.keep } } });
      await Promise.all([load(asOf()), book.load(asOf())]);
    } catch (e) {
      fault = (e as Error).message;
    } finally {
      busy = false;
    }
  }
</script>

{#if fault}<p class="neg" role="alert">{fault}</p>{/if}
{#snippet rows(some: Kept[])}
  {#each some as kept (kept.keep)}
    <tr>
      <td class="num">{sayShortDay(kept.until, today())}</td>
      <td>
        {#if kept.person}<a href={to(`/people/${kept.person}`)}>{kept.name}</a>
        {:else}{kept.name}{/if}
      </td>
      <td>
        <a href={to(`/subscriptions/${kept.line}`)}>{kept.planName}</a>
        <span class="sub">{kept.vendorName}</span>
      </td>
      <td
        >{kept.reason}{#if kept.by}<span class="sub">, {kept.by}</span>{/if}</td
      >
      <td>
        <StateSwatch texture={textureOf(kept)} />
        {kept.cannotSay ? 'cannot say yet' : STATE_WORDS[kept.state]}
        <span class="sub block"
          >{kept.lastUsed ? `last used ${sayDay(kept.lastUsed)}` : 'no use seen'}</span
        >
      </td>
      <td class="r num">{sayMoney(kept.yearlyCost, true)}</td>
      <td class="r do">
        {#if session.maySteer}
          {#if !kept.over}
            <button class="word" disabled={busy} onclick={() => end(kept)}>end now</button>
          {/if}
          <MoveMenu
            label="Plan a move of {kept.name}’s {kept.planName}"
            choices={[
              { words: 'keep longer …', move: { kind: 'KEEP', holding: kept.holding } },
              { words: 'take back', move: { kind: 'TAKE_BACK', holding: kept.holding } },
            ]}
            day={today()}
          />
        {/if}
      </td>
    </tr>
  {/each}
{/snippet}
{#if keeps}
  <p class="sub head">
    {running.length === 0
      ? 'No seat is kept.'
      : `${sayCount(running.length, 'seat')} kept for a reason; the soonest to end first.`}
    People on leave keep theirs without being listed.
    {#if keeps.length > 0}
      <button class="word" onclick={() => saveCsv(`/api/v1/keeps?asOf=${asOf()}`, 'keeps.csv')}
        >as CSV</button
      >
    {/if}
  </p>
  {#if keeps.length > 0}
    <table class="list laid">
      <thead>
        <tr>
          <th class="day">until</th>
          <th class="who">Holder</th>
          <th class="plan">Plan</th>
          <th>Why, and by whom</th>
          <th class="state">Use</th>
          <th class="r money">a year</th>
          <th class="do">do</th>
        </tr>
      </thead>
      <tbody>
        {@render rows(running)}
        {#if over.length > 0}
          <tr><th colspan="7" class="over">Ended; these seats can be taken back again</th></tr>
          {@render rows(over)}
        {/if}
      </tbody>
    </table>
  {/if}
{:else if !fault}
  <p class="sub">Looking…</p>
{/if}

<style>
  .head {
    margin-bottom: 8px;
  }
  td {
    vertical-align: top;
  }
  .day {
    width: 92px;
  }
  .who {
    width: 150px;
  }
  .plan {
    width: 140px;
  }
  .state {
    width: 150px;
  }
  .money {
    width: 78px;
  }
  .do {
    width: 124px;
    white-space: nowrap;
  }
  .do > button {
    margin-right: 10px;
  }
  .over {
    padding-top: 14px;
    font: 600 13.5px var(--font-serif);
  }
  .block {
    display: block;
  }
</style>
