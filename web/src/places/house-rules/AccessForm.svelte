<!-- Who gets access, or what becomes otherwise about somebody who has it. -->
<script lang="ts">
  import { untrack } from 'svelte';
  import Check from '../../pieces/controls/Check.svelte';
  import Pick from '../../pieces/controls/Pick.svelte';
  import type { Schemas } from '../../api/client';
  import { ROLES, type Role } from './roles';

  interface Props {
    /** Null for somebody new. */
    of: Schemas['AccessPerson'] | null;
    onsave: (login: string, body: Schemas['AccessRequest']) => void;
    onleave: () => void;
  }
  let { of, onsave, onleave }: Props = $props();

  let form = $state(
    untrack(() => ({
      login: of?.login ?? '',
      name: of?.name ?? '',
      role: (of?.role ?? 'READER') as Role,
      person: of?.person ?? '',
      email: of?.email ?? '',
      signs: of?.signs ?? true,
      password: '',
    })),
  );

  function save() {
    const { login, name, role, person, email, signs, password } = form;
    onsave(login, {
      name,
      role,
      person: person || null,
      email: email || null,
      signs,
      password: password || null,
    });
  }
</script>

<form
  onsubmit={(e) => {
    e.preventDefault();
    save();
  }}
>
  <label>Signs in as <input bind:value={form.login} disabled={of !== null} required /></label>
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
      placeholder={of !== null ? 'stays' : 'at least 10 characters'}
    />
  </label>
  {#if form.role === 'DECIDER'}
    <p>
      <Check checked={form.signs} onchange={() => (form.signs = !form.signs)}
        >Signs off what was kept</Check
      >
    </p>
  {/if}
  <p>
    <button class="go">Save</button>
    <button type="button" class="word" onclick={onleave}>leave it</button>
  </p>
</form>

<style>
  form {
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
  .go + .word {
    margin-left: var(--s-12);
  }
</style>
