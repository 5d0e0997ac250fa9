<!-- What came in from where, how far its evidence reaches, and where a vendor says otherwise. -->
<script lang="ts">
  import FileField from '../../pieces/controls/FileField.svelte';
  import Check from '../../pieces/controls/Check.svelte';
  import {
    api,
    dataOf,
    sendBook,
    type BookAnswer,
    type JournalEntry,
    type Schemas,
  } from '../../api/client';
  import { asOf, param, setParam, to, today } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { sayCount, sayDay, sayMoment, sayShortDay } from '../../state/say';
  import { navigate } from '../../router';
  import Addresses from './Addresses.svelte';
  import { KIND_WORDS } from './mapping';
  import { latest } from '../../state/latest';

  const HISTORY = 'BOOK_TAKEN,DRIFT_TAKEN_OVER,EVIDENCE_GREW,FILE_TAKEN_BACK';
  const BEHIND_DAYS = 3;
  const MOST_FAULTS = 60;

  let vendors = $state.raw<Schemas['Vendor'][] | null>(null);
  let drift = $state.raw<Schemas['Drift'][]>([]);
  let history = $state.raw<JournalEntry[]>([]);
  let files = $state.raw<Schemas['FileIntake'][]>([]);
  let fault = $state('');
  let busy = $state('');
  /** The intake whose taking back was asked for, and needs a second word. */
  let asking = $state('');
  let replace = $state(false);
  let partial = $state(false);
  let file = $state<File | null>(null);
  let answer = $state.raw<BookAnswer | null>(null);

  const open = $derived(param('vendor') ?? '');
  const maySteer = $derived(session.me?.role === 'STEWARD');
  const mayBring = $derived(maySteer || session.me?.role === 'KEEPER');
  const seen = $derived(JSON.stringify([book.standing, slates.all.map((s) => s.settled)]));

  $effect(() => {
    void seen;
    void load();
  });
  const turn = latest();
  $effect(() => {
    void seen;
    const vendor = open;
    const newest = turn();
    if (!vendor) return;
    dataOf(api.GET('/api/v1/vendors/{vendor}/drift', { params: { path: { vendor } } })).then(
      (d) => newest() && (drift = d),
      (e) => newest() && (fault = (e as Error).message),
    );
  });

  const listTurn = latest();
  let known = $state(false);

  async function load() {
    const newest = listTurn();
    try {
      const [all, happened] = await Promise.all([
        dataOf(api.GET('/api/v1/vendors')),
        dataOf(api.GET('/api/v1/journal', { params: { query: { kind: HISTORY, limit: '12' } } })),
      ]);
      const brought = mayBring ? await dataOf(api.GET('/api/v1/intake')) : files;
      if (!newest()) return;
      [vendors, history, files, known, fault] = [all, happened, brought, true, ''];
    } catch (e) {
      if (newest()) fault = (e as Error).message;
    }
  }

  const takeBack = (one: Schemas['FileIntake']) =>
    work(one.id, () =>
      api.POST('/api/v1/intake/{id}/take-back', { params: { path: { id: one.id } } }),
    );

  async function work(what: string, run: () => Promise<unknown>) {
    busy = what;
    fault = '';
    try {
      await run();
      await load();
      await book.load(asOf());
    } catch (e) {
      fault = (e as Error).message;
    } finally {
      busy = '';
    }
  }

  const read = (vendor: string) =>
    work(vendor, () => api.POST('/api/v1/vendors/{vendor}/read', { params: { path: { vendor } } }));

  const takeOver = (one: Schemas['Drift']) =>
    work(one.account, async () => {
      drift = await dataOf(
        api.POST('/api/v1/vendors/{vendor}/drift/take-over', {
          params: { path: { vendor: open } },
          body: { account: one.account, plan: one.plan },
        }),
      );
    });

  const putRight = (one: Schemas['Drift']) =>
    slates.plan([{ kind: 'PUT_RIGHT', account: one.account, plan: one.plan }]);

  const bring = () =>
    work('book', async () => {
      answer = await sendBook(file!, replace, partial);
      if (answer.taken) file = null;
    });

  let named = $state('');
  const write = () =>
    work('vendor', async () => {
      const made = await dataOf(api.POST('/api/v1/vendors', { body: { name: named } }));
      named = '';
      await navigate(
        `${to(`/terms/${made.vendor}`)}${to('').includes('?') ? '&' : '?'}sheet=rows` as '/intake',
      );
    });

  const LINK_WORDS: Record<string, string> = { scim: 'SCIM', rest: 'own interface' };
  const linkWords = (v: Schemas['Vendor']) =>
    v.linkKind ? (LINK_WORDS[v.linkKind] ?? v.linkKind) : 'none: by hand';

  /** What may be taken over in one stroke. */
  const takeOverAll = () =>
    work('drift', async () => {
      drift = await dataOf(
        api.POST('/api/v1/vendors/{vendor}/drift/take-over-many', {
          params: { path: { vendor: open } },
          body: { of: drift.map(({ account, plan }) => ({ account, plan })) },
        }),
      );
    });

  function behind(v: Schemas['Vendor']): number {
    return v.completeTo
      ? Math.round((Date.parse(asOf()) - Date.parse(v.completeTo)) / 86_400_000)
      : 0;
  }
