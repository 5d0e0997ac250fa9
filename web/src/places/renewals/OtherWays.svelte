<!-- The ways to renew beside each other; one click tries another. -->
<script lang="ts">
  import type { Schemas } from '../../api/client';
  import { sayCount, sayMoney } from '../../state/say';
  import type { Trying } from './trying.svelte';
  import { BESIDE_WORDS } from './words';

  let {
    renewal,
    trying,
    offers,
  }: { renewal: Schemas['Renewal']; trying: Trying; offers: { offer: string; name: string }[] } =
    $props();

  const offerName = (id: string | null | undefined) =>
    offers.find((one) => one.offer === id)?.name ?? id ?? '';

  function isShown(one: Schemas['RenewalBeside']): boolean {
    if (Object.keys(trying.promised).length > 0) return false;
    if (one.what === 'OFFER') return trying.offer === one.offer;
    return trying.offer === '' && one.what === (trying.noMargin ? 'NEEDED' : 'PROPOSED');
  }
</script>

<div class="cards">
  {#each renewal.beside as one (one.what + (one.offer ?? ''))}
    <button
      class="card"
      class:on={isShown(one)}
      disabled={one.what === 'AS_IT_STANDS'}
      aria-pressed={isShown(one)}
      onclick={() => trying.choose(one.offer ?? '', one.what === 'NEEDED')}
    >
      <b>{one.what === 'OFFER' ? offerName(one.offer) : BESIDE_WORDS[one.what]}</b>
      <span class="num">{sayMoney(one.all)}</span>
      <span class="sub">
        {one.what === 'AS_IT_STANDS'
          ? 'nobody moves'
          : `${one.moved} move · ${sayCount(one.takeBack, 'seat')} back`}
        · {sayMoney(one.allOverTerm)} in {one.months} months{Number(one.expectedAdded.amount) >= 1
          ? `, ${sayMoney(one.expectedAdded)} to be added`
          : ''}
      </span>
    </button>
  {/each}
</div>

<style>
  .cards {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(200px, 1fr));
    gap: var(--s-10);
    padding-top: var(--s-16);
  }
  .card {
    display: flex;
    flex-direction: column;
    align-items: flex-start;
    gap: var(--s-2);
    text-align: left;
    background: var(--sheet);
    border-top: 1px solid var(--ink);
    padding: var(--s-8) var(--s-10);
  }
  .card.on {
    border-top: 4px solid var(--used);
    padding-top: var(--s-6);
  }
  .card .num {
    font: 600 var(--type-lead) var(--font-mono);
  }
</style>
