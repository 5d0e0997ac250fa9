<!-- Sizes of extras: what is bought, held, and would be held if everybody had what they fill. -->
<script lang="ts">
  import type { Schemas } from '../../api/client';
  import { to } from '../../state/address.svelte';
  import { sayMoney } from '../../state/say';

  let { addons, vendor }: { addons: Schemas['RenewalAddOn'][]; vendor: string } = $props();

  const findings = $derived(
    `${to('/findings')}${to('/findings').includes('?') ? '&' : '?'}kind=ADDON_TOO_LARGE&vendor=${vendor}`,
  );
</script>

<h2>
  Sizes of extras
  <span class="sub">by what is stored · <a href={findings}>who would do with a smaller one</a></span
  >
</h2>
<table class="list">
  <thead>
    <tr>
      <th>Size</th><th class="r">bought</th><th class="r">held</th><th class="r">needed</th><th
        class="r">a year</th
      ><th class="r">needed, a year</th>
    </tr>
  </thead>
  <tbody>
    {#each addons as one (one.line)}
      <tr>
        <td><a href={to(`/subscriptions/${one.line}`)}><b class="name">{one.name}</b></a></td>
        <td class="r num">{one.bought}</td>
        <td class="r num">{one.held}</td>
        <td class="r num">{one.needed}</td>
        <td class="r num">{sayMoney(one.yearly)}</td>
        <td class="r num">{sayMoney(one.neededYearly)}</td>
      </tr>
    {/each}
  </tbody>
</table>

<style>
  h2 {
    font: 600 var(--type-lead) var(--font-serif);
    padding: var(--s-14) 0 var(--s-6);
  }
  .sub {
    font: var(--type-note) var(--font-sans);
  }
  .name {
    font: 600 var(--type-text) var(--font-serif);
  }
</style>
