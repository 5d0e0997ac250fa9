<!-- What lies at one vendor without a seat: where, what passes when, and what can be done about it. -->
<script lang="ts">
  import EstateMonths from '../../pieces/estate-months/EstateMonths.svelte';
  import List from '../../pieces/list/List.svelte';
  import { api, dataOf, saveCsv, type Schemas } from '../../api/client';
  import { navigate, route as address } from '../../router';
  import { asOf, param, search, setParam, to } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { ListState } from '../../state/list.svelte';
  import { Question } from '../../state/question.svelte';
  import { sayCount, sayDay } from '../../state/say';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import EstateOptions from './EstateOptions.svelte';
  import EstateStages from './EstateStages.svelte';
  import TriedRules from './TriedRules.svelte';
  import { STATE_WORDS, WHY_WORDS } from './words';

  type Lying = Schemas['EstateAccount'];

  const vendor = $derived(String(address.params.vendor ?? ''));
  const of = () => ({ vendor, asOf: asOf() });
  const how = { again: () => book.version, subject: () => vendor };
  const at = (o: { vendor: string; asOf: string }) => ({
    path: { vendor: o.vendor },
    query: { asOf: o.asOf },
  });
  const estate = new Question(
    of,
    (o) => dataOf(api.GET('/api/v1/vendors/{vendor}/estate', { params: at(o) })),
    how,
  );
  const months = new Question(
    of,
    (o) => dataOf(api.GET('/api/v1/vendors/{vendor}/estate/months', { params: at(o) })),
    how,
  );
  const options = new Question(
    of,
    (o) => dataOf(api.GET('/api/v1/vendors/{vendor}/estate/options', { params: at(o) })),
    how,
  );
  const accounts = new Question(
    () => ({ ...of(), state: param('state') ?? undefined, stage: param('stage') ?? undefined }),
    (o) =>
      dataOf(
        api.GET('/api/v1/vendors/{vendor}/estate/accounts', {
          params: {
            path: { vendor: o.vendor },
            query: { asOf: o.asOf, state: o.state, stage: o.stage, limit: '10000' },
          },
        }),
      ),
    { ...how, again: () => [book.version, slates.course] },
  );
  let tried = $state.raw<Schemas['EstateWhatIf'] | null>(null);
  $effect.pre(() => {
    void vendor;
    tried = null;
  });

  const rows = $derived(accounts.value ?? []);
  const list = new ListState<Lying>({
    rows: () => rows,
    key: (row) => row.account,
    id: 'lying',
    from: accounts,
    chosen: 'here',
  });
  const open = (row: Lying) =>
    row.person &&
    void navigate('/leavers/:person', { params: { person: row.person }, search: search() });

  let said = $state('');
  async function act(option: Schemas['EstateOption']) {
    const only =
      list.chosen.size > 0
        ? option.accountIds.filter((id) => list.chosen.has(id))
        : option.accountIds;
    said = '';
    if (only.length === 0) {
      said = 'None of those chosen can go this way.';
      return;
    }
    try {
      const way = await dataOf(
        api.POST('/api/v1/way-out', {
          params: { query: { asOf: asOf() } },
          body: { choices: only.map((account) => ({ account, route: option.route })) },
        }),
      );
      if (way.notGone.length > 0) {
        said = `${sayCount(way.notGone.length, 'account')} left out: ${way.notGone[0]!.reason}`;
      }
      const moves = slates.notOnDraft(way.moves);
      if (way.moves.length > 0 && moves.length === 0) said = 'They are on the slate already.';
      else if (moves.length > 0 && (await slates.plan(moves))) list.chosen.clear();
    } catch (e) {
      said = (e as Error).message;
    }
  }
  async function bringBack(row: Lying) {
    const seat = row.lastPlan
      ? [{ kind: 'HAND_OUT' as const, account: row.account, plan: row.lastPlan, waits: true }]
      : [];
    await slates.plan([{ kind: 'BRING_BACK', account: row.account }, ...seat]);
  }

  $effect(() =>
    bindKeys(
      list.keys({
        row: 'account',
        open: { does: 'open the person', run: () => list.current && open(list.current) },
        all: 'choose every account listed',
        leave: { does: 'show all stages', run: () => setParam('stage', null) },
      }),
    ),
  );
  const COLUMNS = [
    { name: 'Whose' },
    { name: 'stands' },
    { name: 'why it is there' },
    { name: 'GB', right: true },
    { name: 'next' },
    { name: 'gone' },
    { name: '', key: 'back' },
  ];
