<!--
@component
What lies at a vendor without a seat, month by month, by who can still reach it: each column is all of
the accounts that lie there today.
-->
<script lang="ts">
  import type { Schemas } from '../../api/client';
  import { sayCount, sayDay, sayMoney } from '../../state/say';

  let { months, title }: { months: Schemas['EstateMonth'][]; title: string } = $props();

  const H = 92;
  const BANDS = [
    { key: 'owner', texture: 'inUse', says: 'as before' },
    { key: 'admin', texture: 'idle', says: 'for administrators' },
    { key: 'paid', texture: 'unanswered', says: 'against money' },
    { key: 'gone', texture: 'locked', says: 'gone' },
  ] as const;
  const YEAR_STEP = 6;

  let width = $state(560);
  const all = (m: Schemas['EstateMonth']) => m.owner + m.admin + m.paid + m.gone;
  const most = $derived(Math.max(1, ...months.map(all)));
  const column = $derived(width / Math.max(1, months.length));
  const says = (m: Schemas['EstateMonth']) =>
    `${sayDay(m.day)}: ${BANDS.filter((band) => m[band.key] > 0)
      .map((band) => `${m[band.key]} ${band.says}`)
      .join(', ')}; ${sayMoney(m.yearly)} a year`;
  const stacked = (m: Schemas['EstateMonth']) => {
    let y = H;
    return BANDS.filter((band) => m[band.key] > 0).map((band) => {
      const height = (m[band.key] / most) * H;
      y -= height;
      return { ...band, y, height };
    });
  };
</script>

<figure>
  <figcaption>
    {title}
    <span class="sub">
      {#if months.length > 0}
        {sayCount(months.at(-1)!.gone, 'account')} gone by {sayDay(months.at(-1)!.day)}
      {/if}
    </span>
  </figcaption>
  <div bind:clientWidth={width}>
    <svg {width} height={H + 18} role="img" aria-label={months.map(says).join('. ')}>
      {#each months as month, n (month.day)}
        <g transform="translate({n * column} 0)" data-says={says(month)}>
          {#each stacked(month) as band (band.key)}
            <rect
              x="1"
              y={band.y}
              width={Math.max(1, column - 2)}
              height={band.height}
              fill="url(#tx-{band.texture})"
            />
          {/each}
          {#if n % YEAR_STEP === 0 && n < months.length - 3}<text x="1" y={H + 14}
              >{sayDay(month.day)}</text
            >{/if}
        </g>
      {/each}
      <path class="base" d="M0 {H + 0.5}H{width}" />
    </svg>
  </div>
</figure>

<style>
  figure {
    margin: 0 0 var(--s-10);
  }
  figcaption {
    font: 600 var(--type-text) var(--font-serif);
    padding-bottom: var(--s-4);
  }
  .sub {
    font-weight: 400;
    margin-left: var(--s-10);
  }
  .base {
    stroke: var(--ink);
    stroke-width: 1;
  }
  text {
    font: var(--type-fine) var(--font-mono);
    fill: var(--soft);
  }
</style>
