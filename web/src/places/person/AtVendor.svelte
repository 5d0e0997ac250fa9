<!-- What somebody has at one vendor: seats and their use, what would do, and what was found. -->
<script lang="ts">
  import type { Finding, PersonPage, Schemas } from '../../api/client';
  import MoveMenu, { type Choice } from '../../pieces/move-menu/MoveMenu.svelte';
  import StateSwatch from '../../pieces/state-swatch/StateSwatch.svelte';
  import UseDays from '../../pieces/use-days/UseDays.svelte';
  import { to, today } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { kinds as findingKinds } from '../../state/kinds.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { sayDay, sayMoney } from '../../state/say';
  import { STATE_WORDS, textureOf } from '../../state/states';
  import { choicesOfAccount, choicesOfSeat } from './choices';

  type Account = PersonPage['accounts'][number];
  type Cover = Schemas['PersonCover']['vendors'][number];

  let {
    account,
    cover,
    found,
  }: {
    account: Account;
    cover: Cover | undefined;
    found: Finding[];
  } = $props();

  const METHODS = { HAND: 'by hand', RULE: 'by a rule', VENDOR: 'by the vendor' } as const;

  const names = $derived(new Map((book.subscriptions ?? []).map((s) => [s.plan, s.planName])));
  const nameOf = (planId: string) => names.get(planId) ?? planId;
  const seatChoices = (holding: string): Choice[] =>
    choicesOfSeat(account, holding, book.subscriptions ?? []);

  const accountChoices = $derived(choicesOfAccount(account));

  function accountWords(account: Account): string {
    const state = account.state.toLowerCase();
    const since = account.stateSince ? ` since ${sayDay(account.stateSince)}` : '';
    return account.state === 'ACTIVE' ? '' : `account ${state}${since}`;
  }

  /** What leads to the cover and is not planned yet. */
  const toCover = (cover: Cover) =>
    cover.moves.filter((m) => !m.holding || !slates.planned.has(m.holding));
</script>

<section aria-labelledby="v-{account.account}">
  <div class="head">
    <h2 id="v-{account.account}">{account.vendorName}</h2>
    <span class={['sub', account.state !== 'ACTIVE' && 'neg']}>
      {accountWords(account)}{account.admin ? ' · administrator rights' : ''}
    </span>
    {#if cover}
      <span class="sub cover">
        {#if Number(cover.recoverable.amount) > 0}
          <b>{cover.cover.plans.map(nameOf).join(' + ') || 'nothing'}</b> would do:
          {sayMoney(cover.now.cost)} → {sayMoney(cover.cover.cost)} a year{cover.notSold.length > 0
            ? `; ${cover.notSold.join(', ')} to be bought first`
            : ''}
          {#if session.mayDraft && cover.moves.length > 0}
            <button
              class="word"
              disabled={slates.busy || toCover(cover).length === 0}
              onclick={() => slates.plan(toCover(cover))}>plan it</button
            >
          {/if}
        {:else}
          {sayMoney(cover.now.cost)} a year; nothing cheaper would do
        {/if}
      </span>
    {/if}
    {#if session.mayDraft && accountChoices.length > 0}
      <MoveMenu
        label="Plan a move of the account at {account.vendorName}"
        choices={accountChoices}
        day={today()}
      />
    {/if}
  </div>
  {#if cover?.elsewhere}
    {@const other = cover.elsewhere}
    <p class="sub elsewhere">
      {#each other.parts as had, n (had.part)}{n > 0 ? ' and ' : ''}<b>{had.part}</b> is in
        {had.byVendor}
        {had.byPlan}, too ({had.byPart}){/each}: if that does,
      {other.cover.plans.map(nameOf).join(' + ') || 'nothing'} would do here for
      {sayMoney(other.spares)} a year less. Counted nowhere.
    </p>
  {/if}
  <table class="list">
    <tbody>
      {#each account.seats as seat (seat.holding)}
        <tr class:past={!seat.state}>
          <td class="plan">
            {#if session.isLead}<b class="name">{seat.planName}</b>
            {:else}<a href={to(`/subscriptions/${seat.line}`)}>{seat.planName}</a>{/if}
            {#if slates.planned.has(seat.holding)}<span class="sub">on slate</span>{/if}
          </td>
          <td>
            {#if seat.state}
              <StateSwatch texture={textureOf({ ...seat, state: seat.state })} />
              {seat.onLeave
                ? 'on leave'
                : seat.cannotSay
                  ? 'cannot say yet'
                  : STATE_WORDS[seat.state]}
            {:else}
              came back {sayDay(seat.until)}
            {/if}
            {#if seat.keep}
              <div class="sub">
                kept until {sayDay(seat.keep.until)}: {seat.keep.reason}
              </div>
            {:else if seat.blocked.TAKE_BACK && session.mayDraft}
              <div class="sub blocked">{seat.blocked.TAKE_BACK}</div>
            {/if}
          </td>
          <td class="sub">
            since {sayDay(seat.from)}, {METHODS[seat.method]}
          </td>
          <td class="sub">
            {seat.lastUsed ? `last used ${sayDay(seat.lastUsed)}` : seat.state ? 'no use seen' : ''}
          </td>
          <td class="r num">{seat.state ? sayMoney(seat.yearlyCost, true) : ''}</td>
          <td class="r do">
            {#if seat.state && session.mayDraft && seatChoices(seat.holding).length > 0}
              <MoveMenu
                label="Plan a move of {seat.planName}"
                choices={seatChoices(seat.holding)}
                day={today()}
              />
            {/if}
          </td>
        </tr>
      {/each}
    </tbody>
  </table>
  {#each account.use as part (part.part)}
    <div class="use">
      <span class="sub">{part.name}</span>
      <UseDays
        days={part.days}
        to={account.ribbonTo}
        name={part.name}
        held={account.seats.map((s) => ({ from: s.from, until: s.until ?? null }))}
      />
    </div>
  {/each}
  {#each found as f, n (n)}
    <p class="found">
      <b>{findingKinds.title(f.kind)}</b>
      <span class="sub">{f.explanation}</span>
    </p>
  {/each}
</section>

<style>
  section {
    margin-bottom: var(--s-16);
  }
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
  .elsewhere {
    padding: var(--s-3) 0 var(--s-4);
  }
  .cover {
    margin-left: auto;
    text-align: right;
  }
  table.list td {
    padding-top: var(--s-4);
    padding-bottom: var(--s-4);
    white-space: nowrap;
  }
  .plan {
    width: 110px;
  }
  .plan a,
  .plan .name {
    font: 600 var(--type-text) var(--font-serif);
  }
  .do {
    width: 48px;
  }
  .blocked {
    white-space: normal;
    max-width: 260px;
  }
  tr.past {
    color: var(--soft);
  }
  .use {
    display: grid;
    grid-template-columns: 86px minmax(0, 1fr);
    gap: var(--s-8);
    align-items: center;
    padding: var(--s-2) 0;
  }
  .use > span {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .found {
    font-size: var(--type-row);
    padding-top: var(--s-4);
  }
</style>
