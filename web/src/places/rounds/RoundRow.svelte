<!-- One round in the list: how far it is, and what became of it. -->
<script lang="ts">
  import type { Schemas } from '../../api/client';
  import { to, today } from '../../state/address.svelte';
  import { sayDay, sayMoney, sayShortDay } from '../../state/say';
  import { sayReturns, sayRound, steps } from './words';

  let { round }: { round: Schemas['Round'] } = $props();
</script>

<td>
  <a class="name" href={to(`/rounds/${round.id}`)}>{round.number}</a>
  <span class="sub">{sayShortDay(round.gathered.slice(0, 10), today())}</span>
</td>
<td>
  <span class="gates" role="img" aria-label={sayRound(round)}>
    {#each steps(round) as step (step.words)}
      <i class={[step.reached && 'on', step.ended && 'end']} title={step.words}></i>
    {/each}
  </span>
  <span class="sub">{sayRound(round)}</span>
</td>
<td class="r num">{round.found}</td>
<td class="r num">{sayMoney(round.yearly)}</td>
<td class="r num">{round.answered}</td>
<td class="r num">{round.counts['KEPT'] ?? 0}</td>
<td class="r num">{round.counts['TAKEN_BACK'] ?? '–'}</td>
<td class="r num">{round.counts['TAKEN_BACK'] ? sayMoney(round.back) : '–'}</td>
<td class="sub">
  {round.outcome ??
    (round.state === 'ASKING'
      ? `until ${sayDay(round.askUntil)}`
      : round.state === 'DECIDING'
        ? `until ${sayDay(round.decideUntil)}`
        : '')}
  {sayReturns(round, today()) ?? ''}
</td>

<style>
  .name {
    font: 600 var(--type-lead) var(--font-serif);
    white-space: nowrap;
  }
  .gates {
    display: inline-flex;
    gap: var(--s-3);
    margin-right: var(--s-6);
  }
  .gates i {
    width: 14px;
    height: 9px;
    border: 1px solid var(--rule);
    background: var(--sheet);
  }
  .gates i.on {
    background: var(--used);
    border-color: var(--used);
  }
  .gates i.end {
    background: var(--locked);
    border-color: var(--locked);
  }
  td {
    vertical-align: baseline;
  }
</style>