</script>

<svelte:head><title>Intake – Sober Tally</title></svelte:head>

<h1>Intake</h1>
<p class="sub lead">
  Nothing is held against anybody after the day to which a source is complete. What a vendor says
  otherwise than the book is drift: take it over, or have it put right over a slate.
</p>
{#if fault}<p class="neg" role="alert">{fault}</p>{/if}

<div class="page">
  <section aria-labelledby="sources">
    <h2 id="sources">Sources</h2>
    <table class="list">
      <thead>
        <tr>
          <th>Vendor</th>
          <th>Use is known</th>
          <th>Link</th>
          <th>Read as a whole</th>
          <th class="r">drift</th>
          <th class="r">do</th>
        </tr>
      </thead>
      <tbody>
        {#each vendors ?? [] as v (v.vendor)}
          <tr>
            <td class="name"><a href={to(`/terms/${v.vendor}`)} title="the terms">{v.name}</a></td>
            <td>
              {#if v.hasEvidence}
                {sayShortDay(v.completeFrom, today())} – {sayShortDay(v.completeTo, today())}
                {#if v.evidenceKind === 'LAST_SEEN'}<span class="sub">last day only</span>{/if}
                {#if behind(v) > BEHIND_DAYS}
                  <span class="stale">{behind(v)} days behind</span>
                {/if}
              {:else}<span class="sub">nothing</span>{/if}
            </td>
            <td class="sub">
              {#if mayBring}
                <a href={to(`/links/${v.vendor}`)} title="how {v.name} is reached">{linkWords(v)}</a
                >
              {:else}{linkWords(v)}{/if}
            </td>
            <td class="sub">
              {#if v.readFault}
                <span class="neg">
                  {v.readFault}{v.faultSince ? ` Since ${sayMoment(v.faultSince)}.` : ''}
                </span>
              {:else if v.readAt}{sayCount(v.accounts, 'account')}
              {:else if v.linked}not yet{/if}
            </td>
            <td class="r">
              {#if v.drift > 0}
                <button
                  class="word num"
                  aria-expanded={open === v.vendor}
                  onclick={() => setParam('vendor', open === v.vendor ? null : v.vendor)}
                  >{v.drift}</button
                >
              {:else}<span class="num">{v.readAt ? 0 : '–'}</span>{/if}
            </td>
            <td class="r">
              {#if v.linked && maySteer}
                <button class="word" disabled={busy !== ''} onclick={() => read(v.vendor)}>
                  {busy === v.vendor ? 'reading…' : 'read now'}
                </button>
              {/if}
            </td>
          </tr>
          {#if open === v.vendor}
            {#each drift as one (one.account + one.plan)}
              <tr class="drift">
                <td colspan="4">
                  {#if one.person}<a href={to(`/people/${one.person}`)}>{one.name}</a>
                  {:else}{one.name}{/if}
                  <span class="sub">
                    {one.onlyAtVendor
                      ? `holds ${one.planName} at ${v.name}; the book does not know of it`
                      : `holds ${one.planName} by the book; ${v.name} does not show it`}
                  </span>
                </td>
                <td colspan="2" class="r">
                  {#if maySteer}
                    <button class="word" disabled={busy !== ''} onclick={() => takeOver(one)}>
                      take over
                    </button>
                    ·
                    <button class="word" disabled={slates.busy} onclick={() => putRight(one)}>
                      put right
                    </button>
                  {/if}
                </td>
              </tr>
            {:else}
              <tr class="drift"><td colspan="6" class="sub">The vendor and the book agree.</td></tr>
            {/each}
            {#if maySteer && drift.length > 1}
              <tr class="drift">
                <td colspan="6" class="r">
                  <button class="word" disabled={busy !== ''} onclick={takeOverAll}>
                    {busy === 'drift' ? 'taking over…' : `take over all ${drift.length}`}
                  </button>
                </td>
              </tr>
            {/if}
          {/if}
        {/each}
      </tbody>
    </table>
    {#if mayBring}
      <form
        class="another"
        onsubmit={(e) => {
          e.preventDefault();
          void write();
        }}
      >
        <input
          aria-label="Name of another vendor"
          placeholder="another vendor"
          bind:value={named}
        />
        <button class="word" disabled={named.trim() === '' || busy !== ''}>write it down</button>
      </form>
    {/if}
    {#if slates.fault}<p class="neg" role="alert">{slates.fault}</p>{/if}
    {#if mayBring}
      <Addresses sources={[...new Set(files.map((one) => one.source))]} />
    {/if}
    {#if files.length > 0}
      <h2 id="files">Single files</h2>
      <table class="list" aria-labelledby="files">
        <thead>
          <tr>
            <th>File</th>
            <th>Source</th>
            <th>of</th>
            <th class="r">rows</th>
            <th class="r">left out</th>
            <th>taken in</th>
            <th class="r">do</th>
          </tr>
        </thead>
        <tbody>
          {#each files as one (one.id)}
            <tr class:gone={one.takenBack}>
              <td class="name">{one.fileName}</td>
              <td>{one.source}</td>
              <td class="sub">{KIND_WORDS[one.kind]}</td>
              <td class="r num">{one.good}</td>
              <td class="r num">{one.rejected || '–'}</td>
              <td class="sub">{sayShortDay(one.taken.slice(0, 10), today())}, {one.actor}</td>
              <td class="r">
                {#if one.takenBack}<span class="sub">taken back</span>
                {:else if one.mayTakeBack && one.confirmed > 0 && asking !== one.id}
                  <button class="word" onclick={() => (asking = one.id)}>take back …</button>
                {:else if one.mayTakeBack}
                  {#if one.confirmed > 0}
                    <span class="neg">
                      It confirmed {sayCount(one.confirmed, 'change')} made by hand, which will wait again.
                    </span>
                  {/if}
                  <button class="word" disabled={busy !== ''} onclick={() => takeBack(one)}>
                    {busy === one.id ? 'taking it back…' : 'take back'}
                  </button>
                {/if}
              </td>
            </tr>
          {/each}
        </tbody>
      </table>
    {/if}
  </section>

  <aside>
    {#if mayBring}
      <h2>Bring in a single file</h2>
      <p class="sub way">
        <a class="word" href={to('/intake/file')}>A CSV or XLSX of any shape</a>: contracts, people,
        seats, last uses, sessions, groups, rates, price lists, offers, bills, use of allowances.
        Its columns are named once and remembered.
        <a class="word" href={to('/begin')}>What is here and what is missing</a>
      </p>
      <h2>Bring in a whole book</h2>
      <p class="sub">A zip in the open book format; taken whole or not at all.</p>
      <form
        onsubmit={(e) => {
          e.preventDefault();
          void bring();
        }}
      >
        <FileField
          label="The book, a zip"
          accept=".zip,application/zip"
          onfile={(chosen) => {
            file = chosen ?? null;
            answer = null;
          }}
        />
        <Check bind:checked={replace}>in place of the book that is here</Check>
        <Check bind:checked={partial}>leave out rows at fault</Check>
        <button class="plain" disabled={!file || busy !== ''}>
          {busy === 'book' ? 'Taking it in…' : 'Take it in'}
        </button>
      </form>
      {#if answer}
        <p role="status">
          <b>
            {answer.taken ? `Taken in: ${sayCount(answer.rows, 'row')}.` : 'Nothing was taken in.'}
          </b>
          {answer.detail}
        </p>
        {#each answer.notes.slice(0, MOST_FAULTS) as note (note)}<p class="sub">{note}</p>{/each}
        {#each answer.violations.slice(0, MOST_FAULTS) as v, n (n)}
          <p class="neg fault">
            {v.file}{v.row ? `, row ${v.row}` : ''}{v.column ? `, ${v.column}` : ''}: {v.message}
          </p>
        {/each}
      {/if}
    {/if}
    <h2 class="history">What came in</h2>
    <ol>
      {#each history as entry (entry.id)}
        <li>
          <span class="num">{sayShortDay(entry.day, today())}</span>
          <span>{entry.text} <span class="sub">{entry.actor}</span></span>
        </li>
      {:else}
        <li class="sub">{known ? 'Nothing yet.' : 'Looking…'}</li>
      {/each}
    </ol>
    <p class="sub since">Counted to {sayDay(asOf())}.</p>
  </aside>
</div>

<style>
  .lead {
    max-width: 80ch;
    margin: 2px 0 12px;
  }
  .page {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 262px;
    gap: 28px;
  }
  h2 {
    font: 600 15px var(--font-serif);
    padding-bottom: 6px;
  }
  .name {
    font: 600 13.5px var(--font-serif);
  }
  table.list td {
    padding-top: 5px;
    padding-bottom: 5px;
  }
  .stale {
    color: var(--idle-text);
    font-weight: 600;
    font-size: 12px;
    white-space: nowrap;
  }
  #files {
    padding-top: 20px;
  }
  .gone td {
    color: var(--soft);
  }
  .way {
    padding-bottom: 16px;
  }
  td .word {
    white-space: nowrap;
  }
  .drift td {
    background: var(--tape);
    padding-left: 14px;
  }
  form {
    display: grid;
    gap: 7px;
    font-size: 12.5px;
    padding: 6px 0;
  }
  form .plain {
    justify-self: start;
  }
  .fault {
    font-size: 12px;
  }
  .another {
    display: flex;
    gap: 10px;
    padding: 8px 0;
  }
  .another input {
    width: 170px;
    border: 0;
    border-bottom: 1px dotted var(--soft);
    background: transparent;
    padding: 2px 0;
  }
  .history {
    margin-top: 16px;
  }
  li {
    display: grid;
    grid-template-columns: 62px 1fr;
    gap: 8px;
    font-size: 12px;
    padding: 4px 0;
    border-bottom: 1px solid var(--fine);
  }
  li.sub {
    display: block;
  }
  li .num {
    color: var(--soft);
    font-size: 11.5px;
  }
  .since {
    padding-top: 6px;
  }
</style>
