<!-- The frame around every view: places, as-of day, standing line and slate tape. -->
<script lang="ts">
  import { Router } from 'sv-router';
  import SlateTape from '../../pieces/slate-tape/SlateTape.svelte';
  import StandingLine from '../../pieces/standing-line/StandingLine.svelte';
  import KeysSheet from '../../pieces/keys-sheet/KeysSheet.svelte';
  import AsOf from './AsOf.svelte';
  import Find from './Find.svelte';
  import Who from './Who.svelte';
  import { isActive, navigate } from '../../router';
  import { asOf, search, to, travelBy } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';

  const PLACES = [
    { path: '/desk', name: 'Desk', key: 'd' },
    { path: '/subscriptions', name: 'Subscriptions', key: 's' },
    { path: '/people', name: 'People', key: 'p' },
    { path: '/findings', name: 'Findings', key: 'f' },
    { path: '/rounds', name: 'Rounds', key: 'r' },
    { path: '/slates', name: 'Slates', key: 'l' },
    { path: '/intake', name: 'Intake', key: 'i' },
    { path: '/journal', name: 'Journal', key: 'j' },
    { path: '/house-rules', name: 'House rules', key: 'h' },
  ] as const;

  /** What leads are shown: the rest is closed to them. */
  const OF_LEADS: string[] = ['/people', '/findings', '/slates'];

  const places = $derived(
    session.isLead ? PLACES.filter((place) => OF_LEADS.includes(place.path)) : PLACES,
  );

  let keysOpen = $state(false);
  let folded = $state(false);
  let find = $state<Find>();

  const planned = $derived(slates.draft?.preview.yearly ?? null);

  $effect(() => {
    void book.load(asOf());
  });
  $effect(() => {
    if (session.isLead && isOn('/subscriptions')) void navigate('/people', { replace: true });
  });
  $effect(() => {
    void slates.load().catch(() => undefined);
  });
  // What others send or decide shows without a reload once one comes back to the page.
  $effect(() => {
    const look = () => {
      if (document.visibilityState === 'visible') void slates.load().catch(() => undefined);
    };
    document.addEventListener('visibilitychange', look);
    return () => document.removeEventListener('visibilitychange', look);
  });
  $effect(() => {
    return bindKeys([
      { keys: '?', does: 'show all keys', run: () => (keysOpen = true) },
      { keys: '/', does: 'find a plan, a vendor or a person', run: () => find?.focus() },
      { keys: '[', does: 'a week back', run: () => travelBy(-7) },
      { keys: ']', does: 'a week on', run: () => travelBy(7) },
      { keys: '\\', does: 'fold the slate away, or out', run: () => (folded = !folded) },
      ...places.map((place) => ({
        keys: `g ${place.key}`,
        does: `go to ${place.name}`,
        run: () => void navigate(place.path, { search: search() }),
      })),
    ]);
  });

  function isOn(path: (typeof PLACES)[number]['path']): boolean {
    if (path === '/subscriptions' && (isActive('/') || isActive.startsWith('/pools/:plan'))) {
      return true;
    }
    return isActive.startsWith(path);
  }
</script>

<div class={['frame', folded && 'folded']}>
  <header class="no-print">
    <a class="brand" href={to('/subscriptions')}>
      <svg width="24" height="18" viewBox="0 0 24 18" aria-hidden="true">
        <path class="bars" d="M4 2v14M9 2v14M14 2v14M19 2v14" />
        <path class="stroke" d="M1.5 13.5 21.5 4.5" />
      </svg>
      Sober Tally
    </a>
    <nav aria-label="Places">
      {#each places as place (place.path)}
        <a
          href={to(place.path)}
          class:on={isOn(place.path)}
          aria-current={isOn(place.path) ? 'page' : undefined}
        >
          {place.name}{#if place.path === '/slates' && slates.waitingForMe.length > 0}
            <span class="waiting">{slates.waitingForMe.length}</span>{/if}
        </a>
      {/each}
    </nav>
    <Find bind:this={find} />
    <AsOf />
    <Who onkeys={() => (keysOpen = true)} />
  </header>
  {#if book.standing}
    <StandingLine standing={book.standing} {planned} />
  {:else}
    <div class="nothing-yet" aria-hidden="true"></div>
  {/if}
  <aside class="no-print">
    <SlateTape {folded} onfold={() => (folded = !folded)} />
  </aside>
  <main tabindex="-1">
    {#if book.fault}
      <p class="fault" role="alert">
        {book.fault}
        <button class="word" onclick={() => book.load(asOf())}>Try again</button>
      </p>
    {/if}
    <Router />
  </main>
</div>
<KeysSheet bind:open={keysOpen} />

<style>
  .frame {
    display: grid;
    height: 100%;
    grid-template: 46px auto 1fr / minmax(0, 1fr) 276px;
  }
  .frame.folded {
    grid-template-columns: minmax(0, 1fr) 38px;
  }
  header {
    grid-column: 1 / 3;
    display: flex;
    align-items: center;
    gap: 18px;
    padding: 0 20px;
    border-bottom: 1px solid var(--rule);
  }
  .brand {
    font: 600 18px var(--font-serif);
    letter-spacing: -0.01em;
    display: flex;
    gap: 9px;
    align-items: center;
    text-decoration: none;
    white-space: nowrap;
  }
  .brand svg {
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
  nav {
    display: flex;
    gap: 15px;
    align-self: stretch;
  }
  nav a {
    color: var(--soft);
    text-decoration: none;
    display: flex;
    align-items: center;
    gap: 6px;
    border-bottom: 2px solid transparent;
    border-top: 2px solid transparent;
    white-space: nowrap;
  }
  @media (max-width: 1120px) {
    nav {
      gap: 10px;
    }
    nav a {
      font-size: 12.5px;
    }
  }
  nav a.on {
    color: var(--ink);
    font-weight: 600;
    border-bottom-color: var(--ink);
  }
  .waiting {
    font: 600 11px var(--font-mono);
    background: var(--locked);
    color: var(--on-ink);
    border-radius: 2px;
    padding: 0 5px;
  }
  .nothing-yet {
    height: 51px;
    border-bottom: 1px solid var(--rule);
  }
  aside {
    grid-row: 2 / 4;
    grid-column: 2;
    border-left: 1px solid var(--rule);
    background: var(--desk);
    min-height: 0;
  }
  main {
    padding: 14px 20px 0;
    overflow: auto;
    min-height: 0;
    outline: none;
  }
  .fault {
    border: 1px solid var(--locked);
    background: var(--locked-ground);
    padding: 8px 12px;
    margin-bottom: 12px;
    border-radius: 2px;
  }
  @media print {
    .frame {
      display: block;
    }
  }
</style>
