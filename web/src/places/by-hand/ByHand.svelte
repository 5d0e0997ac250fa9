<!-- What is to be done by hand, vendor by vendor: a list to work off, to print, or to take along. -->
<script lang="ts">
  import { api, dataOf, saveCsv, type Schemas } from '../../api/client';
  import { asOf, param, setParam, to } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { Question } from '../../state/question.svelte';
  import { session } from '../../state/session.svelte';
  import { sayCount } from '../../state/say';
  import { slates } from '../../state/slate.svelte';

  type Work = Schemas['WorkByHand'];
  const only = $derived(param('vendor') ?? undefined);
  let busy = $state('');
  let fault = $state('');

  const asked = new Question(
    () => ({ vendor: only }),
    (query) => dataOf(api.GET('/api/v1/work-by-hand', { params: { query } })),
    { again: () => `${book.version} ${slates.all.map((s) => s.settled).join()}` },
  );
  const vendors = $derived.by(() => {
    const by = new Map<string, Work[]>();
    for (const one of asked.value ?? []) by.set(one.vendor, [...(by.get(one.vendor) ?? []), one]);
    return [...by.values()];
  });

  async function done(vendor: string) {
    busy = vendor;
    fault = '';
    try {
      await dataOf(api.POST('/api/v1/work-by-hand/done', { params: { query: { vendor } } }));
      await book.load(asOf());
      await asked.reload();
    } catch (e) {
      fault = (e as Error).message;
    } finally {
      busy = '';
    }
  }

  const takeAlong = (vendor: string) =>
    saveCsv(
      `/api/v1/work-by-hand?vendor=${encodeURIComponent(vendor)}`,
      `${vendor}-by-hand.csv`,
    ).catch((e: Error) => (fault = e.message));
</script>

<svelte:head><title>By hand – Sober Tally</title></svelte:head>

<div class="title">
  <h1>To be done by hand</h1>
  <span class="sub">
    Make each change at the vendor; it counts once a file or a reading shows it.
  </span>
  {#if only}
    <button class="word no-print" onclick={() => setParam('vendor', null)}>all vendors</button>
  {/if}
</div>
{#if asked.fault || fault}<p class="neg" role="alert">{asked.fault || fault}</p>{/if}

{#each vendors as works (works[0]!.vendor)}
  {@const first = works[0]!}
  <section aria-label={first.vendorName}>
    <div class="head">
      <h2>{first.vendorName}</h2>
      <span class="sub">{sayCount(works.length, 'change')}</span>
      <span class="do no-print">
        {#if first.page}
          <a href={first.page} target="_blank" rel="noreferrer">its own page</a>
        {:else}
          <a href={to(`/links/${first.vendor}`)}>say where its page is</a>
        {/if}
        <button class="word" onclick={() => takeAlong(first.vendor)}>as CSV</button>
        <button class="word" onclick={() => window.print()}>print</button>
        {#if session.maySteer}
          <button class="word" disabled={busy !== ''} onclick={() => done(first.vendor)}>
            {busy === first.vendor ? 'saying so…' : 'all done'}
          </button>
        {/if}
      </span>
    </div>
    {#if first.page}<p class="only-print">{first.page}</p>{/if}
    <table class="list dense">
      <thead>
        <tr>
          <th class="box"></th><th>Who</th><th>signs in as</th><th>What to do</th><th
            class="no-print">slate</th
          >
        </tr>
      </thead>
      <tbody>
        {#each works as one (one.account + one.todo + one.slate)}
          <tr>
            <td class="box"><span></span></td>
            <td class="name">
              {#if one.person}<a href={to(`/people/${one.person}`)}>{one.name}</a
                >{:else}{one.name}{/if}
            </td>
            <td class="num">{one.email}</td>
            <td>{one.todo}</td>
            <td class="no-print"><a href={to(`/slates/${one.slate}`)}>the slate</a></td>
          </tr>
        {/each}
      </tbody>
    </table>
  </section>
{:else}
  {#if asked.value}<p class="sub">Nothing waits for anybody’s hands.</p>
  {:else if !asked.fault}<p class="sub">Looking…</p>{/if}
{/each}

<style>
  .title {
    display: flex;
    align-items: baseline;
    gap: var(--s-14);
    padding-bottom: var(--s-10);
  }
  .title .word {
    margin-left: auto;
  }
  section {
    margin-bottom: var(--s-20);
    break-inside: avoid-page;
  }
  .head {
    display: flex;
    gap: var(--s-12);
    align-items: baseline;
    padding-bottom: var(--s-4);
  }
  h2 {
    font: 600 var(--type-head) var(--font-serif);
  }
  .do {
    margin-left: auto;
    display: flex;
    gap: var(--s-14);
    font-size: var(--type-row);
  }
  .do a {
    color: var(--link);
    text-decoration: underline;
  }
  .name {
    font: 600 var(--type-text) var(--font-serif);
  }
  .num {
    font-size: var(--type-note);
  }
  .box {
    width: 22px;
  }
  .box span {
    display: none;
    width: 11px;
    height: 11px;
    border: 1px solid var(--ink);
  }
  .only-print {
    display: none;
  }
  @media print {
    .box span {
      display: block;
    }
    .only-print {
      display: block;
      font: var(--type-note) var(--font-mono);
    }
  }
</style>
