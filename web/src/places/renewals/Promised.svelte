<!-- By whose terms, and how many seats of each plan are promised; every number can be typed over. -->
<script lang="ts">
  import Pick from '../../pieces/controls/Pick.svelte';
  import Typed from '../../pieces/typed/Typed.svelte';
  import type { Schemas } from '../../api/client';
  import { setParam, to } from '../../state/address.svelte';
  import { sayCount, sayMoney } from '../../state/say';
  import type { Trying } from './trying.svelte';

  let {
    renewal,
    trying,
    offers,
    rows,
    more,
    all = $bindable(),
    chosen,
    maySteer,
  }: {
    renewal: Schemas['Renewal'];
    trying: Trying;
    offers: { offer: string; name: string }[];
    /** The plans that are shown. */
    rows: Schemas['RenewalPlan'][];
    /** How many matter to nobody. */
    more: number;
    /** Whether those are shown, too. */
    all: boolean;
    /** The plan that is looked at closely. */
    chosen: string | undefined;
    maySteer: boolean;
  } = $props();

  /** A pool's size that is recommended; extras are bought as they are. */
  const recommended = (other: Schemas['RenewalOther']) =>
    renewal.pools.find((pool) => pool.plan === other.plan)?.seats ?? other.before;
</script>

<div class="terms">
  <label>
    terms
    <Pick
      label="By whose terms"
      value={trying.offer}
      onchange={(e) => trying.choose(e.currentTarget.value, false)}
    >
      <option value="">the agreement’s own</option>
      {#each offers as one (one.offer)}
        <option value={one.offer}>{one.name}</option>
      {/each}
    </Pick>
  </label>
  <span class="sub">
    seats added later cost
    {#if trying.offer === ''}
      <Typed
        label="Per cent that a seat added later costs more"
        number
        width={4}
        value={String(renewal.u)}
        changed={trying.u !== ''}
        onvalue={(v) => (trying.u = v)}
      />
    {:else}<b>{renewal.u}</b>{/if} % more
  </span>
  {#if maySteer}<a
      class="word"
      href={`${to(`/terms/${renewal.vendor}`)}${to('').includes('?') ? '&' : '?'}sheet=rows`}
      >write an offer down</a
    >{/if}
</div>
<table class="list dense">
  <thead>
    <tr>
      <th>Plan</th>
      <th class="r">bought</th>
      <th class="r">held</th>
      <th class="r" title="by the cheapest mix, today">needed</th>
      <th class="r" title="the most at once to the end of the term">8 of 10</th>
      <th class="r">promise</th>
      <th class="r">a year</th>
    </tr>
  </thead>
  <tbody>
    {#each rows as row (row.plan)}
      <tr class:at={row.plan === chosen}>
        <td>
          <button class="plan" onclick={() => setParam('plan', row.plan)}>{row.name}</button>
          {#if row.listed}<span class="sub">listed</span>{/if}
        </td>
        <td class="r num">{row.bought}</td>
        <td class="r num">{row.held + row.resting}</td>
        <td class="r num">{row.given}</td>
        <td class="r num sub">
          {row.low === null || row.low === undefined ? '–' : `${row.low}–${row.high}`}
        </td>
        <td class="r">
          <Typed
            label="Seats of {row.name} promised"
            number
            width={7}
            value={String(trying.promised[row.plan] ?? row.seats)}
            changed={row.plan in trying.promised}
            onvalue={(v) => {
              const seats = Number(v);
              if (Number.isInteger(seats) && seats >= 0) trying.promise(row.plan, seats);
            }}
          />
        </td>
        <td class="r num">{sayMoney(row.yearly)}</td>
      </tr>
    {/each}
    {#each renewal.shown?.others ?? [] as other (other.line)}
      <tr>
        <td
          >{other.name} <span class="sub">{other.model === 'FLOATING' ? 'pool' : 'extra'}</span></td
        >
        <td class="r num">{other.before}</td>
        <td class="r num"></td>
        <td class="r num">{recommended(other)}</td>
        <td></td>
        <td class="r num">
          {#if other.model === 'FLOATING'}
            <Typed
              label="Seats of {other.name}"
              number
              width={5}
              value={String(other.seats)}
              changed={trying.promised[other.plan] !== undefined}
              onvalue={(v) => {
                const seats = Number(v);
                if (Number.isInteger(seats) && seats >= 0) trying.promise(other.plan, seats);
              }}
            />
          {:else}{other.seats}{/if}
        </td>
        <td class="r num">{sayMoney(other.yearly)}</td>
      </tr>
    {/each}
    <tr class="sum">
      <td colspan="6"><b>Together, a year</b></td>
      <td class="r num"><b>{sayMoney(renewal.shown?.all)}</b></td>
    </tr>
  </tbody>
</table>
<p class="sub">
  {renewal.proven ? 'Proven cheapest' : `Within ${sayMoney(renewal.gap)} a year of the cheapest`} for
  {sayCount(
    renewal.classes.reduce((sum, one) => sum + one.persons, 0),
    'person',
    'people',
  )} in {sayCount(renewal.classes.length, 'kind')} of need.
  {#if more > 0}
    <button class="word" onclick={() => (all = !all)}
      >{all ? 'only what matters' : `${sayCount(more, 'plan')} more`}</button
    >
  {/if}
  {#if Object.keys(trying.promised).length > 0}
    <button class="word" onclick={() => (trying.promised = {})}>as advised again</button>
  {/if}
</p>

<style>
  .terms {
    display: flex;
    flex-wrap: wrap;
    gap: var(--s-4) var(--s-16);
    align-items: baseline;
    font-size: var(--type-row);
    padding-bottom: var(--s-6);
  }
  .terms a {
    margin-left: auto;
  }
  .plan {
    font: 600 var(--type-text) var(--font-serif);
  }
  tr.at td {
    background: var(--sheet);
  }
  tr.at td:first-child {
    box-shadow: inset 3px 0 var(--ink);
  }
  .sum td {
    border-top: 1px solid var(--ink);
  }
  td:first-child,
  th:first-child {
    padding-left: var(--s-10);
  }
</style>
