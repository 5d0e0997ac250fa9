<!-- A vendor's terms as one sheet: read like a contract, typed over in place, saved in one stroke. -->
<script lang="ts">
  import { api, dataOf } from '../../api/client';
  import { route } from '../../router';
  import { asOf, param, setParam, to, today } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { Question } from '../../state/question.svelte';
  import { session } from '../../state/session.svelte';
  import { sayDay } from '../../state/say';
  import Pick from '../../pieces/controls/Pick.svelte';
  import DayField from '../../pieces/controls/DayField.svelte';
  import AgreementSheet from './AgreementSheet.svelte';
  import { Edits } from './edits.svelte';
  import TermsDifferences from './TermsDifferences.svelte';
  import VendorRows from './VendorRows.svelte';

  const SETTLES_MS = 250;

  const vendor = $derived(route.params.vendor ?? '');
  const params = $derived({ path: { vendor } });
  const mayEdit = $derived(session.me?.role === 'STEWARD' || session.me?.role === 'KEEPER');
  const edits = new Edits();
  let why = $state('');
  let busy = $state(false);
  let fault = $state('');
  let saved = $state('');

  const asked = new Question(
    () => vendor || undefined,
    () => dataOf(api.GET('/api/v1/vendors/{vendor}/terms', { params })),
    { again: () => book.version, subject: () => vendor },
  );
  const sheet = $derived(asked.value);
  const body = $derived(sheet && edits.any ? edits.body(sheet.state, null) : undefined);
  const check = new Question(
    () => body,
    (edit) => dataOf(api.POST('/api/v1/vendors/{vendor}/terms/check', { params, body: edit })),
    { settles: SETTLES_MS },
  );
  const tried = $derived(edits.any ? check.value : null);
  const faults = $derived(tried?.faults ?? []);

  const asRows = $derived(mayEdit && param('sheet') === 'rows');

  async function save() {
    busy = true;
    [fault, saved] = ['', ''];
    const from = edits.from;
    try {
      await dataOf(
        api.PUT('/api/v1/vendors/{vendor}/terms', { params, body: edits.body(sheet!.state, why) }),
      );
      edits.clear();
      why = '';
      saved = `Saved${from ? `, from ${sayDay(from)} on` : ''}. It can be taken back under Intake.`;
      await book.load(asOf());
    } catch (e) {
      fault = (e as Error).message;
    } finally {
      await asked.reload();
      busy = false;
    }
  }
</script>

<svelte:head><title>{sheet?.name ?? 'Terms'}: terms – Sober Tally</title></svelte:head>

{#if asked.fault}<p class="neg" role="alert">{asked.fault}</p>{/if}
{#if sheet}
  <div class="title">
    <h1>{sheet.name}: terms</h1>
    <div class="parts" role="group" aria-label="Which sheet">
      <button class:on={!asRows} aria-pressed={!asRows} onclick={() => setParam('sheet', null)}
        >What was agreed</button
      >
      {#if mayEdit}
        <button class:on={asRows} aria-pressed={asRows} onclick={() => setParam('sheet', 'rows')}
          >Plans, parts, rules</button
        >
        <a href={to(`/links/${vendor}`)}>How it is reached</a>
      {/if}
    </div>
    <a class="word" href={`${to('/journal')}${to('').includes('?') ? '&' : '?'}kind=TERMS_CHANGED`}
      >what changed when</a
    >
  </div>
  {#if asRows}
    <VendorRows {vendor} {mayEdit} />
  {:else}
    <div class="page">
      <div>
        {#each sheet.agreements as agreement (agreement.agreement)}
          <AgreementSheet {agreement} {edits} {faults} {mayEdit} />
        {:else}
          <p class="sub">
            Nothing is bought of {sheet.name} yet.
            <a href={to('/intake/file')}>Bring a file of contracts.</a>
          </p>
        {/each}
      </div>
      <aside aria-label="What this changes">
        <h2>What this changes</h2>
        {#if tried}
          <TermsDifferences {tried} />
          {#if faults.length > 0}<p class="neg">{faults[0]!.message}</p>{/if}
          <div class="from">
            <Pick
              label="Since when it is so"
              value={edits.from ? 'day' : ''}
              onchange={(e) => (edits.from = e.currentTarget.value ? today() : '')}
            >
              <option value="">puts right what is written</option>
              <option value="day">holds from a day on</option>
            </Pick>
            {#if edits.from}
              <DayField
                label="From which day"
                value={edits.from}
                onday={(day) => (edits.from = day || today())}
              />
            {/if}
            <p class="sub">
              {#if edits.from}
                What was before stays, and pages of earlier days go on showing it.
              {:else}
                Terms and prices are so as if they always had been; other quantities are bought from
                today.
              {/if}
            </p>
          </div>
          <label class="why">
            Why? <input bind:value={why} placeholder="side letter of 3 June" maxlength="500" />
          </label>
          <div class="do">
            <button
              class="go"
              disabled={busy || faults.length > 0 || why.trim() === '' || check.stale}
              onclick={save}
              >{busy ? 'Saving…' : edits.from ? `Save from ${sayDay(edits.from)}` : 'Save'}</button
            >
            <button class="plain" disabled={busy} onclick={() => edits.clear()}>Leave it</button>
          </div>
        {:else if saved}<p role="status"><b>{saved}</b></p>
        {:else if mayEdit}
          <p class="sub">
            Nothing yet. Every dotted value can be typed over: <kbd>Tab</kbd> goes on,
            <kbd>Enter</kbd> keeps, <kbd>Esc</kbd> leaves it. Then say whether it puts right what is written,
            or holds from a day on. A range of two columns can be pasted into prices by quantity.
          </p>
        {:else}<p class="sub">A steward or a keeper changes terms.</p>{/if}
        {#if fault || check.fault}<p class="neg" role="alert">{fault || check.fault}</p>{/if}
      </aside>
    </div>
  {/if}
{:else if !asked.fault}<p class="sub">Looking…</p>{/if}

<style>
  .title {
    display: flex;
    align-items: baseline;
    gap: var(--s-14);
    padding-bottom: var(--s-12);
  }
  .parts {
    display: flex;
    gap: var(--s-16);
  }
  .parts :is(button, a) {
    color: var(--soft);
    border-bottom: 2px solid transparent;
    padding-bottom: var(--s-2);
  }
  .parts button.on {
    color: var(--ink);
    font-weight: 600;
    border-color: var(--ink);
  }
  .title > a {
    margin-left: auto;
    font-size: var(--type-note);
  }
  .page {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 290px;
    gap: var(--s-24);
  }
  aside h2 {
    font: 600 var(--type-lead) var(--font-serif);
  }
  .from {
    font-size: var(--type-text);
    padding: var(--s-6) 0;
  }
  .why {
    display: flex;
    gap: var(--s-8);
    align-items: baseline;
    font-size: var(--type-text);
  }
  .why input {
    width: 220px;
    border: 0;
    border-bottom: 1px dotted var(--soft);
    background: transparent;
    padding: var(--s-2) var(--s-3);
    font: inherit;
  }
  .do {
    display: flex;
    gap: var(--s-10);
    padding-top: var(--s-12);
  }
</style>
