<!-- One's own password: the one that is, the one that is wanted; then one signs in anew. -->
<script lang="ts">
  import { session } from '../../state/session.svelte';

  let now = $state('');
  let wanted = $state('');
  let again = $state('');
  let fault = $state('');
  let busy = $state(false);

  const LEAST = 10;
  const hint = $derived(
    wanted.length > 0 && wanted.length < LEAST
      ? `At least ${LEAST} characters.`
      : again !== '' && again !== wanted
        ? 'The two are not the same.'
        : '',
  );
  const ready = $derived(now !== '' && wanted.length >= LEAST && again === wanted);

  async function change() {
    busy = true;
    fault = '';
    try {
      await session.changePassword(now, wanted);
    } catch (e) {
      fault = (e as Error).message;
    } finally {
      busy = false;
    }
  }
</script>

<form
  onsubmit={(e) => {
    e.preventDefault();
    if (ready) void change();
  }}
>
  <label>
    The password you have now
    <input type="password" autocomplete="current-password" bind:value={now} maxlength="200" />
  </label>
  <label>
    The one you want
    <input type="password" autocomplete="new-password" bind:value={wanted} maxlength="200" />
  </label>
  <label>
    The same once more
    <input type="password" autocomplete="new-password" bind:value={again} maxlength="200" />
  </label>
  <p class="sub">You are signed out everywhere and sign in with the new one.</p>
  {#if hint}<p class="sub" role="status">{hint}</p>{/if}
  {#if fault}<p class="neg" role="alert">{fault}</p>{/if}
  <button class="plain" disabled={busy || !ready}>Change password</button>
</form>

<style>
  form {
    display: grid;
    gap: var(--s-8);
    width: 240px;
    white-space: normal;
  }
  label {
    display: grid;
    gap: var(--s-3);
    font-size: var(--type-row);
  }
  input {
    border: 1px solid var(--rule);
    border-radius: 2px;
    background: var(--paper);
    padding: var(--s-4) var(--s-6);
  }
  p {
    margin: 0;
  }
  button {
    justify-self: start;
  }
</style>
