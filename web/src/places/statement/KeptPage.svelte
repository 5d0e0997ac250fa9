<!-- The ledger of savings: what was decided, since when it is not paid, by what one sees it, and who signed. -->
<script lang="ts">
  import List from '../../pieces/list/List.svelte';
  import { api, dataOf, saveCsv, saveXlsx, type Schemas } from '../../api/client';
  import { asOf, param, setParam, to } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { ListState } from '../../state/list.svelte';
  import { Question } from '../../state/question.svelte';
  import { sayDay, sayMoney } from '../../state/say';
  import { session } from '../../state/session.svelte';
  import Correct from './Correct.svelte';
  import KeptSums from './KeptSums.svelte';

  type Entry = Schemas['KeptEntry'];
  const STATES: Record<Entry['state'], string> = {
    STOPPED: 'stopped',
    SIGNED: 'signed',
    PROMISED: 'promised',
    AVOIDED: 'avoided',
  };

  const asked = new Question(
    () => ({ asOf: asOf(), limit: '10000' }),
    (query) => dataOf(api.GET('/api/v1/kept', { params: { query } })),
    { again: () => book.version },
  );
  const all = $derived(asked.value ?? []);
  const only = $derived(param('state'));
  const rows = $derived(all.filter((row) => !only || row.state === only));
  const list = new ListState<Entry>({
    rows: () => rows,
    key: (row, n) => row.entry ?? `${row.path} ${n}`,
    id: 'entry',
    from: asked,
  });

  let sums = $state<KeptSums>();
  let said = $state('');
  let correcting = $state<Entry | null>(null);

  const maySign = (row: Entry | undefined) => row?.maySign === true;
  const mayCorrect = (row: Entry) =>
    row.entry !== null && row.corrects === null && (session.maySteer || session.mayDecide);

  async function reload() {
    correcting = null;
    await Promise.all([asked.reload(), sums?.reload(), book.load(asOf())]);
  }

  async function sign(row: Entry) {
    if (!maySign(row)) return;
    said = '';
    try {
      await dataOf(
        api.POST('/api/v1/kept/{entry}/sign', { params: { path: { entry: row.entry! } } }),
      );
      await reload();
      said = `Signed: ${row.what}.`;
    } catch (e) {
      said = (e as Error).message;
    }
  }

  $effect(() =>
    bindKeys(
      list.keys({
        row: 'entry',
        act: {
          does: 'sign it off',
          run: () => list.current && void sign(list.current),
        },
        leave: { does: 'show all', run: () => setParam('state', null) },
      }),
    ),
  );

  const COLUMNS = [
    { name: 'What was decided' },
    { name: 'not paid since' },
    { name: 'a year', right: true },
    { name: 'this year, to date', right: true },
    { name: 'how one sees it' },
    { name: '', key: 'state' },
  ];
</script>

<svelte:head><title>Kept – Sober Tally</title></svelte:head>

<div class="title">
  <h1>Kept</h1>
  <span class="sub"
    >money that is not paid any more, entry by entry; what is signed no longer moves</span
  >
  <a class="back word" href={to('/statement')}>Statement</a>
  <button class="word" onclick={() => saveCsv(`/api/v1/kept?asOf=${asOf()}`, 'kept.csv')}
    >as CSV</button
  >
  <button class="word" onclick={() => saveXlsx(`/api/v1/kept?asOf=${asOf()}`, 'kept.xlsx')}
    >as a workbook</button
  >
</div>

<div class="sums"><KeptSums bind:this={sums} link={false} /></div>

<div class="states" role="group" aria-label="Which entries">
  <button class="word" class:on={!only} onclick={() => setParam('state', null)}
    >all <b>{all.length}</b></button
  >
  {#each Object.entries(STATES) as [id, words] (id)}
    <button
      class="word"
      class:on={only === id}
      onclick={() => setParam('state', only === id ? null : id)}
      >{words} <b>{all.filter((row) => row.state === id).length}</b></button
    >
  {/each}
</div>
{#if asked.fault}<p class="neg" role="alert">{asked.fault}</p>{/if}
{#if said}<p role="status">{said}</p>{/if}
{#if correcting}
  <Correct
    entry={correcting}
    oncorrected={() => void reload()}
    onleave={() => (correcting = null)}
  />
{/if}

<List
  {list}
  dense
  columns={COLUMNS}
  {row}
  known={asked.value !== null}
  busy={asked.stale}
  empty="Nothing has stopped being paid yet. It does once seats are given back on a slate, or a renewal is lower."
/>

{#snippet row(one: Entry)}
  <td>
    {#if one.path}<a class="name" href={to(one.path)}>{one.what}</a>
    {:else}<span class="name">{one.what}</span>{/if}
    <span class="sub"
      >{one.agreementName}{one.decidedOn
        ? `, decided by ${one.decidedBy} on ${sayDay(one.decidedOn)}`
        : ''}{one.reason ? `. ${one.reason}` : ''}</span
    >
  </td>
  <td class="num">{sayDay(one.from)}</td>
  <td class="r num" class:neg={Number(one.yearly.amount) < 0}>{sayMoney(one.yearly, true)}</td>
  <td class="r num"
    >{one.state === 'SIGNED' || one.state === 'STOPPED' ? sayMoney(one.cash, true) : '–'}</td
  >
  <td class="sub">{one.proof ?? (one.state === 'PROMISED' ? 'not stopped yet' : '–')}</td>
  <td class="r act">
    {#if one.signedOn}<span class="sub">signed by {one.signedBy}, {sayDay(one.signedOn)}</span>
    {:else if maySign(one)}<button class="plain" onclick={() => sign(one)}>Sign <kbd>.</kbd></button
      >
    {:else}<span class="sub">{STATES[one.state]}</span>{/if}
    {#if mayCorrect(one)}
      <button class="word" onclick={() => (correcting = one)}>put right</button>
    {/if}
  </td>
{/snippet}

<style>
  .title {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: var(--s-14);
    padding-bottom: var(--s-10);
  }
  .back {
    margin-left: auto;
    font-size: var(--type-row);
  }
  .sums {
    max-width: 520px;
  }
  .states {
    display: flex;
    gap: var(--s-12);
    padding: var(--s-14) 0 var(--s-6);
    font-size: var(--type-row);
  }
  .states .on {
    border-bottom: 2px solid var(--ink);
    text-decoration: none;
  }
  td {
    font-size: var(--type-row);
  }
  td.num {
    font-size: var(--type-note);
    white-space: nowrap;
  }
  .name {
    font: 600 var(--type-text) var(--font-serif);
  }
  .act {
    white-space: nowrap;
  }
  .plain {
    padding: var(--s-2) var(--s-10);
  }
</style>
