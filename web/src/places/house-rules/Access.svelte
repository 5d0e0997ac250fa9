<!-- People with access, their roles, and the tokens of scripts: for the keeper of keys. -->
<script lang="ts">
  import { api, dataOf, type Schemas } from '../../api/client';
  import { Question } from '../../state/question.svelte';
  import { session } from '../../state/session.svelte';
  import AccessForm from './AccessForm.svelte';
  import Tokens from './Tokens.svelte';

  type Person = Schemas['AccessPerson'];

  let form = $state.raw<{ of: Person | null } | null>(null);
  const keeper = $derived(session.me?.role === 'KEEPER');
  const everybody = new Question(
    () => (keeper ? null : undefined),
    () => dataOf(api.GET('/api/v1/access/people')),
  );
  const people = $derived<Person[]>(everybody.value ?? []);
  const fault = $derived(everybody.fault);

  const save = (login: string, body: Schemas['AccessRequest']) =>
    everybody.attempt(async () => {
      everybody.set(
        await dataOf(
          api.PUT('/api/v1/access/people/{login}', { params: { path: { login } }, body }),
        ),
      );
      form = null;
    });
  const remove = (login: string) =>
    everybody.attempt(async () =>
      everybody.set(
        await dataOf(api.DELETE('/api/v1/access/people/{login}', { params: { path: { login } } })),
      ),
    );
</script>

{#if !keeper}
  <p class="sub">The keeper of keys looks after people with access and tokens.</p>
{:else}
  {#if fault}<p class="neg" role="alert">{fault}</p>{/if}
  <div class="page">
    <section aria-labelledby="with-access">
      <h2 id="with-access">
        People with access <button class="word" onclick={() => (form = { of: null })}
          >give somebody access</button
        >
      </h2>
      {#if form}
        {#key form}<AccessForm of={form.of} onsave={save} onleave={() => (form = null)} />{/key}
      {/if}
      <table class="list">
        <thead>
          <tr><th>Name</th><th>signs in as</th><th>Role</th><th>Mail</th><th class="r">do</th></tr>
        </thead>
        <tbody>
          {#each people as p (p.login)}
            <tr>
              <td
                ><b class="name">{p.name}</b>
                {#if p.person}<span class="sub">{p.person}</span>{/if}</td
              >
              <td class="num">{p.login}</td>
              <td
                >{p.role.toLowerCase()}{p.role === 'DECIDER' && !p.signs
                  ? ', does not sign'
                  : ''}</td
              >
              <td class="sub">{p.email ?? '–'}</td>
              <td class="r">
                <button class="word" onclick={() => (form = { of: p })} aria-label="change {p.name}"
                  >change</button
                >
                {#if p.login !== session.me?.login}
                  <button
                    class="word"
                    onclick={() => remove(p.login)}
                    aria-label="take away the access of {p.name}">take away</button
                  >
                {/if}
              </td>
            </tr>
          {/each}
        </tbody>
      </table>
    </section>
    <Tokens />
  </div>
{/if}

<style>
  .page {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 300px;
    gap: var(--s-30);
    align-items: start;
  }
  h2 {
    border-bottom: 1px solid var(--ink);
    padding-bottom: var(--s-4);
    margin-bottom: var(--s-6);
    display: flex;
    justify-content: space-between;
  }
  h2 .word {
    font-weight: 400;
    font-size: var(--type-note);
  }
  .name {
    font: 600 var(--type-text) var(--font-serif);
  }
  td .word + .word {
    margin-left: var(--s-12);
  }
</style>
