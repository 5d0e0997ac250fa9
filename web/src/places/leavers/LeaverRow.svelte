<!-- One leaver: what is next, what lies where, and what it costs left as it is. -->
<script lang="ts">
  import type { Schemas } from '../../api/client';
  import { asOf, to } from '../../state/address.svelte';
  import { sayDay, sayMoney } from '../../state/say';
  import { KIND_WORDS } from './words';

  type Row = Schemas['LeaverPerson'];
  let { one, onDraft }: { one: Row; onDraft: boolean } = $props();

  const when = (row: Row) =>
    row.kind === 'LEAVING' || row.kind === 'LEFT'
      ? row.leftOn
        ? `${KIND_WORDS[row.kind]} ${sayDay(row.leftOn)}`
        : KIND_WORDS[row.kind]
      : `${KIND_WORDS[row.kind]}${row.until ? `, back ${sayDay(row.until)}` : ''}`;
</script>

<td class="name">
  <a href={to(`/leavers/${one.person}`)}>{one.name}</a>
  <span class="sub"
    >{one.department ?? ''}{onDraft
      ? ' · on slate'
      : one.underWay
        ? ' · on a slate that was sent'
        : ''}</span
  >
</td>
<td class="when">
  {when(one)}
  {#if one.signsInStill}<span class="neg">still signs in</span>{/if}
  {#if one.dutyUntil}<span class="sub"
      >{one.dutyUntil > asOf() ? 'keep until' : 'may be deleted since'}
      {sayDay(one.dutyUntil)}</span
    >{/if}
</td>
<td class="when">{one.nextDay ? `${sayDay(one.nextDay)}: ${one.nextWhat}` : '–'}</td>
<td class="r num" title={one.vendors.join(', ')}
  >{one.accounts}{#if one.holding > 0 && one.holding < one.accounts}
    <span class="sub">{one.holding} held</span>{/if}</td
>
<td class="r num">{one.storedGb === null ? '–' : `${one.storedGb} GB`}</td>
<td class="r num">{sayMoney(one.seatYearly)}</td>
<td class="r num">{sayMoney(one.asItIs)}</td>
<td class="r num">{sayMoney(one.recommended)}</td>

<style>
  td {
    font-size: var(--type-row);
  }
  .name a {
    font: 600 var(--type-text) var(--font-serif);
    text-decoration: none;
  }
  .name a:hover {
    text-decoration: underline;
  }
  .name {
    white-space: nowrap;
  }
  .when {
    font-size: var(--type-note);
  }
  td.num {
    font-size: var(--type-note);
    white-space: nowrap;
  }
</style>
