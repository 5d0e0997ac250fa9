<!-- A single file of any shape: what its columns are, what it would change, and then taken in. -->
<script lang="ts">
  import FileField from '../../pieces/controls/FileField.svelte';
  import { untrack } from 'svelte';
  import { api, bringFile, dataOf, saveAnswer, type Schemas } from '../../api/client';
  import { navigate } from '../../router';
  import { asOf, param, search, to } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { handed } from '../../state/handed.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { session } from '../../state/session.svelte';
  import { sayCount } from '../../state/say';
  import FileColumns from './FileColumns.svelte';
  import FileOutcome from './FileOutcome.svelte';
  import FileSays from './FileSays.svelte';
  import { lacks, remembered, tellsUse, type FileKind, type Mapping } from './mapping';

  const TRIES_AFTER_MS = 300;
  const LOOKS_EVERY_MS = 400;

  let ways = $state.raw<Schemas['FileWays'] | null>(null);
  let seen = $state.raw<Schemas['FileSeen'] | null>(null);
  let mapping = $state.raw<Mapping | null>(null);
  let check = $state.raw<Schemas['FileCheck'] | null>(null);
  /** How the file was read for the check: only that can be taken in as it was shown. */
  let checked = $state.raw<Mapping | null>(null);
  let progress = $state.raw<Schemas['FileProgress'] | null>(null);
  let taken = $state(false);
  let busy = $state('');
  let fault = $state('');
  let over = $state(false);

  /** What somebody came here to bring. */
  const wanted = $derived(param('kind') as FileKind | null);
  const mayBring = $derived(session.me?.role === 'STEWARD' || session.me?.role === 'KEEPER');
  const kind = $derived(ways?.kinds.find((k) => k.kind === mapping?.kind));
  const vendors = $derived(
    (ways?.vendors ?? []).filter((v) => mapping?.kind !== 'SESSIONS' || v.pools),
  );
  const parts = $derived(
    mapping && tellsUse(mapping.kind)
      ? (vendors.find((v) => v.vendor === mapping?.vendor)?.parts ?? {})
      : {},
  );
  const lack = $derived(mapping ? lacks(mapping, kind) : '');

  $effect(() => {
    dataOf(api.GET('/api/v1/intake/ways')).then(
      (w) => (ways = w),
      (e) => (fault = (e as Error).message),
    );
  });

  // Tried again with each change; nothing is stored by it.
  $effect(() => {
    const [id, body] = [seen?.id, mapping];
    if (!id || !body || lack || untrack(() => taken)) return;
    const timer = setTimeout(() => void work('try', () => tryIt(id, body)), TRIES_AFTER_MS);
    return () => clearTimeout(timer);
  });

  async function work(what: string, run: () => Promise<void>) {
    busy = what;
    fault = '';
    const look = setInterval(() => void lookHowFar(), LOOKS_EVERY_MS);
    try {
      await run();
    } catch (e) {
      check = null;
      fault = (e as Error).message;
    } finally {
      clearInterval(look);
      progress = null;
      busy = '';
    }
  }

  async function lookHowFar() {
    if (!seen) return;
    const params = { path: { id: seen.id } };
    progress = await dataOf(api.GET('/api/v1/intake/files/{id}/progress', { params })).catch(
      () => null,
    );
  }

  /** What comes of a reading that is no longer wanted, good or bad, is passed over. */
  async function tryIt(id: string, body: Mapping) {
    try {
      const params = { path: { id } };
      const answer = await dataOf(api.POST('/api/v1/intake/files/{id}/check', { params, body }));
      if (body === mapping) [check, checked] = [answer, body];
    } catch (e) {
      if (body === mapping) throw e;
    }
  }

  /** As what somebody came to bring it, unless it lacks what that needs. */
  function likeliest(brought: Schemas['FileSeen']): Mapping {
    const asked = wanted ? brought.guesses[wanted] : undefined;
    const offered = ways?.kinds.find((k) => k.kind === wanted);
    const fits =
      offered?.fields.every((f) => !f.required || asked?.columns[f.name]) &&
      (wanted !== 'LAST_USE' || Object.keys(asked?.parts ?? {}).length > 0);
    return fits && asked ? asked : brought.guesses[brought.likely]!;
  }

  const bring = (file: File | undefined) =>
    file &&
    work('bring', async () => {
      [check, taken] = [null, false];
      const brought = await bringFile(file);
      const known = remembered(ways?.remembered ?? [], brought.columns);
      const guess = likeliest(brought);
      mapping = { ...(known ?? guess), to: asOf() };
      seen = brought;
    });

  // Dropped on another page; here it is looked at.
  $effect(() => {
    const file = ways ? untrack(() => handed.take()) : null;
    if (file) untrack(() => void bring(file));
  });

  const take = () =>
    work('take', async () => {
      const params = { path: { id: seen!.id } };
      check = await dataOf(api.POST('/api/v1/intake/files/{id}/take', { params, body: mapping! }));
      taken = true;
      await book.load(asOf());
    });

  function setKind(value: FileKind) {
    const guess = seen!.guesses[value]!;
    mapping = { ...guess, source: mapping!.source, vendor: mapping!.vendor, to: mapping!.to };
    check = null;
  }

  const setSheet = (sheet: string) =>
    work('bring', async () => {
      const params = { path: { id: seen!.id }, query: { sheet } };
      const looked = await dataOf(api.GET('/api/v1/intake/files/{id}', { params }));
      const known = remembered(ways?.remembered ?? [], looked.columns);
      const { source, vendor, to } = mapping!;
      mapping = known ? { ...known, to } : { ...likeliest(looked), source, vendor, to };
      [seen, check] = [looked, null];
    });

  $effect(() =>
    bindKeys([
      {
        keys: 'Escape',
        does: 'back to Intake',
        run: () => void navigate('/intake', { search: search() }),
      },
    ]),
  );
