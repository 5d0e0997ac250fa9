<!--
@component
Days in one's own calendar: an address that a calendar program reads.
-->
<script lang="ts">
  import { api, dataOf, type Schemas } from '../../api/client';
  import { Question } from '../../state/question.svelte';

  type Scope = Schemas['Calendar']['scope'];
  const WORDS: Record<Scope, string> = {
    ALL: 'all renewals',
    OWN: 'those I look after',
    PEOPLE: 'leavers and steps of slates',
  };

  let open = $state(false);
  let fault = $state('');
  const mine = new Question(
    () => (open ? true : undefined),
    () => dataOf(api.GET('/api/v1/calendars')),
  );

  async function run(work: () => Promise<unknown>) {
    fault = '';
    try {
      await work();
    } catch (e) {
      fault = (e as Error).message;
    }
    await mine.reload();
  }
  const make = (scope: Scope) =>
    run(() => dataOf(api.POST('/api/v1/calendars', { body: { scope } })));
  const takeBack = (id: string) =>
    run(() => dataOf(api.DELETE('/api/v1/calendars/{id}', { params: { path: { id } } })));
</script>

<button class="word" aria-expanded={open} onclick={() => (open = !open)}>in my calendar</button>
{#if open}
  <div>
    {#each mine.value ?? [] as one (one.id)}
      <p>
        {WORDS[one.scope]}:
        <input
          readonly
          value={one.url}
          aria-label="Address of {WORDS[one.scope]}"
          onfocus={(e) => e.currentTarget.select()}
        />
        <button class="word" onclick={() => takeBack(one.id)}>take it back</button>
      </p>
    {/each}
    <p class="sub">
      Make an address for
      {#each Object.entries(WORDS) as [scope, words], n (scope)}
        {n > 0 ? ' or ' : ''}<button class="word" onclick={() => make(scope as Scope)}
          >{words}</button
        >
      {/each}. Whoever has it can read the days; a new one ends the old one.
    </p>
    {#if fault}<p class="neg" role="alert">{fault}</p>{/if}
  </div>
{/if}

<style>
  div {
    flex-basis: 100%;
    font-size: var(--type-row);
  }
  input {
    width: 52ch;
    border: 0;
    border-bottom: 1px dotted var(--soft);
    background: transparent;
    font: var(--type-note) var(--font-mono);
  }
</style>
