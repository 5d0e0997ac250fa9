<!-- Groups: who is in one, who leads it, and whether it follows a department. -->
<script lang="ts">
  import Pick from '../../pieces/controls/Pick.svelte';
  import { api, dataOf } from '../../api/client';
  import { asOf, param, setParam } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { Question } from '../../state/question.svelte';
  import { session } from '../../state/session.svelte';
  import GroupSheet from './GroupSheet.svelte';

  const chosen = $derived(param('of') ?? '');
  const mayChange = $derived(session.me?.role === 'STEWARD' || session.me?.role === 'KEEPER');
  const all = new Question(
    () => asOf(),
    (day) => dataOf(api.GET('/api/v1/groups', { params: { query: { asOf: day } } })),
    { again: () => book.version },
  );
  const one = new Question(
    () => (mayChange && chosen ? chosen : undefined),
    (group) => dataOf(api.GET('/api/v1/groups/{group}', { params: { path: { group } } })),
    { again: () => book.version, subject: () => chosen },
  );
  const sheet = $derived(one.value?.group === chosen ? one.value : null);
  let name = $state('');
  let follows = $state('');

  const choices = new Question(
    () => null,
    () => dataOf(api.GET('/api/v1/people/choices')),
  );
  const departments = $derived(sheet?.departments ?? choices.value?.departments ?? []);

  const make = () =>
    all.attempt(async () => {
      const made = await dataOf(
        api.POST('/api/v1/groups', { body: { name, department: follows || null } }),
      );
      [name, follows] = ['', ''];
      await book.load(asOf());
      setParam('of', made.group);
    });
</script>

{#if all.fault || one.fault}<p class="neg" role="alert">{all.fault || one.fault}</p>{/if}
<div class="page">
  <section aria-labelledby="groups">
    <h2 id="groups">Groups</h2>
    <table class="list dense" aria-labelledby="groups">
      <tbody>
        {#each all.value ?? [] as group (group.group)}
          <tr class:on={group.group === chosen}>
            <td>
              <button
                class="name"
                aria-pressed={group.group === chosen}
                onclick={() => setParam('of', group.group)}>{group.name}</button
              >
            </td>
            <td class="r num">{group.members}</td>
          </tr>
        {:else}
          {#if all.value}<tr><td class="sub">None yet.</td></tr>{/if}
        {/each}
      </tbody>
    </table>
    {#if mayChange}
      <form
        onsubmit={(e) => {
          e.preventDefault();
          void make();
        }}
      >
        <input aria-label="Name of another group" placeholder="another group" bind:value={name} />
        <Pick label="Which department it follows" bind:value={follows}>
          <option value="">with people of its own</option>
          {#each departments as department (department)}
            <option value={department}>follows {department}</option>
          {/each}
        </Pick>
        <button class="word" disabled={name.trim() === ''}>make it</button>
      </form>
    {/if}
  </section>
  {#if sheet}
    <GroupSheet {one} {sheet} {departments} />
  {:else if !mayChange}
    <p class="sub">A steward or a keeper changes groups.</p>
  {:else}
    <p class="sub">Choose one to see who is in it. What is changed holds at once.</p>
  {/if}
</div>

<style>
  .page {
    display: grid;
    grid-template-columns: 300px minmax(0, 1fr);
    gap: var(--s-30);
    align-items: start;
  }
  h2 {
    font: 600 var(--type-lead) var(--font-serif);
    padding-bottom: var(--s-4);
  }
  .name {
    font: 600 var(--type-text) var(--font-serif);
  }
  .on td {
    background: var(--tape);
  }
  form {
    display: flex;
    flex-wrap: wrap;
    gap: var(--s-10);
    align-items: baseline;
    padding: var(--s-8) 0;
  }
  input {
    width: 190px;
    border: 0;
    border-bottom: 1px dotted var(--soft);
    background: transparent;
    padding: var(--s-2) 0;
  }
</style>
