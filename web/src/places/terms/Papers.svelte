<!-- Who looks after an agreement, who bears it, and its papers: a file, or where it lies. -->
<script lang="ts">
  import Typed from '../../pieces/typed/Typed.svelte';
  import { api, dataOf, sendPaper } from '../../api/client';
  import { Question } from '../../state/question.svelte';

  let { agreement, name, mayEdit }: { agreement: string; name: string; mayEdit: boolean } =
    $props();

  const path = $derived({ path: { agreement } });
  const asked = new Question(
    () => agreement,
    () => dataOf(api.GET('/api/v1/agreements/{agreement}/papers', { params: path })),
    { subject: () => agreement },
  );
  const sheet = $derived(asked.value);
  let adding = $state(false);
  let title = $state('');
  let url = $state('');

  const own = (over: { owner?: string; payer?: string }) =>
    asked.attempt(async () =>
      asked.set(
        await dataOf(
          api.PUT('/api/v1/agreements/{agreement}/papers', {
            params: path,
            body: { owner: sheet!.owner ?? null, payer: sheet!.payer ?? null, ...over },
          }),
        ),
      ),
    );

  const link = () =>
    asked.attempt(async () => {
      asked.set(
        await dataOf(
          api.POST('/api/v1/agreements/{agreement}/papers/address', {
            params: path,
            body: { title, url },
          }),
        ),
      );
      [adding, title, url] = [false, '', ''];
    });

  const bring = (file: File | undefined) =>
    file &&
    asked.attempt(async () => {
      asked.set(await sendPaper(agreement, file));
      adding = false;
    });

  const drop = (paper: string) =>
    asked.attempt(async () =>
      asked.set(
        await dataOf(
          api.DELETE('/api/v1/agreements/{agreement}/papers/{paper}', {
            params: { path: { agreement, paper } },
          }),
        ),
      ),
    );
</script>

{#if sheet}
  <p class="papers">
    Looked after by
    {#if mayEdit}
      <Typed
        label="Who looks after {name}"
        width={18}
        value={sheet.ownerName ?? ''}
        onvalue={(owner) => own({ owner })}
      />
    {:else}<b>{sheet.ownerName ?? 'nobody'}</b>{/if}, borne by
    {#if mayEdit}
      <Typed
        label="Who bears {name}"
        width={14}
        value={sheet.payer ?? ''}
        onvalue={(payer) => own({ payer })}
      />
    {:else}<b>{sheet.payer ?? 'nobody in particular'}</b>{/if}. Papers:
    {#each sheet.papers as paper, n (paper.id)}{n > 0 ? ', ' : ''}<a
        href={paper.url ?? `/api/v1/agreements/${agreement}/papers/${paper.id}`}
        target={paper.url ? '_blank' : undefined}
        rel="noreferrer">{paper.title}</a
      >{#if mayEdit}<button
          class="word out"
          aria-label="without {paper.title}"
          onclick={() => drop(paper.id)}>out</button
        >{/if}{:else}none{/each}.
    {#if mayEdit && !adding}
      <button class="word" onclick={() => (adding = true)}>one more</button>
    {/if}
  </p>
  {#if adding}
    <form
      onsubmit={(e) => {
        e.preventDefault();
        void link();
      }}
    >
      <input aria-label="What the paper is" placeholder="what it is" bind:value={title} />
      <input aria-label="Where it lies" placeholder="https://…" type="url" bind:value={url} />
      <button class="word" disabled={!title.trim() || !url.trim()}>lies there</button>
      or
      <label class="word">
        a file of its own
        <input
          class="file"
          type="file"
          aria-label="The paper itself"
          onchange={(e) => void bring(e.currentTarget.files?.[0])}
        />
      </label>
      <button type="button" class="word" onclick={() => (adding = false)}>leave it</button>
    </form>
  {/if}
{/if}
{#if asked.fault}<p class="neg" role="alert">{asked.fault}</p>{/if}

<style>
  .out {
    margin-left: var(--s-6);
  }
  .papers {
    font-size: var(--type-text);
    line-height: 2;
    padding-bottom: var(--s-6);
  }
  .papers .word {
    font-size: var(--type-note);
  }
  form {
    display: flex;
    gap: var(--s-10);
    align-items: baseline;
    font-size: var(--type-row);
    padding-bottom: var(--s-8);
  }
  input:not(.file) {
    width: 200px;
    border: 0;
    border-bottom: 1px dotted var(--soft);
    background: transparent;
    padding: 1px var(--s-2);
  }
  .file {
    position: absolute;
    width: 1px;
    height: 1px;
    opacity: 0;
  }
  label:focus-within {
    outline: 2px solid var(--link);
  }
</style>
