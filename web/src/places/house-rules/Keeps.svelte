<!-- Seats that are kept for a reason: when that ends, and what was done with them meanwhile. -->
<script lang="ts">
  import List from '../../pieces/list/List.svelte';
  import MoveMenu from '../../pieces/move-menu/MoveMenu.svelte';
  import StateSwatch from '../../pieces/state-swatch/StateSwatch.svelte';
  import { api, dataOf, saveCsv, type Schemas } from '../../api/client';
  import { asOf, to, today } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { ListState } from '../../state/list.svelte';
  import { Question } from '../../state/question.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { sayCount, sayDay, sayMoney, sayShortDay } from '../../state/say';
  import { STATE_WORDS, textureOf } from '../../state/states';

  type Kept = Schemas['KeptSeat'];

  let busy = $state(false);

  const question = new Question(
    () => asOf(),
    (day) => dataOf(api.GET('/api/v1/keeps', { params: { query: { asOf: day } } })),
    { again: () => [book.version, slates.all.map((s) => s.settled)] },
  );
  const keeps = $derived(question.value);
  const running = $derived((keeps ?? []).filter((k) => !k.over));
  const over = $derived((keeps ?? []).filter((k) => k.over));
  const list = new ListState<Kept>({
    rows: () => [...running, ...over],
    key: (kept) => kept.keep,
    id: 'keep',
    from: question,
  });

  async function end(keep: Kept) {
    busy = true;
    await question.attempt(async () => {
      await api.DELETE('/api/v1/keeps/{keep}', { params: { path: { keep: keep.keep } } });
      await Promise.all([question.reload(), book.load(asOf())]);
    });
    busy = false;
  }
</script>

{#if question.fault}<p class="neg" role="alert">{question.fault}</p>{/if}
{#snippet part(some: Kept[], from: number, caption?: string)}
  <List
    {list}
    rows={some}
    {from}
    {caption}
    laid
    columns={[
      { name: 'until', width: 92 },
      { name: 'Holder', width: 150 },
      { name: 'Plan', width: 140 },
      { name: 'Why, and by whom' },
      { name: 'Use', width: 150 },
      { name: 'a year', right: true, width: 78 },
      { name: 'do', right: true, width: 124 },
    ]}
  >
    {#snippet row(kept)}
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
    {/snippet}
  </List>
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
  {#if running.length > 0}{@render part(running, 0)}{/if}
  {#if over.length > 0}
    {@render part(over, running.length, 'Ended; these seats can be taken back again')}
  {/if}
{:else if question.waiting}
  <p class="sub">Looking…</p>
{/if}

<style>
  .head {
    margin-bottom: var(--s-8);
  }
  td {
    vertical-align: top;
  }
  .do {
    white-space: nowrap;
  }
  .do > button {
    margin-right: var(--s-10);
  }
  .block {
    display: block;
  }
</style>
