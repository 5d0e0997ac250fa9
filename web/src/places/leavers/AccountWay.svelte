<!-- What becomes of one account: its way by day, the other ways, who takes over, what it costs. -->
<script lang="ts">
  import Successor from './Successor.svelte';
  import WayLane from '../../pieces/way-lane/WayLane.svelte';
  import type { Schemas } from '../../api/client';
  import { sayDay, sayMoney } from '../../state/say';
  import { ROUTE_WORDS, STATE_WORDS, sayEnd, sayMet, type RouteKind } from './words';

  let {
    one,
    routes,
    picked,
    cost,
    onchoose,
    successor = $bindable(),
    kinds = $bindable(),
  }: {
    one: Schemas['AccountRoutes'];
    routes: Schemas['PersonRoutes'];
    /** The way that is chosen, or else recommended; none of an account that is gone. */
    picked: Schemas['AccountRoutes']['routes'][number] | undefined;
    /** What that costs with all that was chosen beside it; the way's own cost while it is counted. */
    cost: Schemas['Money'] | undefined;
    onchoose: (route: RouteKind) => void;
    /** Who takes the data over; empty for whoever usually would. */
    successor: string;
    /** Which kinds of data; empty for all. */
    kinds: string;
  } = $props();

  let open = $state(false);
</script>

<section class="account">
  <div class="who">
    <b>{one.vendorName}</b>
    <span class="sub">
      {one.seats.length > 0 ? one.seats.map((s) => s.planName).join(', ') : STATE_WORDS[one.state]}
      · {one.storedGb === null ? 'stored: not said' : `${one.storedGb} GB`}
    </span>
  </div>
  {#if picked}
    <div>
      <button class="head" aria-expanded={open} onclick={() => (open = !open)}>
        <b
          >{ROUTE_WORDS[picked.route]}{picked.recommended ? '' : ' (chosen)'}
          {open ? '▴' : '▾'}</b
        >
        <span class={['sub', picked.met === false && 'neg']}>{sayEnd(picked, sayDay)}</span>
      </button>
      <WayLane
        segments={picked.segments}
        from={routes.from}
        until={routes.until}
        duty={routes.dutyUntil}
      />
      {#if open}
        <div class="ways" role="radiogroup" aria-label="Ways at {one.vendorName}">
          {#each one.routes as way (way.route)}
            <button
              role="radio"
              class={['way', way === picked && 'on']}
              aria-checked={way === picked}
              onclick={() => onchoose(way.route)}
            >
              <span>{way === picked ? '●' : '○'}</span>
              <span class="what"
                >{ROUTE_WORDS[way.route]}{way.recommended ? ' · recommended' : ''}</span
              >
              <WayLane
                low
                segments={way.segments}
                from={routes.from}
                until={routes.until}
                duty={routes.dutyUntil}
              />
              <span class="sub end">{sayEnd(way, sayDay)}</span>
              <span class="num r">{sayMoney(way.cost.total)}</span>
              <span class={['sub', way.met === false && 'neg']}
                >{sayMet(way.met, routes.dutyUntil !== null)}</span
              >
            </button>
          {/each}
        </div>
      {/if}
      {#if picked.route === 'HAND_OVER'}
        <Successor
          account={one.account}
          usual={picked.successorName ?? null}
          bind:person={successor}
          bind:kinds
        />
      {/if}
    </div>
    <div class="cost">
      <b class="num">{sayMoney(cost ?? picked.cost.total)}</b>
      {#if picked.route !== 'KEEP'}
        <span class="sub"
          >{sayMoney(one.routes.find((r) => r.route === 'KEEP')?.cost.total)} if left</span
        >
      {/if}
    </div>
  {:else}
    <p class="sub">
      Deleted {one.since ? sayDay(one.since) : ''}; it can be brought back on the person’s page
      while the vendor keeps it.
    </p>
  {/if}
</section>

<style>
  .account {
    display: grid;
    grid-template-columns: 190px minmax(0, 1fr) 110px;
    gap: 0 var(--s-16);
    padding: var(--s-10) 0 var(--s-4);
  }
  .who {
    display: grid;
    align-content: start;
  }
  .who b {
    font: 600 var(--type-lead) var(--font-serif);
  }
  .head {
    display: flex;
    justify-content: space-between;
    gap: var(--s-12);
    width: 100%;
    text-align: left;
    padding-bottom: var(--s-3);
    font-size: var(--type-row);
  }
  .head .sub {
    text-align: right;
  }
  .ways {
    padding: var(--s-4) 0 var(--s-6);
  }
  .way {
    display: grid;
    grid-template-columns: 14px minmax(110px, 1fr) 80px minmax(120px, 1.4fr) 66px 96px;
    gap: 0 var(--s-10);
    align-items: center;
    width: 100%;
    padding: var(--s-3) var(--s-6);
    text-align: left;
    font-size: var(--type-note);
  }
  .way:hover {
    background: var(--sheet);
  }
  .way.on {
    background: var(--tape);
  }
  .what {
    font-weight: 600;
  }
  .cost {
    display: grid;
    align-content: start;
    justify-items: end;
    text-align: right;
  }
  .cost b {
    font-size: var(--type-text);
  }
</style>
