<!-- Where a vendor's estate lies, what of it passes when, and what opening the archive costs. -->
<script lang="ts">
  import type { Schemas } from '../../api/client';
  import { setParam } from '../../state/address.svelte';
  import { sayDay, sayMoney } from '../../state/say';
  import { REACH_WORDS, STATE_WORDS } from './words';

  let { all }: { all: Schemas['Estate'] } = $props();

  const sayVersion = (version: string | null | undefined) =>
    version ? `, rules from ${sayDay(version)}` : '';
</script>

<table class="list dense">
  <caption>Where it lies</caption>
  <tbody>
    {#each all.stages as stage (`${stage.state}${stage.version}${stage.stage}`)}
      <tr>
        <td>
          <button
            class="word"
            onclick={() => {
              setParam('state', stage.state);
              setParam('stage', stage.stage === null ? null : `${stage.stage}`);
            }}>{stage.name ?? STATE_WORDS[stage.state]}</button
          >
          <span class="sub"
            >{STATE_WORDS[stage.state]}, reached by {REACH_WORDS[stage.reach]}{sayVersion(
              stage.version,
            )}{stage.known ? '' : '; no rule is known'}</span
          >
        </td>
        <td class="r num">{stage.accounts}</td>
        <td class="r num">{stage.gb} GB</td>
        <td class="r num">{stage.pooled ? 'pooled' : `${sayMoney(stage.yearly)} a year`}</td>
      </tr>
    {/each}
  </tbody>
</table>
<table class="list dense">
  <caption>What passes within a year</caption>
  <tbody>
    {#each all.passing.slice(0, 8) as one (`${one.day}${one.state}${one.stage}${one.reach}`)}
      <tr>
        <td class="num">{sayDay(one.day)}</td>
        <td class={[one.reach === 'NOBODY' && 'neg']}
          >{one.name ?? (one.reach === 'NOBODY' ? 'gone' : STATE_WORDS[one.state])}
          <span class="sub">{one.reach === 'NOBODY' ? '' : REACH_WORDS[one.reach]}</span></td
        >
        <td class="r num">{one.accounts}</td>
        <td class="r num">{one.gb} GB</td>
      </tr>
    {:else}
      <tr><td class="sub">Nothing passes within a year.</td></tr>
    {/each}
  </tbody>
</table>
{#if all.pool}
  <p class="pool">
    Opening one account of the archive costs <b>{sayMoney(all.pool.once)}</b> once and
    <b>{sayMoney(all.pool.monthly)}</b> a month, for all {all.pool.gb} GB of it.
    {#if all.pool.seat}
      A seat of {all.pool.seat.planName} for a month costs
      <b>{sayMoney(all.pool.seat.cost)}</b>{all.pool.seat.spare > 0
        ? `: ${all.pool.seat.spare} are spare`
        : ''}. {all.pool.cheaper === 'SEAT' ? 'The seat is cheaper.' : 'Opening is cheaper.'}
    {/if}
  </p>
{/if}

<style>
  caption {
    text-align: left;
    font: 600 var(--type-text) var(--font-serif);
    padding: var(--s-6) 0 var(--s-3);
  }
  td {
    font-size: var(--type-row);
  }
  td.num {
    font-size: var(--type-note);
    white-space: nowrap;
  }
  .pool {
    padding: var(--s-8) 0;
    font-size: var(--type-row);
  }
</style>
