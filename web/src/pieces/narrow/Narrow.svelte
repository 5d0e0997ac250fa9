<!--
@component
What a list is narrowed by: only what is set stands there, each as a word that can be taken away; the
rest opens behind *narrow …* (key `f`).
-->
<script lang="ts">
  import type { Snippet } from 'svelte';
  import { bindKeys } from '../../state/keys.svelte';

  interface Narrowed {
    key: string;
    /** What it says of those who are left. */
    words: string;
    remove: () => void;
  }

  let {
    label,
    set,
    all,
    always,
    children,
    end,
  }: {
    label: string;
    set: Narrowed[];
    /** What is shown when nothing is narrowed: the word that takes all of it away. */
    all: string;
    /** What stands there always, before everything else. */
    always?: Snippet;
    /** The fields. */
    children: Snippet;
    /** What stands at the end of the line. */
    end?: Snippet;
  } = $props();

  let box = $state<HTMLElement>();
  let open = $state(false);

  function show() {
    open = true;
    setTimeout(() => box?.querySelector<HTMLElement>('input, select')?.focus());
  }

  function close(event: KeyboardEvent) {
    if (event.key === 'Escape' && open && !event.defaultPrevented) open = false;
  }

  $effect(() => bindKeys([{ keys: 'f', does: 'narrow what is listed', run: show }]));
</script>

<div class="narrow" role="search" aria-label={label} bind:this={box}>
  <div class="line">
    {@render always?.()}
    {#each set as one (one.key)}
      <button class="set" aria-label="not only: {one.words}" onclick={one.remove}>
        {one.words} <i aria-hidden="true">×</i>
      </button>
    {/each}
    <button class="word" aria-expanded={open} onclick={() => (open ? (open = false) : show())}>
      {open ? 'narrow no further' : 'narrow …'} <kbd>f</kbd>
    </button>
    {#if set.length > 0}
      <button class="word" onclick={() => set.forEach((one) => one.remove())}>{all}</button>
    {/if}
    {#if end}<span class="end">{@render end()}</span>{/if}
  </div>
  {#if open}
    <!-- svelte-ignore a11y_no_static_element_interactions -->
    <div class="fields" onkeydown={close}>{@render children()}</div>
  {/if}
</div>

<style>
  .narrow {
    margin: var(--s-6) 0 var(--s-6);
    font-size: var(--type-note);
    color: var(--soft);
  }
  .line {
    display: flex;
    flex-wrap: wrap;
    gap: var(--s-4) var(--s-12);
    align-items: baseline;
  }
  .set {
    border: 1px solid var(--rule);
    border-radius: 2px;
    background: var(--sheet);
    color: var(--ink);
    padding: 0 var(--s-6);
  }
  .set i {
    font-style: normal;
    color: var(--soft);
  }
  .set:hover i {
    color: var(--locked);
  }
  .end {
    margin-left: auto;
    display: flex;
    gap: var(--s-12);
    align-items: baseline;
  }
  .fields {
    display: flex;
    flex-wrap: wrap;
    gap: var(--s-6) var(--s-16);
    align-items: baseline;
    margin-top: var(--s-6);
    padding: var(--s-6) var(--s-10);
    background: var(--tape);
    border: 1px solid var(--rule);
    border-radius: 3px;
    color: var(--ink);
  }
</style>
