<!-- People with access, their roles, and the tokens of scripts: for the keeper of keys. -->
<script lang="ts">
  import Check from '../../pieces/controls/Check.svelte';
  import Pick from '../../pieces/controls/Pick.svelte';
  import { api, dataOf, type Schemas } from '../../api/client';
  import { Question } from '../../state/question.svelte';
  import { session } from '../../state/session.svelte';
  import { sayDay } from '../../state/say';

  type Person = Schemas['AccessPerson'];
  type Role = Schemas['Role'];

  const ROLES: [Role, string][] = [
    ['READER', 'sees all, changes nothing'],
    ['LEAD', 'sees and drafts for the groups they lead'],
    ['STEWARD', 'drafts and posts everywhere'],
    ['DECIDER', 'decides slates, never their own'],
    ['KEEPER', 'people with access, tokens, house rules'],
  ];

  let made = $state('');
  let form = $state<{
    login: string;
    name: string;
    role: Role;
    person: string;
    email: string;
    signs: boolean;
    password: string;
    known: boolean;
  } | null>(null);
  let tokenName = $state('');
  let tokenRole = $state<Role>('READER');

  const keeper = $derived(session.me?.role === 'KEEPER');
  const everybody = new Question(
    () => (keeper ? null : undefined),
    () => dataOf(api.GET('/api/v1/access/people')),
  );
  const given = new Question(
    () => (keeper ? null : undefined),
    () => dataOf(api.GET('/api/v1/access/tokens')),
  );
  const people = $derived<Person[]>(everybody.value ?? []);
  const tokens = $derived<Schemas['AccessToken'][] | null>(given.value);
  const fault = $derived(everybody.fault || given.fault);

  function open(p?: Person) {
    form = {
      login: p?.login ?? '',
      name: p?.name ?? '',
      role: p?.role ?? 'READER',
      person: p?.person ?? '',
      email: p?.email ?? '',
      signs: p?.signs ?? true,
      password: '',
      known: p !== undefined,
    };
  }

  const save = () =>
    everybody.attempt(async () => {
      const { login, name, role, person, email, signs, password } = form!;
      const body = {
        name,
        role,
        person: person || null,
        email: email || null,
        signs,
        password: password || null,
      };
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

{#if !keeper}
  <p class="sub">The keeper of keys looks after people with access and tokens.</p>
{:else}
  {#if fault}<p class="neg" role="alert">{fault}</p>{/if}
  <div class="page">
    <section aria-labelledby="with-access">
      <h2 id="with-access">
        People with access <button class="word" onclick={() => open()}>give somebody access</button>
      </h2>
      {#if form}
        <form
          onsubmit={(e) => {
            e.preventDefault();
            void save();
          }}
        >
          <label>Signs in as <input bind:value={form.login} disabled={form.known} required /></label
          >
          <label>Name <input bind:value={form.name} required /></label>
          <label>
            Role
            <Pick bind:value={form.role}>
              {#each ROLES as [role, words] (role)}
                <option value={role}>{role.toLowerCase()}: {words}</option>
              {/each}
            </Pick>
          </label>
          <label
            >In the directory <input
              bind:value={form.person}
              placeholder={form.role === 'LEAD' ? 'the id of the lead' : 'need not be'}
            /></label
          >
          <label>Mail <input type="email" bind:value={form.email} /></label>
          <label>
            Password
            <input
              type="password"
              autocomplete="new-password"
              minlength="10"
              bind:value={form.password}
              placeholder={form.known ? 'stays' : 'at least 10 characters'}
            />
          </label>
          {#if form.role === 'DECIDER'}
            <p>
              <Check checked={form.signs} onchange={() => form && (form.signs = !form.signs)}
                >Signs off what was kept</Check
              >
            </p>
          {/if}
          <p>
            <button class="go">Save</button>
            <button type="button" class="word" onclick={() => (form = null)}>leave it</button>
          </p>
        </form>
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
                <button class="word" onclick={() => open(p)} aria-label="change {p.name}"
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
    <section aria-labelledby="tokens">
      <h2 id="tokens">Tokens of scripts</h2>
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
  form:not(.row) {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: var(--s-6) var(--s-20);
    background: var(--tape);
    border-left: 3px solid var(--ink);
    padding: var(--s-8) var(--s-14);
    margin-bottom: var(--s-10);
    font-size: var(--type-note);
  }
  label {
    display: grid;
    gap: var(--s-2);
    color: var(--soft);
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
  .name {
    font: 600 var(--type-text) var(--font-serif);
  }
  .made {
    background: var(--tape);
    padding: var(--s-8);
    margin: var(--s-8) 0;
  }
  td .word + .word,
  .go + .word {
    margin-left: var(--s-12);
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
