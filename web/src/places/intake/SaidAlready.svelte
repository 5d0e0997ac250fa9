<!-- What the four files say already: what was found, who is gone, notices, prices that dip. -->
<script lang="ts">
  import type { Schemas } from '../../api/client';
  import { to, today } from '../../state/address.svelte';
  import { sayCount, sayMoney, sayShortDay } from '../../state/say';

  interface Props {
    b: Schemas['Beginning'];
    /** Undefined where nothing was found. */
    recoverable: Schemas['Money'] | null | undefined;
  }
  let { b, recoverable }: Props = $props();
</script>

<section aria-labelledby="said">
  <h2 id="said">What can be said already</h2>
  <ul>
    {#if recoverable}
      <li>
        <span class="num">now</span>
        <span><a href={to('/findings')}>What was found</a>: paid and not needed</span>
        <b class="num">{sayMoney(recoverable)} a year</b>
      </li>
    {/if}
    {#if b.people.away > 0}
      <li>
        <span class="num">now</span>
        <span>{sayCount(b.people.away, 'person', 'people')} away or gone</span>
        <span class="sub">{b.seats.count > 0 ? '' : 'their seats are known after step 3'}</span>
      </li>
    {/if}
    {#each b.notices as notice (notice.day + notice.agreement)}
      <li>
        <span class="num">{sayShortDay(notice.day, today())}</span>
        <span>
          the last day for notice on <b>{notice.vendor}</b>{notice.agreement === notice.vendor
            ? ''
            : `, ${notice.agreement}`}
        </span>
        <span class="sub">{notice.byItself ? 'it renews by itself' : 'it ends unless renewed'}</span
        >
      </li>
    {/each}
    {#each b.dips as dip (dip.line)}
      <li>
        <span class="num">now</span>
        <span>
          <a href={to(`/subscriptions/${dip.line}`)}>{dip.plan}</a>: {dip.seats} seats cost more than
          {dip.instead} would
        </span>
        <b class="num">{sayMoney(dip.less)} a year</b>
      </li>
    {/each}
    {#if !recoverable && b.people.away === 0 && b.notices.length === 0 && b.dips.length === 0}
      <li class="none">Nothing yet: bring the first file.</li>
    {/if}
  </ul>
</section>

<style>
  h2 {
    font: 600 var(--type-lead) var(--font-serif);
  }
  li {
    display: grid;
    grid-template-columns: 70px minmax(0, 1fr) auto;
    gap: var(--s-10);
    padding: var(--s-6) 0;
    border-bottom: 1px solid var(--fine);
    font-size: var(--type-text);
  }
  li.none {
    display: block;
    color: var(--soft);
  }
  li > .num:first-child {
    color: var(--soft);
    font-size: var(--type-note);
  }
</style>
