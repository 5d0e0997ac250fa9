<!-- Who leaves, has left, is away or comes back, by the next day on which something happens. -->
<script lang="ts">
  import CalendarAddress from '../../pieces/calendar-address/CalendarAddress.svelte';
  import Pick from '../../pieces/controls/Pick.svelte';
  import List from '../../pieces/list/List.svelte';
  import { api, dataOf, saveCsv, type Schemas } from '../../api/client';
  import { navigate } from '../../router';
  import { asOf, param, search, setParam, to } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { ListState } from '../../state/list.svelte';
  import { Question } from '../../state/question.svelte';
  import { sayCount, sayDay } from '../../state/say';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import LeaverFilters from './LeaverFilters.svelte';
  import LeaverRow from './LeaverRow.svelte';
  import { ROUTE_WORDS, type RouteKind } from './words';

  type Row = Schemas['LeaverPerson'];

  const asked = new Question(
    () => ({ asOf: asOf(), limit: '10000' }),
    (query) => dataOf(api.GET('/api/v1/leavers/people', { params: { query } })),
    { again: () => [book.version, slates.course] },
  );
  const estates = new Question(
    () => (session.isLead ? undefined : { asOf: asOf() }),
    (query) => dataOf(api.GET('/api/v1/estates', { params: { query } })),
    { again: () => book.version },
  );

  const all = $derived(asked.value ?? []);
  const kind = $derived(param('kind'));
  const vendor = $derived(param('vendor'));
  const department = $derived(param('department'));
  const rows = $derived(
    all.filter(
      (row) =>
        (!kind || row.kind === kind) &&
        (!vendor || row.vendors.includes(vendor)) &&
        (!department || row.department === department),
    ),
  );
  const list = new ListState<Row>({
    rows: () => rows,
    key: (row) => row.person,
    id: 'leaver',
    from: asked,
    chosen: 'here',
    choosable: (row) => !row.underWay && !isOnDraft(row),
  });
  const isOnDraft = (row: Row) =>
    row.accountIds.length > 0 && row.accountIds.every((id) => slates.plannedAccounts.has(id));

  const open = (row: Row) =>
    void navigate('/leavers/:person', { params: { person: row.person }, search: search() });

  let route = $state<RouteKind | ''>('');
  let said = $state('');
  /** One way for all that are chosen; the recommended one of each where none is named. */
  async function act() {
    const picked = await list.picked();
    if (!session.mayDraft || slates.busy || picked.length === 0) return;
    said = '';
    const choices = picked
      .flatMap((row) => row.accountIds)
      .map((account) => ({ account, route: route || null }));
    try {
      const way = await dataOf(
        api.POST('/api/v1/way-out', { params: { query: { asOf: asOf() } }, body: { choices } }),
      );
      if (way.notGone.length > 0) {
        said = `${sayCount(way.notGone.length, 'account')} left out: ${way.notGone[0]!.reason}`;
      }
      if (way.moves.length === 0) {
        said ||= 'Nothing is to be done: they are best left as they are.';
        return;
      }
      const moves = slates.notOnDraft(way.moves);
      if (moves.length === 0) said = 'They are on the slate already.';
      else if (await slates.plan(moves)) list.chosen.clear();
    } catch (e) {
      said = (e as Error).message;
    }
  }

  $effect(() =>
    bindKeys(
      list.keys({
        row: 'person',
        open: { does: 'open the way out', run: () => list.current && open(list.current) },
        all: 'choose everybody listed',
        act: { does: 'put the way of those chosen on the slate', run: () => void act() },
        leave: { does: 'show everybody', run: () => setParam('kind', null) },
      }),
    ),
  );

  const COLUMNS = [
    { name: 'Name' },
    { name: '', key: 'kind' },
    { name: 'next' },
    { name: 'accounts', right: true, title: 'at how many vendors something of theirs lies' },
    { name: 'stores', right: true, title: 'GB, as far as it is known' },
    { name: 'seats a year', right: true },
    { name: 'left as it is', right: true, title: 'over the horizon of the house rules' },
    { name: 'recommended', right: true, title: 'the cheapest way that keeps what must be kept' },
  ];
</script>

<svelte:head><title>Leavers – Sober Tally</title></svelte:head>

<div class="title">
  <h1>Leavers</h1>
  <span class="sub">who goes, has gone or is away, by the next day on which something happens</span>
  <span class="csv"></span>
  <CalendarAddress />
  <button
    class="word"
    onclick={() => saveCsv(`/api/v1/leavers?asOf=${asOf()}&limit=10000`, 'leavers.csv')}
    >as CSV</button
  >
</div>

<div class="filters">
  <LeaverFilters {all} />
  {#if session.mayDraft}
    <span class="act">
      <span class="sub"
        >{list.chosen.size > 0 ? `${list.chosen.size} chosen` : 'nobody chosen'}</span
      >
      <button class="word" disabled={rows.length === 0} onclick={() => list.chooseAll()}
        >choose all <kbd>a</kbd></button
      >
      <Pick label="Which way" bind:value={route}>
        <option value="">as recommended</option>
        {#each ['REST', 'SUSPEND', 'TAKE_BACK', 'HAND_OVER', 'DELETE'] as const as one (one)}
          <option value={one}>{ROUTE_WORDS[one]}</option>
        {/each}
      </Pick>
      <button class="plain" disabled={list.chosen.size === 0 || slates.busy} onclick={() => act()}
        >Put on the slate <kbd>.</kbd></button
      >
    </span>
  {/if}
</div>
{#if asked.fault}<p class="neg" role="alert">{asked.fault}</p>{/if}
{#if said}<p class="said" role="status">{said}</p>{/if}

{#if estates.value && estates.value.length > 0}
  <p class="estates">
    <b>Without a seat</b>
    {#each estates.value as one (one.vendor)}
      <a href={to(`/leavers/estate/${one.vendor}`)} title={one.nextWhat ?? undefined}
        >{one.vendorName}
        <span class="num"
          >{sayCount(one.accounts, 'account')}{one.gb > 0 ? `, ${Math.round(one.gb)} GB` : ''}</span
        >{#if one.nextDay}<span class="sub">, next {sayDay(one.nextDay)}</span>{/if}</a
      >
    {/each}
  </p>
{/if}

<List
  {list}
  dense
  columns={COLUMNS}
  known={asked.value !== null}
  busy={asked.stale}
  empty="Nobody leaves, has left or is away."
>
  {#snippet row(one)}<LeaverRow {one} onDraft={isOnDraft(one)} />{/snippet}
</List>

<style>
  .title {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: var(--s-14);
  }
  .csv {
    margin-left: auto;
    font-size: var(--type-note);
  }
  .filters {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: var(--s-6) var(--s-16);
    padding: var(--s-8) 0;
    border-bottom: 1px solid var(--rule);
    font-size: var(--type-note);
  }
  .act {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: var(--s-6) var(--s-12);
    margin-left: auto;
  }
  .plain {
    padding: var(--s-3) var(--s-10);
  }
  .estates {
    display: flex;
    flex-wrap: wrap;
    gap: var(--s-4) var(--s-16);
    padding: var(--s-8) 0;
    font-size: var(--type-row);
  }
  .estates .num {
    font-size: var(--type-note);
  }
</style>
