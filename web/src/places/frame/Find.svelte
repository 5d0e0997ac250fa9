<!-- Finds a subscription by plan or vendor and opens it. -->
<script lang="ts">
  import { navigate } from '../../router';
  import { search } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';

  let text = $state('');
  let at = $state(0);
  let focused = $state(false);
  let input = $state<HTMLInputElement>();

  const found = $derived.by(() => {
    const wanted = text.trim().toLowerCase();
    if (!wanted) return [];
    return (book.subscriptions ?? [])
      .filter((s) => `${s.vendorName} ${s.planName} ${s.line}`.toLowerCase().includes(wanted))
      .slice(0, 9);
  });

  export function focus() {
    input?.focus();
    input?.select();
  }

  function open(line: string) {
    text = '';
    input?.blur();
    void navigate('/subscriptions/:line', { params: { line }, search: search() });
  }

  function press(event: KeyboardEvent) {
    if (event.key === 'ArrowDown') at = Math.min(at + 1, found.length - 1);
    else if (event.key === 'ArrowUp') at = Math.max(at - 1, 0);
    else if (event.key === 'Enter' && found[at]) open(found[at]!.line);
    else return;
    event.preventDefault();
  }
</script>

<div class="find">
  <input
    bind:this={input}
    bind:value={text}
    role="combobox"
    aria-label="Find a plan or vendor"
    aria-expanded={found.length > 0}
    aria-controls="found"
    placeholder="Find a plan or vendor"
    onkeydown={press}
    oninput={() => (at = 0)}
    onfocus={() => (focused = true)}
    onblur={() => setTimeout(() => (focused = false), 150)}
  />
  <kbd aria-hidden="true">/</kbd>
  {#if focused && text.trim()}
    <ul id="found" role="listbox" aria-label="Found">
      {#each found as s, n (s.line)}
        <li role="option" aria-selected={n === at}>
          <button tabindex="-1" onclick={() => open(s.line)}>
            <b>{s.planName}</b> <span class="sub">{s.vendorName} · {s.bought} seats</span>
          </button>
        </li>
      {:else}
        <li class="sub none">No plan or vendor of this name.</li>
      {/each}
    </ul>
  {/if}
</div>

<style>
  .find {
    margin-left: auto;
    position: relative;
    width: 220px;
  }
  input {
    width: 100%;
    background: var(--sheet);
    border: 1px solid var(--rule);
    border-radius: 3px;
    padding: 4px 30px 4px 10px;
    font-size: 13px;
  }
  input::placeholder {
    color: var(--soft);
    opacity: 1;
  }
  kbd {
    position: absolute;
    right: 7px;
    top: 6px;
  }
  ul {
    position: absolute;
    z-index: 20;
    top: 32px;
    left: 0;
    right: 0;
    background: var(--sheet);
    border: 1px solid var(--ink);
    border-radius: 3px;
  }
  li button,
  .none {
    width: 100%;
    text-align: left;
    padding: 5px 10px;
  }
  li[aria-selected='true'],
  li:hover {
    background: var(--idle-ground);
  }
  b {
    font: 600 14px var(--font-serif);
  }
</style>
