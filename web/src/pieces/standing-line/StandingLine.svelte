<!--
@component
What is paid a year and how it splits, as figures and one bar; what the slate would set free is
marked on it.
-->
<script lang="ts">
  import type { Money, Standing } from '../../api/client';
  import { sayMoney } from '../../state/say';
  import { TEXTURE_WORDS, type Texture } from '../../state/states';

  let {
    standing,
    planned = null,
    links = {},
  }: {
    standing: Standing;
    planned?: Money | null;
    /** What each figure opens to: what it was counted from. Without one it is told only. */
    links?: Partial<Record<'paid' | 'inUse' | 'recoverable' | 'spare' | 'kept', string>>;
  } = $props();

  const figures = $derived([
    { name: 'Paid a year', money: standing.paid, href: links.paid },
    { name: 'doing work', money: standing.inUse, href: links.inUse },
    { name: 'recoverable', money: standing.recoverable, href: links.recoverable },
    { name: 'spare', money: standing.spare, href: links.spare },
  ]);

  let width = $state(900);

  const split = $derived.by(() => {
    const s = standing.split;
    const all: [Texture, number][] = [
      ['inUse', Number(s.inUse.amount)],
      ['idle', Number(s.idle.amount)],
      ['never', Number(s.neverOpened.amount)],
      ['locked', Number(s.suspended.amount) + Number(s.left.amount)],
      ['unanswered', Number(s.unanswered.amount)],
      ['parked', Number(s.parked.amount)],
      ['notStarted', Number(s.notStarted.amount)],
      ['resting', Number(s.resting.amount)],
      ['spare', Number(s.spare.amount)],
    ];
    const whole = all.reduce((sum, [, money]) => sum + money, 0) || 1;
    let x = 0;
    return all
      .filter(([, money]) => money > 0)
      .map(([texture, money]) => {
        const part = {
          texture,
          x: (x / whole) * (width - 1),
          width: (money / whole) * (width - 1),
        };
        x += money;
        return part;
      });
  });
  const words = $derived(split.map((part) => TEXTURE_WORDS[part.texture]).join(', '));
</script>

<section class="standing" aria-label="What is paid and what for">
  <div class="figures">
    {#each figures as figure (figure.name)}
      {#if figure.href}
        <a href={figure.href} class={figure.name}
          >{figure.name}<b class:neg={figure.name === 'recoverable'}>{sayMoney(figure.money)}</b></a
        >
      {:else}
        <span class={figure.name}
          >{figure.name}<b class:neg={figure.name === 'recoverable'}>{sayMoney(figure.money)}</b
          ></span
        >
      {/if}
    {/each}
    {#if planned && Number(planned.amount) !== 0}
      <span class="planned">on the slate<b>{sayMoney(planned)}</b></span>
    {/if}
    {#if links.kept}
      <a class="kept" href={links.kept}
        >kept this year<b>{sayMoney(standing.kept)}</b
        >{#if Number(standing.keptYearly.amount) !== 0}
          <i>{sayMoney(standing.keptYearly)} a year</i>{/if}</a
      >
    {:else}
      <span class="kept">kept this year<b>{sayMoney(standing.kept)}</b></span>
    {/if}
  </div>
  <div bind:clientWidth={width}>
    <svg {width} height="12" role="img" aria-label="The year’s money: {words}">
      {#each split as part (part.texture)}
        <rect
          x={part.x + 0.5}
          y=".5"
          width={part.width}
          height="11"
          fill="url(#tx-{part.texture})"
          stroke="var(--ink)"
          stroke-width=".6"
        />
      {/each}
      <rect x=".5" y=".5" width={width - 1} height="11" fill="none" stroke="var(--ink)" />
    </svg>
  </div>
</section>

<style>
  .standing {
    padding: var(--s-6) var(--s-20) var(--s-8);
    border-bottom: 1px solid var(--rule);
    line-height: 1;
  }
  .figures {
    display: flex;
    flex-wrap: wrap;
    gap: var(--s-4) var(--s-24);
    align-items: baseline;
    font-size: var(--type-note);
    color: var(--soft);
    margin-bottom: var(--s-6);
    line-height: 1.3;
  }
  b {
    font: 600 var(--type-text) var(--font-mono);
    color: var(--ink);
    margin-left: var(--s-6);
  }
  b.neg {
    color: var(--locked);
  }
  .figures a {
    text-decoration: none;
    min-height: 24px;
    display: inline-flex;
    align-items: baseline;
  }
  .figures a:hover {
    text-decoration: underline;
    text-underline-offset: 3px;
  }
  .kept {
    margin-left: auto;
  }
  .kept b {
    color: var(--used);
  }
  .kept i {
    font-style: normal;
    margin-left: var(--s-6);
  }
</style>
