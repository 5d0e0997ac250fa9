<!-- Everything that is written down of a vendor, as tables: tried before it is saved, taken back after. -->
<script lang="ts">
  import { api, dataOf, type Schemas } from '../../api/client';
  import { asOf, to } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { Question } from '../../state/question.svelte';
  import { sayCount, sayMoney } from '../../state/say';
  import RowTable from './RowTable.svelte';
  import { RowEdits, type Shown } from './rows.svelte';

  let { vendor, mayEdit }: { vendor: string; mayEdit: boolean } = $props();

  const TITLES: Record<string, string> = {
    'vendors.csv': 'How it behaves',
    'parts.csv': 'Parts',
    'plans.csv': 'Plans and ladders',
    'agreements.csv': 'Agreements',
    'lines.csv': 'Subscriptions',
    'terms.csv': 'Later terms',
    'line_prices.csv': 'Later prices',
    'price_breaks.csv': 'Prices by quantity',
    'offers.csv': 'Offers',
    'offer_prices.csv': 'Prices by offer',
    'data_rules.csv': 'What becomes of data',
    'rates.csv': 'Rates of currencies, of all of the house',
  };
  const SETTLES_MS = 250;

  const params = $derived({ path: { vendor } });
  const edits = new RowEdits();
  let why = $state('');
  let busy = $state<'' | 'try' | 'save'>('');
  let fault = $state('');
  let saved = $state('');
  let preview = $state.raw<Schemas['RowsPreview'] | null>(null);
  let previewOf = $state('');

  const asked = new Question(
    () => vendor || undefined,
    () => dataOf(api.GET('/api/v1/vendors/{vendor}/rows', { params })),
    { again: () => book.version, subject: () => vendor },
  );
  const sheet = $derived(asked.value);
  const body = $derived(sheet && edits.any ? edits.body(sheet, null) : undefined);
  const check = new Question(
    () => body,
    (edit) => dataOf(api.POST('/api/v1/vendors/{vendor}/rows/check', { params, body: edit })),
    { settles: SETTLES_MS },
  );
  const tried = $derived(edits.any ? check.value : null);
  const faults = $derived(tried?.faults ?? []);
  const typed = $derived(JSON.stringify(body ?? null));

  /** A row in which nobody typed yet lacks everything, and need not be told so. */
  const faultOf = (row: Shown, column: string) =>
    row.row === null && Object.keys(row.values).length === 0
      ? ''
      : (faults.find((one) => edits.idAt(one.edit) === row.id && one.column === column)?.message ??
        '');

  async function work(what: 'try' | 'save', run: () => Promise<void>) {
    busy = what;
    [fault, saved] = ['', ''];
    try {
      await run();
    } catch (e) {
      fault = (e as Error).message;
    } finally {
      busy = '';
    }
  }

  const tryIt = () =>
    work('try', async () => {
      const of = typed;
      preview = await dataOf(
        api.POST('/api/v1/vendors/{vendor}/rows/preview', { params, body: body! }),
      );
      previewOf = of;
    });

  /** Where somebody else saved first, what they saved stands beside what is typed. */
  const save = async () => {
    await work('save', keep);
    if (fault) await asked.reload();
  };

  async function keep() {
    asked.set(
      await dataOf(
        api.PUT('/api/v1/vendors/{vendor}/rows', { params, body: edits.body(sheet!, why) }),
      ),
    );
    edits.clear();
    [why, preview] = ['', null];
    saved = 'Saved. It can be taken back under Intake.';
    await book.load(asOf());
  }
</script>

