<!--
@component
Every key that does something here, and what.
-->
<script lang="ts">
  import Modal from 'flowbite-svelte/Modal.svelte';
  import { allKeys } from '../../state/keys.svelte';

  let { open = $bindable(false) }: { open?: boolean } = $props();

  const keys = $derived([...new Map(allKeys().map((key) => [key.keys, key])).values()]);
</script>

<Modal
  bind:open
  title="Keys"
  size="sm"
  class="border-ink bg-sheet text-ink rounded-md border shadow-none"
  classes={{ header: 'border-rule p-3', body: 'p-4' }}
>
  <dl>
    {#each keys as key (key.keys)}
      <dt>
        {#each key.keys.split(' ') as stroke, n (n)}<kbd>{stroke}</kbd>&nbsp;{/each}
      </dt>
      <dd>{key.does}</dd>
    {/each}
    <dt><kbd>←</kbd> <kbd>→</kbd></dt>
    <dd>move the idle line by a day, with Shift by ten, <kbd>0</kbd> back to the plan’s own</dd>
    <dt><kbd>Shift</kbd> click</dt>
    <dd>choose all between two rows</dd>
  </dl>
</Modal>

<style>
  dl {
    display: grid;
    grid-template-columns: 110px 1fr;
    gap: var(--s-6) var(--s-12);
    font-size: var(--type-text);
  }
</style>
