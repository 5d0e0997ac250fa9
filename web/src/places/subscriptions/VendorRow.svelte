<!-- All subscriptions with one vendor, as one row that opens. -->
<script lang="ts">
  import { asOf, to } from '../../state/address.svelte';
  import { sayCount, sayMoney, sayShortDay } from '../../state/say';
  import type { VendorSums } from './folded';

  interface Props {
    of: VendorSums;
    open: boolean;
    onfold: () => void;
  }
  let { of, open, onfold }: Props = $props();
</script>

<td class="vendor">
  <button aria-expanded={open} onclick={onfold}>
    <span aria-hidden="true">{open ? '▾' : '▸'}</span>
    {of.vendorName}
  </button>
  <div class="sub">{sayCount(of.subscriptions, 'line')}</div>
</td>
<td class="vendor">
  <span class="num">{of.bought.toLocaleString('en-GB')}</span>
  <span class="sub">seats · {sayMoney(of.yearlyCost)} a year ·</span>
  <a class="sub" href={to(`/terms/${of.vendor}`)}>terms</a>
</td>
<td class="vendor"></td>
<td class="vendor r num">{sayMoney(of.recoverable)}</td>
<td class="vendor sub">
  {of.noticeBy
    ? `first notice by ${sayShortDay(of.noticeBy, asOf())}, in ${of.noticeInDays} d`
    : 'no notice to give'}
</td>

<style>
  .vendor {
    background: var(--tape);
    vertical-align: middle;
  }
  button {
    font: 600 var(--type-lead) var(--font-serif);
    color: var(--ink);
    text-align: left;
  }
  td:last-child {
    padding-left: var(--s-14);
  }
</style>