{#if asked.fault}<p class="neg" role="alert">{asked.fault}</p>{/if}
{#if sheet}
  <div class="page">
    <div>
      {#each sheet.tables as table (table.file)}
        <RowTable {table} title={TITLES[table.file] ?? table.file} {edits} {faultOf} {mayEdit} />
      {/each}
    </div>
    <aside aria-label="What this changes">
      <h2>What this changes</h2>
      {#if tried}
        <ul>
          {#each tried.said.slice(0, 12) as one (one)}<li>{one}</li>{/each}
        </ul>
        {#if tried.said.length > 12}<p class="sub">and {tried.said.length - 12} more</p>{/if}
        {#each tried.warnings as one (one)}<p class="warn">{one}</p>{/each}
        {#if faults.length > 0}<p class="neg">{faults[0]!.message}</p>{/if}
        {#if preview && previewOf === typed}
          <table>
            <tbody>
              <tr>
                <td>paid a year</td>
                <td class="num">{sayMoney(preview.paidBefore)} → {sayMoney(preview.paidAfter)}</td>
              </tr>
              <tr>
                <td>recoverable</td>
                <td class="num">
                  {sayMoney(preview.recoverableBefore)} → {sayMoney(preview.recoverableAfter)}
                </td>
              </tr>
              {#each preview.findings as one (one.kind)}
                <tr><td>{one.title}</td><td class="num">{one.before} → {one.after}</td></tr>
              {:else}
                <tr><td colspan="2" class="sub">No finding more, and none fewer.</td></tr>
              {/each}
            </tbody>
          </table>
          {#if preview.data}
            <p>
              Of {sayCount(preview.data.accounts, 'account')} without a seat
              {preview.data.touched} would stand or pass otherwise; lost within a year:
              {preview.data.lostBefore} → {preview.data.lostAfter}; a year they cost
              {sayMoney(preview.data.yearlyBefore)} → {sayMoney(preview.data.yearlyAfter)}.
              <a href={to(`/leavers/estate/${vendor}`)}>What lies there</a>
            </p>
          {/if}
        {:else}
          <button
            class="plain"
            disabled={busy !== '' || faults.length > 0 || check.stale}
            onclick={tryIt}
          >
            {busy === 'try'
              ? 'Counting everything anew…'
              : 'What does it do to money and findings?'}
          </button>
        {/if}
        <label class="why">
          Why? <input bind:value={why} placeholder="price list of 2027" maxlength="500" />
        </label>
        <div class="do">
          <button
            class="go"
            disabled={busy !== '' || faults.length > 0 || why.trim() === '' || check.stale}
            onclick={save}>{busy === 'save' ? 'Saving…' : 'Save'}</button
          >
          <button class="plain" disabled={busy !== ''} onclick={() => edits.clear()}
            >Leave it</button
          >
        </div>
      {:else if saved}
        <p role="status"><b>{saved}</b> <a href={to('/intake')}>Intake</a></p>
      {:else if mayEdit}
        <p class="sub">
          Nothing yet. Everything here stands in the open book format; a heading says what it means.
          An id that is left empty is made out of the name.
        </p>
      {/if}
      {#if fault || check.fault}<p class="neg" role="alert">{fault || check.fault}</p>{/if}
    </aside>
  </div>
{:else if !asked.fault}<p class="sub">Looking…</p>{/if}

<style>
  .page {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 290px;
    gap: var(--s-24);
  }
  aside {
    position: sticky;
    top: 0;
    align-self: start;
  }
  aside h2 {
    font: 600 var(--type-lead) var(--font-serif);
    padding-bottom: var(--s-4);
  }
  aside li {
    font-size: var(--type-row);
    padding: var(--s-3) 0;
    border-bottom: 1px solid var(--fine);
  }
  aside table {
    width: 100%;
    font-size: var(--type-row);
    margin-top: var(--s-8);
  }
  aside td {
    padding: var(--s-4) 0;
    border-bottom: 1px solid var(--fine);
  }
  aside .num {
    font-size: var(--type-note);
    text-align: right;
  }
  .warn {
    color: var(--idle-text);
    font-size: var(--type-row);
    padding-top: var(--s-6);
  }
  .plain {
    margin-top: var(--s-10);
  }
  .why {
    display: flex;
    gap: var(--s-8);
    align-items: baseline;
    font-size: var(--type-text);
    padding-top: var(--s-12);
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
    align-items: baseline;
    padding-top: var(--s-4);
  }
</style>
