<!-- A list from elsewhere, pasted or as a file: what would happen row by row, then onto the slate. -->
<script lang="ts">
  import FileField from '../../pieces/controls/FileField.svelte';
  import Pick from '../../pieces/controls/Pick.svelte';
  import { api, dataOf, postText, saveAs, type ListCheck, type Schemas } from '../../api/client';
  import { navigate } from '../../router';
  import { search, to } from '../../state/address.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { sayCount } from '../../state/say';

  const EXAMPLE = 'astrid.brekke@skerryline.example, Viewer\np0042, Quillmoor Folio';
  const MOST_SHOWN = 300;
  const MOST_ON_SLATE = 5000;
  const VERDICTS: Record<string, string> = {
    GOOD: 'good',
    UNKNOWN_PERSON: 'nobody of that name',
    UNKNOWN_PLAN: 'no such plan',
    AMBIGUOUS: 'could be several',
    UNREADABLE: 'cannot be read',
    NOT_HELD: 'not held',
    NOT_SOLD: 'no subscription in force',
    ALREADY_HOLDS: 'hold it already',
    ALREADY_PLANNED: 'on the slate already',
    TARGET_SUSPENDED: 'suspended or left',
    NO_SPARE_SEAT: 'no seat left',
    SEAT_RESTING: 'seats rest',
    KEPT: 'kept',
    LAST_ADMIN: 'last administrator',
  };

  let kind = $state<'HAND_OUT' | 'TAKE_BACK'>('HAND_OUT');
  let plan = $state('');
  let text = $state('');
  let plans = $state.raw<Schemas['Choice'][]>([]);
  let result = $state.raw<ListCheck | null>(null);
  let only = $state('');
  let fault = $state('');
  let busy = $state(false);
  let done = $state('');

  const shown = $derived((result?.rows ?? []).filter((r) => !only || r.verdict === only));
  const query = $derived(new URLSearchParams({ kind, plan }).toString());

  $effect(() => {
    dataOf(api.GET('/api/v1/people/choices')).then((c) => (plans = c.plans));
  });
  // What was checked is no longer what stands there.
  $effect(() => {
    void [text, kind, plan];
    result = null;
    done = '';
  });

  async function check() {
    busy = true;
    fault = '';
    try {
      const answer = await postText(`/api/v1/slates/list-check?${query}`, text, 'application/json');
      result = (await answer.json()) as ListCheck;
      only = '';
    } catch (e) {
      fault = (e as Error).message;
    } finally {
      busy = false;
    }
  }

  async function toSlate() {
    const good = result!.rows.flatMap((r) => (r.move ? [r.move] : [])).slice(0, MOST_ON_SLATE);
    if (await slates.plan(good)) done = `${sayCount(good.length, 'move')} put on the slate.`;
  }

  async function takeHome() {
    const answer = await postText(`/api/v1/slates/list-check/rest?${query}`, text, 'text/csv');
    await saveAs(answer, 'rest-of-list.csv');
  }

  async function readFile(file: File | undefined) {
    if (file) text = await file.text();
  }

  $effect(() =>
    bindKeys([
      {
        keys: 'Escape',
        does: 'back to People',
        run: () => void navigate('/people', { search: search() }),
      },
    ]),
  );
</script>

<svelte:head><title>Bring a list – Sober Tally</title></svelte:head>

<div class="title">
  <h1>Bring a list</h1>
  <span class="sub">
    One person and one plan a row: mail address or id, then the plan’s name or id. Nothing is sent;
    good rows go on the slate.
  </span>
  <a class="word" href={to('/people')}>all people</a>
</div>

