<!-- Single files that were taken in, and how they are taken back. -->
<script lang="ts">
  import { api, type Schemas } from '../../api/client';
  import List from '../../pieces/list/List.svelte';
  import { asOf, today } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { ListState } from '../../state/list.svelte';
  import type { Question } from '../../state/question.svelte';
  import { sayCount, sayShortDay } from '../../state/say';
  import { KIND_WORDS } from './mapping';

  type File = Schemas['FileIntake'];

  let { files }: { files: Question<object, File[]> } = $props();

  let busy = $state('');
  /** The intake whose taking back was asked for, and needs a second word. */
  let asking = $state('');

  const list = new ListState<File>({
    rows: () => files.value ?? [],
    key: (one) => one.id,
    id: 'file',
  });

  async function takeBack(one: File) {
    busy = one.id;
    await files.attempt(async () => {
      await api.POST('/api/v1/intake/{id}/take-back', { params: { path: { id: one.id } } });
      await Promise.all([files.reload(), book.load(asOf())]);
    });
    busy = '';
  }
</script>

{#if files.fault}<p class="neg" role="alert">{files.fault}</p>{/if}
{#if list.rows.length > 0}
  <List
    {list}
    caption="Single files"
    columns={[
      { name: 'File' },
      { name: 'Source' },
      { name: 'of' },
      { name: 'rows', right: true },
      { name: 'left out', right: true },
      { name: 'taken in' },
      { name: 'do', right: true },
    ]}
  >
    {#snippet row(one)}
      <td class={['name', one.takenBack && 'sub']}>{one.fileName}</td>
      <td class={{ sub: one.takenBack }}>{one.source}</td>
      <td class="sub">{KIND_WORDS[one.kind]}</td>
      <td class={['r num', one.takenBack && 'sub']}>{one.good}</td>
      <td class={['r num', one.takenBack && 'sub']}>{one.rejected || '–'}</td>
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
    {/snippet}
  </List>
{/if}

<style>
  .name {
    font: 600 var(--type-text) var(--font-serif);
  }
  .name.sub {
    color: var(--soft);
  }
  td .word {
    white-space: nowrap;
  }
</style>
