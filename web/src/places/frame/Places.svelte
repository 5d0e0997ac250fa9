<!-- The places in a line; those that are seldom wanted behind one word where room is short. -->
<script lang="ts">
  import { isActive } from '../../router';
  import { to } from '../../state/address.svelte';
  import { slates } from '../../state/slate.svelte';
  import { fold, type Place } from './places';

  let { places, width }: { places: readonly Place[]; width: number } = $props();

  let moreOpen = $state(false);
  const room = $derived(fold(places, width));

  function isOn(path: Place['path']): boolean {
    if (path === '/intake' && isActive('/begin')) return true;
    if (path === '/subscriptions' && (isActive('/') || isActive.startsWith('/pools/:plan'))) {
      return true;
    }
    return isActive.startsWith(path);
  }
</script>

<nav aria-label="Places">
  {#each room.shown as place (place.path)}
    <a
      href={to(place.path)}
      class:on={isOn(place.path)}
      aria-current={isOn(place.path) ? 'page' : undefined}
    >
      {place.name}{#if place.path === '/slates' && slates.waitingForMe.length > 0}
        <span class="waiting">{slates.waitingForMe.length}</span>{/if}
    </a>
  {/each}
  {#if room.folded.length > 0}
    <div class="more">
      <button
        class:on={room.folded.some((place) => isOn(place.path))}
        aria-expanded={moreOpen}
        onclick={() => (moreOpen = !moreOpen)}>More ▾</button
      >
      {#if moreOpen}
        <div>
          {#each room.folded as place (place.path)}
            <a
              href={to(place.path)}
              aria-current={isOn(place.path) ? 'page' : undefined}
              onclick={() => (moreOpen = false)}>{place.name}</a
            >
          {/each}
        </div>
      {/if}
    </div>
  {/if}
</nav>

<style>
  nav {
    display: flex;
    gap: var(--s-14);
    align-self: stretch;
  }
  nav a {
    color: var(--soft);
    text-decoration: none;
    display: flex;
    align-items: center;
    gap: var(--s-6);
    border-bottom: 2px solid transparent;
    border-top: 2px solid transparent;
    white-space: nowrap;
  }
  .more {
    position: relative;
    display: flex;
  }
  .more button {
    color: var(--soft);
    border-bottom: 2px solid transparent;
    border-top: 2px solid transparent;
    white-space: nowrap;
  }
  .more button.on {
    color: var(--ink);
    font-weight: 600;
    border-bottom-color: var(--ink);
  }
  .more div {
    position: absolute;
    z-index: 40;
    top: 100%;
    left: -10px;
    display: grid;
    background: var(--sheet);
    border: 1px solid var(--rule);
    padding: var(--s-4) 0;
  }
  .more div a {
    padding: var(--s-4) var(--s-14);
  }
  @media (max-width: 1150px) {
    nav {
      gap: var(--s-10);
    }
    nav a {
      font-size: var(--type-row);
    }
  }
  nav a.on {
    color: var(--ink);
    font-weight: 600;
    border-bottom-color: var(--ink);
  }
  .waiting {
    font: 600 var(--type-fine) var(--font-mono);
    background: var(--locked);
    color: var(--on-ink);
    border-radius: 2px;
    padding: 0 var(--s-4);
  }
  @media (max-width: 900px) {
    nav {
      order: 1;
      flex: 1 0 100%;
      flex-wrap: wrap;
      gap: var(--s-2) var(--s-14);
    }
    nav a {
      min-height: 26px;
    }
  }
</style>
