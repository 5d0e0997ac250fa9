<!-- The holders of a subscription, row by row; however many, only those in view are drawn. -->
<script lang="ts">
  import { createVirtualizer } from '@tanstack/svelte-virtual';
  import { get } from 'svelte/store';
  import StateSwatch from '../../pieces/state-swatch/StateSwatch.svelte';
  import UseRibbon from '../../pieces/use-ribbon/UseRibbon.svelte';
  import type { Finding, Holding } from '../../api/client';
  import type { ListState } from '../../state/list.svelte';
  import { asOf, to } from '../../state/address.svelte';
  import { sayDay, sayMoney, sayShortDay } from '../../state/say';
  import { STATE_WORDS, textureOf } from '../../state/states';

  let {
    list,
    known,
    days,
    planned,
    why,
    mayDraft,
    onslate,
  }: {
    list: ListState<Holding>;
    /** Whether the holders have come yet. */
    known: boolean;
    days: number;
    planned: ReadonlySet<string>;
    /** What was found of holdings, where that is what is listed. */
    why: ReadonlyMap<string, Finding> | null;
    mayDraft: boolean;
    onslate: (holding: string) => void;
  } = $props();

  const rows = $derived(list.rows);

  const ROW_HEIGHT = 31;

  let scroller = $state<HTMLDivElement>();

  const virtualizer = createVirtualizer<HTMLDivElement, HTMLDivElement>({
    count: 0,
    getScrollElement: () => scroller ?? null,
    estimateSize: () => ROW_HEIGHT,
    overscan: 12,
  });
  let items = $state.raw(get(virtualizer).getVirtualItems());
  let height = $state(0);

  $effect(() =>
    virtualizer.subscribe((v) => {
      items = v.getVirtualItems();
      height = v.getTotalSize();
    }),
  );
  $effect(() => {
    get(virtualizer).setOptions({ count: rows.length, getScrollElement: () => scroller ?? null });
  });
  $effect(() => {
    if (list.cursor < rows.length) get(virtualizer).scrollToIndex(list.cursor, { align: 'auto' });
  });

  function note(h: Holding): string {
    const notes = [];
    const found = why?.get(h.holding);
    if (found?.instead)
      notes.push(`${found.instead} would do: ${sayMoney(found.amount, true)} less`);
    if (h.kept) notes.push(`kept until ${sayDay(h.keptUntil)}: ${h.keepReason}`);
    else if (h.takeBackBlocked) notes.push(h.takeBackBlocked);
    if (h.onLeave) notes.push('on leave');
    if (h.admin) notes.push('administrator');
    if (h.service) notes.push('service account');
    if (!h.person) notes.push('nobody’s account');
    return notes.join(' · ');
  }
</script>

<div
  class={['list', why && 'reasoned']}
  role="table"
  aria-label="Holders"
  aria-rowcount={rows.length}