</script>

<svelte:head><title>Estate – Sober Tally</title></svelte:head>

<p class="back"><a href={to('/leavers')}>Leavers</a></p>
{#if estate.fault}<p class="neg" role="alert">{estate.fault}</p>{/if}
{#if estate.value}
  {@const all = estate.value}
  <div class="title">
    <h1>{all.vendorName}: without a seat</h1>
    <span class="sub"
      >{sayCount(all.accounts, 'account')}, {all.gb} GB · what becomes of them by the rules that are known
    </span>
    <button
      class="word csv"
      onclick={() =>
        saveCsv(
          `/api/v1/vendors/${all.vendor}/estate/accounts?asOf=${asOf()}&limit=10000`,
          'estate.csv',
        )}>as CSV</button
    >
  </div>
  <div class="two">
    <div>
      {#if tried}
        <EstateMonths months={tried.before} title="As the rules are" />
        <EstateMonths months={tried.after} title="As they would be" />
      {:else if months.value}
        <EstateMonths months={months.value} title="The next two years" />
      {/if}
      <TriedRules vendor={all.vendor} onanswer={(answer) => (tried = answer)} />
    </div>
    <div>
      <EstateStages {all} />
      {#if options.value && options.value.length > 0}
        <EstateOptions options={options.value} some={list.chosen.size > 0} onact={act} />
      {/if}
      {#if said}<p role="status">{said}</p>{/if}
    </div>
  </div>
  {#if param('state') || param('stage')}
    <p>
      <button
        class="word"
        onclick={() => {
          setParam('state', null);
          setParam('stage', null);
        }}>show all stages</button
      >
    </p>
  {/if}
  <List
    {list}
    dense
    columns={COLUMNS}
    {row}
    known={accounts.value !== null}
    busy={accounts.stale}
    empty="Nothing lies here without a seat."
  />
{:else if estate.waiting}<p class="sub">Looking…</p>{/if}

{#snippet row(one: Lying)}
  <td class="name">
    {#if one.person}<a href={to(`/leavers/${one.person}`)}>{one.name}</a>{:else}{one.account}{/if}
  </td>
  <td
    >{one.stageName ?? STATE_WORDS[one.state]}
    <span class="sub">since {sayDay(one.since)}</span></td
  >
  <td class={[one.why === 'DUTY' && 'strong']}>{WHY_WORDS[one.why]}</td>
  <td class="r num">{one.storedGb === null ? '–' : one.storedGb}</td>
  <td>{one.nextDay ? `${sayDay(one.nextDay)}: ${one.nextName}` : '–'}</td>
  <td class="num">{one.lostOn ? sayDay(one.lostOn) : 'never'}</td>
  <td class="r">
    {#if session.mayDraft && one.state === 'DELETED' && one.broughtBackUntil && one.broughtBackUntil > asOf()}
      {#if slates.plannedAccounts.has(one.account)}
        <span class="sub">on the slate</span>
      {:else if one.bringBackBlocked}
        <span class="sub">Cannot come back. {one.bringBackBlocked}</span>
      {:else}
        <button class="word" disabled={slates.busy} onclick={() => bringBack(one)}
          >bring back{one.lastPlanName ? ` with ${one.lastPlanName}` : ''}, until {sayDay(
            one.broughtBackUntil,
          )}</button
        >
      {/if}
    {/if}
  </td>
{/snippet}

<style>
  .back {
    font-size: var(--type-note);
  }
  .title {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: var(--s-4) var(--s-14);
  }
  .csv {
    margin-left: auto;
    font-size: var(--type-note);
  }
  .two {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    gap: var(--s-30);
    padding: var(--s-8) 0 var(--s-12);
  }
  td {
    font-size: var(--type-row);
  }
  td.num {
    font-size: var(--type-note);
    white-space: nowrap;
  }
  .name {
    white-space: nowrap;
  }
  .strong {
    font-weight: 600;
  }
  @media (max-width: 1000px) {
    .two {
      grid-template-columns: 1fr;
    }
  }
</style>
