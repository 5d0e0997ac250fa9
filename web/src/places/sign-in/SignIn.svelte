<!-- Where somebody signs in; in the demo, as one of its people. -->
<script lang="ts">
  import { onMount } from 'svelte';
  import { api, dataOf, type Schemas } from '../../api/client';
  import { session } from '../../state/session.svelte';

  const ROLES: Record<string, string> = {
    STEWARD: 'drafts slates and posts them',
    DECIDER: 'decides what others drafted',
    READER: 'sees all, changes nothing',
    KEEPER: 'takes books in and out',
    LEAD: 'sees the groups they lead',
  };

  let welcome = $state.raw<Schemas['Welcome'] | null>(null);
  let login = $state('');
  let password = $state('');
  let code = $state('');
  let fault = $state('');
  let busy = $state(false);
  /** In the demo: by name and password, as everywhere else. */
  let byName = $state(false);

  onMount(async () => {
    try {
      welcome = await dataOf(api.GET('/api/v1/welcome'));
    } catch (e) {
      fault = (e as Error).message;
    }
  });

  async function attempt(work: () => Promise<void>) {
    busy = true;
    fault = '';
    try {
      await work();
    } catch (e) {
      fault = (e as Error).message;
    } finally {
      busy = false;
    }
  }

  /** Whoever changed their password in the demo is asked for it. */
  async function comeInAs(person: Schemas['Welcome']['demoPeople'][number]) {
    await attempt(() => session.signIn(person.login, person.password));
    if (fault) {
      login = person.login;
      byName = true;
    }
  }

  function submit(event: SubmitEvent) {
    event.preventDefault();
    void attempt(() =>
      welcome?.needsFirstKeeper
        ? session.chooseFirstKeeper(code, password)
        : session.signIn(login, password),
    );
  }
</script>

<main>
  <svg width="46" height="35" viewBox="0 0 24 18" aria-hidden="true">
    <path class="bars" d="M4 2v14M9 2v14M14 2v14M19 2v14" />
    <path class="stroke" d="M1.5 13.5 21.5 4.5" />
  </svg>
  <h1>Sober Tally</h1>
  <p class="what">
    Every paid seat, counted once: what it is for, what it costs, what can be done.
  </p>

  {#if welcome && welcome.demoPeople.length > 0 && !byName}
    <h2>Come in as somebody of Skerry Line</h2>
    <ul>
      {#each welcome.demoPeople as person (person.login)}
        <li>
          <button disabled={busy} onclick={() => comeInAs(person)}>
            <b>{person.name}</b>
            <span class="role">{person.role.toLowerCase()}</span>
            <span class="sub">{ROLES[person.role]}</span>
          </button>
        </li>
      {/each}
    </ul>
    <p class="sub">
      A demo: the organisation, its people and all figures are made up.
      <button class="word" onclick={() => (byName = true)}>Sign in by name</button>
    </p>
  {:else if welcome}
    <form onsubmit={submit}>
      {#if welcome.needsFirstKeeper}
        <p>
          Nobody has access yet. Choose the keeper’s password with the code that the server’s
          console shows.
        </p>
        <label>Code from the console<input bind:value={code} autocomplete="off" required /></label>
        <label>
          A password, at least 10 characters
          <input
            type="password"
            bind:value={password}
            minlength="10"
            autocomplete="new-password"
            required
          />
        </label>
        <button class="go" disabled={busy}>Choose this password</button>
      {:else}
        <label>Name<input bind:value={login} autocomplete="username" required /></label>
        <label>
          Password
          <input type="password" bind:value={password} autocomplete="current-password" required />
        </label>
        <button class="go" disabled={busy}>Sign in</button>
      {/if}
    </form>
  {/if}
  {#if fault}<p class="fault" role="alert">{fault}</p>{/if}
</main>

<style>
  main {
    max-width: 460px;
    margin: 0 auto;
    padding: 13vh var(--s-20) 0;
  }
  svg {
    stroke-width: 1.9;
    stroke-linecap: round;
    fill: none;
  }
  .bars {
    stroke: var(--ink);
  }
  .stroke {
    stroke: var(--locked);
  }
  h1 {
    font-size: var(--type-title);
    margin-top: var(--s-14);
  }
  .what {
    font: var(--type-lead)/1.45 var(--font-serif);
    color: var(--soft);
    margin-bottom: var(--s-30);
  }
  h2 {
    border-bottom: 1px solid var(--ink);
    padding-bottom: var(--s-4);
  }
  li {
    border-bottom: 1px solid var(--fine);
  }
  li button {
    display: grid;
    grid-template-columns: 150px 70px 1fr;
    align-items: baseline;
    width: 100%;
    text-align: left;
    padding: var(--s-8) var(--s-6);
  }
  li button:hover {
    background: var(--tape);
  }
  b {
    font: 600 var(--type-lead) var(--font-serif);
  }
  ul + p {
    margin-top: var(--s-12);
  }
  form {
    display: grid;
    gap: var(--s-14);
  }
  input {
    display: block;
    width: 100%;
    margin-top: var(--s-3);
    border: 1px solid var(--rule);
    background: var(--sheet);
    border-radius: 2px;
    padding: var(--s-6) var(--s-10);
    font-size: var(--type-text);
  }
  .go {
    justify-self: start;
    padding: var(--s-8) var(--s-16);
  }
  .fault {
    margin-top: var(--s-16);
    color: var(--locked);
  }
</style>
