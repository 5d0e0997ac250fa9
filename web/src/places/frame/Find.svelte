<!-- Finds a subscription by plan or vendor, or a person, and opens it. -->
<script lang="ts">
  import { api, dataOf, type PersonRow, type Subscription } from '../../api/client';
  import { navigate } from '../../router';
  import { asOf, search } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { session } from '../../state/session.svelte';

  let text = $state('');
  let at = $state(0);
  let focused = $state(false);
  let input = $state<HTMLInputElement>();

  interface Hit {
    key: string;
    name: string;
    about: string;
    open: () => void;
  }
  const ASKS_AFTER_MS = 120;
  const MOST_PLANS = 5;

  let people = $state.raw<PersonRow[]>([]);
  /** By which words they were found. */
  let peopleFor = $state('');
  const wanted = $derived(text.trim().toLowerCase());
  const plans = $derived(
    (wanted && !session.isLead ? (book.subscriptions ?? []) : [])
      .filter((s) => `${s.vendorName} ${s.planName} ${s.line}`.toLowerCase().includes(wanted))
      .slice(0, MOST_PLANS),
  );
  const found = $derived<Hit[]>([
    ...plans.map((s) => ({
      key: s.line,
      name: s.planName,
      about: `${s.vendorName} · ${s.bought} seats`,
      open: () => openPlan(s),
    })),
    ...people.map((p) => ({
      key: p.person,
      name: p.name,
      about: p.department ?? p.email,
      open: () =>
        void navigate('/people/:person', { params: { person: p.person }, search: search() }),
    })),
  ]);

  $effect(() => {
    const q = wanted;
    if (q.length < 2) {
      people = [];
      return undefined;
    }
    const timer = setTimeout(() => {
      const query = { q, asOf: asOf(), limit: '6' };
      dataOf(api.GET('/api/v1/people', { params: { query } }))
        .catch(() => [])
        .then((rows) => q === wanted && ([people, peopleFor] = [rows, q]));
    }, ASKS_AFTER_MS);
    return () => clearTimeout(timer);
  });

  export function focus() {
    input?.focus();
    input?.select();
  }

  function openPlan(s: Subscription) {
    if (s.model === 'FLOATING') {
      void navigate('/pools/:plan', { params: { plan: s.plan }, search: search() });
    } else {
      void navigate('/subscriptions/:line', { params: { line: s.line }, search: search() });
    }
  }

  function open(hit: Hit) {
    text = '';
    input?.blur();
    hit.open();
  }

  function press(event: KeyboardEvent) {
    if (event.key === 'ArrowDown') at = Math.min(at + 1, found.length - 1);
    else if (event.key === 'ArrowUp') at = Math.max(at - 1, 0);
    else if (event.key === 'Enter' && found[at]) open(found[at]!);
    else return;
    event.preventDefault();
  }
</script>

<div class="find">
  <input
    bind:this={input}
    bind:value={text}
    role="combobox"
    aria-label="Find a plan, a vendor or a person"
    aria-expanded={found.length > 0}
    aria-controls="found"
    placeholder="Find a plan or a person"
    onkeydown={press}
    oninput={() => (at = 0)}
    onfocus={() => (focused = true)}
    onblur={() => setTimeout(() => (focused = false), 150)}
  />
  <kbd aria-hidden="true">/</kbd>
  {#if focused && text.trim()}
    <ul id="found" role="listbox" aria-label="Found">
      {#each found as hit, n (hit.key)}
        <li role="option" aria-selected={n === at}>
          <button tabindex="-1" onclick={() => open(hit)}>
            <b>{hit.name}</b> <span class="sub">{hit.about}</span>
          </button>
        </li>
      {:else}
        <li class="sub none">
          {wanted.length < 2 || peopleFor === wanted ? 'Nothing of this name.' : 'Looking…'}
        </li>
      {/each}
    </ul>
  {/if}
</div>

<style>
  .find {
    margin-left: auto;
    position: relative;
    flex: 0 1 220px;
    min-width: 130px;
  }
  input {
    width: 100%;
    background: var(--sheet);
    border: 1px solid var(--rule);
    border-radius: 3px;
    padding: var(--s-4) var(--s-30) var(--s-4) var(--s-10);
    font-size: var(--type-text);
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
    padding: var(--s-4) var(--s-10);
  }
  li[aria-selected='true'],
  li:hover {
    background: var(--idle-ground);
  }
  b {
    font: 600 var(--type-text) var(--font-serif);
  }
</style>