>
  <div class="row head" role="row">
    <span role="columnheader" title="chosen">✓</span>
    <span role="columnheader">Holder</span>
    {#if !why}<span role="columnheader">Department</span>{/if}
    <span role="columnheader">Last 26 weeks</span>
    <span role="columnheader">State</span>
    <span role="columnheader" class="r">no use for</span>
    <span role="columnheader" class="r">last used</span>
    <span role="columnheader" class="r">a year</span>
    <span role="columnheader">slate</span>
  </div>
  <div class="scroll" role="rowgroup" bind:this={scroller}>
    {#if rows.length === 0}
      <p class="sub none">{known ? `Nobody here on ${sayDay(asOf())}.` : 'Counting…'}</p>
    {/if}
    <div class="all" role="presentation" style:height="{height}px">
      {#each items as item (item.key)}
        {@const h = rows[item.index]}
        {#if h}
          <!-- svelte-ignore a11y_click_events_have_key_events -->
          <div
            class={[
              'row',
              item.index === list.cursor && 'at',
              list.chosen.has(h.holding) && 'chosen',
            ]}
            role="row"
            tabindex="-1"
            aria-rowindex={item.index + 1}
            aria-selected={list.chosen.has(h.holding)}
            style:transform="translateY({item.start}px)"
            onclick={(e) => list.click(e, item.index)}
          >
            <span role="cell" class="mark">{list.mark(h, item.index)}</span>
            <span
              role="cell"
              class="cut"
              title={[h.name, why?.get(h.holding)?.explanation ?? note(h)]
                .filter(Boolean)
                .join(': ')}
            >
              {#if h.person}<a class="name" href={to(`/people/${h.person}`)}>{h.name}</a>
              {:else}<b>{h.name}</b>{/if}{#if note(h)}<span class="sub">{' · ' + note(h)}</span
                >{/if}
            </span>
            {#if !why}<span role="cell" class="sub cut">{h.department ?? '–'}</span>{/if}
            <span role="cell"><UseRibbon weeks={h.weeks} /></span>
            <span role="cell" class="sub state">
              <StateSwatch texture={textureOf(h)} width={13} />
              {h.cannotSay ? 'cannot say' : STATE_WORDS[h.state]}
            </span>
            <span role="cell" class="r num">{h.idleDays} d</span>
            <span role="cell" class="r num">
              {#if h.lastUsed}{sayShortDay(h.lastUsed, asOf())}{:else}<span class="sub"
                  >none seen</span
                >{/if}
            </span>
            <span role="cell" class="r num">{sayMoney(h.yearlyCost, true)}</span>
            <span role="cell" class="r">
              {#if planned.has(h.holding)}
                <span class="pill done">on slate</span>
              {:else if mayDraft && !h.takeBackBlocked && h.idleDays >= days}
                <button class="pill" onclick={() => onslate(h.holding)}>take back</button>
              {/if}
            </span>
          </div>
        {/if}
      {/each}
    </div>
  </div>
</div>

<style>
  .row {
    display: grid;
    grid-template-columns:
      20px minmax(130px, 1.5fr) minmax(70px, 0.8fr)
      200px 106px 66px 78px 72px 70px;
    align-items: center;
    gap: 0 var(--s-8);
    height: 31px;
    border-bottom: 1px solid var(--fine);
  }
  .reasoned .row {
    grid-template-columns: 20px minmax(200px, 1fr) 200px 90px 52px 70px 64px 66px;
  }
  .head {
    height: 22px;
    border-bottom: 1px solid var(--ink);
    font: 600 var(--type-fine) var(--font-sans);
    color: var(--soft);
  }
  .scroll {
    overflow: auto;
    height: max(330px, calc(100vh - 680px));
    position: relative;
  }
  .all {
    position: relative;
  }
  .all .row {
    position: absolute;
    left: 0;
    right: 0;
    cursor: default;
    outline: none;
  }
  .row:not(.head):hover {
    background: var(--sheet);
  }
  .row.chosen {
    background: var(--tape);
  }
  .row.at {
    box-shadow: inset 3px 0 0 var(--ink);
  }
  .mark {
    text-align: right;
  }
  .name {
    font-weight: 600;
  }
  .cut {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .state {
    white-space: nowrap;
  }
  .r {
    text-align: right;
  }
  .r.num {
    font-size: var(--type-note);
    white-space: nowrap;
  }
  .pill {
    border: 1px solid var(--rule);
    border-radius: 2px;
    padding: 1px var(--s-6);
    font-size: var(--type-fine);
    color: var(--soft);
    background: var(--sheet);
    white-space: nowrap;
  }
  button.pill:hover {
    border-color: var(--ink);
    color: var(--ink);
  }
  .pill.done {
    border-style: dashed;
  }
  .none {
    padding: var(--s-14) 0;
  }
  @media (max-width: 1180px) {
    .row {
      grid-template-columns: 20px minmax(110px, 1.5fr) 0 200px 96px 60px 74px 68px 66px;
    }
  }
  @media print {
    .scroll {
      height: auto;
    }
  }
</style>
