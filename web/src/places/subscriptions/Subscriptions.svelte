<!-- Where money sits: every subscription with its seats, what could be had back, and by when. -->
<script lang="ts">
  import Pick from '../../pieces/controls/Pick.svelte';
  import List from '../../pieces/list/List.svelte';
  import NoticeWedge from '../../pieces/notice-wedge/NoticeWedge.svelte';
  import StateSwatch from '../../pieces/state-swatch/StateSwatch.svelte';
  import TallyBar from '../../pieces/tally-bar/TallyBar.svelte';
  import { api, dataOf, saveCsv, type Subscription } from '../../api/client';
  import { navigate } from '../../router';
  import { asOf, param, search, setParam, to } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { ListState } from '../../state/list.svelte';
  import { Question } from '../../state/question.svelte';
  import { sayCount, sayDay, sayMoney, sayShortDay } from '../../state/say';
  import { TEXTURE_WORDS, shares, type Texture } from '../../state/states';

  import VendorRow from './VendorRow.svelte';
  import { folded, isVendor, keyOf, type Row } from './folded';

  type Order = 'recoverable' | 'notice' | 'name' | 'used' | 'paid' | 'working' | 'spare';
  const ORDERS: Record<Order, string> = {
    recoverable: 'money that could be had back',
    notice: 'the day by which to decide',
    name: 'vendor and plan',
    used: 'how well they are used',
    paid: 'what is paid',
    working: 'what does work',
    spare: 'what is spare',
  };

  let field = $state<HTMLInputElement>();
  const order = $derived((param('order') as Order) ?? 'recoverable');
  const words = $derived((param('q') ?? '').toLowerCase().split(/\s+/).filter(Boolean));
  const fitting = $derived(
    (book.subscriptions ?? []).filter((s) => {
      const text = `${s.vendorName} ${s.planName} ${s.line}`.toLowerCase();
      return words.every((word) => text.includes(word));
    }),
  );
  const rows = $derived(sorted(fitting, order in ORDERS ? order : 'recoverable'));
  const byVendor = $derived(param('by') === 'vendor');
  const open = $derived(new Set((param('open') ?? '').split(',').filter(Boolean)));
  const sums = new Question(
    () => (byVendor ? asOf() : undefined),
    (day) => dataOf(api.GET('/api/v1/vendor-sums', { params: { query: { asOf: day } } })),
    { again: () => book.version },
  );
  const lines = $derived<Row[]>(byVendor && sums.value ? folded(rows, sums.value, open) : rows);
  const list = new ListState<Row>({ rows: () => lines, key: keyOf, at: 'at' });

  function fold(vendor: string) {
    const next = open.has(vendor) ? [...open].filter((one) => one !== vendor) : [...open, vendor];
    setParam('open', next.join(',') || null);
  }
  const shown = $derived([
    ...new Set(rows.flatMap((s) => shares(s).map((share) => share.texture))),
  ] as Texture[]);
  const legend = $derived(
    (Object.keys(TEXTURE_WORDS) as Texture[]).filter((texture) => shown.includes(texture)),
  );

  function sorted(all: Subscription[], by: Order): Subscription[] {
    const name = (s: Subscription) => `${s.vendorName} ${s.tier} ${s.planName}`;
    const copy = [...all].sort((a, b) => name(a).localeCompare(name(b)));
    const value: Record<Order, (s: Subscription) => number> = {
      recoverable: (s) => -Number(s.recoverable.amount),
      notice: (s) => decideIn(s) ?? 1e9,
      name: () => 0,
      used: (s) => s.utilisation.percent ?? 1e9,
      paid: (s) => -Number(s.yearlyCost.amount),
      working: (s) => -s.states.inUse * Number(s.seatPrice.amount),
      spare: (s) => -Math.max(0, s.spare - (s.mostAtOnce ?? 0)) * Number(s.seatPrice.amount),
    };
    return copy.sort((a, b) => value[by](a) - value[by](b));
  }

  function decideIn(s: Subscription): number | null {
    return s.mayShrink === 'MONTHLY' ? daysUntil(s.cashFrom) : (s.noticeInDays ?? null);
  }

  function daysUntil(day: string | null | undefined): number | null {
    return day ? Math.round((Date.parse(day) - Date.parse(asOf())) / 86_400_000) : null;
  }

  function kind(s: Subscription): string {
    const words = [s.vendorName];
    if (s.tiers > 1) words.push(`tier ${s.tier} of ${s.tiers}`);
    if (s.model === 'RESTING') words.push('resting plan');
    if (s.model === 'FLOATING') words.push('shared pool');
    if (s.model === 'ADDON') words.push('add-on');
    if (s.signOutFirst) words.push('sign-out first');
    return words.join(' · ');
  }

  function decide(s: Subscription): string {
    if (s.mayShrink === 'NEVER') return 'never shrinks';
    if (s.mayShrink === 'MONTHLY') return `monthly · next on ${sayShortDay(s.cashFrom, asOf())}`;
    const days = s.noticeInDays;
    if (days === null || days === undefined) return 'over; must be renewed by hand';
    const renews = `renews ${sayShortDay(s.renews, asOf())}`;
    return days < 0 ? `notice has passed · ${renews}` : `notice in ${days} d · ${renews}`;
  }

  function enter(s: Row | undefined) {
    if (!s) return;
    if (isVendor(s)) return fold(s.vendor);
    if (s.model === 'FLOATING') {
      void navigate('/pools/:plan', { params: { plan: s.plan }, search: search() });
      return;
    }
    void navigate('/subscriptions/:line', { params: { line: s.line }, search: search() });
  }

  $effect(() =>
    bindKeys([
      ...list.keys({ row: 'row', open: { does: 'open the row', run: () => enter(list.current) } }),
      {
        keys: 'v',
        does: 'by vendor, or each by itself',
        run: () => setParam('by', byVendor ? null : 'vendor'),
      },
      { keys: 'f', does: 'go to the words to look for', run: () => field?.focus() },
    ]),
  );
