<!-- What came in from where, how far its evidence reaches, and where a vendor says otherwise. -->
<script lang="ts">
  import { api, dataOf } from '../../api/client';
  import { asOf, to, today } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { Question } from '../../state/question.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { sayDay, sayShortDay } from '../../state/say';
  import Addresses from './Addresses.svelte';
  import SingleFiles from './SingleFiles.svelte';
  import Sources from './Sources.svelte';
  import WholeBook from './WholeBook.svelte';

  const HISTORY = 'BOOK_TAKEN,DRIFT_TAKEN_OVER,EVIDENCE_GREW,FILE_TAKEN_BACK';

  const mayBring = $derived(session.maySteer || session.me?.role === 'KEEPER');
  const how = { again: () => [book.standing, slates.all.map((s) => s.settled)] };
  const history = new Question(
    () => ({ kind: HISTORY, limit: '12' }),
    (query) => dataOf(api.GET('/api/v1/journal', { params: { query } })),
    how,
  );
  const files = new Question(
    () => (mayBring ? {} : undefined),
    () => dataOf(api.GET('/api/v1/intake')),
    how,
  );
</script>

<svelte:head><title>Intake – Sober Tally</title></svelte:head>

<h1>Intake</h1>
<p class="sub lead">
  Nothing is held against anybody after the day to which a source is complete. What a vendor says
  otherwise than the book is drift: take it over, or have it put right over a slate.
</p>

<div class="page">
  <section aria-labelledby="sources">
    <h2 id="sources">Sources</h2>
    <Sources />
    {#if slates.fault}<p class="neg" role="alert">{slates.fault}</p>{/if}
    {#if mayBring}
      <Addresses sources={[...new Set((files.value ?? []).map((one) => one.source))]} />
      <SingleFiles {files} />
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
      <WholeBook />
    {/if}
    <h2 class="history">What came in</h2>
    {#if history.fault}<p class="neg" role="alert">{history.fault}</p>{/if}
    <ol>
      {#each history.value ?? [] as entry (entry.id)}
        <li>
          <span class="num">{sayShortDay(entry.day, today())}</span>
          <span>{entry.text} <span class="sub">{entry.actor}</span></span>
        </li>
      {:else}
        <li class="sub">{history.value ? 'Nothing yet.' : 'Looking…'}</li>
      {/each}
    </ol>
    <p class="sub since">Counted to {sayDay(asOf())}.</p>
  </aside>
</div>

<style>
  .lead {
    max-width: 80ch;
    margin: var(--s-2) 0 var(--s-12);
  }
  .page {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 262px;
    gap: var(--s-30);
  }
  h2 {
    font: 600 var(--type-lead) var(--font-serif);
    padding-bottom: var(--s-6);
  }
  .way {
    padding-bottom: var(--s-16);
  }
  .history {
    margin-top: var(--s-16);
  }
  li {
    display: grid;
    grid-template-columns: 62px 1fr;
    gap: var(--s-8);
    font-size: var(--type-note);
    padding: var(--s-4) 0;
    border-bottom: 1px solid var(--fine);
  }
  li.sub {
    display: block;
  }
  li .num {
    color: var(--soft);
    font-size: var(--type-note);
  }
  .since {
    padding-top: var(--s-6);
  }
</style>
