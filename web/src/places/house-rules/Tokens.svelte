<!-- Tokens of scripts: made, shown once, taken back. -->
<script lang="ts">
  import Pick from '../../pieces/controls/Pick.svelte';
  import { api, dataOf, type Schemas } from '../../api/client';
  import { Question } from '../../state/question.svelte';
  import { sayDay } from '../../state/say';
  import { ROLES, type Role } from './roles';

  let made = $state('');
  let tokenName = $state('');
  let tokenRole = $state<Role>('READER');

  const given = new Question(
    () => null,
    () => dataOf(api.GET('/api/v1/access/tokens')),
  );
  const tokens = $derived<Schemas['AccessToken'][] | null>(given.value);

  const makeToken = () =>
    given.attempt(async () => {
      const answer = await dataOf(
        api.POST('/api/v1/access/tokens', { body: { name: tokenName, role: tokenRole } }),
      );
      given.set(answer.tokens);
      made = answer.token;
      tokenName = '';
    });
  const takeBack = (id: string) =>
    given.attempt(async () => {
      given.set(
        await dataOf(api.DELETE('/api/v1/access/tokens/{id}', { params: { path: { id } } })),
      );
      made = '';
    });
</script>

<section aria-labelledby="tokens">
  <h2 id="tokens">Tokens of scripts</h2>
  {#if given.fault}<p class="neg" role="alert">{given.fault}</p>{/if}
  <form
    class="row"
    onsubmit={(e) => {
      e.preventDefault();
      void makeToken();
    }}
  >
    <input
      aria-label="What it is for"
      placeholder="what is it for?"
      bind:value={tokenName}
      required
      maxlength="80"
    />
    <Pick label="Role of the token" bind:value={tokenRole}>
      {#each ROLES.filter(([r]) => r !== 'LEAD') as [role] (role)}
        <option value={role}>{role.toLowerCase()}</option>
      {/each}
    </Pick>
    <button class="plain">Make a token</button>
  </form>
  {#if made}
    <p class="made" role="status">
      <code class="num">{made}</code>
      <span class="sub">Write it down now; it is not shown again.</span>
    </p>
  {/if}
  <ul>
    {#each tokens ?? [] as t (t.id)}
      <li>
        <b>{t.name}</b>
        <span class="sub">{t.role.toLowerCase()}, made {sayDay(t.created.slice(0, 10))}</span>
        <button
          class="word"
          onclick={() => takeBack(t.id)}
          aria-label="take back the token {t.name}">take back</button
        >
      </li>
    {:else}
      {#if tokens}<li class="sub">None was made.</li>{/if}
    {/each}
  </ul>
</section>

<style>
  h2 {
    border-bottom: 1px solid var(--ink);
    padding-bottom: var(--s-4);
    margin-bottom: var(--s-6);
  }
  input {
    border: 0;
    border-bottom: 1px solid var(--rule);
    background: transparent;
    color: var(--ink);
    font-size: var(--type-text);
    padding: var(--s-2);
    min-width: 0;
  }
  .row {
    display: flex;
    gap: var(--s-8);
    align-items: baseline;
  }
  .row input {
    flex: 1;
  }
  .plain {
    padding: var(--s-3) var(--s-8);
    white-space: nowrap;
  }
  .made {
    background: var(--tape);
    padding: var(--s-8);
    margin: var(--s-8) 0;
  }
  code {
    overflow-wrap: anywhere;
    font-size: var(--type-note);
    display: block;
  }
  li {
    display: flex;
    gap: var(--s-8);
    align-items: baseline;
    padding: var(--s-4) 0;
    border-bottom: 1px solid var(--fine);
  }
  li .word {
    margin-left: auto;
    font-size: var(--type-note);
  }
</style>