{#if !session.mayDraft}
  <p class="sub">A steward brings lists.</p>
{:else}
  <div class="bring">
    <textarea
      aria-label="The list"
      bind:value={text}
      rows="9"
      spellcheck="false"
      placeholder={EXAMPLE}></textarea>
    <div class="how">
      <label>
        The list is to
        <Pick bind:value={kind}>
          <option value="HAND_OUT">hand out</option>
          <option value="TAKE_BACK">take back</option>
        </Pick>
      </label>
      <label>
        Rows without a plan mean
        <Pick bind:value={plan}>
          <option value="">nothing: each must name one</option>
          {#each plans as p (p.id)}<option value={p.id}>{p.name}</option>{/each}
        </Pick>
      </label>
      <p>
        or a file: <FileField
          accept=".csv,.txt,text/csv,text/plain"
          label="A file (CSV)"
          onfile={readFile}
        />
      </p>
      <button class="go" disabled={busy || !text.trim()} onclick={check}>
        {busy ? 'Looking…' : 'See what would happen'}
      </button>
      {#if fault}<p class="neg" role="alert">{fault}</p>{/if}
    </div>
  </div>
{/if}

{#if result}
  <div class="verdicts" role="group" aria-label="Which rows">
    <button class:on={only === ''} aria-pressed={only === ''} onclick={() => (only = '')}>
      all <span class="num">{result.rows.length}</span>
    </button>
    {#each Object.entries(result.verdicts) as [verdict, n] (verdict)}
      <button
        class:on={only === verdict}
        aria-pressed={only === verdict}
        onclick={() => (only = verdict)}
      >
        {VERDICTS[verdict] ?? verdict.toLowerCase().replaceAll('_', ' ')}
        <span class="num">{n}</span>
      </button>
    {/each}
    <span class="do">
      {#if done}<b role="status">{done}</b>{/if}
      {#if result.rest > 0}
        <button class="word" onclick={takeHome}>take {sayCount(result.rest, 'row')} home</button>
      {/if}
      <button class="plain" disabled={result.good === 0 || slates.busy || !!done} onclick={toSlate}>
        Put {sayCount(Math.min(result.good, MOST_ON_SLATE), 'good row')} on the slate
      </button>
    </span>
  </div>
  {#if slates.fault}<p class="neg" role="alert">{slates.fault}</p>{/if}
  <table class="list">
    <thead>
      <tr>
        <th class="r row">row</th>
        <th>Person</th>
        <th>Plan</th>
        <th>What would happen</th>
      </tr>
    </thead>
    <tbody>
      {#each shown.slice(0, MOST_SHOWN) as r (r.row)}
        <tr>
          <td class="r num sub">{r.row}</td>
          <td>
            {#if r.person}<a href={to(`/people/${r.person}`)}>{r.name}</a>{:else}{r.who}{/if}
          </td>
          <td>{r.planName ?? (r.what || '–')}</td>
          <td class={r.move ? '' : 'neg'}>
            {r.move ? (kind === 'HAND_OUT' ? 'gets a seat' : 'gives the seat back') : ''}
            {r.message}
          </td>
        </tr>
      {/each}
    </tbody>
  </table>
  {#if shown.length > MOST_SHOWN}
    <p class="sub">The first {MOST_SHOWN} of {shown.length} rows.</p>
  {/if}
{/if}

<style>
  .title {
    display: flex;
    align-items: baseline;
    gap: var(--s-14);
  }
  .title > a {
    margin-left: auto;
    font-size: var(--type-note);
    white-space: nowrap;
  }
  .bring {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 270px;
    gap: var(--s-20);
    margin: var(--s-12) 0;
  }
  textarea {
    font: var(--type-note)/1.5 var(--font-mono);
    background: var(--sheet);
    border: 1px solid var(--rule);
    border-radius: 3px;
    padding: var(--s-8) var(--s-10);
    width: 100%;
  }
  textarea::placeholder {
    color: var(--soft);
    opacity: 1;
  }
  .how {
    display: grid;
    gap: var(--s-8);
    align-content: start;
    font-size: var(--type-row);
  }
  .how label {
    display: grid;
    gap: var(--s-2);
  }
  .verdicts {
    display: flex;
    flex-wrap: wrap;
    gap: var(--s-4) var(--s-14);
    align-items: baseline;
    font-size: var(--type-row);
    border-bottom: 1px solid var(--rule);
    padding-bottom: var(--s-6);
  }
  .verdicts > button {
    color: var(--soft);
    border-bottom: 2px solid transparent;
  }
  .verdicts > button.on {
    color: var(--ink);
    font-weight: 600;
    border-color: var(--ink);
  }
  .do {
    margin-left: auto;
    display: flex;
    gap: var(--s-12);
    align-items: baseline;
  }
  .plain {
    padding: var(--s-3) var(--s-10);
  }
  .row {
    width: 48px;
  }
  table.list td {
    padding-top: var(--s-4);
    padding-bottom: var(--s-4);
  }
  table.list {
    margin-top: var(--s-8);
  }
</style>
