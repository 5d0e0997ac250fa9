<!-- Who is signed in, and what they may change about the page. -->
<script lang="ts">
  import { session } from '../../state/session.svelte';
  import { watch } from '../../state/watch.svelte';
  import ChangePassword from './ChangePassword.svelte';

  let { onkeys }: { onkeys: () => void } = $props();

  let open = $state(false);
  let changing = $state(false);
  let box = $state<HTMLDivElement>();

  const initials = $derived(
    (session.me?.name ?? '')
      .split(/[\s-]+/)
      .map((word) => word[0])
      .join('')
      .slice(0, 2),
  );

  function leave(event: FocusEvent) {
    if (!changing && !box?.contains(event.relatedTarget as Node)) open = false;
  }
</script>

<div class="who" bind:this={box} onfocusout={leave}>
  <button
    class="me"
    aria-expanded={open}
    aria-label="{initials}: {session.me?.name}"
    onclick={() => (open = !open)}
  >
    {initials}
  </button>
  {#if open}
    <div class="menu">
      <p>
        <b>{session.me?.name}</b><br /><span class="sub">{session.me?.role.toLowerCase()}</span>
      </p>
      <button class="word" onclick={() => watch.change()}>
        {watch.now === 'day' ? 'Night watch (dark)' : 'Day watch (light)'}
      </button>
      <button class="word" onclick={onkeys}>All keys <kbd>?</kbd></button>
      <button class="word" aria-expanded={changing} onclick={() => (changing = !changing)}
        >Change password</button
      >
      {#if changing}<ChangePassword />{/if}
      <button class="word" onclick={() => session.signOut()}>Sign out</button>
    </div>
  {/if}
</div>

<style>
  .who {
    position: relative;
  }
  .me {
    font: 600 var(--type-note) var(--font-serif);
    width: 26px;
    height: 26px;
    border: 1px solid var(--ink);
    border-radius: 3px;
    background: var(--sheet);
  }
  .menu {
    position: absolute;
    z-index: 20;
    right: 0;
    top: 34px;
    background: var(--sheet);
    border: 1px solid var(--ink);
    border-radius: 3px;
    padding: var(--s-12) var(--s-16);
    display: grid;
    gap: var(--s-8);
    justify-items: start;
    white-space: nowrap;
  }
</style>