</script>

<svelte:head><title>Subscriptions – Sober Tally</title></svelte:head>

<div class="title">
  <h1>Subscriptions</h1>
  <label class="sub">
    {sayCount(rows.length, 'line')}, ordered by
    <Pick value={order} onchange={(e) => setParam('order', e.currentTarget.value)}>
      {#each Object.entries(ORDERS) as [value, words] (value)}
        <option {value}>{words}</option>
      {/each}
    </Pick>
  </label>
  <button
    class="word"
    aria-pressed={byVendor}
    onclick={() => setParam('by', byVendor ? null : 'vendor')}
    >{byVendor ? 'each by itself' : 'by vendor'}</button
  >
  <input
    bind:this={field}
    class="find"
    aria-label="Words in the vendor's or the plan's name"
    placeholder="vendor or plan …"
    value={param('q') ?? ''}
    oninput={(e) => setParam('q', e.currentTarget.value)}
  />
  <button
    class="word"
    onclick={() => saveCsv(`/api/v1/subscriptions?limit=10000&asOf=${asOf()}`, 'subscriptions.csv')}
  >
    as CSV
  </button>
</div>
<p class="legend">
  {#each legend as texture (texture)}
    <span><StateSwatch {texture} /> {TEXTURE_WORDS[texture]}</span>
  {/each}
  {#if rows.some((s) => s.floor)}<span><i class="tick"></i> promised floor</span>{/if}
</p>

{#if book.subscriptions && book.subscriptions.length > 0 && rows.length === 0}
  <p class="empty">
    No subscription is called so.
    <button class="word" onclick={() => setParam('q', null)}>show all</button>
  </p>
{:else if book.subscriptions && rows.length === 0}
  <p class="empty">
    Nothing is bought yet, as far as is known here. <a href={to('/begin')}>The beginning</a> says what
    is here and what to bring.
  </p>
{:else if book.subscriptions}
  <List
    {list}
    laid
    onopen={enter}
    columns={[
      { name: 'Plan', width: 178 },
      { name: 'Seats bought' },
      { name: 'in use', right: true, width: 74 },
      { name: 'recoverable a year', right: true, width: 122 },
      { name: 'decide by', width: 236 },
    ]}
  >
    {#snippet row(s)}
      {#if isVendor(s)}<VendorRow of={s} open={open.has(s.vendor)} onfold={() => fold(s.vendor)} />
      {:else}{@render one(s)}{/if}
    {/snippet}
  </List>
  <p class="keys sub no-print">
    <kbd>j</kbd> <kbd>k</kbd> move <kbd>Enter</kbd> open <kbd>v</kbd> by vendor <kbd>[</kbd>
    <kbd>]</kbd> a week back or on <kbd>/</kbd> find <kbd>?</kbd> all keys
  </p>
{:else if !book.fault}
  <p class="sub">Counting…</p>
{/if}
{#if sums.fault}<p class="neg" role="alert">{sums.fault}</p>{/if}

{#snippet one(s: Subscription)}
  {@const days = decideIn(s)}
  <td>
    <a
      class="name"
      href={to(s.model === 'FLOATING' ? `/pools/${s.plan}` : `/subscriptions/${s.line}`)}
      >{s.planName}</a
    >
    <div class="sub">{kind(s)}</div>
  </td>
  <td>
    <div class="seats">
      <span class="num">{s.bought}</span>
      <div class="bar"><TallyBar of={s} /></div>
    </div>
  </td>
  <td
    class={['r num', s.floor?.status === 'BELOW' && 'low']}
    title="{s.utilisation.used} of {s.utilisation.of} used in {s.utilisation
      .windowDays} days to {sayDay(s.measureDay)}"
  >
    {#if s.model === 'RESTING'}
      <span class="sub">–</span>
    {:else if s.model === 'FLOATING'}
      <span class="sub">{s.mostAtOnce ?? 0} at once</span>
    {:else if s.utilisation.percent === null || s.utilisation.percent === undefined}
      <span class="sub">cannot say</span>
    {:else}
      {s.floor ? s.utilisation.percent.toFixed(1) : Math.round(s.utilisation.percent)} %
    {/if}
    {#if s.floor}<div class="under">floor {s.floor.percent} %</div>{/if}
  </td>
  <td class="r num">
    {sayMoney(s.recoverable)}
    {#if s.evidence.daysBehind > 3 || !s.evidence.known}
      <div class="under stale">
        {s.evidence.known ? `counted to ${sayShortDay(s.measureDay, asOf())}` : 'no evidence'}
      </div>
    {/if}
  </td>
  <td>
    {#if days !== null}<NoticeWedge {days} of={s.termDays} />{/if}
    <div class="sub">
      {decide(s)}{s.floor?.check ? ` · check ${sayShortDay(s.floor.check, asOf())}` : ''}
    </div>
  </td>
{/snippet}

<style>
  .find {
    margin-left: auto;
    width: 150px;
    border: 0;
    border-bottom: 1px solid var(--rule);
    background: none;
    color: var(--ink);
    font-size: var(--type-row);
  }
  .title {
    display: flex;
    align-items: baseline;
    gap: var(--s-14);
  }
  .title .word {
    font-size: var(--type-note);
  }
  .legend {
    display: flex;
    flex-wrap: wrap;
    gap: var(--s-4) var(--s-16);
    font-size: var(--type-note);
    color: var(--soft);
    margin: var(--s-6) 0 var(--s-8);
  }
  .tick {
    display: inline-block;
    width: 2px;
    height: 13px;
    background: var(--locked);
    margin: 0 var(--s-4) calc(-1 * var(--s-3)) var(--s-4);
  }
  td {
    vertical-align: middle;
  }
  td:last-child {
    padding-left: var(--s-14);
  }
  .name {
    font: 600 var(--type-lead) var(--font-serif);
    text-decoration: none;
  }
  .seats {
    display: flex;
    align-items: center;
    gap: var(--s-8);
  }
  .seats .num {
    width: 34px;
    text-align: right;
  }
  .bar {
    flex: 1;
    min-width: 0;
  }
  .low {
    color: var(--locked);
    font-weight: 600;
  }
  .under {
    font: var(--type-fine) var(--font-sans);
    color: var(--soft);
    font-weight: 400;
  }
  .under.stale {
    color: var(--idle-text);
  }
  .keys {
    margin: var(--s-10) 0 var(--s-14);
  }
  .keys kbd + kbd {
    margin-right: var(--s-2);
  }
  .keys kbd:not(:first-child) {
    margin-left: var(--s-10);
  }
  .keys kbd + kbd:not(:first-child) {
    margin-left: 0;
  }
  .empty {
    margin-top: var(--s-30);
    font: var(--type-lead)/1.5 var(--font-serif);
    max-width: 520px;
  }
</style>