</script>

<svelte:head><title>A single file – Sober Tally</title></svelte:head>

<div class="title">
  <h1>A single file</h1>
  <span class="sub">
    CSV or XLSX, in whatever shape it has. Nothing is taken before you say so; it can be taken back.
  </span>
  <a class="word" href={to('/intake')}>all of Intake</a>
</div>
{#if fault}<p class="neg" role="alert">{fault}</p>{/if}

{#if !mayBring}
  <p class="sub">A steward or a keeper brings files.</p>
{:else if !seen || !mapping}
  <label
    class="drop"
    class:over
    ondragover={(e) => {
      e.preventDefault();
      over = true;
    }}
    ondragleave={() => (over = false)}
    ondrop={(e) => {
      e.preventDefault();
      over = false;
      void bring(e.dataTransfer?.files[0]);
    }}
  >
    <b>{busy ? 'Looking at it…' : 'Drop the file here, or choose it.'}</b>
    <FileField label="The file, CSV or XLSX" accept=".csv,.txt,.tsv,.xlsx" onfile={bring} />
    {#if ways && ways.remembered.length > 0}
      <span class="sub">
        Known sources: {ways.remembered.map((m) => m.source).join(', ')}. A file with their columns
        is read as before.
      </span>
    {/if}
  </label>
{:else}
  <FileSays {seen} {ways} {kind} {vendors} bind:mapping onkind={setKind} onsheet={setSheet} />
  <FileColumns {seen} fields={(kind?.fields ?? []).map((f) => f.name)} {parts} bind:mapping />
  <div class="do">
    {#if taken}
      <b role="status">Taken in.</b>
      {#if mapping.kind === 'BILL'}<a class="word" href={to('/bills')}>to the bills</a>{/if}
      <a class="word" href={to('/begin')}>what comes next</a>
      <a class="word" href={to('/intake')}>to what came in</a>
    {:else}
      <button
        class="go"
        disabled={busy !== '' ||
          !check?.good ||
          checked !== mapping ||
          !mapping.source.trim() ||
          !!lack}
        onclick={take}
      >
        {busy === 'take' ? 'Taking it in…' : `Take in ${sayCount(check?.good ?? 0, 'row')}`}
      </button>
      {#if progress && progress.of > 0}
        <span class="sub num" role="status">{progress.done} of {progress.of} rows read</span>
      {:else if lack}<span class="sub">{lack}</span>
      {:else if check && !mapping.source.trim()}
        <span class="sub">Name the source, so that its next file is read the same way.</span>
      {/if}
    {/if}
    <button
      class="word"
      onclick={() => {
        [seen, mapping, check, taken, fault] = [null, null, null, false, ''];
      }}>another file</button
    >
  </div>
  {#if check && !lack}
    <FileOutcome
      {check}
      {taken}
      plans={vendors.find((v) => v.vendor === mapping?.vendor)?.plans ?? {}}
      bind:mapping
      ontakehome={() =>
        saveAnswer(`/api/v1/intake/files/${seen!.id}/rejected`, mapping, 'rejected.csv')}
    />
  {/if}
{/if}

<style>
  .title {
    display: flex;
    align-items: baseline;
    gap: var(--s-14);
  }
  h1 {
    white-space: nowrap;
  }
  .title > a {
    margin-left: auto;
    font-size: var(--type-note);
    white-space: nowrap;
  }
  .drop {
    display: grid;
    gap: var(--s-10);
    justify-items: start;
    margin: var(--s-16) 0;
    padding: var(--s-30) var(--s-30);
    border: 1px dashed var(--soft);
    border-radius: 3px;
    max-width: 760px;
    font-size: var(--type-text);
  }
  .drop.over {
    background: var(--tape);
    border-style: solid;
  }
  .drop b {
    font: 600 var(--type-head) var(--font-serif);
  }
  .do {
    display: flex;
    gap: var(--s-14);
    align-items: baseline;
    padding-bottom: var(--s-8);
  }
  .do > :last-child {
    margin-left: auto;
    font-size: var(--type-note);
  }
</style>
