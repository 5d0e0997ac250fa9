<!-- The rules of the house: standing rules, lines, keeps, who has access, and mail. -->
<script lang="ts">
  import { param, setParam } from '../../state/address.svelte';
  import Access from './Access.svelte';
  import Groups from './Groups.svelte';
  import Keeps from './Keeps.svelte';
  import Lines from './Lines.svelte';
  import Mail from './Mail.svelte';
  import Standing from './Standing.svelte';
  import WhoseWord from './WhoseWord.svelte';

  const PARTS = [
    ['standing', 'Standing rules'],
    ['groups', 'Groups'],
    ['lines', 'Lines and windows'],
    ['people', 'Whose word counts'],
    ['keeps', 'Keeps'],
    ['access', 'People with access'],
    ['mail', 'Mail'],
  ] as const;

  const part = $derived(param('part') ?? 'standing');
</script>

<svelte:head><title>House rules – Sober Tally</title></svelte:head>

<div class="title">
  <h1>House rules</h1>
  <div class="parts" role="group" aria-label="Which rules">
    {#each PARTS as [id, name] (id)}
      <button
        class:on={part === id}
        aria-pressed={part === id}
        onclick={() => setParam('part', id === 'standing' ? null : id)}>{name}</button
      >
    {/each}
  </div>
</div>
{#if part === 'groups'}
  <Groups />
{:else if part === 'lines'}
  <Lines />
{:else if part === 'people'}
  <WhoseWord />
{:else if part === 'keeps'}
  <Keeps />
{:else if part === 'access'}
  <Access />
{:else if part === 'mail'}
  <Mail />
{:else}
  <Standing />
{/if}

<style>
  .title {
    display: flex;
    gap: var(--s-30);
    align-items: baseline;
    margin-bottom: var(--s-10);
  }
  .parts {
    display: flex;
    gap: var(--s-16);
  }
  .parts button {
    color: var(--soft);
    border-bottom: 2px solid transparent;
    padding-bottom: var(--s-2);
  }
  .parts button.on {
    color: var(--ink);
    font-weight: 600;
    border-color: var(--ink);
  }
</style>
