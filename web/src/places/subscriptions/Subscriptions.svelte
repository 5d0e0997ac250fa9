<!-- Where money sits: every subscription with its seats, what could be had back, and by when. -->
<script lang="ts">
  import Pick from '../../pieces/controls/Pick.svelte';
  import List from '../../pieces/list/List.svelte';
  import StateSwatch from '../../pieces/state-swatch/StateSwatch.svelte';
  import { api, dataOf, saveCsv } from '../../api/client';
  import { navigate } from '../../router';
  import { asOf, param, search, setParam, to } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { ListState } from '../../state/list.svelte';
  import { Question } from '../../state/question.svelte';
  import { sayCount } from '../../state/say';
  import { TEXTURE_WORDS, shares, type Texture } from '../../state/states';

  import SubscriptionRow from './SubscriptionRow.svelte';
  import VendorRow from './VendorRow.svelte';
  import { folded, isVendor, keyOf, type Row } from './folded';
  import { ORDERS, sorted, type Order } from './orders';

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
      {:else}<SubscriptionRow {s} />{/if}
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
