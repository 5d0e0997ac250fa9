<!-- How far a renewal has come: what was chosen, decided and told, by whom and when. -->
<script lang="ts">
  import type { Schemas } from '../../api/client';
  import { sayDay, sayMoney } from '../../state/say';
  import { STATE_WORDS, WAY } from './words';

  interface Props {
    one: Schemas['RenewalCase'];
    /** Where its letter is; its proof lies beside it. */
    letter: string;
  }
  let { one, letter }: Props = $props();

  const reached = $derived(WAY.indexOf(one.state));
</script>

{#if one.state === 'KEPT_ON_PURPOSE' && one.kept}
  <p>
    <b>Kept as it is on purpose</b> until {sayDay(one.kept.until)}: “{one.kept.reason}”
  </p>
{:else}
  <ol class="way">
    {#each WAY as state, n (state)}
      <li class:done={n <= reached} aria-current={n === reached ? 'step' : undefined}>
        {STATE_WORDS[state]}
      </li>
    {/each}
  </ol>
{/if}
{#if one.choice}
  <p class="said">
    {one.choice.preparedBy} chose on {sayDay(one.choice.preparedOn)}
    {one.choice.offerName ? `“${one.choice.offerName}”` : 'the agreement’s own terms'}:
    {#each one.choice.seats as row, n (row.plan)}{n > 0 ? ', ' : ''}<b>{row.seats} {row.name}</b
      >{row.seats === row.before ? '' : ` (now ${row.before})`}{/each}. {sayMoney(
      one.choice.yearlyAfter,
    )} a year in place of {sayMoney(one.choice.yearlyBefore)}.{one.choice.note
      ? ` “${one.choice.note}”`
      : ''}
    {#if one.decision?.decidedBy}
      {one.decision.granted ? 'Granted' : 'Refused'} by {one.decision.decidedBy} on {sayDay(
        one.decision.decidedOn,
      )}.{one.decision.note ? ` “${one.decision.note}”` : ''}
    {:else if one.decision?.decideBy}To be decided by {sayDay(one.decision.decideBy)}.{/if}
    {#if one.notice}
      The vendor was told on {sayDay(one.notice.day)} of the renewal on {sayDay(one.renews)}
      {one.notice.way}{one.notice.address ? ` to ${one.notice.address}` : ''}{one.notice.proof
        ? ''
        : ', without a proof'}.
      {#if one.notice.proof}<a href={`${letter.replace(/letter$/, 'notice/proof')}`} download
          >{one.notice.proof}</a
        >{/if}
    {/if}
    {#if one.renewedOn}The next term stands in the book since {sayDay(one.renewedOn)}.{/if}
  </p>
{/if}

<style>
  .way {
    display: flex;
    list-style: none;
    max-width: 720px;
    font-size: var(--type-row);
    color: var(--soft);
  }
  .way li {
    flex: 1;
    border-bottom: 2px solid var(--rule);
    padding-bottom: var(--s-4);
  }
  .way li.done {
    color: var(--ink);
    border-color: var(--used);
  }
  .way li[aria-current] {
    font-weight: 600;
  }
  .said {
    font-size: var(--type-text);
    padding-top: var(--s-8);
    max-width: 110ch;
  }
</style>
