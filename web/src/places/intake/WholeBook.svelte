<!-- A whole book that is brought in: taken whole, or not at all with every fault named. -->
<script lang="ts">
  import { sendBook, type BookAnswer } from '../../api/client';
  import Check from '../../pieces/controls/Check.svelte';
  import FileField from '../../pieces/controls/FileField.svelte';
  import { asOf } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { sayCount } from '../../state/say';

  const MOST_FAULTS = 60;

  let replace = $state(false);
  let partial = $state(false);
  let file = $state<File | null>(null);
  let answer = $state.raw<BookAnswer | null>(null);
  let busy = $state(false);
  let fault = $state('');

  async function bring(event: SubmitEvent) {
    event.preventDefault();
    busy = true;
    fault = '';
    try {
      answer = await sendBook(file!, replace, partial);
      if (answer.taken) file = null;
      await book.load(asOf());
    } catch (e) {
      fault = (e as Error).message;
    }
    busy = false;
  }
</script>

<form onsubmit={bring}>
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
  <button class="plain" disabled={!file || busy}>{busy ? 'Taking it in…' : 'Take it in'}</button>
</form>
{#if fault}<p class="neg" role="alert">{fault}</p>{/if}
{#if answer}
  <p role="status">
    <b>{answer.taken ? `Taken in: ${sayCount(answer.rows, 'row')}.` : 'Nothing was taken in.'}</b>
    {answer.detail}
  </p>
  {#each answer.notes.slice(0, MOST_FAULTS) as note (note)}<p class="sub">{note}</p>{/each}
  {#each answer.violations.slice(0, MOST_FAULTS) as v, n (n)}
    <p class="neg fault">
      {v.file}{v.row ? `, row ${v.row}` : ''}{v.column ? `, ${v.column}` : ''}: {v.message}
    </p>
  {/each}
{/if}

<style>
  form {
    display: grid;
    gap: var(--s-6);
    font-size: var(--type-row);
    padding: var(--s-6) 0;
  }
  form .plain {
    justify-self: start;
  }
  .fault {
    font-size: var(--type-note);
  }
</style>
